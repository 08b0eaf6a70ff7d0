package neatroster.core.batch;

import java.util.Map;
import neatroster.core.model.Field;

/**
 * One change to deliver.
 *
 * @param phase when it is delivered
 * @param change what it does
 * @param values the fields that are not blank, in the shape in which they are delivered
 * @param own the school's own fields by name, blank ones too: all of the table's, in the order of
 *     the settings
 */
public record BatchRow(
    Phase phase, Change change, Map<Field, String> values, Map<String, String> own) {
  /** A change that says nothing of the school's own fields. */
  public BatchRow(Phase phase, Change change, Map<Field, String> values) {
    this(phase, change, values, Map.of());
  }

  /** The value of a field, or an empty text. */
  public String value(Field field) {
    return values.getOrDefault(field, "");
  }

  /** Says nothing of the values: a password may be among them. */
  @Override
  public String toString() {
    return phase.word() + ": " + change.word();
  }
}
