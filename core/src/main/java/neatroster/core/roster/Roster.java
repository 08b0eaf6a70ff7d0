package neatroster.core.roster;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.EnrollmentForm;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SkippedRow;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.TextPool;

/**
 * The rows of all sheets of one roster. Each sheet is read once, when its rows are asked for first;
 * then they stand in columns in memory.
 *
 * <p>Each row has a <em>line</em>: one number for its sheet and row together, so that keys can
 * remember where they were seen in four bytes.
 */
public final class Roster {
  private static final List<Table> IN_ORDER =
      List.of(Table.COURSES, Table.GROUPS, Table.USERS, Table.ENROLLMENTS);

  private final List<SheetReading> sheets;
  private final List<Unread> unread;
  private final List<SheetName> order;
  private List<SheetColumns> columns;
  private ValuePools pools;
  private final Set<SheetName> arranged;
  private int[] starts;
  private final IdentityHashMap<SheetReading, Integer> positions = new IdentityHashMap<>();

  /**
   * A roster of these sheets.
   *
   * @param sheets the sheets that were understood
   * @param unread the ones that were not
   * @param order all of them, in the order in which the user named them
   */
  public Roster(List<SheetReading> sheets, List<Unread> unread, List<SheetName> order) {
    this(sheets, unread, order, Set.of());
  }

  /**
   * A roster of these sheets.
   *
   * @param arranged which of the sheets are the roster's own moves: they have the last word
   */
  public Roster(
      List<SheetReading> sheets,
      List<Unread> unread,
      List<SheetName> order,
      Set<SheetName> arranged) {
    this.arranged = Set.copyOf(arranged);
    this.sheets = List.copyOf(sheets);
    this.unread = List.copyOf(unread);
    this.order = List.copyOf(order);
  }

  /**
   * How little a sheet says of people. Where two lists contradict each other, the list of people is
   * read first and holds, and the finding stands in the list of who is in a course.
   */
  private static int saysLessOfPeople(SheetReading sheet) {
    if (sheet.table() != Table.USERS) {
      return 0;
    }
    return (sheet.has(Field.ID) ? 0 : 2) + (sheet.enrolls() ? 1 : 0);
  }

  /**
   * A sheet that was not understood.
   *
   * @param why why not
   * @param besideTables whether other tabs of its file are tables: then it may be notes or a chart
   */
  public record Unread(SheetName name, UnreadableSheetException why, boolean besideTables) {
    /** Whether nobody needs to do anything about it. */
    public boolean isLeftAlone() {
      return why.isOfNoMatter() || (besideTables && why.isNotATable());
    }
  }

  /** Takes the rows of a table. */
  @FunctionalInterface
  public interface Receiver {
    /**
     * Takes one row.
     *
     * @param row valid during the call
     * @param line the row's line
     */
    void row(RosterRow row, int line);
  }

  /** The sheets that were understood, in the order in which the user named them. */
  public List<SheetReading> sheets() {
    return sheets;
  }

  /** The same, those first that say most of people. */
  List<SheetReading> peopleFirst() {
    return sheets.stream().sorted(Comparator.comparing(Roster::saysLessOfPeople)).toList();
  }

  /** Whether a sheet is one of the roster's own moves, which have the last word. */
  public boolean isArranged(SheetReading sheet) {
    return arranged.contains(sheet.name());
  }

  /** Whether a sheet moves people out of courses in which other lists have them. */
  public boolean movesPeople(SheetReading sheet) {
    return isArranged(sheet) || (sheet.enrolls() && sheet.shape() == EnrollmentForm.MOVES);
  }

  /** The same roster with some of its sheets alone. */
  public Roster with(List<SheetReading> some) {
    return new Roster(some, unread, order, arranged);
  }

  /** The sheets that were not. */
  public List<Unread> unread() {
    return unread;
  }

  /** The names of all sheets in the order in which the user named them. */
  public List<SheetName> order() {
    return order;
  }

  /** Whether any sheet lists rows of this table. */
  public boolean lists(Table table) {
    return sheets.stream().anyMatch(sheet -> sheet.table() == table);
  }

  private List<SheetColumns> columns() {
    if (columns == null) {
      List<SheetColumns> read = new ArrayList<>();
      pools = new ValuePools();
      // What others refer to comes first, so that its values have the small numbers.
      for (Table table : IN_ORDER) {
        for (SheetReading sheet : peopleFirst()) {
          if (sheet.table() == table) {
            read.add(new SheetColumns(sheet, pools));
          }
        }
      }
      pools.close();
      starts = new int[read.size() + 1];
      for (int i = 0; i < read.size(); i++) {
        positions.put(read.get(i).reading(), i);
        starts[i + 1] = Math.addExact(starts[i], read.get(i).lastRow() + 1);
      }
      columns = read;
    }
    return columns;
  }

