package neatroster.core.check.rules.texts;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.OddTextRule;
import neatroster.core.check.RuleText;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.text.Cell;
import neatroster.core.text.HtmlEntities;
import neatroster.core.text.Quoted;

/** Text that was decoded wrongly somewhere earlier. */
public final class GarbledText extends OddTextRule {
  static final RuleText TEXT = new RuleText("garbled-text", Severity.WARNING);

  public GarbledText() {
    super(TEXT);
  }

  private static final Charset WINDOWS = Charset.forName("windows-1252");
  private static final Pattern LOST = Pattern.compile(".*\\p{L}\\?\\p{L}.*");
  private static final Set<Field> NAMES =
      EnumSet.of(Field.GIVEN_NAME, Field.MIDDLE_NAME, Field.FAMILY_NAME, Field.FULL_NAME);

  @Override
  protected boolean matches(Field field, Cell cell) {
    return looksGarbled(cell)
        || has(cell, '&')
        || (NAMES.contains(field)
            && (has(cell, '?') || ofOldComputers(cell.cleaned()).isPresent()));
  }

  @Override
  protected void check(CheckedRow row, Field field, Cell cell, Findings findings) {
    if (looksGarbled(cell)) {
      mended(cell.cleaned())
          .ifPresent(
              right ->
                  findings.add(
                      row.finding(this, field, Quoted.value(cell) + wrong(row.row.reading()))
                          .suggesting(right)));
    } else if (has(cell, '&') && !HtmlEntities.read(cell.cleaned()).equals(cell.cleaned())) {
      findings.add(
          row.finding(this, field, Quoted.value(cell) + " has letters as web pages write them.")
              .suggesting(HtmlEntities.read(cell.cleaned())));
    } else if (NAMES.contains(field) && ofOldComputers(cell.cleaned()).isPresent()) {
      findings.add(
          row.finding(
                  this,
                  field,
                  Quoted.value(cell)
                      + " was written on an old computer, and read in the wrong encoding before"
                      + " it came here.")
              .suggesting(ofOldComputers(cell.cleaned()).orElseThrow()));
    } else if (NAMES.contains(field) && has(cell, '?') && LOST.matcher(cell).matches()) {
      findings.add(
          row.finding(this, field, Quoted.value(cell) + " has lost a letter to a question mark."));
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

  /** Encodings of DOS and of old Macintosh computers. */
  private static final List<Charset> OLD =
      Stream.of("IBM850", "x-MacRoman").filter(Charset::isSupported).map(Charset::forName).toList();

  /** Signs and capitals that stand within no word. */
  private static final Pattern WITHIN =
      Pattern.compile(
          "(?U)(?<=\\p{Ll})[‚„”“…†‡ˆ‰‹•ŠŽŸ¢¤¥§¨ª¬®¯°±´¶·¸º»¿]|(?<=\\p{L})[‚„…†‡ˆ‰‹•¢¤§¨ª¬®¯°±´¶·¸º»¿]");

  /** A name as it was meant that has signs within its words which no name has. */
  private static Optional<String> ofOldComputers(String text) {
    if (!WITHIN.matcher(text).find()) {
      return Optional.empty();
    }
    byte[] bytes = bytes(text);
    for (Charset charset : bytes == null ? List.<Charset>of() : OLD) {
      String read = new String(bytes, charset);
      if (NAME.matcher(read).matches()) {
        return Optional.of(read);
      }
    }
    return Optional.empty();
  }

  private static final Pattern NAME =
      Pattern.compile("\\p{Lu}?\\p{Ll}+(?:[ ’'-]\\p{Lu}?\\p{Ll}+)*");

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
