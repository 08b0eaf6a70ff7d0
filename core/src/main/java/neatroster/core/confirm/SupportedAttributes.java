package neatroster.core.confirm;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;

/**
 * What a platform keeps of users: a field that it shows of nobody at all it has no room for, which
 * is one thing to know, not a difference for each.
 */
public final class SupportedAttributes {
  private SupportedAttributes() {}

  private static boolean isMissed(
      PlannedChange change, ChangeResult.Difference one, Set<Field> neverShown) {
    return change.phase() == Phase.USERS
        && one.there().isEmpty()
        && Field.named(one.field()).filter(neverShown::contains).isPresent();
  }

  /**
   * An outcome without what the platform has no room for.
   *
   * @param neverShown the fields of users that the platform shows of nobody
   */
  public static ChangeResult of(PlannedChange change, ChangeResult outcome, Set<Field> neverShown) {
    if (outcome.kind() != ChangeResult.Kind.DIFFERENT || neverShown.isEmpty()) {
      return outcome;
    }
    return ChangeResult.of(
        outcome.differences().stream().filter(one -> !isMissed(change, one, neverShown)).toList());
  }

  /** The fields that a change asks for and the platform has no room for. */
  public static List<String> missed(
      PlannedChange change, ChangeResult outcome, Set<Field> neverShown) {
    List<String> fields = new ArrayList<>();
    for (ChangeResult.Difference one : outcome.differences()) {
      if (isMissed(change, one, neverShown)) {
        fields.add(one.field());
      }
    }
    return fields;
  }
}
