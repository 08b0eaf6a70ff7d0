package neatroster.core.change;

import java.util.Locale;

/** What a row of a batch does on the platform. */
public enum Change {
  CREATE,
  CHANGE,
  RENAME,
  SUSPEND,
  RESTORE,
  REMOVE,
  ENROLL,
  RE_ROLE,
  REGROUP,
  WITHDRAW;

  /** The name in batches and JSON, as {@code re-role}. */
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
