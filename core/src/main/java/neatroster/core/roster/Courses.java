package neatroster.core.roster;

import java.util.Map;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.text.Cleaning;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;
import neatroster.core.value.PlainSigns;

/**
 * The courses that the sheets list, and behind them those that only the platform has, numbered from
 * 0 by their codes.
 */
public final class Courses {
  private static final int NOWHERE = -1;
  private static final int SEVERAL = -2;

  private final KeyIndex codes = KeyIndex.exact();
  private final IntList lines = new IntList();
  private final KeyIndex titles = KeyIndex.exact();
  private final IntList courseOfTitle = new IntList();
  private final KeyIndex misaligned = KeyIndex.exact();
  private final Map<String, String> aliases;
  private final boolean complete;

  /**
   * An empty list.
   *
   * @param aliases other names of courses: alias to code
   * @param complete whether there is a list, and it could be read to its end
   */
  Courses(Map<String, String> aliases, boolean complete) {
    this.aliases = aliases;
    this.complete = complete;
  }

  void add(RosterRow row, int line) {
    if (row.isUneven()) {
      // What refers to it is not reported as well.
      MisalignedRows.add(row, misaligned);
    } else if (row.has(Field.CODE)) {
      int before = codes.size();
      int number = codes.add(row.code(Field.CODE));
      if (number == before) {
        lines.add(line);
      }
      if (row.has(Field.TITLE)) {
        title(row.text(Field.TITLE), number);
      }
    }
  }

  private void title(String title, int number) {
    int named = titles.add(PlainSigns.of(title));
    if (named == courseOfTitle.size()) {
      courseOfTitle.add(number);
    } else if (courseOfTitle.get(named) != number) {
      courseOfTitle.set(named, SEVERAL);
    }
  }

  /** Adds courses that the platform has: code and title. */
  void addKnown(Map<String, String> codesAndTitles) {
    codesAndTitles.forEach(
        (code, title) -> {
          int before = codes.size();
          int number = codes.add(code);
          if (number == before) {
            lines.add(NOWHERE);
            if (!title.isEmpty()) {
              title(title, number);
            }
          }
        });
  }

  /** The course of a row of courses; none where it has no code. */
  public Link of(RosterRow row) {
    return row.has(Field.CODE) ? find(row.code(Field.CODE)) : Link.NONE;
  }

  /** The course of a code, an alias, or a title that only one course has. */
  public Link find(CharSequence name) {
    int number = codes.find(name);
    if (number == KeyIndex.NONE && !aliases.isEmpty()) {
      String code = aliases.get(Cleaning.clean(name));
      number = code == null ? KeyIndex.NONE : codes.find(code);
    }
    if (number == KeyIndex.NONE) {
      int title = titles.find(name);
      number = title == KeyIndex.NONE ? NOWHERE : courseOfTitle.get(title);
    }
    if (number == SEVERAL) {
      return Link.AMBIGUOUS;
    }
    if (number != NOWHERE) {
      return Link.to(number);
    }
    boolean unchecked =
        !complete || (misaligned.size() > 0 && misaligned.find(name) != KeyIndex.NONE);
    return unchecked ? Link.UNCHECKED : Link.NONE;
  }

  /** How many there are. */
  public int count() {
    return codes.size();
  }

  /** The code of a course. */
  public String code(int course) {
    return codes.text(course);
  }

  /** The line of the row that lists a course first, or -1 where no sheet does. */
  public int line(int course) {
    return lines.get(course);
  }

  /** Every title. */
  public KeyIndex titles() {
    return titles;
  }

  /** Every code. */
  public KeyIndex codes() {
    return codes;
  }
}
