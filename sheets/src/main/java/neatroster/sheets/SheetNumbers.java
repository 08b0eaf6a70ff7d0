package neatroster.sheets;

import java.math.BigDecimal;

/** Numbers of workbooks as the digits that their user sees. */
final class SheetNumbers {
  /** Numbers of spreadsheet programs end at 1.8E308 (IEEE 754 binary64); ids are far shorter. */
  private static final int MOST_DIGITS = 340;

  private SheetNumbers() {}

  /**
   * A number without an exponent; with it where the digits would be more than any program holds.
   */
  static String plain(BigDecimal number) {
    if (number.signum() == 0) {
      return "0";
    }
    return isReasonable(number)
        ? number.stripTrailingZeros().toPlainString()
        : number.toString().substring(0, Math.min(number.toString().length(), MOST_DIGITS));
  }

  /** Whether a number is one that a spreadsheet program can hold. */
  static boolean isReasonable(BigDecimal number) {
    return number.precision() <= MOST_DIGITS
        && number.scale() <= MOST_DIGITS
        && number.scale() >= -MOST_DIGITS;
  }
}
