package neatroster.core.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Hidden;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/**
 * A list of people as it is typed where there are no cells: one on a line or several, with a bullet
 * or a number before them, an address or a remark behind them. It is read as rows of three cells:
 * the name, the address, the remark.
 */
final class PeopleLines implements Sheet {
  private static final int NAME = 0;
  private static final int EMAIL = 1;
  private static final int REMARK = 2;

  /** So many of the lines below the title must be people. */
  private static final double MOST = 0.8;

  private final Sheet lines;
  private final Items items;
  private final int firstRow;
  private boolean several;
  private boolean remarks;
  private boolean addresses;

  private PeopleLines(Sheet lines, Items items, int firstRow) {
    this.lines = lines;
    this.items = items;
    this.firstRow = firstRow;
  }

  /** Which lines of a list are people. */
  private enum Items {
    /** Any. */
    ANY,
    /** Those with a number or a sign before them, and who is a person beyond doubt. */
    MARKED,
    /** Those that the word processor has as items of a list. */
    OF_KIND;

    static Items of(List<Early> early) {
      long ofKind = early.stream().filter(line -> line.kind() == SheetRow.Kind.ITEM).count();
      long marked = early.stream().filter(line -> isItem(line.text(), line.kind())).count();
      return isMost(ofKind, early) ? OF_KIND : isMost(marked, early) ? MARKED : ANY;
    }

    private static boolean isMost(long count, List<Early> of) {
      return count >= 2 && count * 2 > of.size();
    }
  }

  /** One of the first lines. */
  private record Early(int row, SheetRow.Kind kind, String text) {}

  /**
   * Reads a text as a list of people, if most of its first lines are people and they are not one
   * plain column of names or of addresses.
   */
  static Optional<FoundHeader> find(Sheet sheet) throws UnreadableSheetException {
    Optional<Sheet> lines = sheet.lines();
    boolean narrow = isOneColumn(sheet);
    List<Early> early = early(lines.orElse(sheet));
    if (early.isEmpty() || (lines.isEmpty() && !narrow)) {
      return Optional.empty();
    }
    Items items = Items.of(early);
    int first = firstPerson(early, items);
    int people = 0;
    int persons = 0;
    int below = 0;
    int asides = 0;
    boolean names = false;
    boolean emails = false;
    boolean plain = early.get(0).row() == first;
    for (Early line : early) {
      if (line.row() < first) {
        continue;
      }
      if (isAside(line.text(), line.kind(), items)) {
        plain = false;
        asides++;
        continue;
      }
      below++;
      List<PersonInLine> found = PersonInLine.all(line.text());
      people += found.stream().allMatch(PersonInLine::isCertain) ? 1 : 0;
      persons += found.size();
      for (PersonInLine person : found) {
        names |= !person.name().isEmpty();
        emails |= !person.email().isEmpty();
        plain &= line.text().equals(person.name()) || line.text().equals(person.email());
      }
    }
    boolean oneColumn = narrow && plain && names != emails;
    if (first < 0 || oneColumn || persons < 2 || people < MOST * below || asides > people) {
      return Optional.empty();
    }
    int start = early.get(0).row() == first ? 0 : first;
    return Optional.of(
        new PeopleLines(lines.orElse(sheet), items, start).found(early, names, emails));
  }

  private FoundHeader found(List<Early> early, boolean names, boolean emails) {
    List<Column> columns = new ArrayList<>();
    survey();
    columns.add(column(NAME, names, Field.FULL_NAME));
    columns.add(column(EMAIL, emails || addresses, Field.EMAIL));
    if (remarks) {
      columns.add(new Column(REMARK, "extra text", Optional.empty(), null));
    }
    List<SkippedRow> titles = new ArrayList<>();
    for (Early line : early) {
      boolean known = titles.stream().anyMatch(title -> title.row() == line.row());
      if (line.row() < firstRow && !known) {
        String person = PersonInLine.namesPerson(line.text()) ? line.text() : "";
        titles.add(new SkippedRow(line.row(), "title", person));
      }
    }
    return new FoundHeader(
        Table.USERS, 0, columns, titles, false, Optional.of(new FoundHeader.Lines(this, several)));
  }

  private static Column column(int index, boolean used, Field field) {
    return used
        ? new Column(index, "", Optional.of(field), Column.By.VALUES)
        : new Column(index, "", Optional.empty(), null);
  }

