package neatroster.core.confirm;

import java.util.EnumMap;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;

/** What of a change is there after its outcome was found out. */
public final class AcceptedChanges {
  private AcceptedChanges() {}

  /**
   * The change as the platform took it: with its own values where those differ, so that the next
   * run sees the difference; nothing where it is missing, so that the next run asks for it again.
   */
  public static Optional<PlannedChange> of(PlannedChange change, ChangeResult outcome) {
    return switch (outcome.kind()) {
      case AS_ASKED, NOT_TOLD -> Optional.of(change);
      case MISSING -> Optional.empty();
      case DIFFERENT -> Optional.of(asItIs(change, outcome));
    };
  }

  /**
   * What of a change there is to take back: what it made is there still, of what it changed the
   * fields that nobody has changed again.
   */
  public static Optional<PlannedChange> unchangedSince(PlannedChange change, ChangeResult outcome) {
    Optional<PlannedChange> taken = of(change, outcome);
    if (outcome.kind() != ChangeResult.Kind.DIFFERENT) {
      return taken;
    }
    return switch (change.change()) {
      case CREATE, RENAME -> taken;
      case ENROLL ->
          outcome.differences().stream()
                  .allMatch(one -> isLabel(one, Field.STARTS) || isLabel(one, Field.ENDS))
              ? taken
              : Optional.empty();
      default -> taken.filter(rest -> !rest.before().isEmpty() || !rest.ownBefore().isEmpty());
    };
  }

  private static boolean isLabel(ChangeResult.Difference one, Field field) {
    return one.field().equals(field.label());
  }

  private static PlannedChange asItIs(PlannedChange change, ChangeResult outcome) {
    boolean isChange = change.change() != Change.CREATE && change.change() != Change.ENROLL;
    Map<Field, String> values = new EnumMap<>(Field.class);
    values.putAll(change.values());
    Map<Field, String> before = new EnumMap<>(Field.class);
    before.putAll(change.before());
    Map<String, String> own = new HashMap<>(change.own());
    Map<String, String> ownBefore = new HashMap<>(change.ownBefore());
    for (ChangeResult.Difference one : outcome.differences()) {
      Optional<Field> field = Field.named(one.field());
      if (field.isEmpty()) {
        own.remove(one.field());
        ownBefore.remove(one.field());
      } else if (one.there().isEmpty() || isChange) {
        values.remove(field.get());
        before.remove(field.get());
      } else {
        values.put(field.get(), one.there());
      }
    }
    return new PlannedChange(
        change.phase(),
        change.change(),
        values,
        own,
        before,
        ownBefore,
        change.why(),
        change.place());
  }
}
