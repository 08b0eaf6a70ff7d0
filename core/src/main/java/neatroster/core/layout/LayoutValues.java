package neatroster.core.layout;

import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.WholeRecords;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.FieldType;
import neatroster.core.model.OwnField;

/** The values of rows by the names that patterns know them by, in the platform's words. */
final class LayoutValues {
  private static final Map<Field, String> SHORT =
      Map.of(Field.GIVEN_NAME, "given", Field.MIDDLE_NAME, "middle", Field.FAMILY_NAME, "family");

  private final List<OwnField> ownFields;
  private final WholeRecords whole;
  private final LayoutWords words;
  private final Map<RowKind, List<Field>> fields = new EnumMap<>(RowKind.class);

  /**
   * The values of rows.
   *
   * @param named the values that somebody asks for
   */
  LayoutValues(List<OwnField> ownFields, WholeRecords whole, LayoutWords words, Set<String> named) {
    this.ownFields = ownFields;
    this.whole = whole;
    this.words = words;
    for (RowKind kind : RowKind.values()) {
      fields.put(kind, kind.fields().stream().filter(field -> isNamed(field, named)).toList());
    }
  }

  private static boolean isNamed(Field field, Set<String> named) {
    return named.contains(field.label())
        || named.contains(SHORT.getOrDefault(field, ""))
        || PathLevels.names(field).stream().anyMatch(named::contains);
  }

  /** The values of a change's own fields: of the user or the course as a whole, after it. */
  Map<String, String> of(RowKind kind, PlannedChange change) {
    Map<Field, String> record =
        switch (kind) {
          case USER -> user(change);
          case COURSE -> whole.course(change);
          default -> change.values();
        };
    Map<String, String> values = new HashMap<>();
    for (Field field : fields.get(kind)) {
      boolean isOfOthers = field == Field.INSTRUCTORS && change.change() != Change.REMOVE;
      put(
          values,
          field,
          isOfOthers
              ? whole.instructorsOf(change.value(Field.CODE))
              : record.getOrDefault(field, ""));
    }
    if (kind == RowKind.GROUP && change.change() == Change.REMOVE) {
      put(values, Field.NAME, change.value(Field.GROUP));
    } else if (kind == RowKind.COURSE && change.change() == Change.REMOVE) {
      put(values, Field.CODE, change.value(Field.COURSE));
    }
    putWord(values, Field.STATUS.label(), status(kind, change.change(), record));
    for (OwnField field : ownFields) {
      if (kind.has(field)) {
        String value = own(field, change);
        values.put(
            field.key(), field.type() == OwnField.Type.YES_NO ? yesNo(value) : word(field, value));
      }
    }
    putWord(values, RowKind.CHANGE, change.change().word());
    return values;
  }

  private String word(OwnField field, String value) {
    return words.word(field.key(), value);
  }

  private String own(OwnField field, PlannedChange change) {
    String said = change.own().getOrDefault(field.name(), "");
    if (said.equals(Cleared.WORD)) {
      return "";
    }
    return said.isEmpty() ? whole.own(change, field) : said;
  }

  /** A user as a whole. First passwords and how they are changed go by what the change says. */
  private Map<Field, String> user(PlannedChange change) {
    Map<Field, String> record = whole.user(change);
    for (Field field : List.of(Field.PASSWORD, Field.CHANGE_AT_FIRST_LOGIN)) {
      record.remove(field);
      if (!change.value(field).isEmpty()) {
        record.put(field, change.value(field));
      }
    }
    return record;
  }

  private static String status(RowKind kind, Change change, Map<Field, String> record) {
    return switch (change) {
      case SUSPEND -> "suspended";
      case REMOVE -> "removed";
      case WITHDRAW -> "ended";
      case RESTORE -> "active";
      default -> {
        String usual = kind == RowKind.COURSE || kind == RowKind.GROUP ? "open" : "active";
        String said = record.getOrDefault(Field.STATUS, "");
        yield said.isEmpty() ? usual : said;
      }
    };
  }

  private void put(Map<String, String> values, Field field, String said) {
    String value = said.equals(Cleared.WORD) ? "" : said;
    boolean isConsent = field.type() == FieldType.CONSENT;
    String written =
        isConsent || field == Field.CHANGE_AT_FIRST_LOGIN
            ? yesNo(value)
            : words.word(field.label(), value);
    if (isConsent && written.equals(value) && !value.isEmpty() && words.hasOwnYes()) {
      // The day on which consent came is a yes too, for a platform that has a word for it.
      written = words.yes();
    }
    values.put(field.label(), written);
    if (PathLevels.FIELDS.contains(field)) {
      List<String> levels = PathLevels.of(value);
      for (int level = 1; level <= levels.size(); level++) {
        values.put(PathLevels.name(field, level), levels.get(level - 1));
      }
    }
    String brief = SHORT.get(field);
    if (brief != null) {
      values.put(brief, written);
    }
  }

  private void putWord(Map<String, String> values, String name, String value) {
    values.put(name, words.word(name, value));
  }

  private String yesNo(String value) {
    return switch (value.toLowerCase(Locale.ROOT)) {
      case "yes", "true" -> words.yes();
      case "no", "false" -> words.no();
      default -> value;
    };
  }
}
