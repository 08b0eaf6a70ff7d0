package neatroster.core.value;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.text.Cleaning;

/** The list of people in a course's column {@code instructors}. */
public final class Instructors {
  private Instructors() {}

  /** The usernames, email addresses or ids, which stand between semicolons, commas or lines. */
  public static List<String> of(String cell) {
    List<String> names = new ArrayList<>();
    for (String name : cell.split("[;,\\n]", -1)) {
      String clean = Cleaning.clean(name);
      if (!clean.isEmpty()) {
        names.add(clean);
      }
    }
    return names;
  }
}
