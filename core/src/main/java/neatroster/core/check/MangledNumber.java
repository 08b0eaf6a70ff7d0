package neatroster.core.check;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** A number that a spreadsheet program took for another. */
final class MangledNumber extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "mangled-number",
          Severity.ERROR,
          "An id or a code was changed by a spreadsheet program: written as 1.2E+11, robbed of the noughts in front that the other ids have, or turned into a date.",
          "The id is somebody else’s or nobody’s: the person gets a second account.",
          "Format the column as text before you type or paste, and take the values anew from where they came. Where the noughts are all that is missing, type the suggestion.",
          """
          id     | given name
          000417 | Ana
          000418 | Bo
          000419 | Cy
          000420 | Di
          421    | Ed        ← 000421
          1.2E+11 | Flo      ← the digits behind are gone
          """);

  MangledNumber() {
    super(TEXT, Table.USERS, Table.COURSES, Table.ENROLLMENTS);
  }

  private static final Field[] FIELDS = {
    Field.ID, Field.USER, Field.CODE, Field.COURSE, Field.PHONE
  };
  private static final Pattern SCIENTIFIC = Pattern.compile("\\d(?:[.,]\\d+)?[eE]\\+\\d{2,3}");
  private static final Pattern DATE =
      Pattern.compile(
          "\\d{4}-\\d\\d-\\d\\d|\\d{1,2}[-. ](?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)"
              + "|(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[-. ]\\d{1,4}",
          Pattern.CASE_INSENSITIVE);

  /** Fewer show nothing. */
  private static final int FEWEST = 4;

  private static final int MOST_HELD = 20_000;

  /** What the numbers of a column have in common. */
  private static final class Shape {
    private int values;
    private int dates;
    private final Map<Integer, Integer> lengths = new HashMap<>();
    private boolean noughts;
    private final List<Held> shorter = new ArrayList<>();
    private final List<Finding.Builder> asDates = new ArrayList<>();
  }

  /** A number that may lack noughts. */
  private record Held(String value, Finding.Builder finding) {}

  private final Map<Field, Shape> shapes = new EnumMap<>(Field.class);

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Field field : FIELDS) {
      Cell cell = row.cell(field);
      if (!cell.isEmpty() && !cell.isBlank()) {
        look(row, field, cell, findings);
      }
    }
  }

  private void look(CheckedRow row, Field field, Cell cell, Findings findings) {
    Shape shape = shapes.computeIfAbsent(field, f -> new Shape());
    shape.values++;
    int digits = 0;
    while (digits < cell.length() && cell.charAt(digits) >= '0' && cell.charAt(digits) <= '9') {
      digits++;
    }
    if (digits == cell.length()) {
      shape.lengths.merge(digits, 1, Integer::sum);
      shape.noughts |= cell.charAt(0) == '0' && digits > 1;
      boolean usual = shape.lengths.get(digits) * 2 > shape.values;
      if (!usual && cell.charAt(0) != '0' && shape.shorter.size() < MOST_HELD) {
        shape.shorter.add(new Held(cell.toString(), row.finding(this, field, "")));
      }
      return;
    }
    if (digits > 0 && digits <= 2 && SCIENTIFIC.matcher(cell).matches()) {
      findings.add(
          row.finding(
              this,
              field,
              Quoted.value(cell)
                  + " is a number that the spreadsheet program shortened; its last digits are gone."));
    } else if (field != Field.PHONE && mayBeDate(cell)) {
      if (DATE.matcher(cell).matches()) {
        shape.dates++;
        if (shape.asDates.size() < MOST_HELD) {
          shape.asDates.add(
              row.finding(
                  this,
                  field,
                  Quoted.value(cell)
                      + " is a date; the spreadsheet program took the value for one."));
        }
      }
    }
  }

  /** A date begins with a digit or the first letter of a month, and is short. */
  private static boolean mayBeDate(Cell cell) {
    char first = Character.toLowerCase(cell.charAt(0));
    boolean month =
        "jfmasond".indexOf(first) >= 0 && cell.length() > 4 && !isLetter(cell.charAt(3));
    return cell.length() >= 5
        && cell.length() <= 10
        && (month || (first <= '9' && first >= '0' && cell.length() != 7));
  }

  private static boolean isLetter(char c) {
    return (c | 0x20) >= 'a' && (c | 0x20) <= 'z';
  }

  @Override
  public void endSheet(SheetReading sheet, Findings findings) {
    for (Map.Entry<Field, Shape> entry : shapes.entrySet()) {
      Shape shape = entry.getValue();
      if (shape.dates * 2 < shape.values) {
        shape.asDates.forEach(findings::add);
      }
      int usual = usualLength(shape);
      for (Held held : shape.shorter) {
        int missing = usual - held.value().length();
        if (shape.noughts && missing > 0 && entry.getKey() != Field.PHONE) {
          String full = "0".repeat(missing) + held.value();
          findings.add(
              held.finding()
                  .saying(
                      Quoted.value(held.value())
                          + " is shorter than the others, which have "
                          + usual
                          + " digits. Are the noughts in front lost?")
                  .suggesting(full));
        }
      }
    }
    shapes.clear();
  }

  /** The length that four in five of the numbers have, or 0. */
  private static int usualLength(Shape shape) {
    int all = shape.lengths.values().stream().mapToInt(Integer::intValue).sum();
    for (Map.Entry<Integer, Integer> length : shape.lengths.entrySet()) {
      if (all >= FEWEST && length.getValue() * 5 >= all * 3) {
        return length.getKey();
      }
    }
    return 0;
  }
}
