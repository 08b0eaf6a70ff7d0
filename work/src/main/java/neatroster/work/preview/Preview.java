package neatroster.work.preview;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import neatroster.core.change.PlannedChange;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.core.compare.ChangeReceiver;
import neatroster.core.compare.Comparison;
import neatroster.core.compare.ExceededLimit;
import neatroster.core.compare.IssuedItems;
import neatroster.core.compare.ProjectedHeadcounts;
import neatroster.core.compare.SkippedDifference;
import neatroster.core.compare.Totals;
import neatroster.core.grid.Place;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.KnownSource;
import neatroster.work.folder.KnownSources;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.OpenRoster;
import neatroster.work.pack.Notices;

/**
 * What would change. It is counted once, and kept unless there is very much of it: then it is gone
 * over as often as a report needs it.
 */
public final class Preview {
  /** So many changes are kept; of more each report compares anew. */
  private static final int MOST_KEPT = 100_000;

  private final List<PlannedChange> changes = new ArrayList<>();
  private final List<SkippedDifference> leftAsItIs = new ArrayList<>();
  private final List<LeftOut> rowsLeftOut = new ArrayList<>();
  private boolean isWhole = true;
  private final Consumer<ChangeReceiver> comparison;
  private final List<KnownSource> sources;
  private final boolean isTwoLists;
  private final Known known;
  private final Totals totals;
  private final ProjectedHeadcounts projected;
  private final List<ExceededLimit> above;
  private final Notices notices = new Notices();
  private int leftOut;

  /** Compares the open sheets with what is known of the platform. */
  public static Preview of(CommandContext context, OpenRoster open) {
    boolean isTwoLists = context.folder().isEmpty();
    CheckInput checkInput = KnownFiles.comparing(context, open.roster());
    CheckResult checked = Checker.check(open.roster(), checkInput);
    IssuedItems items = items(context);
    LocalDate today = LocalDate.now(ZoneId.systemDefault());
    Settings settings = context.settings();
    Preview preview =
        new Preview(
            settings,
            checked,
            checkInput.known(),
            KnownSources.of(context),
            isTwoLists,
            receiver -> {
              Comparison comparison =
                  new Comparison(settings, checked, checkInput.known(), items, today, receiver);
              (isTwoLists ? comparison.ofWholeLists() : comparison).run();
            });
    open.verifyUnchanged();
    return preview;
  }

  /** What was issued; in place of a password that the platform is due stands that there is one. */
  private static IssuedItems items(CommandContext context) {
    Map<String, String> codes = new HashMap<>();
    Set<String> due = new HashSet<>();
    context
        .folder()
        .ifPresent(
            folder -> {
              LockedRosterFolder.joinCodesIn(folder)
                  .forEach(code -> codes.put(code.of(), code.code()));
              due.addAll(LockedRosterFolder.passwordsDueIn(folder));
            });
    return new IssuedItems(reference -> due.contains(reference) ? "…" : "", due, codes);
  }

  /**
   * Counts what would change.
   *
   * @param sources the files that say what the platform holds, the newest first
   * @param isTwoLists whether two lists are compared, and no platform is to be changed
   * @param comparison goes over all changes, the same each time
   */
  private Preview(
      Settings settings,
      CheckResult checked,
      Known known,
      List<KnownSource> sources,
      boolean isTwoLists,
      Consumer<ChangeReceiver> comparison) {
    this.isTwoLists = isTwoLists;
    this.comparison = comparison;
    this.sources = List.copyOf(sources);
    this.known = known;
    totals = new Totals(known.memberships(), settings.defaultRole());
    comparison.accept(
        new ChangeReceiver() {
          @Override
          public void change(PlannedChange change) {
            totals.add(change);
            notices.add(change);
            keep(changes, change);
          }

          @Override
          public void leftOut(RosterRow row, int line, String why) {
            leftOut++;
            keep(rowsLeftOut, new LeftOut(row.table(), row.place(), why));
          }

          @Override
          public void unasked(int accounts) {
            notices.unasked(accounts);
          }

          @Override
          public void left(SkippedDifference one) {
            notices.add(one);
            keep(leftAsItIs, one);
          }
        });
    projected = ProjectedHeadcounts.of(totals, checked, known);
    above = ExceededLimit.of(totals, known, settings.stopAbove(), Map.of());
  }

