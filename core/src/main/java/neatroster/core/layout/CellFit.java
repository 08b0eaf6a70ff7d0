package neatroster.core.layout;

import java.nio.charset.CharsetEncoder;
import java.util.Optional;
import neatroster.core.text.Quoted;

/** Whether a value fits into the cells of a file. */
final class CellFit {
  /** A cell's letters in a workbook (ECMA-376, part 1, section 18.18.98). */
  private static final int MOST_IN_WORKBOOK = 32_767;

  private final LayoutFile file;
  private final CharsetEncoder encoder;

  CellFit(LayoutFile file) {
    this.file = file;
    this.encoder = file.form().encoding().newEncoder();
  }

  /** What keeps a value out of a column, in the end of a sentence. */
  Optional<String> trouble(LayoutColumn column, String value) {
    if (value.isEmpty()) {
      return column.isRequired()
          ? Optional.of("is blank, and the layout says required: true")
          : Optional.empty();
    }
    int letters = value.codePointCount(0, value.length());
    if (column.longest() > 0 && letters > column.longest()) {
      return Optional.of(
          "has " + letters + " characters, and the layout takes " + column.longest());
    }
    String other = column.allowed().map(allowed -> allowed.firstOther(value)).orElse("");
    if (!other.isEmpty()) {
      return Optional.of(
          "has the character "
              + Quoted.value(other)
              + ", and the layout allows "
              + column.allowed().orElseThrow());
    }
    return file.form().isWorkbook() ? troubleOfWorkbook(letters) : troubleOfText(value);
  }

  private static Optional<String> troubleOfWorkbook(int letters) {
    return letters > MOST_IN_WORKBOOK
        ? Optional.of("has " + letters + " characters, and a workbook takes " + MOST_IN_WORKBOOK)
        : Optional.empty();
  }

  private Optional<String> troubleOfText(String value) {
    if (!encoder.canEncode(value)) {
      String lacking =
          value
              .codePoints()
              .mapToObj(Character::toString)
              .filter(letter -> !encoder.canEncode(letter))
              .findFirst()
              .orElse(value);
      return Optional.of(
          "has the character "
              + Quoted.value(lacking)
              + ", which the encoding "
              + encoder.charset().name().toLowerCase(java.util.Locale.ROOT)
              + " does not have");
    }
    boolean breaks =
        value.indexOf(file.form().separator()) >= 0
            || value.indexOf('"') >= 0
            || value.indexOf('\n') >= 0
            || value.indexOf('\r') >= 0;
    return breaks && file.form().quotes() == LayoutFile.Quotes.NEVER
        ? Optional.of(
            "has a separator, a quotation mark or a line end, and the layout says quotes: never")
        : Optional.empty();
  }
}
