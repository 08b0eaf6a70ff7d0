package neatroster.core.compare;

import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.grid.Place;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.settings.Policy;
import neatroster.core.state.KnownRecord;

/** Changes what a row says otherwise than the platform has it, as far as the settings let it. */
final class Differences {
  private final ComparisonInput input;
  private final References references;
  private final FieldDifferences fields;

  Differences(ComparisonInput input, References references) {
    this.input = input;
    this.references = references;
    this.fields = new FieldDifferences(input.known, input.settings.reading().ownFields());
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
    Map<String, String> own = new LinkedHashMap<>();
    Map<String, String> ownBefore = new LinkedHashMap<>();
    input.settings.reading().ownFields().stream()
        .filter(field -> field.table() == table)
        .forEach(field -> own.put(field.name(), ""));
    String about = String.join(" ", key.values());
    for (FieldDifferences.Difference one : fields.of(table, asked, ownAsked, there, true)) {
      Optional<Field> field = one.field();
      boolean isEmail = field.equals(Optional.of(Field.EMAIL));
      if (field.filter(key::containsKey).isPresent() && !(isEmail && input.isTwoLists)) {
        if (isEmail) {
          // By the address the platform is told whose it is; it cannot change at once.
          input.left(
              table,
              about,
              one.label(),
              key.get(Field.EMAIL),
              one.asked(),
              "a username for the row: without one nothing tells whose address it is",
              place);
        }
        continue;
      }
      String from =
          field.equals(Optional.of(Field.MANAGER)) && !one.there().isEmpty()
              ? references.held(one.there())
              : one.there();
      if (input.givesWay(
          new ComparisonInput.Otherwise(table, about, one.label(), from, one.asked(), place),
          known(table, field),
          isElsewhere(there, one))) {
        field.ifPresentOrElse(
            known -> {
              values.put(known, one.asked());
              before.put(known, from);
            },
            () -> {
              own.put(one.label(), one.asked());
              ownBefore.put(one.label(), from);
            });
      }
    }
    if (!before.isEmpty() || !ownBefore.isEmpty()) {
      input.receiver.change(
          new PlannedChange(Phase.valueOf(table.name()), Change.CHANGE, values, own)
              .from(before)
              .fromOwn(ownBefore)
              .because(PlannedChange.OTHERWISE, place));
    }
  }

  private Policy.Known known(Table table, Optional<Field> field) {
    Policy.OfTable policy = input.policy.of(table);
    return field.map(policy::known).orElse(policy.known());
  }

  /** Whether the platform has another value than the one that was delivered. */
  private boolean isElsewhere(KnownRecord there, FieldDifferences.Difference one) {
    Optional<String> delivered =
        one.field().map(there::delivered).orElseGet(() -> there.delivered(one.label()));
    return !one.there().isEmpty()
        && delivered
            .filter(
                text ->
                    one.field()
                        .map(field -> !fields.isSame(field, one.there(), text))
                        .orElse(!one.there().equals(text)))
            .isPresent();
  }

  /** Whether the platform's value of a field gives way to the row's. */
  boolean letsThrough(Table table, Field field, KnownRecord there, Map<Field, String> asked) {
    String to = asked.getOrDefault(field, "");
    FieldDifferences.Difference one =
        new FieldDifferences.Difference(field.label(), Optional.of(field), there.text(field), to);
    return FieldDifferences.isCompared(table, field, there)
        && !to.isEmpty()
        && !to.equals(Cleared.WORD)
        && input.fate(table, known(table, one.field()), one.there(), to, isElsewhere(there, one))
            == ComparisonInput.Fate.GOES;
  }
}
