package neatroster.core.check.rules.texts;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.roster.ColumnTexts;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** A number that a spreadsheet program took for another. */
public final class MangledNumber implements ColumnRule {
  static final RuleText TEXT = new RuleText("mangled-number", Severity.ERROR);

  private static final Field[] FIELDS = {
    Field.ID, Field.USER, Field.CODE, Field.COURSE, Field.PHONE, Field.GROUP, Field.NAME
  };
  private static final Pattern SHORTENED = Pattern.compile("\\d(?:[.,]\\d+)?[eE]\\+\\d{2,3}");
  private static final Pattern DATE =
      Pattern.compile(
          "\\d{4}-\\d\\d-\\d\\d|\\d{1,2}[-. ](?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)"
              + "|(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[-. ]\\d{1,4}",
          Pattern.CASE_INSENSITIVE);

  /** So many are one slip of a column. */
  private static final int MANY = 3;

  /** Fewer show nothing. */
  private static final int FEWEST = 4;

  /** Longer numbers are codes of machines. */
  private static final int LONGEST = 100;

  /** What stands for a number of so many digits and one more is this and one more. */
  private static final int DIGITS = 10;

  /** So many digits a spreadsheet program keeps of a number. */
  private static final int KEPT = 15;

  private static final Pattern POINT = Pattern.compile("\\d+[.,]0{1,2}");
  private static final Pattern COMMAS = Pattern.compile("[1-9]\\d{0,2}(?:,\\d{3})+");

  /** What a text is, where it is no number of digits. */
  private static final byte OTHER = 1;

  private static final byte SCIENTIFIC = 2;
  private static final byte AS_DATE = 3;

  /** A whole number with a point and a nought behind it. */
  private static final byte WITH_POINT = 4;

  /** A number with commas between its thousands. */
  private static final byte WITH_COMMAS = 5;

  /** A number of which a spreadsheet program kept no more than the first digits. */
  private static final byte CUT_OFF = 6;

  /** A number that is too long for a spreadsheet program, with all its digits. */
  private static final byte WHOLE = 7;

  /** What the numbers of a column have in common. */
  private static final class Shape {
    private int values;
    private int dates;
    private int whole;
    private final int[] lengths = new int[LONGEST + 1];
    private boolean noughts;

    /** The length that three in five of the numbers have, or 0. */
    int usualLength() {
      int all = Arrays.stream(lengths).sum();
      for (int length = 1; length <= LONGEST; length++) {
        if (all >= FEWEST && lengths[length] * 5L >= all * 3L) {
          return length;
        }
      }
      return 0;
    }
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    for (Field field : FIELDS) {
      if (sheet.has(field)) {
        check(sheet, field, findings);
      }
    }
  }

  private void check(SheetView sheet, Field field, Findings findings) {
    byte[] seen = new byte[sheet.texts(field)];
    Shape shape = shape(sheet, field, seen);
    int usual = shape.noughts && field != Field.PHONE ? shape.usualLength() : 0;
    boolean datesAreSlips = shape.dates * 2L < shape.values;
    boolean anyOther = shape.dates > 0 && datesAreSlips;
    for (byte one : seen) {
      anyOther |=
          one == SCIENTIFIC
              || one == WITH_POINT
              || one == WITH_COMMAS
              || one == CUT_OFF
              || (one > DIGITS && one < DIGITS + usual);
    }
    Map<Byte, List<Integer>> written = new TreeMap<>();
    for (int position = 0; anyOther && position < sheet.rows(); position++) {
      int text = sheet.text(position, field);
      int what = seen[text];
      if (what == SCIENTIFIC) {
        say(
            sheet,
            position,
            field,
            " is a number that the spreadsheet program shortened; its last digits are gone.",
            findings);
      } else if (what == AS_DATE && datesAreSlips) {
        say(
            sheet,
            position,
            field,
            " is a date; the spreadsheet program took the value for one.",
            findings);
      } else if (what == CUT_OFF && shape.whole == 0) {
        say(
            sheet,
            position,
            field,
            " is longer than a spreadsheet program keeps numbers; its last digits were turned into"
                + " noughts.",
            findings);
      } else if (what == WITH_POINT || what == WITH_COMMAS) {
        written.computeIfAbsent((byte) what, w -> new ArrayList<>()).add(position);
      } else if (what > DIGITS && what < DIGITS + usual) {
        shorter(sheet, position, field, usual, findings);
      }
    }
    written.forEach((what, positions) -> asShown(sheet, field, what, positions, findings));
  }

