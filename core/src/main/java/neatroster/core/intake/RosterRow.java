package neatroster.core.intake;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetRow;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.value.Judged;

/**
 * One row of a table, its cells named by fields. Valid until the next row is read.
 *
 * <p>An enrollment that a row of people holds beside what it says of the person is a row of its
 * own, <em>derived</em> from that one.
 */
public final class RosterRow implements RowCells {
  /** What an enrollment that a row of people holds refers to its person by, the surest first. */
  private static final List<Field> MARKS =
      List.of(Field.USER, Field.USERNAME, Field.EMAIL, Field.ID);

  /** Of more distinct texts than these in a column few come again. */
  private static final int MOST_REMEMBERED = 4096;

  private final SheetReading reading;
  private final RosterRow from;
  private final Map<Field, Cell> derivedCells;
  private final Map<Field, Integer> derivedColumns;
  private final Cell[] made;
  private SheetRow raw;
  private int[] numbers;
  private BitSet cleared;

  /** For each column what the judges made of its first distinct texts. */
  private final String[][] remembered;

  public RosterRow(SheetReading reading) {
    this.reading = reading;
    this.from = null;
    this.derivedCells = Map.of();
    this.derivedColumns = Map.of();
    this.remembered = new String[reading.columns().size()][];
    this.made = new Cell[reading.mappings().isEmpty() ? 0 : reading.columns().size()];
    for (ColumnMapping mapping : reading.mappings()) {
      made[mapping.column()] = new Cell();
    }
  }

  private RosterRow(RosterRow from, EnrollmentCells enrollment) {
    this.reading = from.reading;
    this.from = from;
    this.raw = from.raw;
    this.cleared = from.cleared;
    this.made = from.made;
    this.derivedCells = new EnumMap<>(Field.class);
    this.derivedColumns = enrollment.columns();
    this.remembered = null;
    for (Field mark : MARKS) {
      if (from.has(mark)) {
        derivedColumns.put(Field.USER, reading.indexOf(mark));
        show(Field.USER, from.text(mark));
        break;
      }
    }
    enrollment.texts().forEach(this::show);
  }

  private void show(Field field, String text) {
    if (!text.isEmpty()) {
      char[] read = ColumnMapping.translated(text, reading.wordsOf(field)).toCharArray();
      Cell cell = new Cell();
      cell.show(read, 0, read.length);
      derivedCells.put(field, cell);
    }
  }

  /**
   * Takes the next row.
   *
   * @param numbers for each column the number of its text among the distinct ones of its kind
   */
  public void bind(SheetRow raw, int[] numbers) {
    this.numbers = numbers;
    bind(raw);
  }

  /** Says in which columns the row clears what the platform has; null for none. */
  public void clear(BitSet columns) {
    cleared = columns;
  }

  /** Whether the row clears what the platform has in a field; its cell counts as blank. */
  public boolean clears(Field field) {
    int column = cleared == null || isDerived() ? -1 : reading.indexOf(field);
    return column >= 0 && cleared.get(column);
  }

  /** Whether the row clears what the platform has in a field of the school's own. */
  public boolean clears(OwnField field) {
    Integer column = cleared == null ? null : reading.ownFields().get(field);
    return column != null && cleared.get(column);
  }

  /** Takes the next row. */
  public void bind(SheetRow raw) {
    this.raw = raw;
    this.cleared = null;
    for (ColumnMapping mapping : reading.mappings()) {
      char[] value = mapping.value(raw).toCharArray();
      made[mapping.column()].show(value, 0, value.length);
    }
  }

  /**
   * The cell of a column, counted from 0, as the settings have it read: put together, translated,
   * or as it stands.
   */
  @Override
  public Cell cellAt(int column) {
    if (cleared != null && cleared.get(column)) {
      return Cell.EMPTY;
    }
    return column < made.length && made[column] != null ? made[column] : raw.cell(column);
  }

  /** Hands on the enrollments that this row of people holds. */
  public void enrollments(Consumer<RosterRow> receiver) {
    reading
        .enrolling()
        .ifPresent(
            in -> in.enrollments(this, cells -> receiver.accept(new RosterRow(this, cells))));
  }

  /**
   * The columns in which a row of people says a group or a role of a course that it does not name:
   * nobody is enrolled by it.
   */
  public List<Column> withoutCourse() {
    List<Column> lost = new ArrayList<>();
    if (table() == Table.USERS) {
      for (int column : reading.columnsWithoutCourse(this)) {
        if (!cellAt(column).isBlank()) {
          lost.add(reading.columns().get(column));
        }
      }
    }
    return lost;
  }

