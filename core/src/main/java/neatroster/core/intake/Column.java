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
 * @param secret whether it holds passwords or may hold them: then no report shows its values
 */
public record Column(int index, String header, Optional<Field> field, By by, boolean secret) {
  /** A column whose field and header say whether it is secret. */
  public Column(int index, String header, Optional<Field> field, By by) {
    this(
        index,
        header,
        field,
        by,
        field.isEmpty() ? SecretColumns.isSecret(header) : field.get() == Field.PASSWORD);
  }

  /** The same column, secret. */
  Column asSecret() {
    return new Column(index, header, field, by, true);
  }

  /** The same column with another field. */
  Column as(Optional<Field> other, By how) {
    By told = other.isEmpty() ? null : how;
    Column column = new Column(index, header, other, told);
    return other.isEmpty() && secret ? column.asSecret() : column;
  }

  /** How a column's field was told. */
  public enum By {
    /** The header is the field's own name. */
    NAME,
    /** The header is another word for it. */
    SYNONYM,
    /** The values look like it. */
    VALUES,
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
