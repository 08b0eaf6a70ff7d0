package neatroster.core.batch;

import java.util.Optional;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.model.Severity;
import neatroster.core.roster.People;
import neatroster.core.wanted.Wanted;

/**
 * What keeps a roster from being packed.
 *
 * @param kind what it is
 * @param count how many of it there are
 */
public record BlockingProblem(Kind kind, long count) {
  /** The kinds of obstacles. */
  public enum Kind {
    /** Rows with errors, which were not to be left out. */
    ERRORS,
    /** A sheet that could not be read as a whole: sound rows cannot be told from faulty ones. */
    UNREAD_SHEET,
    /** Nothing is there. */
    NO_ROWS,
    /** People without a username, which were not to be left out. */
    NO_ACCOUNTS
  }

  /**
   * The first obstacle, if there is one.
   *
   * @param checked the roster
   * @param leaveOutFaulty whether rows with errors are to be left out
   */
  public static Optional<BlockingProblem> of(CheckResult checked, boolean leaveOutFaulty) {
    long errors = checked.count(Severity.ERROR);
    if (errors > 0 && !leaveOutFaulty) {
      return Optional.of(new BlockingProblem(Kind.ERRORS, errors));
    }
    if (!checked.roster().brokenOff().isEmpty()
        || checked.roster().unread().stream().anyMatch(file -> !file.why().isNotATable())
        || checked.findings().stream().anyMatch(BlockingProblem::concernsWholeSheet)) {
      return Optional.of(new BlockingProblem(Kind.UNREAD_SHEET, 1));
    }
    if (checked.counts().values().stream().allMatch(count -> count == 0)) {
      return Optional.of(new BlockingProblem(Kind.NO_ROWS, 0));
    }
    int without = leaveOutFaulty ? 0 : usersWithoutAccount(checked.wanted());
    return without > 0
        ? Optional.of(new BlockingProblem(Kind.NO_ACCOUNTS, without))
        : Optional.empty();
  }

  private static boolean concernsWholeSheet(Finding finding) {
    return finding.severity() == Severity.ERROR
        && (finding.place().row() == 0 || finding.rule().text().name().equals("unreadable-file"));
  }

  private static int usersWithoutAccount(Wanted wanted) {
    People people = wanted.resolved().people();
    int count = 0;
    for (int person = 0; person < people.count(); person++) {
      boolean listed = people.firstLine(person) >= 0;
      if (listed
          && !wanted.removed().hasPerson(person)
          && people.username(person).isEmpty()
          && people.account(person) < 0) {
        count++;
      }
    }
    return count;
  }
}
