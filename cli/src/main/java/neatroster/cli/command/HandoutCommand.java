package neatroster.cli.command;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import neatroster.cli.handout.ClassListsPdf;
import neatroster.cli.handout.ConsentLettersPdf;
import neatroster.cli.handout.DrawnPages;
import neatroster.cli.handout.Handout;
import neatroster.cli.handout.HandoutHtml;
import neatroster.cli.handout.HandoutRows;
import neatroster.cli.handout.JoinSheetsPdf;
import neatroster.cli.handout.Paper;
import neatroster.cli.handout.SlipsPdf;
import neatroster.cli.report.ForgetReport;
import neatroster.cli.report.OwnFiles;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
import neatroster.cli.terminal.Terminal;
import neatroster.core.handout.Attendance;
import neatroster.core.handout.Attendee;
import neatroster.core.handout.Choice;
import neatroster.core.handout.ClassList;
import neatroster.core.handout.ConsentRecipients;
import neatroster.core.handout.CourseInfo;
import neatroster.core.handout.Section;
import neatroster.core.model.Counted;
import neatroster.core.settings.Settings;
import neatroster.core.text.Nearest;
import neatroster.disk.DiskErrors;
import neatroster.disk.NewFile;
import neatroster.disk.PrivateFiles;
import neatroster.register.RegisterException;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.RosterFolder;
import neatroster.work.folder.WritePlaces;
import neatroster.work.handout.PasswordRemoval;
import neatroster.work.handout.Recipients;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParseResult;
import picocli.CommandLine.Spec;

/** Prints what people are to be told. */
@Command(
    name = "handout",
    description =
        "Prints login slips, class lists, join sheets and consent letters: PDF, HTML, or CSV and XLSX"
            + " for mail merge.")
public final class HandoutCommand implements Callable<Integer> {
  private static final String SLIPS = "slips";
  private static final String CLASS_LISTS = "class-lists";
  private static final String JOIN_SHEETS = "join-sheets";
  private static final String CONSENT_LETTERS = "consent-letters";

  private static final List<String> KINDS =
      List.of(SLIPS, CLASS_LISTS, JOIN_SHEETS, CONSENT_LETTERS);

  private static final List<String> ENDINGS = List.of(".pdf", ".html", ".csv", ".xlsx");

  @Mixin private CommonOptions options;

  @Mixin private HandoutChoice chosen;

  @Parameters(
      arity = "0..1",
      paramLabel = "WHAT",
      defaultValue = SLIPS,
      description =
          "slips (the default: name, username, first password), class-lists (without passwords),"
              + " join-sheets (address and join code), consent-letters.")
  private String what;

  @Option(
      names = "--to",
      paramLabel = "FILE",
      description =
          "The file to write; its ending says the kind: .pdf, .html, .csv or .xlsx. Repeatable."
              + " Default: a PDF in accounts/ for slips, in reports/ for the others.")
  private List<Path> to = List.of();

  @Option(
      names = "--by",
      paramLabel = "WHAT",
      description =
          "Slips in stacks, each on pages of its own: by course, group or site. Who is in more than"
              + " one is in the first.")
  private String by = "";

  @Option(
      names = "--per-page",
      paramLabel = "N",
      defaultValue = "8",
      description = "So many slips stand on a page: 1, 2, 3, 4, 6, 8 (the default), 10 or 12.")
  private int perPage;

  @Option(
      names = "--paper",
      paramLabel = "SIZE",
      defaultValue = "a4",
      description = "a4 (the default) or letter.")
  private String paper;

  @Option(
      names = "--forget",
      description =
          "Removes the first passwords that a batch has and the slips have told, from accounts/."
              + " Prints nothing.")
  private boolean forget;

  @Option(names = "--yes", description = "Forgets without asking.")
  private boolean yes;

  @Option(
      names = "--overwrite",
      description = "Lets the file take the place of one that is no report or handout of ours.")
  private boolean overwrite;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() {
    verifyOptions();
    CommandContext context = options.context();
    RosterFolder folder =
        context.folderOr(
            "handout works in a roster folder, and there is none here. Name one with --folder"
                + " DIR.");
    WritePlaces places = new WritePlaces(context.folder(), context.knownPaths(), OwnFiles::isOwn);
    if (to.isEmpty() && !forget) {
      places.verifyFile(folder.path(usualFile()), folder.shown(usualFile()), overwrite);
    }
    to.forEach(file -> places.verifyFile(context.resolve(file), file.toString(), overwrite));
    try (LockedRosterFolder lockedFolder = context.work("handout")) {
      Recipients recipients =
          Recipients.of(context, lockedFolder, chosen.named(), forget || what.equals(SLIPS));
      return forget
          ? forget(lockedFolder, recipients)
          : print(context.settings(), lockedFolder, recipients);
    } catch (UncheckedIOException e) {
      throw unwritable(e.getCause());
    } catch (IOException e) {
      throw unwritable(e);
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    }
  }

