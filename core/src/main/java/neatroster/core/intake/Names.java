package neatroster.core.intake;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.pattern.PatternGuess;

/**
 * A person's name, put together from the parts that a row has, or taken apart where it has only the
 * whole.
 */
public final class Names {
  /** The fields that hold a name or a part of one. */
  static final Set<Field> FIELDS =
      EnumSet.of(
          Field.FULL_NAME, Field.GIVEN_NAME, Field.MIDDLE_NAME, Field.FAMILY_NAME, Field.SUFFIX);

  private Names() {}

  /** The name's parts, from the full name where the row has no others. */
  public static NameParts parts(RosterRow row) {
    if (hasOnlyFull(row)) {
      String full = row.text(Field.FULL_NAME);
      return NameParts.isPlain(full) && row.reading().namesAreFamilyFirst()
          ? NameParts.splitFamilyFirst(full)
          : NameParts.split(full);
    }
    String given = row.text(Field.GIVEN_NAME);
    String suffix = row.text(Field.SUFFIX);
    int last = given.lastIndexOf(' ');
    if (last > 0 && suffix.isEmpty() && NameSuffix.is(given.substring(last + 1))) {
      // “Quay, Tom Jr.” in two columns.
      suffix = given.substring(last + 1);
      given = given.substring(0, last).replaceAll(",$", "");
    }
    int first = given.indexOf(' ');
    while (first > 1
        && given.charAt(first - 1) == '.'
        && NameParts.HONORIFIC.matcher(given.substring(0, first)).matches()) {
      suffix = (given.substring(0, first) + " " + suffix).strip();
      given = given.substring(first + 1);
      first = given.indexOf(' ');
    }
    return new NameParts(given, row.text(Field.MIDDLE_NAME), row.text(Field.FAMILY_NAME), suffix);
  }

  /** Whether the row has a full name and neither a given nor a family name. */
  public static boolean hasOnlyFull(RosterRow row) {
    return !row.has(Field.GIVEN_NAME) && !row.has(Field.FAMILY_NAME) && row.has(Field.FULL_NAME);
  }

  /** The full name, given names first, with a single space between its parts. */
  public static String full(RosterRow row) {
    NameParts parts = parts(row);
    StringBuilder full = new StringBuilder(parts.given());
    for (String part : new String[] {parts.middle(), parts.family(), parts.suffix()}) {
      if (!part.isEmpty()) {
        full.append(full.isEmpty() ? "" : " ").append(part);
      }
    }
    return full.toString();
  }

  /**
   * Whether the parts of a row's name are a guess: the full name could be taken apart in another
   * way, and neither the address nor the rest of the list tells.
   */
  public static boolean isUncertain(RosterRow row) {
    if (!hasOnlyFull(row) || !NameParts.isUncertain(row.text(Field.FULL_NAME))) {
      return false;
    }
    NameParts parts = parts(row);
    for (Field field : List.of(Field.USERNAME, Field.EMAIL)) {
      String address = row.text(field).replaceAll("@.*", "").replaceAll("\\d+$", "");
      if (!address.isEmpty() && PatternGuess.confirms(address, parts.given(), parts.family())) {
        return false;
      }
    }
    return true;
  }
}
