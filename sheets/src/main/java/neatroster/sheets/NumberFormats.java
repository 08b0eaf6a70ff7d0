package neatroster.sheets;

import java.math.BigDecimal;
import java.util.HashMap;
import java.util.Map;

/** The number formats of one workbook, each understood once. */
final class NumberFormats {
  private static final NumberFormat GENERAL = new NumberFormat(null);

  private final boolean since1904;
  private final Map<String, NumberFormat> formats = new HashMap<>();

  /**
   * The formats of a workbook.
   *
   * @param since1904 whether it counts days from 1904 on
   */
  NumberFormats(boolean since1904) {
    this.since1904 = since1904;
  }

  /**
   * What the user sees of a number.
   *
   * @param format its format, or null
   */
  String text(BigDecimal number, String format) {
    NumberFormat known =
        format == null ? GENERAL : formats.computeIfAbsent(format, NumberFormat::new);
    return known.text(number, since1904);
  }
}
