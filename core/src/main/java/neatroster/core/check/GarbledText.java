package neatroster.core.check;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** Text that was decoded wrongly somewhere earlier. */
final class GarbledText extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "garbled-text",
          Severity.WARNING,
          "Letters with accents have become two or three strange ones (MÃ¼ller), or a question mark inside a word (M?ller): some program read the text in the wrong encoding before it came to us.",
          "The person finds a name that is not theirs, and a username is made of it.",
          "Type the suggestion, or export the sheet anew as “CSV UTF-8”.",
          """
          given name | family name
          Ana        | Marlowe
          Jan        | MÃ¼ller     ← Müller
          """);

  GarbledText() {
    super(TEXT, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }

  private static final Charset WINDOWS = Charset.forName("windows-1252");
  private static final Pattern LOST = Pattern.compile(".*\\p{L}\\?\\p{L}.*");
  private static final Set<Field> NAMES =
      EnumSet.of(Field.GIVEN_NAME, Field.MIDDLE_NAME, Field.FAMILY_NAME, Field.FULL_NAME);

  @Override
  public void wakes(Wakes on) {
    on.oddText(
        (column, cell) ->
            looksGarbled(cell)
                || (column.field().filter(NAMES::contains).isPresent() && has(cell, '?')));
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (!row.unusual || row.row.isDerived()) {
      return;
    }
    for (Column column : row.row.reading().columns()) {
      Field field = column.field().orElse(null);
      if (field == null || field == Field.PASSWORD) {
        continue;
      }
      Cell cell = row.row.cellAt(column.index());
      if (looksGarbled(cell)) {
        mended(cell.cleaned())
            .ifPresent(
                right ->
                    findings.add(
                        row.finding(this, field, Quoted.value(cell) + wrong(row.row.reading()))
                            .suggesting(right)));
      } else if (NAMES.contains(field) && has(cell, '?') && LOST.matcher(cell).matches()) {
        findings.add(
            row.finding(
                this, field, Quoted.value(cell) + " has lost a letter to a question mark."));
      }
    }
  }

  private static String wrong(SheetReading sheet) {
    String encoding = sheet.sheet().facts().encoding();
    boolean ours = encoding != null && !encoding.startsWith("utf");
    return ours
        ? " is UTF-8, and was read as "
            + encoding
            + " here or before it came here. If all of the file is so: encoding: utf-8 under"
            + " sheets: in roster.yaml."
        : " was read in the wrong encoding before it came here.";
  }

  /** UTF-8 read as an 8-bit encoding has one of these before every lost letter. */
  private static boolean looksGarbled(Cell cell) {
    for (int i = 0; i + 1 < cell.length(); i++) {
      char c = cell.charAt(i);
      if (c >= 0xC2 && c <= 0xF4 && cell.charAt(i + 1) >= 0x80) {
        return true;
      }
    }
    return false;
  }

  private static boolean has(Cell cell, char wanted) {
    for (int i = 0; i < cell.length(); i++) {
      if (cell.charAt(i) == wanted) {
        return true;
      }
    }
    return false;
  }

  /** The text read as it was written: its bytes in the 8-bit encoding are valid UTF-8. */
  static Optional<String> mended(String text) {
    String mended = text;
    for (int times = 0; times < 2; times++) {
      byte[] bytes = bytes(mended);
      if (bytes == null) {
        break;
      }
      String read = new String(bytes, StandardCharsets.UTF_8);
      if (read.indexOf('\ufffd') >= 0) {
        break;
      }
      mended = read;
    }
    return mended.equals(text) ? Optional.empty() : Optional.of(mended);
  }

  private static byte[] bytes(String text) {
    byte[] bytes = new byte[text.length()];
    for (int i = 0; i < bytes.length; i++) {
      char c = text.charAt(i);
      // The five places that the encoding leaves undefined pass through as they are.
      byte[] one = String.valueOf(c).getBytes(WINDOWS);
      if (one[0] == '?' && c != '?' && c > 0xff) {
        return null;
      }
      bytes[i] = c <= 0xff ? (byte) c : one[0];
    }
    return bytes;
  }
}
