package neatroster.core.intake;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import neatroster.core.grid.SheetRow;
import neatroster.core.language.Vocabulary;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.RowBlock;

/**
 * Tells rows that are no data: headers that come again on each printed page, totals, the notes of
 * an export.
 */
final class NonDataRows {
  /** The example is the first row of a starter sheet, or not far below what was put above it. */
  private static final int ROWS_OF_EXAMPLE = 200;

  private static final int LONGEST_TEST = 20;
  private static final int WORDS_OF_SENTENCE = 5;

  private static final List<Field> NAME_FIELDS =
      List.of(Field.FULL_NAME, Field.GIVEN_NAME, Field.FAMILY_NAME);

  private static final Set<String> TOTALS = Set.copyOf(Vocabulary.words("total"));

  /** What gradebooks hold below or above the people, with a number in every column. */
  private static final Set<String> OF_MARKS = Set.copyOf(Vocabulary.words("of marks"));

  /** A count at the end of a list of names, told by its number or its colon. */
  private static final Pattern COUNT =
      Pattern.compile(
          "(?iU)(?:"
              + Vocabulary.alternatives("counted")
              + ")\\b[^@]{0,40}?(?:[:=]\\s*\\d*|\\s\\d+)(?:\\s+\\p{L}+)?\\.?");

  private static final Pattern FOOTER =
      Pattern.compile(
          "(?iU)(?:"
              + Vocabulary.alternatives("total")
              + ")\\b.{0,40}\\d+|(?:"
              + Vocabulary.alternatives("foot")
              + ")\\b.*");

  /** What people type to try a form or a gradebook out. */
  private static final Pattern TEST_ENTRY = testEntry(Vocabulary.alternatives("test entry"));

  private static final List<byte[]> TEST_WORDS =
      Vocabulary.words("test entry").stream()
          .map(word -> word.getBytes(StandardCharsets.UTF_8))
          .toList();

  private final Table table;
  private final List<Column> columns;
  private final SheetReading reading;
  private final int[] nameColumns;
  private int rowsSeen;
  private final int first;
  private final int lengthOfHeader;
  private final int beginOfHeader;

  NonDataRows(SheetReading reading) {
    this.reading = reading;
    this.table = reading.table();
    this.columns = reading.columns();
    nameColumns =
        table != Table.USERS
            ? new int[0]
            : NAME_FIELDS.stream().filter(reading::has).mapToInt(reading::indexOf).toArray();
    int firstNamed = -1;
    for (Column column : columns) {
      if (firstNamed < 0 && !column.header().isEmpty()) {
        firstNamed = column.index();
      }
    }
    first = firstNamed;
    lengthOfHeader = first < 0 ? 0 : columns.get(first).header().length();
    beginOfHeader = first < 0 ? 0 : columns.get(first).header().charAt(0) | 0x20;
  }

  /** Why a row is no data, or null where it is. */
  String why(SheetRow row) {
    if (reading.headings().containsKey(row.number())) {
      return SkippedRow.HEADING;
    }
    if (row.isSetAside()) {
      return "remark";
    }
    if (first >= 0 && sameAsHeader(row, columns.get(first)) && repeatsHeader(row)) {
      return "repeated header";
    }
    if (rowsSeen < ROWS_OF_EXAMPLE) {
      rowsSeen++;
      if (ExampleRow.is(table, columns, row)) {
        return SkippedRow.EXAMPLE;
      }
    }
    // Only rows with hardly anything in them can be totals or footers, but for those of marks.
    int filled = 0;
    int at = -1;
    for (int i = 0; i < row.size() && filled <= 3; i++) {
      if (!row.cell(i).isBlank()) {
        at = at < 0 ? i : at;
        filled++;
      }
    }
    if (at < 0) {
      return null;
    }
    if (table == Table.USERS && isTestEntry(row)) {
      return SkippedRow.TEST_ENTRY;
    }
    if (filled > 3) {
      return columns.size() > 3 && (mayBeOfMarks(row.cell(at)) || isTotal(row, at))
          ? "total"
          : null;
    }
    String text = row.cell(at).cleaned();
    if (filled == 1 && table == Table.USERS && isAside(text, at)) {
      boolean isFoot = PageFoot.is(text) || FOOTER.matcher(text).matches();
      return isFoot ? "footer" : "remark";
    }
    if (OF_MARKS.contains(bare(text)) && columns.size() > 2) {
      return "total";
    }
    if (filled == 1 && COUNT.matcher(text).matches()) {
      return "total";
    }
    if (columns.size() < 3) {
      return null;
    }
    if (TOTALS.contains(bare(text))) {
      return "total";
    }
    return filled == 1 && FOOTER.matcher(text).matches() ? "footer" : null;
  }

