package neatroster.cli.command;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.TreeSet;
import java.util.concurrent.Callable;
import neatroster.cli.report.IssueReport;
import neatroster.cli.terminal.Exit;
import neatroster.core.accounts.Issuing;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;
import neatroster.core.pattern.PatternException;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.disk.DiskErrors;
import neatroster.register.RegisterException;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.OpenRoster;
import neatroster.work.issue.AnonymousAccounts;
import neatroster.work.issue.IssueRun;
import neatroster.work.issue.NewPasswords;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Gives accounts to the users who have none. */
@Command(
    name = "issue",
    description =
        "Gives new users usernames, first passwords and what else the settings ask for; guardians"
            + " their accounts, courses and groups their join codes.")
public final class IssueCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;

  @Option(
      names = "--to",
      paramLabel = "DIR",
      description = "Where to keep accounts and register when there is no roster folder.")
  private Path to;

  @Option(
      names = "--again",
      paramLabel = "USER",
      description =
          "Gives one user who has an account a new first password: a username, email or id.")
  private String again;

  @Option(
      names = "--again-lost",
      description =
          "Gives a new first password to everybody whose password was issued and is no longer in"
              + " accounts/.")
  private boolean againLost;

  @Option(
      names = "--other",
      paramLabel = "USER",
      description =
          "Gives one user another username, where the platform has not taken the one that was"
              + " issued: a stranger may have it there.")
  private String other = "";

  @Option(
      names = "--anonymous",
      paramLabel = "N",
      description = "Makes so many accounts without names, for the course that --course names.")
  private Integer anonymous;

  @Option(
      names = "--course",
      paramLabel = "CODE",
      description = "The course of the accounts without names.")
  private String course;

  @Parameters(
      paramLabel = "FILE",
      description = "The sheets with the users. Without any: what the roster folder holds.")
  private List<String> files = List.of();

  @Override
  public Integer call() {
    CommandContext context = options.context().writing(to, "issue");
    IssueReport report =
        new IssueReport(options.screen(), context.folder().orElseThrow(), options.json());
    if (!other.isEmpty() && (againLost || again != null || anonymous != null || course != null)) {
      throw Problem.usage("--other USER goes with none of --again, --again-lost and --anonymous.");
    }
    try {
      if (againLost) {
        return againLost(report, context);
      }
      if (again != null) {
        return again(report, context);
      }
      if (anonymous != null || course != null) {
        return anonymous(report, context);
      }
      try (OpenRoster open = OpenRoster.open(context, files);
          LockedRosterFolder lockedFolder = context.work("issue")) {
        Issuing.Outcome outcome = IssueRun.run(context, open, lockedFolder, other);
        report.issued(outcome, lockedFolder.accounts());
        return outcome.findings().isEmpty() ? Exit.DONE : Exit.FINDINGS;
      }
    } catch (PatternException e) {
      throw Problem.usage(
          "A pattern in the settings, position " + e.position() + ": " + e.getMessage());
    } catch (IOException e) {
      throw Problem.unreadable(
          "The accounts could not be written (" + DiskErrors.reason(e) + ").", e);
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    }
  }

  private int again(IssueReport report, CommandContext context)
      throws IOException, RegisterException {
    if (!files.isEmpty() || anonymous != null || course != null) {
      throw Problem.usage(
          "--again USER stands alone: it is about one account that was issued already.");
    }
    try (LockedRosterFolder lockedFolder = context.work("issue")) {
      KnownUser account = NewPasswords.forOne(again, context.settings(), lockedFolder);
      report.again(account, lockedFolder.accounts());
      return Exit.DONE;
    }
  }

  /**
   * The accounts file is gone or damaged, and there is no copy: passwords can only be made anew.
   */
  private int againLost(IssueReport report, CommandContext context)
      throws PatternException, IOException, RegisterException {
    if (!files.isEmpty() || again != null || anonymous != null || course != null) {
      throw Problem.usage("--again-lost stands alone: it is about accounts that were issued.");
    }
    try (LockedRosterFolder lockedFolder = context.work("issue")) {
      List<KnownUser> users = NewPasswords.forLost(context.settings(), lockedFolder);
      report.againLost(users, lockedFolder.accounts());
      return Exit.DONE;
    }
  }

  private int anonymous(IssueReport report, CommandContext context)
      throws PatternException, IOException, RegisterException {
    Settings settings = context.settings();
    if (anonymous == null || course == null) {
      throw Problem.usage(
          "Accounts without names need a number and a course: neat-roster issue --anonymous 30"
              + " --course NAV-2");
    }
    if (anonymous < 1 || anonymous > AnonymousAccounts.MOST) {
      throw Problem.usage("--anonymous takes a number from 1 to " + AnonymousAccounts.MOST + ".");
    }
    try (OpenRoster open = OpenRoster.open(context, files);
        LockedRosterFolder lockedFolder = context.work("issue")) {
      TreeSet<String> courses = new TreeSet<>();
      open.roster().read(Table.COURSES, (row, line) -> courses.add(row.text(Field.CODE)));
      Known known = KnownFiles.checkInput(context, lockedFolder.known(), open.roster()).known();
      courses.addAll(known.courses().keySet());
      report.anonymous(
          AnonymousAccounts.issue(anonymous, course, List.copyOf(courses), settings, lockedFolder),
          course,
          lockedFolder.accounts());
      return Exit.DONE;
    }
  }
}
