package neatroster.core.intake;

import neatroster.core.model.SheetName;

/**
 * A sheet that was read before gives other rows now, or none. Whoever goes on would work with a
 * part of it.
 */
public final class SheetChangedException extends RuntimeException {
  private static final long serialVersionUID = 1;

  SheetChangedException(SheetName sheet, String what, Throwable cause) {
    super(sheet + " " + what, cause);
  }
}