  /** Numbers that are written as a spreadsheet program shows them: one slip of a whole column. */
  private void asShown(
      SheetView sheet, Field field, byte what, List<Integer> positions, Findings findings) {
    positions.removeIf(sheet::isMisaligned);
    for (int position : positions) {
      String value = sheet.shown(field, sheet.text(position, field)).toString();
      String right = value.replaceAll(what == WITH_POINT ? "[.,]0+$" : ",", "");
      Finding.Builder finding =
          sheet
              .finding(
                  position,
                  field,
                  this,
                  Quoted.value(value)
                      + " is a number as a spreadsheet program shows it; "
                      + Quoted.value(right)
                      + " is meant."
                      + (positions.size() < MANY
                          ? ""
                          : " It is so in " + positions.size() + " rows of the column."))
              .suggesting(right);
      if (positions.size() >= MANY) {
        positions
            .subList(1, positions.size())
            .forEach(other -> finding.against(sheet.place(other)));
        findings.add(finding);
        return;
      }
      findings.add(finding);
    }
  }

  private void say(SheetView sheet, int position, Field field, String what, Findings findings) {
    if (!sheet.isMisaligned(position)) {
      Cell cell = sheet.row(position).cell(field);
      findings.add(sheet.finding(position, field, this, Quoted.value(cell) + what));
    }
  }

  private void shorter(SheetView sheet, int position, Field field, int usual, Findings findings) {
    String value = sheet.shown(field, sheet.text(position, field)).toString();
    if (value.charAt(0) != '0' && !sheet.isMisaligned(position)) {
      findings.add(
          sheet
              .finding(
                  position,
                  field,
                  this,
                  Quoted.value(value)
                      + " is shorter than the others, which have "
                      + usual
                      + " digits. Are the noughts in front lost?")
              .suggesting("0".repeat(usual - value.length()) + value));
    }
  }

  /**
   * Goes down a column.
   *
   * @param seen takes for each text what it is
   */
  private static Shape shape(SheetView sheet, Field field, byte[] seen) {
    Shape shape = new Shape();
    boolean phone = field == Field.PHONE;
    ColumnTexts texts = sheet.down(field);
    for (int position = 0; position < sheet.rows(); position++) {
      int text = texts.at(position);
      if (text == 0) {
        continue;
      }
      if (seen[text] == 0) {
        Cell cell = sheet.shown(field, text);
        seen[text] = kindOf(cell, phone);
        shape.noughts |= seen[text] > DIGITS + 1 && cell.charAt(0) == '0';
      }
      shape.values++;
      if (seen[text] > DIGITS) {
        shape.lengths[seen[text] - DIGITS]++;
      } else if (seen[text] == AS_DATE) {
        shape.dates++;
      } else if (seen[text] == WHOLE) {
        shape.whole++;
      }
    }
    return shape;
  }

  private static byte kindOf(Cell cell, boolean phone) {
    int digits = 0;
    while (digits < cell.length() && cell.charAt(digits) >= '0' && cell.charAt(digits) <= '9') {
      digits++;
    }
    if (digits == cell.length()) {
      boolean cut = digits > KEPT && !phone;
      for (int i = KEPT; i < digits && cut; i++) {
        cut = cell.charAt(i) == '0';
      }
      if (digits > KEPT && !phone) {
        return cut ? CUT_OFF : WHOLE;
      }
      return digits <= LONGEST ? (byte) (DIGITS + digits) : OTHER;
    }
    if (digits > 0 && !phone) {
      if (POINT.matcher(cell).matches()) {
        return WITH_POINT;
      }
      if (COMMAS.matcher(cell).matches()) {
        return WITH_COMMAS;
      }
    }
    if (digits > 0 && digits <= 2 && SHORTENED.matcher(cell).matches()) {
      return SCIENTIFIC;
    }
    boolean date = !phone && mayBeDate(cell) && DATE.matcher(cell).matches();
    return date ? AS_DATE : OTHER;
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
}
