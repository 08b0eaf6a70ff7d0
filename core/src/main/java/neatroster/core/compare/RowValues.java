package neatroster.core.compare;

import java.time.LocalDate;
import java.util.EnumMap;
import java.util.Map;
import neatroster.core.change.Phase;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.JoinCode;
import neatroster.core.model.Table;
import neatroster.core.model.WrittenDates;

/** What the rows of courses and groups say, as it is delivered. */
final class RowValues {
  private final ComparisonInput input;
  private final Map<String, String> joinCodes;

  RowValues(ComparisonInput input, IssuedItems items) {
    this.input = input;
    this.joinCodes = items.joinCodes();
  }

  /** The row's values for a phase, blank ones filled with the settings' defaults. */
  Map<Field, String> whole(RosterRow row, Phase phase) {
    Map<Field, String> values = new EnumMap<>(Field.class);
    Map<String, String> defaults =
        defaults(row.table(), row.text(Field.ROLE), row.text(Field.SITE));
    for (Field field : phase.fields()) {
      String text = row.text(field);
      boolean isDefault = text.isEmpty() && !row.clears(field);
      ComparisonInput.put(
          values, field, isDefault ? defaults.getOrDefault(field.label(), "") : text);
    }
    return values;
  }

  /** The row's own values, without defaults. */
  static Map<Field, String> written(RosterRow row, Phase phase) {
    Map<Field, String> asked = new EnumMap<>(Field.class);
    for (Field field : phase.fields()) {
      ComparisonInput.put(asked, field, row.clears(field) ? Cleared.WORD : row.text(field));
    }
    return asked;
  }

  private Map<String, String> defaults(Table table, String role, String site) {
    return input.settings.defaults().of(role, site).getOrDefault(table, Map.of());
  }

  void joinCode(Map<Field, String> values, String course, String group) {
    if (!values.containsKey(Field.JOIN_CODE)) {
      ComparisonInput.put(
          values, Field.JOIN_CODE, joinCodes.getOrDefault(JoinCode.of(course, group), ""));
    }
  }

  /** Counts relative dates from a day, an end from its start. */
  static void dates(Map<Field, String> values, LocalDate today) {
    relativeDate(values, Field.STARTS, today);
    String starts = values.get(Field.STARTS);
    relativeDate(values, Field.ENDS, starts == null ? today : LocalDate.parse(starts));
  }

  private static void relativeDate(Map<Field, String> values, Field field, LocalDate from) {
    values.computeIfPresent(
        field, (f, text) -> WrittenDates.after(from, text).map(LocalDate::toString).orElse(text));
  }

  /** Leaves out dates that are counted from the day on which something was made. */
  static void withoutRelativeDates(Map<Field, String> values) {
    for (Field field : new Field[] {Field.STARTS, Field.ENDS}) {
      if (values.getOrDefault(field, "").startsWith("+")) {
        values.remove(field);
      }
    }
  }
}