  /**
   * What in a row of people that is skipped may name a person all the same; empty where nothing.
   */
  String person(SheetRow row, String why) {
    boolean mayBe =
        table == Table.USERS
            && !why.equals("repeated header")
            && !why.equals(SkippedRow.EXAMPLE)
            && !why.equals(SkippedRow.HEADING);
    for (int i = 0; mayBe && i < row.size(); i++) {
      String text = row.cell(i).cleaned();
      if (why.equals(SkippedRow.TEST_ENTRY)) {
        return "Test";
      }
      if (PersonInLine.namesPerson(text)
          || (why.equals("remark") && PersonInLine.isNearlyName(text))) {
        return text;
      }
    }
    return "";
  }

  /** A word for a total, and nothing but numbers beside it. */
  private static boolean isTotal(SheetRow row, int at) {
    if (row.cell(at).length() > 40 || !TOTALS.contains(bare(row.cell(at).cleaned()))) {
      return false;
    }
    for (int i = at + 1; i < row.size(); i++) {
      String cell = row.cell(i).cleaned();
      if (!cell.isEmpty() && cell.codePoints().anyMatch(Character::isLetter)) {
        return false;
      }
    }
    return true;
  }

  /** Whether the only text in a row of people is no name: a day, a page’s foot, a sentence. */
  private boolean isAside(String text, int column) {
    return PageFoot.is(text)
        || DayWords.isDay(text)
        || (columns.size() > 1
            && Arrays.stream(nameColumns).anyMatch(name -> name == column)
            && isSentence(text));
  }

  /**
   * Whether words cannot be a name; one in which numbers stand may be a misaligned row of a person.
   */
  private static boolean isSentence(String text) {
    int words = text.split(" ", -1).length;
    boolean hasDigits = text.codePoints().anyMatch(Character::isDigit);
    return words >= (hasDigits ? WORDS_OF_SENTENCE : 2)
        && text.indexOf('@') < 0
        && text.codePoints().anyMatch(Character::isLetter)
        && PersonInLine.all(text).stream().noneMatch(PersonInLine::isPossible);
  }

  private boolean isTestEntry(SheetRow row) {
    StringBuilder name = new StringBuilder();
    for (Field field : NAME_FIELDS) {
      if (reading.has(field)) {
        Cell cell = row.cell(reading.indexOf(field));
        if (cell.length() > LONGEST_TEST) {
          return false;
        }
        name.append(name.isEmpty() || cell.isEmpty() ? "" : " ").append(cell.cleaned());
      }
    }
    return TEST_ENTRY.matcher(name).matches();
  }

  /**
   * Whether a row of a block is data at a glance: it is not one of the first, does not begin as the
   * header does, and its first value has no word that a total could have. No is no answer.
   */
  boolean isSurelyData(RowBlock block, int row) {
    if (rowsSeen < ROWS_OF_EXAMPLE) {
      return false;
    }
    if (!reading.headings().isEmpty()) {
      return false;
    }
    int first = block.firstCell(row);
    int filled = 0;
    int at = -1;
    for (int cell = first; cell < block.endCell(row); cell++) {
      int length = block.end(cell) - block.start(cell);
      if (length > 0) {
        if (mayBeBlank(block.text(), block.start(cell))) {
          return false;
        }
        at = at < 0 ? cell : at;
        filled++;
      }
    }
    return filled > 1
        && !mayBeHeader(block, first)
        && !mayBeTotal(block, at)
        && !mayBeTestEntry(block, first);
  }

