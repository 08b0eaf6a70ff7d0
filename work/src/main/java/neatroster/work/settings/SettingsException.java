package neatroster.work.settings;

/** A settings file says something that has no meaning; the message names the place. */
public final class SettingsException extends Exception {
  private static final long serialVersionUID = 1;

  public SettingsException(String message) {
    super(message);
  }
}
