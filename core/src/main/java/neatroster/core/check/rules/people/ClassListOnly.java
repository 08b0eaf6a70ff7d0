package neatroster.core.check.rules.people;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.People;
import neatroster.core.settings.Settings;
import neatroster.core.text.Quoted;

/** Somebody whom lists of who is in a course have, and no list of people. */
public final class ClassListOnly implements ColumnRule {
  static final RuleText TEXT = new RuleText("class-list-only", Severity.WARNING);

  private final boolean isOn;

  /** So many names are looked for near each other name. */
  private static final int MOST_SEARCHES = 200;

  private static final int MOST_NAMED = 2;

  public ClassListOnly(Settings settings) {
    isOn = !settings.policy().classListsMayAdd();
  }

  @Override
  public Set<String> explainedInRow() {
    return Set.of(
        "same-person-twice",
        "another-person",
        "duplicate-email",
        "bad-email",
        "spreadsheet-error",
        "ambiguous-user",
        "conflicting-rows");
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    boolean isClassList = sheet.table() == Table.USERS && sheet.reading().enrolls();
    if (!isOn || !isClassList || !arePeopleListed(sheet)) {
      return;
    }
    People people = sheet.roster().people();
    int searches = 0;
    Boolean areOthersListed = null;
    for (int position = 0; position < sheet.rows(); position++) {
      Link person = sheet.isMisaligned(position) ? Link.NONE : sheet.person(position);
      if (!person.isFound()
          || people.firstLine(person.number()) != sheet.line(position)
          || Names.full(sheet.row(position)).isEmpty()
          || !isInClassListsOnly(sheet, person.number(), false)) {
        continue;
      }
      boolean isOnly = isInClassListsOnly(sheet, person.number(), true);
      if (!isOnly) {
        areOthersListed = areOthersListed == null ? areOthersListed(sheet) : areOthersListed;
      }
      if (isOnly || areOthersListed) {
        CheckedRow row = sheet.checked(position);
        List<String> near = searches++ < MOST_SEARCHES ? near(row, person.number()) : List.of();
        String nearest =
            near.isEmpty()
                ? ""
                : " It is near "
                    + String.join(" and ", near)
                    + "; if it is meant, write that name.";
        findings.add(
            row.finding(
                this,
                row.columnOfPerson(),
                "No list of people has "
                    + Quoted.value(row.personOf(row.line))
                    + ", nor is there such an account; a new one would be made."
                    + nearest));
      }
    }
  }

  private static boolean arePeopleListed(SheetView sheet) {
    if (!sheet.roster().known().users().isEmpty()) {
      return true;
    }
    for (SheetReading other : sheet.roster().rows().sheets()) {
      if (other.table() == Table.USERS && !other.enrolls()) {
        return true;
      }
    }
    return false;
  }

  /** Whether most of a sheet’s people stand in lists of people, so that an address shows nobody. */
  private static boolean areOthersListed(SheetView sheet) {
    int listed = 0;
    for (int position = 0; position < sheet.rows(); position++) {
      Link person = sheet.isMisaligned(position) ? Link.NONE : sheet.person(position);
      listed += person.isFound() && !isInClassListsOnly(sheet, person.number(), false) ? 1 : 0;
    }
    return listed * 2 >= sheet.rows();
  }

  /**
   * Whether only class lists have a person.
   *
   * @param byAddress whether an address in a class list says enough of somebody
   */
  private static boolean isInClassListsOnly(SheetView sheet, int person, boolean byAddress) {
    People people = sheet.roster().people();
    if (people.account(person) >= 0) {
      return false;
    }
    for (int line : people.lines(person)) {
      RosterRow row = sheet.roster().rows().row(line);
      boolean describes =
          !row.reading().enrolls()
              || row.has(Field.ID)
              || row.has(Field.USERNAME)
              || (byAddress && row.has(Field.EMAIL))
              || row.has(Field.BIRTH_DATE);
      if (describes) {
        return false;
      }
    }
    return true;
  }

  private static List<String> near(CheckedRow row, int person) {
    List<String> near = new ArrayList<>();
    for (int other : row.resolved.people().nearest(row.personOf(row.line))) {
      int line = row.mainLine(other);
      if (other != person && near.size() < MOST_NAMED) {
        near.add(
            line < 0
                ? row.resolved.people().knownAs(other).map(CheckedRow::named).orElse("an account")
                : row.personOf(line) + " in " + row.named(row.place(line)));
      }
    }
    return near;
  }
}
