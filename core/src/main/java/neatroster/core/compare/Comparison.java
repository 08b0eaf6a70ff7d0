package neatroster.core.compare;

import java.time.LocalDate;
import java.util.List;
import neatroster.core.check.CheckResult;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SourceNote;
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
  private final ComparisonInput scope;
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
    scope = new ComparisonInput(settings, checked, known, today, receiver);
    resolved = scope.resolved;
    references = new References(scope);
    accounts = new AccountRows(settings, known.users(), items);
    RowValues rows = new RowValues(scope, items);
    Sites sites = new Sites(scope);
    Differences differences = new Differences(scope, references);
    courses = new CourseChanges(scope, rows, references, sites, differences);
    groups = new GroupChanges(scope, rows, references, accounts, differences);
    users = new UserChanges(scope, items, references, sites, accounts, differences);
    enrollments = new EnrollmentChanges(scope, references);
  }

  /**
   * Takes the sheets for the whole of what they list, as one of two lists that are compared:
   * whatever they have not is absent.
   */
  public Comparison ofWholeLists() {
    scope.isTwoLists = true;
    return this;
  }

  /** Goes over the roster. */
  public void run() {
    scope.wanted.courses(courses);
    scope.wanted.groups(groups);
    groups.made();
    scope.wanted.people(users);
    users.settle();
    List<KnownUser> anonymous =
        accounts.anonymous().stream()
            .filter(account -> references.hasCourse(account.course()))
            .toList();
    anonymous.forEach(account -> scope.receiver.change(accounts.anonymous(account)));
    scope.wanted.memberships().each(enrollments);
    enrollments.settle();
    Coverage coverage = new Coverage(resolved, scope.isTwoLists);
    if (!coverage.coversNothing()
        && !scope.hasLeftOutAnything()
        && resolved.rows().brokenOff().isEmpty()
        && resolved.rows().unread().stream().allMatch(Roster.Unread::isLeftAlone)) {
      // Whoever is left out is not absent, and which row was whose cannot be told.
      new AbsentFromCoverage(scope, coverage).run();
    }
    if (!coverage.coversUsers() && !scope.hasLeftOutAnything() && !areAllGivenBack()) {
      scope.receiver.unasked(unasked());
    }
    Withdrawals.ofRemoved(scope);
  }

  /** Whether all that is given is rows that came back to be mended: they name nobody else. */
  private boolean areAllGivenBack() {
    List<SheetReading> sheets = resolved.rows().sheets();
    return !sheets.isEmpty() && sheets.stream().allMatch(SourceNote::isExcerpt);
  }

  /** How many accounts of the platform no row is about. */
  private int unasked() {
    int[] count = {0};
    scope.known.eachUser(
        account -> {
          KnownUser user = scope.known.users().all().get(account);
          boolean isOfSomebody = !user.isGuardian() && !user.isAnonymous();
          boolean isOpen = user.standing() != KnownUser.Standing.SUSPENDED;
          count[0] += isOfSomebody && isOpen && !scope.asked.accounts().get(account) ? 1 : 0;
        });
    return count[0];
  }
}
