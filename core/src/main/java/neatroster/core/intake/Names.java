package neatroster.core.intake;

import neatroster.core.model.Field;

/**
 * A person's name, put together from the parts that a row has, or taken apart where it has only the
 * whole.
 */
public final class Names {
  private Names() {}

  /**
   * The parts of a name; each is empty where there is none.
   *
   * @param given given name
   * @param middle middle names
   * @param family family name
   */
  public record Parts(String given, String middle, String family) {}

  /** The name's parts, from the full name where the row has no others. */
  public static Parts parts(RosterRow row) {
    String given = row.text(Field.GIVEN_NAME);
    String family = row.text(Field.FAMILY_NAME);
    String middle = row.text(Field.MIDDLE_NAME);
    if (given.isEmpty() && family.isEmpty() && row.has(Field.FULL_NAME)) {
      return split(row.text(Field.FULL_NAME));
    }
    return new Parts(given, middle, family);
  }

  /** The full name, given names first, with a single space between its parts. */
  public static String full(RosterRow row) {
    if (!row.has(Field.GIVEN_NAME) && !row.has(Field.FAMILY_NAME) && row.has(Field.FULL_NAME)) {
      Parts parts = split(row.text(Field.FULL_NAME));
      return join(parts);
    }
    return join(parts(row));
  }

  private static String join(Parts parts) {
    StringBuilder full = new StringBuilder(parts.given());
    for (String part : new String[] {parts.middle(), parts.family()}) {
      if (!part.isEmpty()) {
        full.append(full.isEmpty() ? "" : " ").append(part);
      }
    }
    return full.toString();
  }

  private static Parts split(String full) {
    int comma = full.indexOf(',');
    if (comma > 0) {
      return new Parts(full.substring(comma + 1).strip(), "", full.substring(0, comma).strip());
    }
    int space = full.lastIndexOf(' ');
    return space < 0
        ? new Parts(full, "", "")
        : new Parts(full.substring(0, space), "", full.substring(space + 1));
  }
}
