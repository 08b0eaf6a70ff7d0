package neatroster.core.arrange;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The grade above one, as {@code 7b} above {@code 6b} and {@code Year 10} above {@code Year 9}. */
public final class NextGrade {
  private static final Pattern NUMBERED = Pattern.compile("(\\D*?)(\\d{1,2})(\\D*)");

  private NextGrade() {}

  /** The next grade; nothing where the grade is no number with or without words beside it. */
  public static Optional<String> of(String grade) {
    Matcher matcher = NUMBERED.matcher(grade);
    if (!matcher.matches()) {
      return Optional.empty();
    }
    String digits = matcher.group(2);
    String next = String.valueOf(Integer.parseInt(digits) + 1);
    String padded = digits.startsWith("0") && next.length() < digits.length() ? "0" + next : next;
    return Optional.of(matcher.group(1) + padded + matcher.group(3));
  }

  /** The number of a grade, for telling whether it is the last one; -1 where it has none. */
  public static int number(String grade) {
    Matcher matcher = NUMBERED.matcher(grade);
    return matcher.matches() ? Integer.parseInt(matcher.group(2)) : -1;
  }
}
