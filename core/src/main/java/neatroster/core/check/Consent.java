package neatroster.core.check;

import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;

/** Whether somebody has consented: yes, or the date on which it came. */
public final class Consent {
  private Consent() {}

  /** Whether the row of a user says so. */
  public static boolean isGiven(RosterRow row) {
    return row.has(Field.CONSENT)
        && (!row.text(Field.CONSENT).equals("no") && row.judged(Field.CONSENT).isGood());
  }
}
