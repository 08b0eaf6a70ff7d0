package neatroster.core.intake;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What the values of a column that is not used look like, where it may say who is in what. */
public final class LeftColumns {
  private static final int FEWEST = 2;
  private static final int FEWEST_IDS = 3;

  private LeftColumns() {}

  /** Whether different values may be what people are known by: one for each of so many rows. */
  public static boolean mayBeIds(List<String> values, int rows) {
    return rows >= FEWEST_IDS
        && values.size() == rows
        && values.stream().allMatch(SheetsInView::isNumberOfPerson);
  }

  /** What different values look like; nothing where they are neither marks nor codes of courses. */
  public static Optional<String> look(List<String> values) {
    boolean marks = !values.isEmpty();
    boolean yes = false;
    int codes = 0;
    for (String value : values) {
      String lower = value.toLowerCase(Locale.ROOT);
      boolean isYes = EnrollmentMarks.YES.contains(lower);
      marks &= isYes || EnrollmentMarks.NO.contains(lower);
      // 1 may be a point.
      yes |= isYes && !value.equals("1");
      codes += HeaderlessCodes.isCode(value) ? 1 : 0;
    }
    if (marks && yes) {
      return Optional.of("marks");
    }
    return codes >= FEWEST && codes == values.size()
        ? Optional.of("codes like those of courses")
        : Optional.empty();
  }
}
