package neatroster.core.check.rules.enrollments;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.BitSet;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.model.Field;
import neatroster.core.model.FieldType;
import neatroster.core.model.Table;
import neatroster.core.roster.ColumnTexts;
import neatroster.core.text.Cell;
import neatroster.core.text.FormulaSigns;
import neatroster.core.text.Quoted;

/**
 * Values that count upwards from row to row where nothing else counts along. Nobody's list says
 * whether they exist, so it is a warning and not the error that {@link FillDownSlip} is.
 */
public final class DraggedColumn implements ColumnRule {
  private static final List<Field> OF_USERS =
      List.of(
          Field.EMAIL,
          Field.PHONE,
          Field.BIRTH_DATE,
          Field.SITE,
          Field.GRADE,
          Field.GUARDIAN_EMAIL);

  private static final List<Field> OF_ENROLLMENTS = List.of(Field.COURSE, Field.STARTS, Field.ENDS);

  /** Fewer rows may count up by chance. */
  private static final int FEWEST = 4;

  /** Of grades and courses there are few, and neighbours are common. */
  private static final int FEWEST_OF_FEW = 6;

  /** Nobody drags a cell down so far in a list that has little more: its addresses are numbered. */
  private static final int LONG = 40;

  private static final Set<Field> OF_FEW = EnumSet.of(Field.GRADE, Field.COURSE);

  /** Values that belong to one row each: that another row has one of them too shows no slip. */
  private static final Set<Field> OF_MANY = EnumSet.of(Field.SITE, Field.GRADE, Field.COURSE);

  @Override
  public RuleText text() {
    return FillDownSlip.TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    if (sheet.table() == Table.USERS) {
      OF_USERS.forEach(field -> down(sheet, field, findings));
    } else if (sheet.table() == Table.ENROLLMENTS && !sheet.reading().enrolls()) {
      OF_ENROLLMENTS.forEach(field -> down(sheet, field, findings));
    }
  }

  private void down(SheetView sheet, Field field, Findings findings) {
    if (!sheet.has(field)) {
      return;
    }
    Values values =
        field.type() == FieldType.DATE ? new Days(sheet, field) : new Numbered(sheet, field);
    int from = 0;
    int last = 0;
    ColumnTexts texts = sheet.down(field);
    for (int position = 0; position <= sheet.rows(); position++) {
      int text = position < sheet.rows() ? texts.at(position) : 0;
      if (text == 0 || text == last || !values.follows(text) || last == 0) {
        run(sheet, field, from, position - 1, findings);
        from = position;
      }
      last = text;
    }
  }

  /** Tells whether a value is the one after the value that was asked about before. */
  private interface Values {
    boolean follows(int text);
  }

  /** Days, each read once. */
  private static final class Days implements Values {
    private static final long UNREAD = Long.MIN_VALUE;
    private static final long NONE = UNREAD + 1;

    private final SheetView sheet;
    private final Field field;
    private final long[] days;
    private long last = NONE;

    Days(SheetView sheet, Field field) {
      this.sheet = sheet;
      this.field = field;
      days = new long[sheet.texts(field)];
      Arrays.fill(days, UNREAD);
    }

    @Override
    public boolean follows(int text) {
      if (days[text] == UNREAD) {
        days[text] =
            sheet
                .reading()
                .day(field, sheet.shown(field, text))
                .map(LocalDate::toEpochDay)
                .orElse(NONE);
      }
      boolean follows = last != NONE && days[text] == last + 1;
      last = days[text];
      return follows;
    }
  }

  /** Texts with a number at their end, or before the sign of an address. */
  private static final class Numbered implements Values {
    private static final byte NO_DIGIT = 1;

    private final SheetView sheet;
    private final Field field;

    /** The last digit of each text's number, {@link #NO_DIGIT}, or 0 where nobody has asked. */
    private final byte[] ends;

    /** The lower byte of each text's first letter. */
    private final byte[] begins;

    private int last;

    Numbered(SheetView sheet, Field field) {
      this.sheet = sheet;
      this.field = field;
      ends = new byte[sheet.texts(field)];
      begins = new byte[ends.length];
    }

    @Override
    public boolean follows(int text) {
      int end = end(text);
      int before = last == 0 ? NO_DIGIT : ends[last];
      // Most values are told by their last digits and their first letters.
      boolean mayFollow =
          end != NO_DIGIT
              && before != NO_DIGIT
              && (end == before + 1 || end == before - 9)
              && (begins[text] == begins[last] || isDigit(begins[text]));
      boolean follows =
          mayFollow
              && follow(sheet.shown(field, last).toString(), sheet.shown(field, text).toString());
      last = text;
      return follows;
    }

    private int end(int text) {
      if (ends[text] == 0) {
        Cell shown = sheet.shown(field, text);
        int length = 0;
        while (length < shown.length() && shown.charAt(length) != '@') {
          length++;
        }
        char end = length == 0 ? ' ' : shown.charAt(length - 1);
        ends[text] = isDigit(end) ? (byte) end : NO_DIGIT;
        begins[text] = shown.isEmpty() ? 0 : (byte) shown.charAt(0);
      }
      return ends[text];
    }

