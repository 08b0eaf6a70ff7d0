package neatroster.core.compare;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.grid.Place;
import neatroster.core.intake.Names;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.settings.Policy;
import neatroster.core.state.KnownRecord;

/** What a row says otherwise than the platform has it, field by field. */
final class Differences {
  private static final Set<Field> NAMES =
      EnumSet.of(Field.GIVEN_NAME, Field.MIDDLE_NAME, Field.FAMILY_NAME, Field.SUFFIX);

  /** Fields that tell who or what a row is about, or are changed in ways of their own. */
  private static final Set<Field> NOT_COMPARED =
      EnumSet.of(
          Field.USERNAME,
          Field.FORMER_USERNAME,
          Field.PASSWORD,
          Field.CHANGE_AT_FIRST_LOGIN,
          Field.CODE,
          Field.COURSE,
          Field.USER,
          Field.JOIN_CODE,
          // They are in the course like everybody else.
          Field.INSTRUCTORS);

  private final Scope scope;
  private final References references;

  Differences(Scope scope, References references) {
    this.scope = scope;
    this.references = references;
  }

  /** What becomes of a difference. */
  private enum Outcome {
    GOES,
    STAYS,
    STAYS_AS_CHANGED_ELSEWHERE
  }

  /**
   * Changes what the settings let through, and says what they do not.
   *
   * @param key what tells the thing, which goes with every change
   * @param asked what the row says
   * @param ownAsked what it says in the fields of the school's own
   */
  void compare(
      Table table,
      Map<Field, String> key,
      Map<Field, String> asked,
      Function<OwnField, String> ownAsked,
      KnownRecord there,
      Place place) {
    Map<Field, String> values = new EnumMap<>(key);
    Map<Field, String> before = new EnumMap<>(Field.class);
    String about = String.join(" ", key.values());
    for (Map.Entry<Field, String> entry : asked.entrySet()) {
      Field field = entry.getKey();
      boolean isKey = key.containsKey(field) && !(field == Field.EMAIL && scope.isTwoLists);
      if (isKey && field == Field.EMAIL && !isSame(field, key.get(field), entry.getValue())) {
        // By the address the platform is told whose it is; it cannot change at once.
        scope.receiver.left(
            new LeftAsItIs(
                table,
                about,
                field.label(),
                key.get(field),
                entry.getValue(),
                "a username for the row: without one nothing tells whose address it is",
                place));
      }
      if (isCompared(table, field, there) && !isKey) {
        String to = entry.getValue();
        String from = held(there, field);
        if (!isSame(field, from, to) && !(NAMES.contains(field) && isSameName(there, asked))) {
          Outcome outcome = outcome(table, field, from, to, there.delivered(field));
          if (outcome == Outcome.GOES) {
            values.put(field, to);
            before.put(field, from);
          } else {
            leave(table, about, field.label(), from, to, outcome, place);
          }
        }
      }
    }
    Map<String, String> own = new LinkedHashMap<>();
    Map<String, String> ownBefore = new LinkedHashMap<>();
    for (OwnField field : scope.settings.reading().ownFields()) {
      String to = field.table() == table ? ownAsked.apply(field) : "";
      Optional<String> from = field.table() == table ? there.own(field) : Optional.empty();
      if (field.table() == table) {
        own.put(field.name(), "");
      }
      if (from.isPresent() && !to.isEmpty() && !isSame(null, from.get(), to)) {
        Outcome outcome =
            outcome(
                scope.policy.of(table),
                scope.policy.of(table).known(),
                from.get(),
                to,
                isElsewhere(null, from.get(), there.deliveredOwn(field)));
        if (outcome == Outcome.GOES) {
          own.put(field.name(), to);
          ownBefore.put(field.name(), from.get());
        } else {
          leave(table, about, field.name(), from.get(), to, outcome, place);
        }
      }
    }
    if (!before.isEmpty() || !ownBefore.isEmpty()) {
      scope.receiver.change(
          new PlannedChange(phase(table), Change.CHANGE, values, own)
              .from(before)
              .fromOwn(ownBefore)
              .because(PlannedChange.OTHERWISE, place));
    }
  }

  private static Phase phase(Table table) {
    return Phase.valueOf(table.name());
  }

  private static boolean isCompared(Table table, Field field, KnownRecord there) {
    boolean standing = field == Field.STATUS && table == Table.USERS;
    boolean isTold = there.tells(field) || (NAMES.contains(field) && there.tells(Field.FULL_NAME));
    return !standing && !NOT_COMPARED.contains(field) && isTold;
  }

