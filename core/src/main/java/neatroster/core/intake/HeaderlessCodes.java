package neatroster.core.intake;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/**
 * Reads a sheet without headers that holds codes of courses and no names: who is in which course,
 * or a list of courses.
 */
final class HeaderlessCodes {
  /** Letters and a number, as courses are coded. */
  private static final Pattern CODE = Pattern.compile("\\p{Lu}{2,8}[-_./]\\d{1,4}\\p{L}?");

  private static final Pattern SHORT_CODE =
      Pattern.compile(
          "(?=.{1,16}$)(?:(?=.*\\d)[\\p{L}\\d]|\\p{Lu})[\\p{L}\\d]*(?:[-_./][\\p{L}\\d]+)*");

  /** What somebody is known by: one word. */
  private static final Pattern MARK = Pattern.compile("[\\p{L}\\p{N}][\\p{L}\\p{N}._@+'-]*");

  private static final Set<Field> NAMES =
      Set.of(Field.GIVEN_NAME, Field.FAMILY_NAME, Field.FULL_NAME);

  private final List<Column> columns;
  private final List<EarlyRow> rows;

  /**
   * A guess.
   *
   * @param columns what the columns were told to be by their values alone
   * @param rows the first rows
   */
  HeaderlessCodes(List<Column> columns, List<EarlyRow> rows) {
    this.columns = columns;
    this.rows = rows;
  }

  /**
   * Whether a text is one word with a digit in it, or all in capitals, as codes of courses are
   * under a header that speaks of courses.
   */
  static boolean isShortCode(String text) {
    return SHORT_CODE.matcher(text).matches();
  }

  /** Whether a text is built as codes of courses are. */
  static boolean isCode(String text) {
    return CODE.matcher(text).matches();
  }

  /** The sheet as one of enrollments or of courses, if it is one. */
  Optional<FoundHeader> found(Optional<Table> as, List<SkippedRow> titles) {
    int course = codes();
    if (course < 0 || rows.size() < 2) {
      return Optional.empty();
    }
    int user = user(course);
    boolean repeats =
        new HashSet<>(EarlyValues.of(rows, course)).size() < EarlyValues.of(rows, course).size();
    boolean role = has(Field.ROLE);
    boolean asEnrollments = as.isPresent() && as.get() == Table.ENROLLMENTS;
    if (user >= 0 && (repeats || role || asEnrollments) && (as.isEmpty() || asEnrollments)) {
      return Optional.of(found(Table.ENROLLMENTS, Field.COURSE, course, Field.USER, user, titles));
    }
    int title = title(course);
    boolean asCourses = as.isPresent() && as.get() == Table.COURSES;
    if (title >= 0 && !repeats && !role && (as.isEmpty() || asCourses)) {
      return Optional.of(found(Table.COURSES, Field.CODE, course, Field.TITLE, title, titles));
    }
    return Optional.empty();
  }

  private FoundHeader found(
      Table table, Field first, int one, Field second, int other, List<SkippedRow> titles) {
    List<Column> told = new ArrayList<>();
    for (Column column : columns) {
      Optional<Field> field = column.field().filter(f -> f == Field.ROLE);
      if (column.index() == one) {
        field = Optional.of(first);
      } else if (column.index() == other) {
        field = Optional.of(second);
      }
      told.add(column.as(field, Column.By.VALUES));
    }
    return new FoundHeader(table, 0, SecretColumns.marked(told, rows), titles);
  }

  /** The column of codes, or -1 where there is none or more than one. */
  private int codes() {
    int at = -1;
    for (Column column : columns) {
      List<String> values = EarlyValues.of(rows, column.index());
      if (!values.isEmpty() && EarlyValues.most(values, HeaderlessCodes::isCode)) {
        if (at >= 0) {
          return -1;
        }
        at = column.index();
      }
    }
    return at;
  }

  /** The column that says who: an address or a number, else single words; -1 beside names. */
  private int user(int course) {
    int words = -1;
    int mark = -1;
    int names = 0;
    for (Column column : columns) {
      List<String> values = EarlyValues.of(rows, column.index());
      boolean role = column.field().equals(Optional.of(Field.ROLE));
      if (column.index() == course || role || values.isEmpty()) {
        continue;
      }
      boolean single = EarlyValues.most(values, value -> MARK.matcher(value).matches());
      names += column.field().filter(NAMES::contains).isPresent() && !isLower(values) ? 1 : 0;
      if (column.field().equals(Optional.of(Field.EMAIL))
          || column.field().equals(Optional.of(Field.ID))) {
        mark = mark < 0 ? column.index() : mark;
      } else if (single && isLower(values)) {
        words = words < 0 ? column.index() : words;
      }
    }
    return names > 0 ? -1 : mark >= 0 ? mark : words;
  }

  private static boolean isLower(List<String> values) {
    return EarlyValues.most(values, value -> value.equals(value.toLowerCase(Locale.ROOT)));
  }

  /** The column of longer texts beside the codes. */
  private int title(int course) {
    int at = -1;
    double longest = 0;
    for (Column column : columns) {
      List<String> values = EarlyValues.of(rows, column.index());
      double letters = values.stream().mapToInt(String::length).average().orElse(0);
      boolean text = column.field().isEmpty() || NAMES.contains(column.field().get());
      if (column.index() != course && text && letters > longest && letters > 5) {
        longest = letters;
        at = column.index();
      }
    }
    boolean people = has(Field.EMAIL) || has(Field.BIRTH_DATE) || has(Field.FAMILY_NAME);
    return people ? -1 : at;
  }

  private boolean has(Field field) {
    return columns.stream().anyMatch(column -> column.field().equals(Optional.of(field)));
  }
}
