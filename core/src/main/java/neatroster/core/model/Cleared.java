package neatroster.core.model;

import java.util.EnumSet;
import java.util.Set;

/** The word in a cell that clears a value on the platform; a blank cell leaves it as it is. */
public final class Cleared {
  /** The word. */
  public static final String WORD = "(none)";

  /** What tells who or what a row is about, or what nothing is without. */
  private static final Set<Field> NEEDED =
      EnumSet.of(
          Field.USERNAME,
          Field.FORMER_USERNAME,
          Field.PASSWORD,
          Field.GIVEN_NAME,
          Field.FAMILY_NAME,
          Field.FULL_NAME,
          Field.ENROLLMENTS_CELL,
          Field.CODE,
          Field.TITLE,
          Field.NAME,
          Field.USER,
          Field.COURSE,
          Field.MEMBERS_OF,
          Field.ROLE,
          Field.STATUS);

  private Cleared() {}

  /** Whether the values of a field can be cleared. */
  public static boolean isPossible(Field field) {
    return !NEEDED.contains(field);
  }
}
