package neatroster.core.check.rules.texts;

import java.text.Normalizer;
import java.util.EnumSet;
import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.intake.Column;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Cleaning;
import neatroster.core.text.ConfusableLetters;
import neatroster.core.text.Quoted;

/** Characters that nobody meant to type. */
public final class OddCharacter extends TableRule {
  static final RuleText TEXT = new RuleText("odd-character", Severity.WARNING);

  public OddCharacter() {
    super(TEXT, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }

  private static final Set<Field> NAMES =
      EnumSet.of(Field.GIVEN_NAME, Field.MIDDLE_NAME, Field.FAMILY_NAME, Field.FULL_NAME);
  private static final Set<Field> CODES =
      EnumSet.of(
          Field.USERNAME, Field.EMAIL, Field.GUARDIAN_EMAIL, Field.CODE, Field.COURSE, Field.ID);

  @Override
  public void select(RowFilter on) {
    on.oddText((column, cell) -> isToBeLookedAt(column, cell));
    for (Field field : NAMES) {
      on.text(field, cell -> !isPlain(cell, true) && what(field, cell.cleaned(), cell) != null);
    }
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.row.isDerived()) {
      return;
    }
    for (Column column : row.row.reading().columns()) {
      Field field = column.field().orElse(null);
      if (field == null || field == Field.PASSWORD) {
        continue;
      }
      if (!row.unusual && !NAMES.contains(field)) {
        continue;
      }
      Cell cell = row.row.cellAt(column.index());
      if (!cell.isEmpty() && !isPlain(cell, NAMES.contains(field))) {
        look(row, field, cell, findings);
      }
    }
  }

  private static boolean isToBeLookedAt(Column column, Cell cell) {
    Field field = column.field().orElseThrow();
    return field != Field.PASSWORD && what(field, cell.cleaned(), cell) != null;
  }

  /** Most cells are ASCII, and names have no digits: those are passed by at once. */
  private static boolean isPlain(Cell cell, boolean name) {
    for (int i = 0; i < cell.length(); i++) {
      char c = cell.charAt(i);
      if (c >= 0x7f || (c < ' ' && !Cleaning.isSpace(c)) || (name && c >= '0' && c <= '9')) {
        return false;
      }
    }
    return true;
  }

  private void look(CheckedRow row, Field field, Cell cell, Findings findings) {
    Odd odd = what(field, cell.cleaned(), cell);
    if (odd != null) {
      Finding.Builder finding =
          row.finding(
              this, field, "In " + Quoted.value(row.shown(field)) + ": " + odd.what() + ".");
      if (odd.better() != null) {
        finding.suggesting(odd.better());
      }
      findings.add(finding);
    }
  }

  /**
   * What is odd about a text.
   *
   * @param better the text without it, or null
   */
  private record Odd(String what, String better) {}

  private static Odd what(Field field, String text, Cell cell) {
    if (text.isEmpty()) {
      return null;
    }
    if (hidesSomething(cell)) {
      return new Odd("there is a character in it that does not show", text);
    }
    if (isMixed(text)) {
      return new Odd(
          "some of its letters are Cyrillic or Greek ones that look like Latin ones",
          ConfusableLetters.latin(text));
    }
    if (CODES.contains(field) && !straight(text).equals(text)) {
      return new Odd(
          "it has typographic quotation marks or letters of the wide East Asian kind",
          straight(text));
    }
    return NAMES.contains(field) ? inName(text) : null;
  }

  private static Odd inName(String text) {
    for (int i = 0; i < text.length(); i++) {
      int c = text.codePointAt(i);
      boolean symbol = Character.getType(c) == Character.OTHER_SYMBOL;
      if (Character.isDigit(c) || symbol) {
        String what = symbol ? "a symbol" : "a digit";
        return new Odd("“" + Character.toString(c) + "” is " + what + " in a name", null);
      }
      i += Character.charCount(c) - 1;
    }
    return null;
  }

  private static boolean hidesSomething(Cell cell) {
    for (int i = 0; i < cell.length(); i++) {
      char c = cell.charAt(i);
      if (!Cleaning.isSpace(c) && Cleaning.isInvisible(c)) {
        return true;
      }
    }
    return false;
  }

  /** Whether letters of Latin stand beside look-alikes of another script in one word. */
  private static boolean isMixed(String text) {
    boolean latin = false;
    boolean alike = false;
    for (int i = 0; i <= text.length(); i++) {
      char c = i < text.length() ? text.charAt(i) : ' ';
      if (c == ' ' || c == '-') {
        if (latin && alike) {
          return true;
        }
        latin = false;
        alike = false;
      } else if ((c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z')) {
        latin = true;
      } else {
        alike |= ConfusableLetters.is(c);
      }
    }
    return false;
  }

  private static String straight(String text) {
    String plain = Normalizer.normalize(text, Normalizer.Form.NFKC);
    return plain.replace('‘', '\'').replace('’', '\'').replace('“', '"').replace('”', '"');
  }
}
