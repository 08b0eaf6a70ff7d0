package neatroster.core.layout;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.pattern.Pattern;
import neatroster.core.pattern.PatternException;

/**
 * A file of a layout.
 *
 * @param name the pattern of its name, of <code>{n}</code>, <code>{course}</code> and <code>{site}
 *     </code>
 * @param row what a row stands for
 * @param changes which changes go in
 * @param form how it is written down
 * @param header whether headers stand on top
 * @param mostRows how many rows it takes below the header; 0 for any number
 * @param columns its columns
 */
public record LayoutFile(
    Pattern name,
    RowKind row,
    Set<Change> changes,
    Form form,
    boolean header,
    int mostRows,
    List<LayoutColumn> columns) {

  /** When cells stand in quotation marks. */
  public enum Quotes {
    WHERE_NEEDED,
    ALWAYS,
    NEVER
  }

  /**
   * How a file is written down; encoding, separator, quotes and line end are for CSV.
   *
   * @param isWorkbook whether it is a workbook (XLSX) and no CSV
   * @param separator what stands between cells
   * @param quotes when cells are quoted
   * @param encoding how text is encoded
   * @param hasMark whether the text begins with a byte order mark
   * @param lineEnd what ends a line
   * @param sheet the name of its sheet in a workbook, which other files of the layout may be sheets
   *     of too
   * @param titleRows the cells of the rows above the headers
   */
  public record Form(
      boolean isWorkbook,
      char separator,
      Quotes quotes,
      Charset encoding,
      boolean hasMark,
      String lineEnd,
      Optional<String> sheet,
      List<List<String>> titleRows) {}

  /** The names of values that a file's name may have. */
  public static final Set<String> NAMED = Set.of("n", "course", "site");

  /** Few files of a layout have one name, and files are looked up for every row. */
  @Override
  public int hashCode() {
    return name.toString().hashCode();
  }

  /** Whether there is anything that it could not hold. */
  boolean isNarrow() {
    boolean anyLetter =
        StandardCharsets.UTF_8.equals(form.encoding()) && form.quotes() != Quotes.NEVER;
    return form.isWorkbook()
        || !anyLetter
        || mostRows > 0
        || columns.stream()
            .anyMatch(
                column ->
                    column.isRequired()
                        || column.isJoined()
                        || column.longest() > 0
                        || column.allowed().isPresent());
  }

  /** Whether a change gets a row of its own. */
  boolean takes(PlannedChange change) {
    return row == RowKind.of(change)
        && changes.contains(change.change())
        && hasRoomFor(change, false);
  }

  /** Whether an enrollment goes along in the row of its user. */
  boolean takesAlong(PlannedChange change) {
    return RowKind.of(change) == RowKind.ENROLLMENT
        && change.change() != Change.WITHDRAW
        && hasEnrollments()
        && hasRoomFor(change, true);
  }

  /** Who is in a group across courses and in no course is said by the group's name alone. */
  private boolean hasRoomFor(PlannedChange change, boolean isAlong) {
    if (RowKind.of(change) != RowKind.ENROLLMENT || !change.value(Field.COURSE).isEmpty()) {
      return true;
    }
    for (LayoutColumn column : columns) {
      if (column.isForEachEnrollment() == isAlong
          && column.value().names().contains(Field.GROUP.label())) {
        return true;
      }
    }
    return false;
  }

  /** The same file with so many rows at the most, unless it takes fewer. */
  LayoutFile withMostRows(int most) {
    if (form.sheet().isPresent()) {
      // The sheets of a workbook stay together.
      return this;
    }
    int fewer = mostRows == 0 ? most : Math.min(mostRows, most);
    return new LayoutFile(name, row, changes, form, header, fewer, columns);
  }

  /** The same file, one for each course or site where its rows are of one. */
  LayoutFile splitBy(String by) {
    if (name.names().contains(by) || !row.isOfOne(by) || form.sheet().isPresent()) {
      return this;
    }
    String text = name.toString();
    int ending = text.lastIndexOf('.') < 0 ? text.length() : text.lastIndexOf('.');
    String split = text.substring(0, ending) + "-{" + by + "}" + text.substring(ending);
    try {
      return new LayoutFile(
          Pattern.parse(split, NAMED), row, changes, form, header, mostRows, columns);
    } catch (PatternException e) {
      throw new IllegalStateException(split, e);
    }
  }

  /** What stands above the first row: the title rows and the headers. */
  public List<List<String>> top() {
    List<List<String>> top = new ArrayList<>(form.titleRows());
    if (header) {
      top.add(headers());
    }
    return top;
  }

  /** By what a user, a course, a group or a site is told from others, as values know it. */
  private static final Map<RowKind, List<Set<String>>> TOLD_BY =
      Map.of(
          RowKind.USER,
          List.of(Set.of("username", "email", "id")),
          RowKind.COURSE,
          List.of(Set.of("code", "title")),
          RowKind.GROUP,
          List.of(Set.of("name")),
          RowKind.SITE,
          List.of(Set.of("site", "site 1")),
          RowKind.ENROLLMENT,
          List.of(
              Set.of("user", "username", "email", "id"),
              Set.of("course", "code", "title", "group")));

  /**
   * What its rows would have to say so that one is told from another, and do not; nothing where
   * they do. A name is none: two people may have one.
   */
  Optional<String> whatIsMissing() {
    Set<String> named = new HashSet<>(name.names());
    columns.forEach(column -> named.addAll(column.value().names()));
    for (Set<String> marks : TOLD_BY.get(row)) {
      if (marks.stream().noneMatch(named::contains)) {
        return Optional.of(
            marks.stream()
                .sorted()
                .map(mark -> "{" + mark + "}")
                .collect(Collectors.joining(" or ")));
      }
    }
    return Optional.empty();
  }

  /** Whether a row holds the enrollments of its user. */
  public boolean hasEnrollments() {
    for (LayoutColumn column : columns) {
      if (column.isForEachEnrollment()) {
        return true;
      }
    }
    return false;
  }

  /** How many enrollments a row holds. */
  int places() {
    return columns.stream()
        .filter(LayoutColumn::comesAgain)
        .mapToInt(LayoutColumn::most)
        .max()
        .orElse(0);
  }

  /** What stands on top. */
  public List<String> headers() {
    List<String> headers = new ArrayList<>();
    int places = places();
    for (int i = 0; i < columns.size(); i++) {
      LayoutColumn column = columns.get(i);
      if (!column.comesAgain()) {
        headers.add(column.header());
      } else if (i == 0 || !columns.get(i - 1).comesAgain()) {
        for (int place = 1; place <= places; place++) {
          for (LayoutColumn each : repeatedFrom(i)) {
            headers.add(each.header(place));
          }
        }
      }
    }
    return headers;
  }

  /** The repeated columns that stand together from a column on. */
  List<LayoutColumn> repeatedFrom(int first) {
    int end = first;
    while (end < columns.size() && columns.get(end).comesAgain()) {
      end++;
    }
    return columns.subList(first, end);
  }
}