    private static boolean isDigit(int sign) {
      return sign >= '0' && sign <= '9';
    }

    private static boolean follow(String before, String value) {
      // Formulas count along with their rows.
      if (FormulaSigns.isFormula(before) || FormulaSigns.isFormula(value)) {
        return false;
      }
      int beforeAt = before.indexOf('@');
      int at = value.indexOf('@');
      boolean areAddresses = at >= 0 && beforeAt >= 0;
      return areAddresses
          ? (value.substring(at).equals(before.substring(beforeAt))
              && FillDownSlip.isNext(before.substring(0, beforeAt), value.substring(0, at)))
          : FillDownSlip.isNext(before, value);
    }
  }

  private void run(SheetView sheet, Field field, int from, int to, Findings findings) {
    int rows = to - from + 1;
    if (rows < (OF_FEW.contains(field) ? FEWEST_OF_FEW : FEWEST)
        || hasMisaligned(sheet, from, to)
        || (OF_MANY.contains(field) && isElsewhere(sheet, field, from, to))
        || (field == Field.COURSE && !areLearners(sheet, from, to))
        || (sheet.table() == Table.USERS && countsAlong(sheet, field, from))
        || (field == Field.EMAIL && isScheme(sheet, field, from, to))) {
      return;
    }
    String first = sheet.row(from).text(field);
    String end = sheet.row(to).text(field);
    Finding.Builder finding =
        sheet
            .finding(
                from + 1,
                field,
                this,
                "From row "
                    + sheet.place(from).row()
                    + " to row "
                    + sheet.place(to).row()
                    + " the value counts upwards, "
                    + Quoted.value(first)
                    + " to "
                    + Quoted.value(end)
                    + ", as when a cell is dragged down. If all of them are to have "
                    + Quoted.value(first)
                    + ", type it into each.")
            .asWarning();
    for (int position = from + 2; position <= to; position++) {
      finding.against(sheet.place(position));
    }
    findings.add(finding);
  }

  private static boolean hasMisaligned(SheetView sheet, int from, int to) {
    for (int position = from; position <= to; position++) {
      if (sheet.isMisaligned(position)) {
        return true;
      }
    }
    return false;
  }

  /** Whether any of the values that were counted stands in another row as well. */
  private static boolean isElsewhere(SheetView sheet, Field field, int from, int to) {
    BitSet counted = new BitSet();
    for (int position = from + 1; position <= to; position++) {
      counted.set(sheet.text(position, field));
    }
    for (int position = 0; position < sheet.rows(); position++) {
      if ((position <= from || position > to) && counted.get(sheet.text(position, field))) {
        return true;
      }
    }
    return false;
  }

  /** Whether the addresses of other rows, or those of all, are numbered in the same way. */
  private static boolean isScheme(SheetView sheet, Field field, int from, int to) {
    String prefix = prefix(sheet, field, from);
    for (int position = 0; position < sheet.rows(); position++) {
      boolean outside = position < from || position > to;
      if (outside
          && sheet.text(position, field) != 0
          && prefix(sheet, field, position).equals(prefix)) {
        return true;
      }
    }
    int rows = to - from + 1;
    return rows == sheet.rows() || (rows > LONG && rows * 10L >= sheet.rows() * 9L);
  }

  private static String prefix(SheetView sheet, Field field, int position) {
    String text = sheet.shown(field, sheet.text(position, field)).toString();
    int at = text.indexOf('@');
    return text.substring(0, Math.max(0, (at < 0 ? text.length() : at) - number(text).length()));
  }

  /** Instructors of one course each are listed course by course. */
  private static boolean areLearners(SheetView sheet, int from, int to) {
    for (int position = from; position <= to; position++) {
      String role = sheet.has(Field.ROLE) ? sheet.row(position).text(Field.ROLE) : "";
      if (!role.isEmpty() && !role.equalsIgnoreCase("learner")) {
        return false;
      }
    }
    return true;
  }

  /** Whether the username or the id of the rows has the same numbers, so that they were given. */
  private static boolean countsAlong(SheetView sheet, Field field, int from) {
    String value = number(sheet.row(from + 1).text(field));
    for (Field mark : List.of(Field.USERNAME, Field.ID)) {
      if (mark != field && sheet.has(mark) && !value.isEmpty()) {
        String own = sheet.row(from + 1).text(mark);
        if (number(own).endsWith(value) && field != Field.BIRTH_DATE) {
          return true;
        }
      }
    }
    return false;
  }

  /** The digits at the end of a value, before the sign of an address. */
  private static String number(String text) {
    int end = text.indexOf('@') < 0 ? text.length() : text.indexOf('@');
    int start = end;
    while (start > 0 && Character.isDigit(text.charAt(start - 1))) {
      start--;
    }
    return text.substring(start, end);
  }
}
