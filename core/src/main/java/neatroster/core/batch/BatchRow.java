package neatroster.core.batch;

import java.util.Map;
import neatroster.core.model.Field;

/**
 * One change to deliver.
 *
 * @param phase when it is delivered
 * @param change what it does
 * @param values the fields that are not blank, in the shape in which they are delivered
 */
public record BatchRow(Phase phase, Change change, Map<Field, String> values) {
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
