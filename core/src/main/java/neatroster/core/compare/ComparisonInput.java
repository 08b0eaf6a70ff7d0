package neatroster.core.compare;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.check.CheckResult;
import neatroster.core.grid.Place;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.settings.Policy;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.state.KnownMemberships;
import neatroster.core.wanted.Deliverable;
import neatroster.core.wanted.Wanted;

/** What is compared with what, and where the changes go: the same for every table. */
final class ComparisonInput {
  final Settings settings;
  final ResolvedRoster resolved;
  final Wanted wanted;
  final Deliverable deliverable;
  final Known known;
  final KnownMemberships memberships;
  final Policy policy;
  final LocalDate today;
  final ChangeReceiver receiver;
  final Requested asked = new Requested();

  private final Set<Integer> leftOutLines = new HashSet<>();
  private boolean anythingLeftOut;

  /** Whether two lists are compared, whose people need no accounts. */
  boolean isTwoLists;

  ComparisonInput(
      Settings settings,
      CheckResult checked,
      Known known,
      LocalDate today,
      ChangeReceiver receiver) {
    this.settings = settings;
    this.resolved = checked.resolved();
    this.wanted = checked.wanted();
    this.deliverable = wanted.deliverable();
    this.known = known;
    this.memberships = known.memberships();
    this.policy = settings.policy();
    this.today = today;
    this.receiver = new HeldBack(receiver);
  }

  /** Passes everything on; changes can be held back until others are made. */
  private static final class HeldBack implements ChangeReceiver {
    private final ChangeReceiver next;
    private List<PlannedChange> heldBack;

    HeldBack(ChangeReceiver next) {
      this.next = next;
    }

    @Override
    public void change(PlannedChange change) {
      if (heldBack == null) {
        next.change(change);
      } else {
        heldBack.add(change);
      }
    }

    @Override
    public void leftOut(RosterRow row, int line, String why) {
      next.leftOut(row, line, why);
    }

    @Override
    public void dropped(Place place, Field field, String value, String why) {
      next.dropped(place, field, value, why);
    }

    @Override
    public void unasked(int accounts) {
      next.unasked(accounts);
    }

    @Override
    public void left(SkippedDifference left) {
      next.left(left);
    }
  }

  /** Does some work, and gives the changes that come of it instead of handing them on. */
  List<PlannedChange> holdBack(Runnable work) {
    HeldBack target = (HeldBack) receiver;
    target.heldBack = new ArrayList<>();
    work.run();
    List<PlannedChange> changes = target.heldBack;
    target.heldBack = null;
    return changes;
  }

  /** Leaves out a row that cannot be delivered. */
  void leaveOut(RosterRow row, int line, String why) {
    anythingLeftOut = true;
    if (row.reading().enrolls() && !leftOutLines.add(line)) {
      // A row of people comes back once, however many of its courses are left out with it.
      return;
    }
    receiver.leftOut(row, line, why);
  }

  boolean hasLeftOutAnything() {
    return anythingLeftOut;
  }

  /** Why a row is left out that needs something that is. */
  static String leftOutToo(String what, String name) {
    return Deliverable.leftOutToo(what, name);
  }

  /** Something new that the settings do not let through. */
  void skip(Table table, String key, Place place) {
    String fresh = table == Table.ENROLLMENTS ? "enroll" : "create";
    left(table, key, "", "", "", "policy: {" + table.word() + ": {new: " + fresh + "}}", place);
  }

  /**
   * Something that was delivered once and is gone from the platform: somebody took it away there.
   *
   * @return whether it stays away
   */
  boolean staysGone(Table table, String key, Place place) {
    if (policy.of(table).overwritesChanged()) {
      return false;
    }
    left(
        table,
        key,
        "",
        "delivered once, and taken away on the platform since",
        "",
        "policy: {" + table.word() + ": {changed: overwrite}}",
        place);
    return true;
  }

  void left(
      Table table, String key, String field, String from, String to, String setting, Place place) {
    receiver.left(new SkippedDifference(table, key, field, from, to, setting, place));
  }

  /** What becomes of a value that the platform has otherwise. */
  enum Fate {
    GOES,
    STAYS,
    STAYS_AS_CHANGED_ELSEWHERE
  }

  /**
   * Decides what becomes of a value.
   *
   * @param known what the settings say of it
   * @param isElsewhere whether it was delivered once and changed on the platform since
   */
  Fate fate(Table table, Policy.Known known, String from, String to, boolean isElsewhere) {
    boolean isFilled =
        known == Policy.Known.FILL_BLANKS && from.isEmpty() && !to.equals(Cleared.WORD);
    if (known != Policy.Known.OVERWRITE && !isFilled) {
      return Fate.STAYS;
    }
    return isElsewhere && !policy.of(table).overwritesChanged()
        ? Fate.STAYS_AS_CHANGED_ELSEWHERE
        : Fate.GOES;
  }

  /**
   * A value that the platform has otherwise.
   *
   * @param key what it is of
   */
  record Otherwise(Table table, String key, String field, String from, String to, Place place) {}

  /** Whether a value gives way to the one that is asked for; where it does not, that is said. */
  boolean givesWay(Otherwise one, Policy.Known known, boolean isElsewhere) {
    Fate fate = fate(one.table(), known, one.from(), one.to(), isElsewhere);
    if (fate != Fate.GOES) {
      String setting =
          fate == Fate.STAYS ? "{known: {" + one.field() + ": overwrite}}" : "{changed: overwrite}";
      left(
          one.table(),
          one.key(),
          one.field(),
          one.from(),
          one.to(),
          "policy: {" + one.table().word() + ": " + setting + "}",
          one.place());
    }
    return fate == Fate.GOES;
  }

  /** The reason of a change that a row asks for. */
  static String why(Change change) {
    return change == Change.CREATE || change == Change.ENROLL
        ? PlannedChange.NEW
        : "the row asks for it";
  }

  void change(Phase phase, Change change, Map<Field, String> values, RosterRow row) {
    receiver.change(
        new PlannedChange(phase, change, values)
            .with(new OwnValues(settings).of(row))
            .because(why(change), row.place()));
  }

  static void put(Map<Field, String> values, Field field, String value) {
    if (!value.isEmpty()) {
      values.put(field, value);
    }
  }
}
