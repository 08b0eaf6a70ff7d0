package neatroster.core.roster;

import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;

/** Whether somebody has consented: yes, or the date on which it came. */
public final class Consent {
  private Consent() {}

  /** Whether the row of a user says so. */
  public static boolean isGiven(RosterRow row) {
    return isGiven(row.text(Field.CONSENT));
  }

  /** Whether a consent, as its judge writes it, says so: yes, or a day. */
  public static boolean isGiven(String consent) {
    return consent.equals("yes") || consent.matches("\\d{4}-\\d{2}-\\d{2}");
  }
}
