package neatroster.core.check;

import java.util.function.Consumer;
import java.util.function.Predicate;
import neatroster.core.grid.Place;
import neatroster.core.intake.Column;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.ColumnTexts;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.RowCursor;
import neatroster.core.roster.SheetColumns;
import neatroster.core.roster.SheetLinks;
import neatroster.core.text.Cell;
import neatroster.core.text.TextPool;

/**
 * A sheet as its columns. Rows are counted by their position from 0; texts are numbers, 0 for an
 * empty cell, and equal ones have equal numbers.
 */
public final class SheetView {
  private final ResolvedRoster roster;
  private final RosterCounts counts;
  private final SheetColumns columns;
  private final SheetReading reading;
  private final RowCursor cursor;
  private final SheetLinks links;
  private final Cell cell = new Cell();
  private boolean unresolved;

  /**
   * A view.
   *
   * @param counts takes what is noted of people
   */
  public SheetView(ResolvedRoster roster, SheetReading sheet, RosterCounts counts) {
    this.roster = roster;
    this.counts = counts;
    this.reading = sheet;
    columns = roster.rows().columns(sheet);
    cursor = new RowCursor(columns);
    links = roster.links(sheet);
  }

  public SheetReading reading() {
    return reading;
  }

  public ResolvedRoster roster() {
    return roster;
  }

  public Table table() {
    return reading.table();
  }

  public int rows() {
    return columns.rows();
  }

  public boolean has(Field field) {
    return reading.has(field);
  }

  /** The number of a field's text in a row; 0 where the sheet has no such column. */
  public int text(int position, Field field) {
    int column = reading.indexOf(field);
    return column < 0 ? 0 : columns.code(position, column);
  }

  /** The numbers of a field's texts, for going down the rows; all 0 without such a column. */
  public ColumnTexts down(Field field) {
    return columns.down(reading.indexOf(field));
  }

  /** The number of the text in a column's cell. */
  public int textAt(int position, int column) {
    return columns.code(position, column);
  }

  /** More than any number of a text of a field. */
  public int texts(Field field) {
    return columns.pool(reading.indexOf(field)).size();
  }

  /** A text of a field, until another is asked for. */
  public Cell shown(Field field, int text) {
    return shownAt(reading.indexOf(field), text);
  }

  /** A text of a column, until another is asked for. */
  public Cell shownAt(int column, int text) {
    columns.pool(column).show(text, cell);
    return cell;
  }

  /** The value of a field in a row that is not misaligned: see {@link RosterRow#text}. */
  public String value(int position, Field field) {
    int text = text(position, field);
    return text == 0 ? "" : reading.text(field, shown(field, text));
  }

  /** Whether any text of a column, or of another with the same things, is odd. */
  public boolean hasOddTexts(Column column) {
    return columns.pool(column.index()).hasOdd();
  }

  /** The next row above that is not misaligned and has a value of a field, or -1. */
  public int above(int position, Field field) {
    int above = position - 1;
    while (above >= 0 && (text(above, field) == 0 || isMisaligned(above))) {
      above--;
    }
    return above;
  }

  /** A test of a field's texts, made once for each; the sheet has such a column. */
  public TextTests tests(Field field, Predicate<Cell> test) {
    return tests(reading.indexOf(field), test);
  }

  public TextTests tests(int column, Predicate<Cell> test) {
    TextPool pool = columns.pool(column);
    return new TextTests(pool, test);
  }

  /** Whether the values of a row may stand in the wrong columns. */
  public boolean isMisaligned(int position) {
    return columns.isIrregular(position) && cursor.at(position).isUneven();
  }

  /** A row, until another is asked for. */
  public RosterRow row(int position) {
    return cursor.at(position);
  }

  public int line(int position) {
    return roster.rows().line(columns, position);
  }

  public Place place(int position) {
    return new Place(reading.name(), columns.number(position));
  }

  /** The course that a row names. */
  Link course(int position) {
    return links.course(position);
  }

  /** The person whom a row of users is about. */
  public Link person(int position) {
    return roster.people().ofLine(line(position));
  }

  /** Notes that a row refers to what was not found. */
  public void noteUnresolved() {
    unresolved = true;
  }

  /** Whether any row may refer to what does not exist. */
  public boolean mayBeUnresolved() {
    return unresolved || reading.enrolls();
  }

  /** A row with whom it is about. */
  public CheckedRow checked(int position) {
    CheckedRow row = new CheckedRow(roster, counts, new Suggestions());
    row.begin(row(position), line(position));
    if (table() == Table.USERS) {
      row.user = person(position);
    }
    return row;
  }

  /** What is noted of people and courses. */
  public RosterCounts counts() {
    return counts;
  }

  /** Another row as a sentence names it: by its row, and its sheet where it is another. */
  public String named(Place place) {
    return CheckedRow.named(place, reading);
  }

  /** Hands on every enrollment that the rows hold. */
  public void enrollments(Consumer<RosterRow> receiver) {
    roster.rows().enrollments(reading, (row, line) -> receiver.accept(row));
  }

  /** A finding about a field of a row. */
  public Finding.Builder finding(int position, Field field, Rule rule, String message) {
    return Finding.about(row(position), field, rule, message);
  }

  /** A finding about a column of a row. */
  public Finding.Builder finding(int position, Column column, Rule rule, String message) {
    return new Finding.Builder(rule, place(position), message)
        .in(column)
        .showing(shownAt(column.index(), textAt(position, column.index())).toString());
  }

  /** What the rows refer to. */
  public SheetLinks links() {
    return links;
  }

  SheetColumns columns() {
    return columns;
  }
}
