package neatroster.core.layout;

import java.util.Optional;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.pattern.Pattern;

/**
 * A column of a layout's file.
 *
 * @param header its header; in a repeated column <code>{i}</code> stands for its number
 * @param value the pattern of its cells
 * @param isRequired whether no cell may be blank
 * @param longest how many characters a cell takes; 0 for any number
 * @param allowed the letters that a cell takes, where not all are
 * @param isForEachEnrollment whether the column comes again for each of a user's enrollments
 * @param most how often a column comes again; 0 where all enrollments stand in one cell
 * @param joint what stands between the enrollments in one cell
 */
public record LayoutColumn(
    String header,
    Pattern value,
    boolean isRequired,
    int longest,
    Optional<AllowedLetters> allowed,
    boolean isForEachEnrollment,
    int most,
    String joint) {
  /** Whether it comes again beside itself, and not within one cell. */
  public boolean comesAgain() {
    return isForEachEnrollment && most > 0;
  }

  /** Whether its cell holds all enrollments of the user. */
  boolean isJoined() {
    return isForEachEnrollment && most == 0;
  }

  /** Whether its cell holds the role of the user, or the one of all their enrollments. */
  boolean isRoleOfAll() {
    return !isForEachEnrollment && value.names().equals(Set.of(Field.ROLE.label()));
  }

  /** The header of a repeated column. */
  String header(int number) {
    return header.replace("{i}", String.valueOf(number));
  }
}
