package neatroster.core.intake;

import java.util.Locale;
import java.util.Optional;
import neatroster.core.model.Field;

/**
 * One column of a sheet.
 *
 * @param index counted from 0
 * @param header what the sheet calls it, cleaned
 * @param field what it holds, or empty where no field claims it
 * @param by how the field was told, or null where there is none
 * @param looks what its values look like besides
 * @param evidence what the values stand for in another sheet, or empty: “12 of 12 are names in
 *     people.csv”; without a field it could not be told which field it is
 */
public record Column(
    int index, String header, Optional<Field> field, By by, Looks looks, String evidence) {
  /** What the values of a column look like. */
  public enum Looks {
    /** Nothing in particular. */
    PLAIN,
    /** Passwords, for certain or perhaps: then no report shows them. */
    SECRET,
    /** Numbers that count the rows, which are nobody's. */
    COUNTING,
    /** Marks or points, which are no school grade. */
    SCORES
  }

  /** A column whose field and header say whether it is secret. */
  public Column(int index, String header, Optional<Field> field, By by) {
    this(index, header, field, by, isSecret(header, field) ? Looks.SECRET : Looks.PLAIN);
  }

  /** A column whose values look like something. */
  public Column(int index, String header, Optional<Field> field, By by, Looks looks) {
    this(index, header, field, by, looks, "");
  }

  private static boolean isSecret(String header, Optional<Field> field) {
    return field.isEmpty() ? SecretHeaders.isSecret(header) : field.get() == Field.PASSWORD;
  }

  /** Whether it holds passwords or may hold them. */
  public boolean secret() {
    return looks == Looks.SECRET;
  }

  /** The same column, claimed by no field because of what its values look like. */
  Column leftAs(Looks what) {
    return new Column(index, header, Optional.empty(), null, what);
  }

  /** The same column, secret. */
  Column asSecret() {
    return new Column(index, header, field, by, Looks.SECRET);
  }

  /** The same column with another field. */
  Column as(Optional<Field> other, By how) {
    By told = other.isEmpty() ? null : how;
    Column column = new Column(index, header, other, told);
    return other.isEmpty() && secret() ? column.asSecret() : column;
  }

  /** The same column with a field that its values tell. */
  Column linked(Field other, String why) {
    return new Column(index, header, Optional.of(other), By.LINKED, Looks.PLAIN, why);
  }

  /** The same column, left alone although its values stand in another sheet. */
  Column leftDespite(String why) {
    return new Column(index, header, Optional.empty(), null, looks, why);
  }

  /** How a column's field was told. */
  public enum By {
    /** The header is the field's own name. */
    NAME,
    /** The header is another word for it. */
    SYNONYM,
    /** The values look like it. */
    VALUES,
    /** The values stand in other sheets, or in what the platform holds. */
    LINKED,
    /** The settings say so. */
    SETTINGS;

    /** The name in JSON. */
    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** The column's letters as a spreadsheet program shows them: A, B, … Z, AA. */
  public String letters() {
    return letters(index);
  }

  /** The letters of a column counted from 0. */
  public static String letters(int index) {
    StringBuilder letters = new StringBuilder();
    for (int rest = index; rest >= 0; rest = rest / 26 - 1) {
      letters.insert(0, (char) ('A' + rest % 26));
    }
    return letters.toString();
  }
}