  private <T> void keep(List<T> kept, T one) {
    if (isWhole && kept.size() == MOST_KEPT) {
      isWhole = false;
      changes.clear();
      leftAsItIs.clear();
      rowsLeftOut.clear();
    }
    if (isWhole) {
      kept.add(one);
    }
  }

  /** Goes over the changes once more. */
  public void eachChange(Consumer<PlannedChange> receiver) {
    if (isWhole) {
      changes.forEach(receiver);
      return;
    }
    comparison.accept(
        new Nothing() {
          @Override
          public void change(PlannedChange change) {
            receiver.accept(change);
          }
        });
  }

  /** Goes over what the settings leave as it is once more. */
  public void eachLeft(Consumer<SkippedDifference> receiver) {
    if (isWhole) {
      leftAsItIs.forEach(receiver);
      return;
    }
    comparison.accept(
        new Nothing() {
          @Override
          public void left(SkippedDifference one) {
            receiver.accept(one);
          }
        });
  }

  /** Goes over the rows that would not be delivered once more. */
  public void eachLeftOut(Consumer<LeftOut> receiver) {
    if (isWhole) {
      rowsLeftOut.forEach(receiver);
      return;
    }
    comparison.accept(
        new Nothing() {
          @Override
          public void leftOut(RosterRow row, int line, String why) {
            receiver.accept(new LeftOut(row.table(), row.place(), why));
          }
        });
  }

  /**
   * A row that would not be delivered.
   *
   * @param why the reason where the row itself has no finding, else null
   */
  public record LeftOut(Table table, Place place, String why) {
    /** The reason, whatever it is. */
    public String reason() {
      return why == null ? "the row has an error; see check" : why;
    }
  }

  /** Takes nothing of what is handed on. */
  private static class Nothing implements ChangeReceiver {
    @Override
    public void change(PlannedChange change) {
      // Not asked for.
    }

    @Override
    public void leftOut(RosterRow row, int line, String why) {
      // Not asked for.
    }
  }

  /** The files that say what the platform holds, the newest first. */
  public List<KnownSource> sources() {
    return sources;
  }

  /** Whether two lists are compared, and no platform is to be changed. */
  public boolean isTwoLists() {
    return isTwoLists;
  }

  /** Who comes, goes, moves and is corrected, in words. */
  public String people() {
    Map<String, Integer> users = totals.counts().getOrDefault("users", Map.of());
    Map<String, Integer> places = totals.counts().getOrDefault("enrollments", Map.of());
    int moves = totals.moves().values().stream().mapToInt(Integer::intValue).sum();
    if (leftOut > 0) {
      return users.getOrDefault("create", 0)
          + " joined, "
          + (users.getOrDefault("change", 0) + users.getOrDefault("rename", 0))
          + " corrected. Who left or moved cannot be told as long as rows are left out.";
    }
    return users.getOrDefault("create", 0)
        + " joined, "
        + users.getOrDefault("suspend", 0)
        + " left, "
        + (moves + places.getOrDefault("regroup", 0))
        + " moved to another course or group, "
        + (users.getOrDefault("change", 0) + users.getOrDefault("rename", 0))
        + " corrected.";
  }

  /** Whether anything is known of the platform. */
  public boolean isAnythingKnown() {
    return !known.users().isEmpty() || known.tells(Table.ENROLLMENTS) || !known.courses().isEmpty();
  }

  /** How many changes of each kind there are. */
  public Totals totals() {
    return totals;
  }

  /** How the courses would stand. */
  public ProjectedHeadcounts projected() {
    return projected;
  }

  /** What a run would do more of than the settings let it. */
  public List<ExceededLimit> above() {
    return above;
  }

  /** What the settings leave as it is. */
  public Notices notices() {
    return notices;
  }

  /** How many rows would not be delivered. */
  public int leftOut() {
    return leftOut;
  }
}
