package neatroster.core.roster;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.intake.NameParts;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.FoldedLetters;

/** In what the rows about one person differ. */
public final class Disagreements {
  /** What belongs to an enrollment or a list, or is compared as a whole name. */
  private static final Set<Field> NOT_OF_THE_PERSON =
      EnumSet.of(
          Field.ROLE,
          Field.NOTE,
          Field.ENROLLMENTS_CELL,
          Field.GIVEN_NAME,
          Field.MIDDLE_NAME,
          Field.FAMILY_NAME,
          Field.FULL_NAME,
          Field.PREFERRED_NAME,
          Field.SUFFIX);

  private static final List<Field> COMPARED =
      Table.USERS.fields().stream().filter(field -> !NOT_OF_THE_PERSON.contains(field)).toList();

  private Disagreements() {}

  /**
   * One thing that two rows say differently.
   *
   * @param field the field; the full name stands for all parts of a name
   * @param line the later row
   * @param says what it says; empty for a password
   * @param otherLine the earlier row
   * @param otherSays what that says; empty for a password
   * @param isSpelling whether it is one name all the same, with the family's written in two ways
   */
  public record Disagreement(
      Field field, int line, String says, int otherLine, String otherSays, boolean isSpelling) {}

  /** What a row said first. */
  private record Said(String text, int line) {}

  /** In what the rows on these lines differ; blank against filled is no difference. */
  public static List<Disagreement> of(Roster roster, List<Integer> lines) {
    List<Disagreement> found = new ArrayList<>();
    Map<Field, Said> said = new EnumMap<>(Field.class);
    List<Said> names = new ArrayList<>();
    for (int line : lines) {
      RosterRow row = roster.row(line);
      if (roster.isArranged(row.reading())) {
        // It is there to say otherwise.
        continue;
      }
      for (Field field : COMPARED) {
        String text = row.has(field) ? row.text(field) : "";
        if (text.isEmpty() || !row.judged(field).isGood()) {
          // What is no value is found as that.
          continue;
        }
        Said before = said.putIfAbsent(field, new Said(text, line));
        if (before != null && !isSame(field, before.text(), text)) {
          boolean secret = field == Field.PASSWORD;
          found.add(
              new Disagreement(
                  field,
                  line,
                  secret ? "" : text,
                  before.line(),
                  secret ? "" : before.text(),
                  false));
        }
      }
      name(row, line, names, found);
    }
    return found;
  }

  private static boolean isSame(Field field, String one, String other) {
    if (field == Field.ID
        && IdWithoutZeros.of(one)
            .toString()
            .equalsIgnoreCase(IdWithoutZeros.of(other).toString())) {
      // Its own finding.
      return true;
    }
    return field == Field.PASSWORD ? one.equals(other) : one.equalsIgnoreCase(other);
  }

  private static void name(RosterRow row, int line, List<Said> names, List<Disagreement> found) {
    String full = Names.full(row);
    if (full.isEmpty()) {
      return;
    }
    PersonName name = PersonName.of(row);
    for (Said before : names) {
      PersonName.Fit fit = PersonName.of(before.text()).fit(name);
      if (fit == PersonName.Fit.NOT || fit == PersonName.Fit.SLIP) {
        found.add(
            new Disagreement(Field.FULL_NAME, line, full, before.line(), before.text(), false));
        return;
      }
      if (fit == PersonName.Fit.FITS && spellsFamily(before.text(), full)) {
        found.add(
            new Disagreement(Field.FULL_NAME, line, full, before.line(), before.text(), true));
        return;
      }
    }
    if (names.stream().noneMatch(before -> before.text().equals(full))) {
      names.add(new Said(full, line));
    }
  }

  /** Whether two whole names have one family name in two spellings: Bell and Belle. */
  private static boolean spellsFamily(String one, String other) {
    String first = FoldedLetters.of(NameParts.split(one).family());
    String second = FoldedLetters.of(NameParts.split(other).family());
    boolean begins = first.startsWith(second) || second.startsWith(first);
    return !first.equals(second)
        && begins
        && Math.min(first.length(), second.length()) > 1
        && first.indexOf(' ') < 0
        && second.indexOf(' ') < 0;
  }
}