  /** Whether the platform's value of a field gives way to the row's. */
  boolean letsThrough(Table table, Field field, KnownRecord there, Map<Field, String> asked) {
    String to = asked.getOrDefault(field, "");
    return isCompared(table, field, there)
        && !to.isEmpty()
        && !to.equals(Cleared.WORD)
        && outcome(table, field, there.text(field), to, there.delivered(field)) == Outcome.GOES;
  }

  /** What becomes of a difference in a field. */
  private Outcome outcome(
      Table table, Field field, String from, String to, Optional<String> delivered) {
    Policy.OfTable policy = scope.policy.of(table);
    return outcome(policy, policy.known(field), from, to, isElsewhere(field, from, delivered));
  }

  /** Whether the platform has another value than the one that was delivered. */
  private boolean isElsewhere(Field field, String from, Optional<String> delivered) {
    return delivered.isPresent() && !isSame(field, from, delivered.get()) && !from.isEmpty();
  }

  private static Outcome outcome(
      Policy.OfTable policy, Policy.Known known, String from, String to, boolean isElsewhere) {
    if (!policy(known, from, to)) {
      return Outcome.STAYS;
    }
    return isElsewhere && !policy.overwritesChanged()
        ? Outcome.STAYS_AS_CHANGED_ELSEWHERE
        : Outcome.GOES;
  }

  private static boolean policy(Policy.Known known, String from, String to) {
    return known == Policy.Known.OVERWRITE
        || (known == Policy.Known.FILL_BLANKS && from.isEmpty() && !to.equals(Cleared.WORD));
  }

  private void leave(
      Table table,
      String about,
      String field,
      String from,
      String to,
      Outcome outcome,
      Place place) {
    String setting =
        outcome == Outcome.STAYS_AS_CHANGED_ELSEWHERE
            ? "policy: {" + table.word() + ": {changed: overwrite}}"
            : "policy: {" + table.word() + ": {known: {" + field + ": overwrite}}}";
    scope.receiver.left(new LeftAsItIs(table, about, field, from, to, setting, place));
  }

  /** What the platform holds, told as the roster tells it. */
  private String held(KnownRecord there, Field field) {
    if (NAMES.contains(field)) {
      return part(there.name(), field);
    }
    String text = there.text(field);
    return field == Field.MANAGER && !text.isEmpty() ? references.held(text) : text;
  }

  private boolean isSame(Field field, String from, String to) {
    if (to.equals(Cleared.WORD)) {
      return from.isEmpty();
    }
    boolean caseless = field == Field.EMAIL || field == Field.MANAGER;
    boolean isOpen = field == Field.STATUS && from.isEmpty() && to.equals("open");
    return isOpen || (caseless ? from.equalsIgnoreCase(to) : from.equals(to));
  }

  /** Whether a name that is known as a whole alone is the row's, however it is taken apart. */
  private static boolean isSameName(KnownRecord there, Map<Field, String> asked) {
    if (!there.hasOnlyFullName()) {
      return false;
    }
    StringBuilder whole = new StringBuilder();
    for (Field field : NAMES) {
      String part = asked.getOrDefault(field, "");
      if (!part.isEmpty()) {
        whole.append(whole.isEmpty() ? "" : " ").append(part);
      }
    }
    Names.Parts name = there.name();
    String held =
        String.join(" ", name.given(), name.middle(), name.family(), name.suffix())
            .replaceAll(" +", " ")
            .strip();
    return held.contentEquals(whole);
  }

  private static String part(Names.Parts name, Field field) {
    return switch (field) {
      case GIVEN_NAME -> name.given();
      case MIDDLE_NAME -> name.middle();
      case FAMILY_NAME -> name.family();
      default -> name.suffix();
    };
  }

  /** Everything that is known of a thing, so that it could be made again. */
  static Map<Field, String> all(KnownRecord there, Phase phase) {
    Map<Field, String> all = new EnumMap<>(Field.class);
    for (Field field : phase.fields()) {
      if (field != Field.PASSWORD && field != Field.CHANGE_AT_FIRST_LOGIN) {
        Scope.put(all, field, there.text(field));
      }
    }
    if (phase == Phase.USERS) {
      for (Field field : NAMES) {
        all.remove(field);
        Scope.put(all, field, part(there.name(), field));
      }
    }
    return all;
  }
}
