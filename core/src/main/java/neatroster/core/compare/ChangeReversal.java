package neatroster.core.compare;

import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.change.Subject;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/**
 * What takes a change back. Of several changes the last is taken back first, as far as the phases
 * of a delivery allow.
 */
public final class ChangeReversal {
  private ChangeReversal() {}

  /**
   * The change that takes another one back.
   *
   * @return nothing for a site, which nothing takes away, and for a password, which nobody knows
   *     any more
   */
  public static Optional<PlannedChange> of(PlannedChange change) {
    return switch (change.change()) {
      case CREATE -> created(change);
      case REMOVE -> removed(change);
      case ENROLL -> Optional.of(again(change, Phase.WITHDRAWALS, Change.WITHDRAW));
      case WITHDRAW -> Optional.of(enrolled(change));
      case RENAME -> Optional.of(renamed(change));
      case SUSPEND -> Optional.of(changed(change, Change.RESTORE));
      case RESTORE -> Optional.of(changed(change, Change.SUSPEND));
      case CHANGE ->
          change.before().isEmpty() && change.ownBefore().isEmpty()
              ? Optional.empty()
              : Optional.of(changed(change, Change.CHANGE));
      case RE_ROLE, REGROUP -> Optional.of(changed(change, change.change()));
    };
  }

  /**
   * What takes back an enrollment in a further group of a course that the person was in before.
   *
   * @param role the role that they have in the course again, or empty
   */
  public static PlannedChange ofFurtherGroup(PlannedChange change, String role) {
    Map<Field, String> values = new EnumMap<>(change.values());
    String group = values.remove(Field.GROUP);
    if (!role.isEmpty()) {
      values.put(Field.ROLE, role);
    }
    return new PlannedChange(Phase.ENROLLMENTS, Change.REGROUP, values, change.own())
        .from(Map.of(Field.GROUP, group))
        .because("it was made", change.place());
  }

  private static Optional<PlannedChange> created(PlannedChange change) {
    Subject subject = Subject.of(change);
    Map<Field, String> key = new EnumMap<>(Field.class);
    // A site stays; somebody else may stand in it by now.
    ComparisonInput.put(key, Field.USERNAME, subject.user());
    ComparisonInput.put(key, Field.COURSE, subject.course());
    ComparisonInput.put(key, Field.GROUP, subject.group());
    Map<Field, String> before = new EnumMap<>(change.values().isEmpty() ? key : change.values());
    before.remove(Field.PASSWORD);
    before.remove(Field.CHANGE_AT_FIRST_LOGIN);
    return key.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new PlannedChange(Phase.REMOVALS, Change.REMOVE, key)
                .from(before)
                .because("it was made", change.place()));
  }

  private static Optional<PlannedChange> removed(PlannedChange change) {
    if (change.before().isEmpty()) {
      return Optional.empty();
    }
    Subject subject = Subject.of(change);
    Map<Field, String> values = new EnumMap<>(change.before());
    ComparisonInput.put(values, Field.USERNAME, subject.user());
    boolean isCourse = subject.table() == Table.COURSES;
    ComparisonInput.put(values, isCourse ? Field.CODE : Field.COURSE, subject.course());
    ComparisonInput.put(values, Field.NAME, subject.group());
    Phase phase = Phase.valueOf(subject.table().name());
    return Optional.of(
        new PlannedChange(phase, Change.CREATE, values, change.ownBefore())
            .because("it was removed", change.place()));
  }

  private static PlannedChange again(PlannedChange change, Phase phase, Change what) {
    return new PlannedChange(phase, what, change.values(), change.own())
        .from(withoutKeys(change.values()))
        .because("it was made", change.place());
  }

  private static Map<Field, String> withoutKeys(Map<Field, String> values) {
    Map<Field, String> rest = new EnumMap<>(Field.class);
    values.forEach(
        (field, value) -> {
          if (field == Field.ROLE || field == Field.STARTS || field == Field.ENDS) {
            rest.put(field, value);
          }
        });
    return rest;
  }

  private static PlannedChange enrolled(PlannedChange change) {
    Map<Field, String> values = new EnumMap<>(change.values());
    values.putAll(change.before());
    return new PlannedChange(Phase.ENROLLMENTS, Change.ENROLL, values, change.ownBefore())
        .because("it was ended", change.place());
  }

  private static PlannedChange renamed(PlannedChange change) {
    Map<Field, String> values = new EnumMap<>(Field.class);
    values.put(Field.USERNAME, change.value(Field.FORMER_USERNAME));
    values.put(Field.FORMER_USERNAME, change.value(Field.USERNAME));
    return new PlannedChange(Phase.USERS, Change.RENAME, values)
        .from(Map.of(Field.USERNAME, change.value(Field.USERNAME)))
        .because("it was renamed", change.place());
  }

  /** Puts back what was before; blank is said by the word for it. */
  private static PlannedChange changed(PlannedChange change, Change what) {
    Map<Field, String> values = new EnumMap<>(change.values());
    Map<Field, String> before = new EnumMap<>(Field.class);
    change
        .before()
        .forEach(
            (field, value) -> {
              before.put(field, change.value(field));
              boolean leavesGroup = field == Field.GROUP && value.isEmpty();
              if (leavesGroup) {
                values.remove(field);
              } else {
                values.put(field, value.isEmpty() ? Cleared.WORD : value);
              }
            });
    Map<String, String> own = new LinkedHashMap<>(change.own());
    Map<String, String> ownBefore = new LinkedHashMap<>();
    change
        .ownBefore()
        .forEach(
            (name, value) -> {
              ownBefore.put(name, change.own().getOrDefault(name, ""));
              own.put(name, value.isEmpty() ? Cleared.WORD : value);
            });
    return new PlannedChange(change.phase(), what, values, own)
        .from(before)
        .fromOwn(ownBefore)
        .because("it was changed", change.place());
  }
}
