package neatroster.core.compare;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;
import neatroster.core.grid.Place;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Held;
import neatroster.core.settings.Policy;

/** What a row says otherwise than the platform has it, field by field. */
final class Differences {
  /** What clears a value on the platform. */
  static final String CLEARED = "(none)";

  private static final Set<Field> NAMES =
      EnumSet.of(Field.GIVEN_NAME, Field.MIDDLE_NAME, Field.FAMILY_NAME, Field.SUFFIX);

  /** Fields that tell who or what a row is about, or are changed in ways of their own. */
  private static final Set<Field> NOT_COMPARED =
      EnumSet.of(
          Field.USERNAME,
          Field.FORMER_USERNAME,
          Field.PASSWORD,
          Field.CHANGE_AT_FIRST_LOGIN,
          Field.CODE,
          Field.COURSE,
          Field.USER,
          Field.JOIN_CODE);

  private final Policy policy;
  private final Held held;
  private final ChangeReceiver receiver;

  Differences(Policy policy, Held held, ChangeReceiver receiver) {
    this.policy = policy;
    this.held = held;
    this.receiver = receiver;
  }

  /** Changes what the settings let through, and says what they do not. */
  void compare(
      Table table,
      Phase phase,
      Map<Field, String> key,
      Map<Field, String> asked,
      RosterRow there,
      Place place) {
    Map<Field, String> values = new EnumMap<>(key);
    Map<Field, String> before = new EnumMap<>(Field.class);
    String about = String.join(" ", key.values());
    for (Map.Entry<Field, String> entry : asked.entrySet()) {
      Field field = entry.getKey();
      boolean standing = field == Field.STATUS && table == Table.USERS;
      if (standing
          || NOT_COMPARED.contains(field)
          || key.containsKey(field)
          || !held.tells(table, field)) {
        continue;
      }
      String to = entry.getValue();
      String from = NAMES.contains(field) ? part(Names.parts(there), field) : there.text(field);
      if (isSame(field, from, to)) {
        continue;
      }
      Policy.Known known = policy.of(table).known(field);
      if (known == Policy.Known.OVERWRITE
          || (known == Policy.Known.FILL_BLANKS && from.isEmpty() && !to.equals(CLEARED))) {
        values.put(field, to);
        before.put(field, from);
      } else {
        receiver.left(
            new LeftAsItIs(
                table,
                about,
                field,
                from,
                to,
                "policy: {" + table.word() + ": {known: {" + field.label() + ": overwrite}}}",
                place));
      }
    }
    if (!before.isEmpty()) {
      receiver.change(
          new PlannedChange(
              phase,
              Change.CHANGE,
              values,
              Map.of(),
              before,
              "the platform has it otherwise",
              place));
    }
  }

  private static boolean isSame(Field field, String from, String to) {
    boolean caseless = field == Field.EMAIL || field == Field.MANAGER;
    return (caseless ? from.equalsIgnoreCase(to) : from.equals(to))
        || (to.equals(CLEARED) && from.isEmpty());
  }

  private static String part(Names.Parts name, Field field) {
    return switch (field) {
      case GIVEN_NAME -> name.given();
      case MIDDLE_NAME -> name.middle();
      case FAMILY_NAME -> name.family();
      default -> name.suffix();
    };
  }
}
