package neatroster.core.check;

import neatroster.core.intake.Known;
import neatroster.core.intake.KnownUsers;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Place;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** A row that fits two accounts, or two rows one. */
final class MatchedTwice extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "matched-twice",
          Severity.ERROR,
          "The id of a row belongs to one account and its email address or username to another; or two rows are about the same account.",
          "Whichever account is changed, it may be the wrong person’s.",
          "Correct the value that belongs to the other; if both rows are one person, delete one.",
          """
          (known)
          id  | username | given name | email
          417 | amarlowe | Ana        | ana@pier.example
          418 | bfinch   | Bo         | bo@pier.example

          id  | email
          417 | bo@pier.example     ← Ana or Bo?
          """);

  private final KnownUsers known;

  MatchedTwice(Known known) {
    super(TEXT, Table.USERS);
    this.known = known.users();
  }

  private static String named(KnownUser account) {
    String name = account.person().fullName();
    return "the account " + account.reference() + (name.isEmpty() ? "" : " (" + name + ")");
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    // What two rows of the sheets share was found to be theirs.
    boolean shared = row.shared.id() >= 0 || row.shared.email() >= 0 || row.shared.username() >= 0;
    if (known.isEmpty() || row.accountNumber < 0 || shared) {
      return;
    }
    int byId = row.has(Field.ID) ? known.findId(row.text(Field.ID)) : -1;
    int byEmail = row.has(Field.EMAIL) ? known.findEmail(row.text(Field.EMAIL)) : -1;
    if (byId >= 0 && byEmail >= 0 && byId != byEmail) {
      findings.add(
          row.finding(
              this,
              Field.ID,
              "The id "
                  + Quoted.value(row.shown(Field.ID))
                  + " belongs to "
                  + named(known.all().get(byId))
                  + ", the email address "
                  + Quoted.value(row.shown(Field.EMAIL))
                  + " to "
                  + named(known.all().get(byEmail))
                  + ". Correct the one that is not this person’s, or leave it blank."));
    } else if (row.earlierWithAccount >= 0 && row.earlierWithAccount != row.user) {
      Place place = row.place(row.keys.userLine(row.earlierWithAccount));
      findings.add(
          row.finding(
                  this,
                  row.firstColumn(
                      Field.ID, Field.USERNAME, Field.EMAIL, Field.FULL_NAME, Field.GIVEN_NAME),
                  "This row and "
                      + row.named(place)
                      + " are both about "
                      + named(row.account)
                      + ". If they are one person, delete one of the rows; if not, correct the id,"
                      + " username or email address by which this one was taken for it.")
              .against(place));
    }
  }
}
