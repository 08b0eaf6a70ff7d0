package neatroster.cli;

/** A settings file says something that has no meaning; the message names the place. */
final class SettingsException extends Exception {
  private static final long serialVersionUID = 1;

  SettingsException(String message) {
    super(message);
  }
}
