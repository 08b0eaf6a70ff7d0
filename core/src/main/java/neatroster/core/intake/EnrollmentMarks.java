package neatroster.core.intake;

import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Function;
import neatroster.core.value.YesNo;

/** What stands in a cell of a grid to say that somebody is enrolled, or is not. */
final class EnrollmentMarks {
  /** A blank cell, a hyphen, a nought or a no: not enrolled. */
  static final Set<String> NO = union(YesNo.no(), "", "–", "—");

  /**
   * A mark that says no more than that somebody is enrolled. One that some read as a no is none.
   */
  static final Set<String> YES = union(YesNo.yes(), "*", "+", "•");

  private EnrollmentMarks() {}

  private static Set<String> union(Set<String> words, String... signs) {
    Set<String> all = new HashSet<>(words);
    all.addAll(List.of(signs));
    return Collections.unmodifiableSet(all);
  }

  /** Whether a cell says that nobody is enrolled. */
  static boolean isNo(String cell) {
    return NO.contains(cell.toLowerCase(Locale.ROOT));
  }

  /** Whether a cell of a grid can hold this: a mark, or a role with or without a group. */
  static boolean isMark(String cell, Function<String, Boolean> isRole) {
    String lower = cell.toLowerCase(Locale.ROOT);
    if (NO.contains(lower) || YES.contains(lower)) {
      return true;
    }
    int slash = cell.indexOf('/');
    return isRole.apply(slash < 0 ? cell : cell.substring(0, slash).strip());
  }
}
