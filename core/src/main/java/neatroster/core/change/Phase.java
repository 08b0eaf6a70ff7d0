package neatroster.core.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/**
 * The order in which batches are delivered: what others refer to comes first, what takes away comes
 * last.
 */
@SuppressWarnings("ImmutableEnumChecker") // the lists are unmodifiable
public enum Phase {
  SITES(List.of(Field.SITE)),
  COURSES(carried(Table.COURSES)),
  USERS(users()),
  GROUPS(carried(Table.GROUPS)),
  ENROLLMENTS(enrollment()),
  WITHDRAWALS(enrollment()),
  REMOVALS(List.of(Field.USERNAME, Field.COURSE, Field.GROUP));

  private final List<Field> fields;

  Phase(List<Field> fields) {
    this.fields = fields;
  }

  /** The fields of this phase's rows, in their order in a batch. */
  public List<Field> fields() {
    return fields;
  }

  /** Its number in the order of delivery, from 1. */
  @SuppressWarnings("EnumOrdinal") // the order of the phases is their number
  public int number() {
    return ordinal() + 1;
  }

  /**
   * The table that its rows are of; sites, which are in none, count with the users.
   *
   * @throws IllegalStateException of removals, whose rows are of all tables
   */
  public Table table() {
    return switch (this) {
      case SITES, USERS -> Table.USERS;
      case COURSES -> Table.COURSES;
      case GROUPS -> Table.GROUPS;
      case ENROLLMENTS, WITHDRAWALS -> Table.ENROLLMENTS;
      case REMOVALS -> throw new IllegalStateException("removals are of all tables");
    };
  }

  /** The name in files and JSON. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** What one of its rows is called, as {@code user}. */
  public String one() {
    return word().substring(0, word().length() - 1);
  }

  /**
   * A table's fields without the ones that are for the administrator's eyes or are taken apart on
   * the way.
   */
  private static List<Field> carried(Table table) {
    return table.fields().stream()
        .filter(
            field ->
                field != Field.NOTE && field != Field.FULL_NAME && field != Field.ENROLLMENTS_CELL)
        .toList();
  }

  private static List<Field> users() {
    List<Field> fields = new ArrayList<>(carried(Table.USERS));
    // Behind the others, which scripts may count.
    fields.add(Field.CHANGE_AT_FIRST_LOGIN);
    return List.copyOf(fields);
  }

  private static List<Field> enrollment() {
    return carried(Table.ENROLLMENTS).stream()
        // Whether an enrollment is active or ended is what the phase says.
        .filter(field -> field != Field.MEMBERS_OF && field != Field.STATUS)
        .toList();
  }
}