  private static Problem unwritable(IOException e) {
    return Problem.unreadable(
        "The handout could not be written (" + DiskErrors.reason(e) + ").", e);
  }

  /** Where it goes without {@code --to}. */
  private String usualFile() {
    return (what.equals(SLIPS) ? "accounts/" : "reports/") + what + ".pdf";
  }

  /** Whoever says more with --forget than it follows means something else. */
  private void verifyForgetting() {
    ParseResult given = spec.commandLine().getParseResult();
    if (!forget) {
      if (yes) {
        throw Problem.usage("--yes answers the question that --forget asks; printing asks none.");
      }
      return;
    }
    List<String> more =
        new ArrayList<>(
            Stream.of("--to", "--by", "--per-page", "--paper", "--overwrite")
                .filter(given::hasMatchedOption)
                .toList());
    if (given.hasMatchedPositional(0)) {
      more.add(0, what);
    }
    if (!more.isEmpty()) {
      throw Problem.usage(
          "--forget prints nothing and removes first passwords for good; "
              + String.join(", ", more)
              + " does not go with it. To print, leave out --forget.");
    }
  }

  private void verifyOptions() {
    verifyForgetting();
    if (!KINDS.contains(what)) {
      throw Problem.usage(
          "handout prints "
              + String.join(", ", KINDS)
              + "; “"
              + what
              + "” is none of them."
              + Nearest.word(what, KINDS).map(near -> " Is " + near + " meant?").orElse(""));
    }
    if (!List.of("", "course", "group", "site").contains(by)) {
      throw Problem.usage("--by takes course, group or site.");
    }
    if (!List.of(1, 2, 3, 4, 6, 8, 10, 12).contains(perPage)) {
      throw Problem.usage("--per-page takes 1, 2, 3, 4, 6, 8, 10 or 12.");
    }
    if (Paper.named(paper).isEmpty()) {
      throw Problem.usage("--paper takes a4 or letter.");
    }
    to.forEach(file -> ending(file.toString()));
  }

  private static String ending(String file) {
    String lower = file.toLowerCase(Locale.ROOT);
    return ENDINGS.stream()
        .filter(lower::endsWith)
        .findFirst()
        .orElseThrow(
            () ->
                Problem.usage(
                    file + ": the ending says what to write; .pdf, .html, .csv or .xlsx."));
  }

  private int print(Settings settings, LockedRosterFolder lockedFolder, Recipients recipients)
      throws IOException, RegisterException {
    Attendance attendance = recipients.attendance();
    Choice choice = recipients.choice();
    List<Section> sections =
        what.equals(SLIPS) ? choice.sections(attendance, by, settings) : List.of();
    List<Attendee> told =
        sections.stream()
            .flatMap(section -> section.people().stream())
            .filter(person -> person.hasPassword() && person.account() != null)
            .toList();
    if (to.stream().anyMatch(file -> ending(file.toString()).equals(".csv"))) {
      Recipients.verifyPlainText(sections);
    }
    Handout handout =
        switch (what) {
          case CLASS_LISTS -> classLists(settings, choice.classLists(attendance));
          case JOIN_SHEETS -> joinSheets(settings, choice.joinable(attendance));
          case CONSENT_LETTERS -> consentLetters(settings, recipients.people());
          default -> slips(settings, sections, attendance.courses());
        };
    return write(options.screen(), lockedFolder, handout, told);
  }

  private Handout classLists(Settings settings, List<ClassList> lists) {
    return new Handout(
        lists.size(),
        "No course has anybody in it.",
        out -> ClassListsPdf.write(lists, settings, paper(), out),
        out -> HandoutHtml.classLists(lists, settings, out),
        rows -> HandoutRows.classLists(lists, rows));
  }

  private Handout joinSheets(Settings settings, List<CourseInfo> courses) {
    long codes =
        courses.stream()
            .flatMap(
                course ->
                    Stream.concat(Stream.of(course.joinCode()), course.groups().values().stream()))
            .filter(code -> !code.isEmpty())
            .count();
    return new Handout(
        (int) codes,
        "No course has a join code. With join-codes: {courses: true} in roster.yaml, issue makes"
            + " them.",
        out -> JoinSheetsPdf.write(courses, settings, paper(), out),
        out -> HandoutHtml.joinSheets(courses, settings, out),
        rows -> HandoutRows.joinSheets(courses, settings, rows));
  }

