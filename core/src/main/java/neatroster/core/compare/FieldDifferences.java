package neatroster.core.compare;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.state.Known;
import neatroster.core.state.KnownRecord;

/**
 * In what values differ from what the platform has, field by field: the same whether something is
 * to be changed or has arrived. What nothing tells does not differ.
 */
public final class FieldDifferences {
  private static final Set<Field> NAMES =
      EnumSet.of(Field.GIVEN_NAME, Field.MIDDLE_NAME, Field.FAMILY_NAME, Field.SUFFIX);

  /** Fields that tell who or what a record is about, or are changed in ways of their own. */
  private static final Set<Field> NOT_COMPARED =
      EnumSet.of(
          Field.USERNAME,
          Field.FORMER_USERNAME,
          Field.PASSWORD,
          Field.CHANGE_AT_FIRST_LOGIN,
          Field.CODE,
          Field.COURSE,
          Field.NAME,
          Field.USER,
          Field.JOIN_CODE,
          // They are in the course like everybody else.
          Field.INSTRUCTORS);

  private final Known known;
  private final List<OwnField> ownFields;

  /**
   * Compares with what is known.
   *
   * @param ownFields the fields of the school's own
   */
  public FieldDifferences(Known known, List<OwnField> ownFields) {
    this.known = known;
    this.ownFields = List.copyOf(ownFields);
  }

  /**
   * A value that differs.
   *
   * @param label the name of the field
   * @param field the field; nothing of one of the school's own
   * @param there what the platform has, or empty
   * @param asked what is asked, or the word that clears a value
   */
  public record Difference(String label, Optional<Field> field, String there, String asked) {
    /** What is asked, empty where the value is cleared. */
    public String given() {
      return FieldDifferences.given(asked);
    }
  }

  /**
   * Compares.
   *
   * @param own what is asked of the school's own fields, or empty
   * @param isWholeName whether all parts of a name that there are are asked
   */
  public List<Difference> of(
      Table table,
      Map<Field, String> asked,
      Function<OwnField, String> own,
      KnownRecord there,
      boolean isWholeName) {
    List<Difference> differences = new ArrayList<>();
    boolean isNameCompared = !there.hasOnlyFullName() || (isWholeName && !isSameName(there, asked));
    asked.forEach(
        (field, value) -> {
          boolean isCompared =
              NAMES.contains(field)
                  ? isNameCompared && (there.tells(field) || there.hasOnlyFullName())
                  : isCompared(table, field, there);
          if (isCompared && !isSame(field, there.text(field), value)) {
            differences.add(
                new Difference(field.label(), Optional.of(field), there.text(field), value));
          }
        });
    for (OwnField field : ownFields) {
      String value = field.table() == table ? own.apply(field) : "";
      there
          .own(field)
          .filter(held -> !value.isEmpty() && !held.equals(given(value)))
          .ifPresent(
              held -> differences.add(new Difference(field.name(), Optional.empty(), held, value)));
    }
    return differences;
  }

  /** Whether a field is compared and told; of users the status is not, who are shut out or not. */
  static boolean isCompared(Table table, Field field, KnownRecord there) {
    boolean isStanding = field == Field.STATUS && table == Table.USERS;
    return !isStanding && !NOT_COMPARED.contains(field) && there.tells(field);
  }

  /** Whether two values of a field are one. */
  boolean isSame(Field field, String there, String asked) {
    String given = given(asked);
    return switch (field) {
      case EMAIL -> there.equalsIgnoreCase(given);
      case MANAGER -> isSamePerson(there, given);
      case STATUS -> there.equals(given) || (there.isEmpty() && given.equals("open"));
      default -> there.equals(given);
    };
  }

  private boolean isSamePerson(String one, String other) {
    int account = one.isEmpty() ? -1 : known.accountOf(one);
    return one.equalsIgnoreCase(other)
        || (account >= 0 && !other.isEmpty() && account == known.accountOf(other));
  }

  /** Whether a name that is known as a whole alone is the same, however it is taken apart. */
  private static boolean isSameName(KnownRecord there, Map<Field, String> asked) {
    return whole(field -> given(asked.getOrDefault(field, ""))).equals(whole(there::text));
  }

  private static String whole(Function<Field, String> parts) {
    return NAMES.stream()
        .map(parts)
        .filter(part -> !part.isEmpty())
        .collect(Collectors.joining(" "));
  }

  static String given(String asked) {
    return asked.equals(Cleared.WORD) ? "" : asked;
  }
}
