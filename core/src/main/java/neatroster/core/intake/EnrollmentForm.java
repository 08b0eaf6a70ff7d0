package neatroster.core.intake;

import java.util.Locale;

/** How a sheet says who is in which course. */
public enum EnrollmentForm {
  /** A row says one thing; of users, perhaps with one course on each row. */
  ROWS,
  /** A cell of the user's row lists the courses. */
  COMPACT,
  /** Columns whose headers end in the same number belong together. */
  NUMBERED,
  /** One column for each course, a mark or a role in the cell. */
  GRID,
  /** Everybody in the sheet is in one course. */
  CLASS_LIST,
  /** Everybody is in the course that the nearest heading above names. */
  HEADINGS,
  /** A row says the course that somebody leaves and the one they go to. */
  MOVES;

  /** The name in JSON, as {@code class list}. */
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }
}