  private Handout consentLetters(Settings settings, List<Attendee> people) {
    int age = settings.checks().consentBelowAge();
    ConsentRecipients asked =
        ConsentRecipients.of(people, age, LocalDate.now(ZoneId.systemDefault()));
    List<Attendee> children = asked.children();
    if (asked.undated() > 0) {
      options
          .screen()
          .remark(
              (asked.undated() == 1 ? "1 person has" : asked.undated() + " people have")
                  + " no birth date in the sheets: whether they need consent cannot be told.");
    }
    return new Handout(
        children.size(),
        "Nobody below " + age + " is without consent.",
        out -> ConsentLettersPdf.write(children, settings, paper(), out),
        out -> HandoutHtml.consentLetters(children, settings, out),
        rows -> HandoutRows.consentLetters(children, rows));
  }

  private Handout slips(Settings settings, List<Section> sections, List<CourseInfo> courses) {
    return new Handout(
        sections.stream().mapToInt(section -> section.people().size()).sum(),
        "There is no first password to hand out. Name somebody with --user, --course, --group or"
            + " --site to print slips all the same.",
        out -> SlipsPdf.write(sections, settings, courses, paper(), perPage, out),
        out -> HandoutHtml.slips(sections, settings, courses, perPage, out),
        rows -> HandoutRows.slips(sections, settings, courses, rows));
  }

  private Paper paper() {
    return Paper.named(paper).orElseThrow();
  }

  /**
   * A file that was written.
   *
   * @param place where it is
   * @param name what the user calls it
   * @param pages its pages, or 0
   */
  private record Written(Path place, String name, int pages) {}

  private int write(
      Screen screen, LockedRosterFolder lockedFolder, Handout handout, List<Attendee> told)
      throws IOException, RegisterException {
    RosterFolder folder = lockedFolder.folder();
    int count = handout.count();
    List<Written> written = new ArrayList<>();
    if (count > 0) {
      if (to.isEmpty()) {
        String name = usualFile();
        written.add(write(screen, folder.path(name), folder.shown(name), handout));
      }
      for (Path file : to) {
        written.add(write(screen, options.resolve(file), file.toString(), handout));
      }
    }
    if (count > 0 && !told.isEmpty()) {
      lockedFolder
          .register()
          .passwords()
          .tell(
              told.stream().map(person -> person.account().reference()).toList(),
              written.stream().map(file -> file.place().toString()).toList());
    }
    String one = what.replace('-', ' ').replaceAll("s$", "");
    if (options.json()) {
      Json.write(
          screen.out(),
          Json.of("handout")
              .put("what", what)
              .put("count", count)
              .list(
                  "files",
                  written,
                  file -> new JsonObject().put("file", file.name()).put("pages", file.pages())));
      return Exit.DONE;
    }
    if (count == 0) {
      screen.line(handout.nothing());
    }
    for (Written file : written) {
      screen.line(
          screen.bold(Counted.of(count, one))
              + " in "
              + file.name()
              + (file.pages() == 0 ? "" : ", " + Counted.of(file.pages(), "page"))
              + ".");
    }
    if (count > 0 && what.equals(SLIPS)) {
      screen.line(
          "The file holds first passwords: print it, then delete it. When the slips are out,"
              + " neat-roster handout --forget removes the passwords from accounts/ too.");
    }
    return Exit.DONE;
  }

  private Written write(Screen screen, Path file, String name, Handout handout) throws IOException {
    Path target = file.toAbsolutePath().normalize();
    PrivateFiles.folder(target.getParent());
    DrawnPages drawn =
        NewFile.replace(target, out -> handout.write(ending(name), what.replace('-', ' '), out));
    if (drawn.lacking()) {
      screen.remark(
          name + " has boxes where no font has the character; as .html a browser may find one.");
    }
    return new Written(target, name, drawn.pages());
  }

  private int forget(LockedRosterFolder lockedFolder, Recipients recipients)
      throws IOException, RegisterException {
    PasswordRemoval removal =
        PasswordRemoval.of(
            recipients,
            lockedFolder,
            count ->
                Terminal.confirm(
                    "The first passwords of "
                        + Counted.of(count, "account")
                        + " are to be removed from accounts/.",
                    yes));
    ForgetReport report = new ForgetReport(removal);
    options.show(report::document, report::text);
    return removal.untold().isEmpty() ? Exit.DONE : Exit.FINDINGS;
  }
}