  private boolean mayBeHeader(RowBlock block, int firstCell) {
    if (first < 0) {
      return false;
    }
    int cell = firstCell + first;
    int length = block.end(cell) - block.start(cell);
    return length >= lengthOfHeader
        && (block.isOdd(cell)
            || (length == lengthOfHeader
                && (block.text()[block.start(cell)] | 0x20) == beginOfHeader));
  }

  /** Whether the name of a row begins as what is typed to try a form out. */
  private boolean mayBeTestEntry(RowBlock block, int firstCell) {
    for (int column : nameColumns) {
      int cell = firstCell + column;
      int start = block.start(cell);
      int length = block.end(cell) - start;
      if (length >= 4 && length <= LONGEST_TEST && hasTestWord(block.text(), start, length)) {
        return true;
      }
    }
    return false;
  }

  /** Whether a text begins or ends with a word that is typed to try a form out, or may. */
  private static boolean hasTestWord(byte[] text, int start, int length) {
    for (byte[] word : TEST_WORDS) {
      if (word.length <= length
          && (begins(text, start, word) || begins(text, start + length - word.length, word))) {
        return true;
      }
    }
    return false;
  }

  private static boolean begins(byte[] text, int at, byte[] word) {
    // The first two letters do: what may be one is looked at as a whole.
    return (text[at] | 0x20) == word[0] && (text[at + 1] | 0x20) == (word[1] | 0x20);
  }

  private static Pattern testEntry(String words) {
    return Pattern.compile(
        "(?iU)(" + words + ")[, ]+(?:\\1|student|user)|(?:student|user)[, ]+(?:" + words + ")");
  }

  /** Whether a text begins with a space of any kind, or may. */
  private static boolean mayBeBlank(byte[] text, int start) {
    int first = text[start] & 0xff;
    return first <= ' '
        || first == 0xc2
        || first == 0xe2
        || first == 0xef
        || (first == 0xe3 && (text[start + 1] & 0xff) == 0x80);
  }

  /** Whether a cell has one of the words that totals have. */
  private static boolean mayBeTotal(RowBlock block, int cell) {
    int length = block.end(cell) - block.start(cell);
    byte last = block.text()[block.end(cell) - 1];
    if (length < 3 || length > 40 || (last >= '0' && last <= '9')) {
      return false;
    }
    for (int at = block.start(cell); at < block.end(cell); at++) {
      byte b = block.text()[at];
      boolean letter = b < 0 || ((b | 0x20) >= 'a' && (b | 0x20) <= 'z');
      boolean end = at + 1 == block.end(cell) && (b == '.' || b == ':');
      if (!letter && b != ' ' && !end) {
        return false;
      }
    }
    String text =
        bare(
            new String(
                block.text(),
                block.start(cell),
                block.end(cell) - block.start(cell),
                StandardCharsets.UTF_8));
    return OF_MARKS.contains(text) || TOTALS.contains(text);
  }

  private static boolean mayBeOfMarks(Cell cell) {
    // The longest of them has 20 letters; most rows are told by their first cell's length.
    return cell.length() >= 4 && cell.length() < 40 && OF_MARKS.contains(bare(cell.cleaned()));
  }

  /** In small letters, without a colon or a dot at the end. */
  private static String bare(String text) {
    String lower = text.toLowerCase(Locale.ROOT);
    return lower.endsWith(":") || lower.endsWith(".")
        ? lower.substring(0, lower.length() - 1)
        : lower;
  }

  private boolean repeatsHeader(SheetRow row) {
    for (Column column : columns) {
      if (!column.header().isEmpty() && !sameAsHeader(row, column)) {
        return false;
      }
    }
    return true;
  }

  private static boolean sameAsHeader(SheetRow row, Column column) {
    Cell cell = row.cell(column.index());
    String header = column.header();
    return cell.length() >= header.length() && cell.cleaned().equalsIgnoreCase(header);
  }
}
