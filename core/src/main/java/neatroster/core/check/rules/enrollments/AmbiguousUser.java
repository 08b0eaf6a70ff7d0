package neatroster.core.check.rules.enrollments;

import java.util.List;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Doubt;
import neatroster.core.roster.People;
import neatroster.core.text.Quoted;

/** A reference that fits two users. */
public final class AmbiguousUser extends TableRule {
  static final RuleText TEXT = new RuleText("ambiguous-user", Severity.ERROR);

  private static final int MOST = 5;

  public AmbiguousUser() {
    super(TEXT, Table.USERS, Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Doubt doubt : row.doubts(Doubt.Kind.SEVERAL)) {
      findings.add(
          row.finding(
              this,
              row.columnOfPerson(),
              doubt.lines().size() + doubt.accounts().size() == 1
                  ? "One name alone does not tell who this is; "
                      + row.named(doubt)
                      + " may be meant. Write the whole name, or fill in an id, a username or an"
                      + " email address."
                  : "Whom the row is about cannot be told by the name alone: "
                      + row.named(doubt)
                      + ". Fill in an id, a username or an email address."));
    }
    if (row.table() == Table.ENROLLMENTS
        && row.user.isAmbiguous()
        && row.has(Field.USER)
        && !isSaid(row)) {
      findings.add(
          row.finding(
              this,
              Field.USER,
              Quoted.value(row.shown(Field.USER))
                  + " could be "
                  + String.join(" or ", candidates(row))
                  + ". Name the user by what belongs to nobody else."));
    }
  }

  /** Whether it was found already that several rows have what only one can. */
  private static boolean isSaid(CheckedRow row) {
    People people = row.resolved.people();
    return people.candidates(row.row.code(Field.USER)).stream()
        .flatMap(person -> people.lines(person).stream())
        .anyMatch(
            line ->
                people.doubts(line).stream()
                    .anyMatch(
                        doubt ->
                            doubt.kind() == Doubt.Kind.SHARED_MARK
                                || doubt.kind() == Doubt.Kind.ANOTHER_PERSON
                                || doubt.kind() == Doubt.Kind.ISSUED_USERNAME
                                || doubt.kind() == Doubt.Kind.TAKEN_EMAIL));
  }

  private static List<String> candidates(CheckedRow row) {
    People people = row.resolved.people();
    return people.candidates(row.row.code(Field.USER)).stream()
        .limit(MOST)
        .map(
            person -> {
              int line = row.mainLine(person);
              return line < 0
                  ? people.knownAs(person).map(CheckedRow::named).orElse("an account")
                  : row.personOf(line) + " in " + row.named(row.place(line));
            })
        .toList();
  }
}
