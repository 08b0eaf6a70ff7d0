package neatroster.core.intake;

/** The settings say something of a sheet that the sheet does not have. */
public final class SheetPlanException extends RuntimeException {
  private static final long serialVersionUID = 1;

  SheetPlanException(String message) {
    super(message);
  }
}
