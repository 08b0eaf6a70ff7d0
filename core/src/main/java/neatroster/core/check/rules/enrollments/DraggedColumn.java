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
    for (int position = 0; position <= sheet.rows(); position++) {
      int text = position < sheet.rows() ? sheet.text(position, field) : 0;
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
    private final SheetView sheet;
    private final Field field;
    private String last = "";

    Numbered(SheetView sheet, Field field) {
      this.sheet = sheet;
      this.field = field;
    }

    @Override
    public boolean follows(int text) {
      String value = sheet.shown(field, text).toString();
      if (FormulaSigns.isFormula(value)) {
        // Formulas count along with their rows.
        last = "";
        return false;
      }
      int at = value.indexOf('@');
      int lastAt = last.indexOf('@');
      boolean addresses = at >= 0 && lastAt >= 0;
      boolean follows =
          addresses
              ? (value.substring(at).equals(last.substring(lastAt))
                  && FillDownSlip.isNext(last.substring(0, lastAt), value.substring(0, at)))
              : FillDownSlip.isNext(last, value);
      last = value;
      return follows;
    }
  }

  private void run(SheetView sheet, Field field, int from, int to, Findings findings) {
    int rows = to - from + 1;
    if (rows < (OF_FEW.contains(field) ? FEWEST_OF_FEW : FEWEST)
        || hasTorn(sheet, from, to)
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

  private static boolean hasTorn(SheetView sheet, int from, int to) {
    for (int position = from; position <= to; position++) {
      if (sheet.isTorn(position)) {
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