  private static List<Early> early(Sheet lines) throws UnreadableSheetException {
    List<Early> early = new ArrayList<>();
    lines.read(
        row -> {
          for (String line : linesOf(row)) {
            early.add(new Early(row.number(), row.kind(), line));
          }
          return early.size() < EarlyRow.MOST;
        });
    return early;
  }

  private static boolean isOneColumn(Sheet sheet) throws UnreadableSheetException {
    boolean[] one = {true};
    int[] rows = {0};
    sheet.read(
        row -> {
          for (int i = 1; i < row.size(); i++) {
            one[0] &= row.cell(i).isBlank();
          }
          return one[0] && ++rows[0] < EarlyRow.MOST;
        });
    return one[0];
  }

  /** The lines of a row's first cell that are not blank. */
  private static List<String> linesOf(SheetRow row) {
    List<String> lines = new ArrayList<>();
    row.cell(0).toString().lines().map(String::strip).filter(l -> !l.isEmpty()).forEach(lines::add);
    return lines;
  }

  private static int firstPerson(List<Early> early, Items items) {
    for (Early line : early) {
      if (!isAside(line.text(), line.kind(), items)
          && PersonInLine.all(line.text()).stream().allMatch(PersonInLine::isCertain)) {
        return line.row();
      }
    }
    return -1;
  }

  /** Whether a line is a heading or a remark among the people. */
  private static boolean isAside(String line, SheetRow.Kind kind, Items items) {
    if (kind == SheetRow.Kind.HEADING
        || (items == Items.OF_KIND && kind != SheetRow.Kind.ITEM)
        || (items == Items.MARKED && !isItem(line, kind) && !PersonInLine.namesPerson(line))) {
      return true;
    }
    // “Reserves:” announces people and is none.
    boolean announces = line.endsWith(":") && line.indexOf('@') < 0;
    return announces || PersonInLine.all(line).stream().noneMatch(PersonInLine::isPossible);
  }

  /** Whether a line is one of those in a list that are counted, or have a sign before them. */
  private static boolean isItem(String line, SheetRow.Kind kind) {
    return kind == SheetRow.Kind.ITEM
        || (kind != SheetRow.Kind.HEADING && PersonInLine.hasBullet(line));
  }

  /** Each row has a number of its own, also where several people share a line. */
  private static int next(int[] last, SheetRow line) {
    last[0] = Math.max(last[0] + 1, line.number());
    return last[0];
  }

  /** Whether several people share a line, so that rows are counted person by person. */
  boolean countsPeople() {
    return several;
  }

  /** Goes over all lines for what some of them have. */
  private void survey() {
    try {
      lines.read(
          row -> {
            int people = 0;
            for (String line : linesOf(row)) {
              List<PersonInLine> all = PersonInLine.all(line);
              people += Math.max(1, all.size());
              remarks |= all.stream().anyMatch(person -> !person.remark().isEmpty());
              addresses |= all.stream().anyMatch(person -> !person.email().isEmpty());
            }
            several |= people > 1;
            return !several || !remarks || !addresses;
          });
    } catch (UnreadableSheetException e) {
      // The check comes to the same place and says so; the lines up to there show what they show.
      return;
    }
  }

  @Override
  public SheetName name() {
    return lines.name();
  }

  @Override
  public FileFacts facts() {
    FileFacts facts = lines.facts();
    return new FileFacts(facts.format(), facts.encoding(), null, false, facts.doubt());
  }

  @Override
  public Hidden hidden() {
    return lines.hidden();
  }

  @Override
  public void read(Receiver receiver) throws UnreadableSheetException {
    SheetRow person = new SheetRow();
    int[] last = {0};
    lines.read(
        row -> {
          boolean more = true;
          boolean title = row.number() < firstRow;
          for (String line : linesOf(row)) {
            if (title || isAside(line, row.kind(), items)) {
              person.begin(next(last, row));
              person.add(line);
              person.putAside(true);
              more = more && receiver.row(person);
              continue;
            }
            for (PersonInLine each : PersonInLine.all(line)) {
              person.begin(next(last, row));
              person.add(each.name());
              person.add(each.email());
              if (remarks) {
                person.add(each.remark());
              }
              more = more && receiver.row(person);
            }
          }
          return more;
        });
  }
}