  /** Whether a row of a list of moves leaves everything as it is. */
  public boolean isNoMove() {
    return reading.enrolling().isPresent()
        && reading.enrolling().get() instanceof EnrollmentColumns.Moves moves
        && moves.isNoMove(this);
  }

  /** Whether this is an enrollment that a row of people holds. */
  public boolean isDerived() {
    return from != null;
  }

  /** How the row's sheet is understood. */
  public SheetReading reading() {
    return reading;
  }

  /** The row's table. */
  public Table table() {
    return isDerived() ? Table.ENROLLMENTS : reading.table();
  }

  /** The row as the spreadsheet program numbers it. */
  @Override
  public int number() {
    return raw.number();
  }

  /** Where the row is. */
  public Place place() {
    return new Place(reading.name(), raw.number());
  }

  /** The cells as they stand, the ones without a field included. */
  public SheetRow raw() {
    return raw;
  }

  /** The column that a field of this row stands in. */
  public Optional<Column> column(Field field) {
    if (!isDerived()) {
      return reading.column(field);
    }
    Integer column = derivedColumns.get(field);
    return column == null ? Optional.empty() : Optional.of(reading.columns().get(column));
  }

  /** The cell of a field as it stands; empty where the sheet has no such column. */
  public Cell cell(Field field) {
    if (isDerived()) {
      return derivedCells.getOrDefault(field, Cell.EMPTY);
    }
    int column = reading.indexOf(field);
    return column < 0 ? Cell.EMPTY : cellAt(column);
  }

  /** The day that a field of this row names, read in the order that its column shows. */
  public Optional<LocalDate> date(Field field) {
    return reading.day(field, cell(field));
  }

  /**
   * The number of a field's text among the distinct ones of its kind, so that what was found out
   * about it need not be found out again; -1 where it has none.
   */
  public int textNumber(Field field) {
    int column = isDerived() || numbers == null ? -1 : reading.indexOf(field);
    return column < 0 ? -1 : numbers[column];
  }

  /** Whether the cell of a field holds something. */
  public boolean has(Field field) {
    return !cell(field).isBlank();
  }

  /**
   * The value of a field as it is written where it is delivered or compared; where it is none of
   * its type, as it stands without stray spaces; empty where there is none.
   */
  public String text(Field field) {
    int column = numbers == null || isDerived() ? -1 : reading.indexOf(field);
    if (column < 0 || isMade(column) || isByCountry(field)) {
      return textOf(field);
    }
    int number = numbers[column];
    if (number == 0 || number >= MOST_REMEMBERED) {
      return number == 0 ? "" : textOf(field);
    }
    String[] texts = remembered[column];
    if (texts == null || number >= texts.length) {
      int length = Math.max(16, Math.min(MOST_REMEMBERED, Integer.highestOneBit(number) * 2));
      texts = texts == null ? new String[length] : Arrays.copyOf(texts, length);
      remembered[column] = texts;
    }
    if (texts[number] == null) {
      texts[number] = textOf(field);
    }
    return texts[number];
  }

  private boolean isMade(int column) {
    return column < made.length && made[column] != null;
  }

  /** Whether a phone number is read by the country that the row says. */
  private boolean isByCountry(Field field) {
    return field == Field.PHONE && table() == Table.USERS && has(Field.COUNTRY);
  }

  private String textOf(Field field) {
    if (isByCountry(field) && has(field)) {
      return judged(field).text();
    }
    return reading.text(table(), field, cell(field));
  }

  /**
   * What the row says of one of the school's own fields: {@link Cleared#WORD} where it clears it.
   */
  public String own(OwnField field) {
    if (clears(field)) {
      return Cleared.WORD;
    }
    Integer column = reading.ownFields().get(field);
    return column == null || isDerived() ? "" : judged(field, column).text();
  }

  /**
   * A code as it is compared: the cell itself where it is in plain signs, whatever spaces are
   * around it.
   */
  public CharSequence code(Field field) {
    Cell cell = cell(field);
    return SheetReading.isPlainCode(cell) ? cell : text(field);
  }

  /** What the judge of a field's values makes of the one in this row. */
  public Judged judged(Field field) {
    if (isByCountry(field)) {
      Judged country = reading.judged(table(), Field.COUNTRY, cell(Field.COUNTRY));
      String region = country.isGood() ? country.text() : "";
      return reading.judged(table(), field, cell(field), region);
    }
    return reading.judged(table(), field, cell(field));
  }

  /** What the judge of one of the school's own fields makes of the value in its column. */
  public Judged judged(OwnField field, int column) {
    return reading.judged(field, cellAt(column));
  }

  /** Whether values may stand in the wrong columns: {@link SheetReading#isUneven}. */
  public boolean isUneven() {
    return reading.isUneven(raw);
  }
}
