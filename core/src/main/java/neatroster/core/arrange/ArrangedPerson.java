package neatroster.core.arrange;

import java.util.function.Function;

/**
 * Somebody who is moved.
 *
 * @param reference what a row refers to them by: username, email address or id
 * @param name the name, family name first, by which people are put in order
 * @param shown the name as people read it
 * @param group the group that they are in already, or empty
 * @param fields the value of a field by its name; empty where there is none
 */
public record ArrangedPerson(
    String reference, String name, String shown, String group, Function<String, String> fields) {
  /** The value of a field. */
  String field(String field) {
    return fields.apply(field);
  }
}
