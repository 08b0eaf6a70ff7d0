package neatroster.core.model;

import java.util.Locale;

/** How much a finding matters, the gravest first. */
public enum Severity {
  /** The row cannot be delivered as it stands. */
  ERROR,
  /** Probably not meant. */
  WARNING,
  /** Worth knowing. */
  NOTE;

  /** The name in reports and settings. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }
}
