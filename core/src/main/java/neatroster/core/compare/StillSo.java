package neatroster.core.compare;

import java.util.Map;
import java.util.Optional;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.roster.Held;
import neatroster.core.roster.HeldRow;
import neatroster.core.roster.Known;
import neatroster.core.settings.Settings;

/**
 * Whether what a change made is still so on the platform, as far as is known. What somebody changed
 * again since, by hand or with a later run, is not taken back.
 */
public final class StillSo {
  private final Settings settings;
  private final Known known;
  private final Held held;

  /** Asks what the platform holds, the delivery of the change included. */
  public StillSo(Settings settings, Known known) {
    this.settings = settings;
    this.known = known;
    this.held = known.held();
  }

  /** Whether the platform holds what a change made of it. */
  public boolean is(PlannedChange change) {
    return switch (change.phase()) {
      case SITES -> true;
      case USERS -> user(change);
      case COURSES -> row(change, held.course(change.value(Field.CODE)), Table.COURSES);
      case GROUPS ->
          known.hasGroup(change.value(Field.COURSE), change.value(Field.NAME))
              && row(
                  change,
                  held.group(change.value(Field.COURSE), change.value(Field.NAME)),
                  Table.GROUPS);
      case ENROLLMENTS -> enrollment(change);
      case WITHDRAWALS -> seat(change) < 0;
      case REMOVALS -> isGone(change);
    };
  }

  private boolean user(PlannedChange change) {
    int account = known.accountOf(change.value(Field.USERNAME));
    Optional<HeldRow> there = held.user(account);
    return switch (change.change()) {
      case CREATE, RENAME -> there.isPresent();
      case SUSPEND, RESTORE ->
          there.isPresent()
              && (known.users().standing(account) == KnownUser.Standing.SUSPENDED)
                  == (change.change() == Change.SUSPEND);
      default -> row(change, there, Table.USERS);
    };
  }

  /** Whether the fields that were changed have the values that they were given. */
  private boolean row(PlannedChange change, Optional<HeldRow> there, Table table) {
    if (there.isEmpty() || change.change() == Change.CREATE) {
      return there.isPresent();
    }
    Map<Field, String> values = Differences.all(there.get(), Phase.valueOf(table.name()));
    for (Field field : change.before().keySet()) {
      if (!values.getOrDefault(field, "").equals(given(change.value(field)))) {
        return false;
      }
    }
    for (OwnField field : settings.reading().ownFields()) {
      if (field.table() == table
          && change.ownBefore().containsKey(field.name())
          && !there
              .get()
              .own(field)
              .orElse("")
              .equals(given(change.own().getOrDefault(field.name(), "")))) {
        return false;
      }
    }
    return true;
  }

  private static String given(String value) {
    return value.equals(Cleared.WORD) ? "" : value;
  }

  private int seat(PlannedChange change) {
    return held.enrollment(
        change.value(Field.USER), change.value(Field.COURSE), change.value(Field.GROUP));
  }

  private boolean enrollment(PlannedChange change) {
    int seat = seat(change);
    if (seat < 0) {
      return false;
    }
    String role = held.roleOf(seat);
    String asked = change.value(Field.ROLE);
    boolean sameRole = role.isEmpty() || asked.isEmpty() || role.equals(asked);
    boolean sameDates = true;
    for (Field field : new Field[] {Field.STARTS, Field.ENDS}) {
      sameDates &=
          !change.before().containsKey(field)
              || held.dateOf(seat, field).equals(given(change.value(field)));
    }
    return sameRole && sameDates;
  }

  private boolean isGone(PlannedChange change) {
    if (!change.value(Field.GROUP).isEmpty()) {
      return !known.hasGroup(change.value(Field.COURSE), change.value(Field.GROUP));
    }
    if (!change.value(Field.COURSE).isEmpty()) {
      return held.course(change.value(Field.COURSE)).isEmpty();
    }
    int account = known.accountOf(change.value(Field.USERNAME));
    return held.user(account).isEmpty();
  }
}