  /** Reads all sheets, unless they were. */
  public void read() {
    columns();
  }

  /** Hands on every row of a table, sheet by sheet in the order in which the user named them. */
  public void read(Table table, Receiver receiver) {
    columns();
    for (SheetReading sheet : sheets) {
      boolean alongWithPeople = table == Table.ENROLLMENTS && sheet.enrolls();
      if (sheet.table() == table || alongWithPeople) {
        read(positions.get(sheet), table, receiver);
      }
    }
  }

  /** Hands on every row of every sheet once, whatever it is about, as it stands. */
  public void readAll(Receiver receiver) {
    columns();
    for (SheetReading sheet : sheets) {
      read(positions.get(sheet), sheet.enrolls() ? Table.USERS : sheet.table(), receiver);
    }
  }

  /** Hands on every row of one sheet, as it stands. */
  public void read(SheetReading sheet, Receiver receiver) {
    columns();
    read(positions.get(sheet), sheet.enrolls() ? Table.USERS : sheet.table(), receiver);
  }

  /** Hands on every enrollment that the rows of a sheet hold. */
  public void enrollments(SheetReading sheet, Receiver receiver) {
    read(positions.get(sheet), Table.ENROLLMENTS, receiver);
  }

  private void read(int sheet, Table table, Receiver receiver) {
    SheetColumns rows = columns.get(sheet);
    SheetReading reading = rows.reading();
    RowCursor cursor = new RowCursor(rows);
    int base = starts[sheet];
    boolean enrollments = table == Table.ENROLLMENTS && reading.enrolls();
    for (int i = 0; i < rows.rows(); i++) {
      RosterRow row = cursor.at(i);
      int line = base + row.number();
      if (!enrollments) {
        receiver.row(row, line);
      } else if (!row.isUneven()) {
        row.enrollments(enrollment -> receiver.row(enrollment, line));
      } else if (reading.table() == Table.ENROLLMENTS) {
        receiver.row(row, line);
      }
    }
  }

  /** The distinct texts by which people are referred to. */
  TextPool textsOfPeople() {
    columns();
    return pools.of(Optional.of(Field.ID));
  }

  /** The columns of a sheet. */
  public SheetColumns columns(SheetReading sheet) {
    return columns().get(positions.get(sheet));
  }

  /** The line of a row of a sheet. */
  public int line(SheetColumns sheet, int position) {
    return start(sheet.reading()) + sheet.number(position);
  }

  /** What a row's number is added to for its line. */
  public int start(SheetReading sheet) {
    return starts[positions.get(sheet)];
  }

  /** The sheets that could be read only in part. */
  public List<SheetReading> brokenOff() {
    columns();
    return sheets.stream().filter(sheet -> whyBrokenOff(sheet).isPresent()).toList();
  }

  /** Why a sheet could be read only in part, if so. */
  public Optional<UnreadableSheetException> whyBrokenOff(SheetReading sheet) {
    return Optional.ofNullable(columns().get(positions.get(sheet)).brokenOff());
  }

  /** The rows of a sheet that are no data. */
  public List<SkippedRow> skipped(SheetReading sheet) {
    return columns().get(positions.get(sheet)).skipped();
  }

  /** The row on a line, to be kept as long as one likes. */
  public RosterRow row(int line) {
    int sheet = sheetOf(line);
    SheetColumns rows = columns.get(sheet);
    return new RowCursor(rows).at(rows.position(line - starts[sheet]));
  }

  /** The line of a place, or -1 where the place is no row of a sheet. */
  public int line(Place place) {
    columns();
    for (int i = 0; i < columns.size(); i++) {
      if (columns.get(i).reading().name().equals(place.sheet())) {
        return place.row() == 0 ? -1 : starts[i] + place.row();
      }
    }
    return -1;
  }

  /** The sheet and row of a line. */
  public Place place(int line) {
    int sheet = sheetOf(line);
    return new Place(columns.get(sheet).reading().name(), line - starts[sheet]);
  }

  /** The sheet of a line. */
  public SheetReading sheet(int line) {
    return columns().get(sheetOf(line)).reading();
  }

  private int sheetOf(int line) {
    columns();
    int low = 0;
    int high = columns.size() - 1;
    while (low < high) {
      int middle = (low + high + 1) >>> 1;
      if (starts[middle] <= line) {
        low = middle;
      } else {
        high = middle - 1;
      }
    }
    return low;
  }
}
