package neatroster.work.delivery;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.core.compare.ChangeReceiver;
import neatroster.core.compare.Comparison;
import neatroster.core.compare.IssuedItems;
import neatroster.core.intake.RosterRow;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.OpenRoster;

/**
 * What the sheets of a folder ask for and the platform does not have, whichever run it was to come
 * with.
 *
 * @param counts how much of each phase
 * @param first some of it, a line for each
 * @param leftOut how many rows were not looked at, because they have errors or need others that do
 */
public record StillAsked(Map<Phase, Integer> counts, List<String> first, int leftOut) {
  private static final int SHOWN = 10;

  /**
   * Compares the sheets with what the platform holds.
   *
   * @param context the folder's
   * @param there the same that knows nothing but what the platform holds now
   * @param accounts everybody who has an account
   */
  public static StillAsked of(CommandContext context, CommandContext there, KnownUsers accounts) {
    Map<Phase, Integer> counts = new LinkedHashMap<>();
    List<String> first = new ArrayList<>();
    int[] leftOut = {0};
    try (OpenRoster open = OpenRoster.open(context, List.of())) {
      CheckInput checkInput = KnownFiles.comparing(there, accounts, open.roster());
      Known now = checkInput.known();
      CheckResult checked = Checker.check(open.roster(), checkInput);
      ChangeReceiver receiver =
          new ChangeReceiver() {
            @Override
            public void change(PlannedChange change) {
              boolean isNew = change.change() == Change.CREATE || change.change() == Change.ENROLL;
              if (isNew && change.phase() != Phase.SITES && now.tells(change.table())) {
                counts.merge(change.phase(), 1, Integer::sum);
                if (first.size() < SHOWN) {
                  first.add(change.phase().one() + "  " + change.key());
                }
              }
            }

            @Override
            public void leftOut(RosterRow row, int line, String why) {
              leftOut[0]++;
            }
          };
      LocalDate today = LocalDate.now(ZoneId.systemDefault());
      IssuedItems nothing = IssuedItems.of(reference -> "");
      new Comparison(context.settings(), checked, now, nothing, today, receiver).run();
    }
    return new StillAsked(counts, List.copyOf(first), leftOut[0]);
  }

  /** How much there is in all. */
  public int all() {
    return counts.values().stream().mapToInt(Integer::intValue).sum();
  }
}
