package neatroster.core.compare;

import neatroster.core.change.PlannedChange;
import neatroster.core.grid.Place;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;

/** Takes what is to be changed on the platform, and what is not. */
public interface ChangeReceiver {
  /** A change to make. */
  void change(PlannedChange row);

  /**
   * A row that is not delivered.
   *
   * @param row valid during the call
   * @param line the row's line in the roster
   * @param why the reason where the row itself has no finding, else null
   */
  void leftOut(RosterRow row, int line, String why);

  /**
   * A value that is not delivered though its row is, because what it names is left out.
   *
   * @param why the reason as a sentence
   */
  default void dropped(Place place, Field field, String value, String why) {}

  /**
   * Accounts that the platform has and no sheet names, where no sheet is said to name everybody.
   */
  default void unasked(int accounts) {}

  /** A difference that the settings leave as it is. */
  default void left(SkippedDifference left) {}
}
