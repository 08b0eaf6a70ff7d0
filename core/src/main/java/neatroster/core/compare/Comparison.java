package neatroster.core.compare;

import java.time.LocalDate;
import java.util.List;
import neatroster.core.check.CheckResult;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.KnownUser;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;

/**
 * Compares a checked roster with what the platform holds, and gives every change that makes the one
 * the other. A row that is faulty is left out, and so is every row that needs it: nobody is
 * enrolled in a course that is not delivered.
 */
public final class Comparison {
  private final ComparisonInput input;
  private final ResolvedRoster resolved;
  private final References references;
  private final AccountRows accounts;
  private final CourseChanges courses;
  private final GroupChanges groups;
  private final UserChanges users;
  private final EnrollmentChanges enrollments;

  /**
   * Prepares the walk.
   *
   * @param settings the folder's settings
   * @param checked the roster and what the check found in it
   * @param known what the platform has
   * @param items what was issued beside the accounts
   * @param today the day that relative dates without a start are counted from
   * @param receiver takes the changes
   */
  public Comparison(
      Settings settings,
      CheckResult checked,
      Known known,
      IssuedItems items,
      LocalDate today,
      ChangeReceiver receiver) {
    input = new ComparisonInput(settings, checked, known, today, receiver);
    resolved = input.resolved;
    references = new References(input);
    accounts = new AccountRows(settings, known.users(), items);
    RowValues rows = new RowValues(input, items);
    Sites sites = new Sites(input);
    Differences differences = new Differences(input, references);
    courses = new CourseChanges(input, rows, references, sites, differences);
    groups = new GroupChanges(input, rows, references, accounts, differences);
    users = new UserChanges(input, items, references, sites, accounts, differences);
    enrollments = new EnrollmentChanges(input, references);
  }

  /**
   * Takes the sheets for the whole of what they list, as one of two lists that are compared:
   * whatever they have not is absent.
   */
  public Comparison ofWholeLists() {
    input.isTwoLists = true;
    return this;
  }

  /** Goes over the roster. */
  public void run() {
    input.wanted.courses(courses);
    input.wanted.groups(groups);
    groups.made();
    input.wanted.people(users);
    users.settle();
    List<KnownUser> anonymous =
        accounts.anonymous().stream()
            .filter(account -> references.hasCourse(account.course()))
            .toList();
    anonymous.forEach(account -> input.receiver.change(accounts.anonymous(account)));
    input.wanted.memberships().each(enrollments);
    enrollments.settle();
    Coverage coverage = new Coverage(resolved, input.isTwoLists);
    if (!coverage.coversNothing()
        && !input.hasLeftOutAnything()
        && resolved.rows().brokenOff().isEmpty()
        && resolved.rows().unread().stream().allMatch(Roster.Unread::isLeftAlone)) {
      // Whoever is left out is not absent, and which row was whose cannot be told.
      new AbsentFromCoverage(input, coverage).run();
    }
    if (!coverage.coversUsers() && !input.hasLeftOutAnything() && !areAllGivenBack()) {
      input.receiver.unasked(unasked());
    }
    Withdrawals.ofRemoved(input);
  }

  /** Whether all that is given is rows that came back to be mended: they name nobody else. */
  private boolean areAllGivenBack() {
    List<SheetReading> sheets = resolved.rows().sheets();
    return !sheets.isEmpty() && sheets.stream().allMatch(SheetReading::isExcerpt);
  }

  /** How many accounts of the platform no row is about. */
  private int unasked() {
    int[] count = {0};
    input.known.eachUser(
        account -> {
          KnownUser user = input.known.users().all().get(account);
          boolean isOfSomebody = !user.isGuardian() && !user.isAnonymous();
          boolean isOpen = user.standing() != KnownUser.Standing.SUSPENDED;
          count[0] += isOfSomebody && isOpen && !input.asked.accounts().get(account) ? 1 : 0;
        });
    return count[0];
  }
}
