package neatroster.cli.command;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
import neatroster.core.check.RuleText;
import neatroster.core.check.pass.Checker;
import neatroster.core.check.pass.Rules;
import neatroster.core.grid.RowWriter;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SheetSurvey;
import neatroster.core.model.Counted;
import neatroster.core.model.Field;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.state.KnownUsers;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;
import neatroster.core.tidy.TidyChanges;
import neatroster.core.tidy.TidySheet;
import neatroster.core.tidy.TrustedSuggestions;
import neatroster.core.tidy.WrittenOutMembers;
import neatroster.core.wanted.Wanted;
import neatroster.disk.DiskErrors;
import neatroster.disk.NewFolder;
import neatroster.disk.PrivateFiles;
import neatroster.register.FolderLock;
import neatroster.sheets.CsvRows;
import neatroster.sheets.XlsxRows;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.FileStems;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.OpenRoster;
import neatroster.work.folder.WritePlaces;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Writes clean sheets with our headers, and a list of everything that was changed. */
@Command(
    name = "tidy",
    description =
        "Writes clean sheets: repairs what is safe, splits names, and lists every change.")
public final class TidyCommand implements Callable<Integer> {
  private static final int SHOWN = 12;
  private static final Duration PATIENCE = Duration.ofSeconds(5);
  private static final int ROWS_NAMED = 8;

  @Mixin private CommonOptions options;

  @Option(
      names = "--to",
      paramLabel = "DIR",
      required = true,
      description = "The folder to write to; files that are there are not overwritten.")
  private Path to;

  @Option(
      names = "--as",
      paramLabel = "csv|xlsx",
      description = "What the sheets are written as (default: csv).")
  private Kind kind = Kind.csv;

  @Option(
      names = "--with-suggestions",
      description = "Types what check suggests, of the rules named with --rule.")
  private boolean withSuggestions;

  @Option(
      names = "--rule",
      paramLabel = "RULE",
      description = "A rule whose suggestions are typed; repeatable.")
  private List<String> rules = List.of();

  @Parameters(
      paramLabel = "FILE",
      description = "The sheets to tidy. Without any: what the roster folder holds.")
  private List<String> files = List.of();

  /** What sheets are written as; the names are those on the command line. */
  enum Kind {
    csv,
    xlsx
  }

  private final Map<String, Integer> written = new LinkedHashMap<>();
  private final Set<String> names = new HashSet<>();

  @Override
  public Integer call() {
    Screen screen = options.screen();
    CommandContext context = options.context();
    verifyRules();
    Path place = context.resolve(to);
    new WritePlaces(context.folder()).verifyFolder(place, to.toString());
    try (OpenRoster open = OpenRoster.open(context, files);
        NewFolder making = NewFolder.beside(place)) {
      names.add("changes");
      TidySheet.Correction correction =
          withSuggestions
              ? new TrustedSuggestions(
                  Checker.check(open.roster(), KnownFiles.checkInput(context, open.roster()))
                      .findings(),
                  rules)
              : (row, column, value) -> value;
      TidySheet.Acquaintance known = known(context, open.roster());
      Optional<WrittenOutMembers> members = members(context, open.roster());
      int most = options.json() ? Integer.MAX_VALUE : SHOWN;
      TidyChanges changes = new TidyChanges(create(making, "changes"), most);
      try (changes) {
        for (SheetReading sheet : open.roster().sheets()) {
          if (SheetSurvey.isWithoutRows(sheet)) {
            // A starter's tab that nobody filled in is no news.
            if (!SheetSurvey.isUntouched(sheet)) {
              screen.remark(sheet.name() + " has no rows; no sheet was written for it.");
            }
            continue;
          }
          new TidySheet(sheet, changes, correction, known, members)
              .write(FileStems.free(sheet.name(), names), stem -> create(making, stem))
              .forEach((stem, rows) -> written.put(stem + "." + kind, rows));
        }
      }
      open.verifyUnchanged();
      moveInto(place, making);
      report(screen, open.roster(), changes);
      boolean troubled = open.roster().unread().stream().anyMatch(sheet -> !sheet.isLeftAlone());
      return troubled ? Exit.FINDINGS : Exit.DONE;
    } catch (IOException | UncheckedIOException e) {
      Exception cause = e instanceof UncheckedIOException unchecked ? unchecked.getCause() : e;
      throw Problem.unreadable(
          "The tidy sheets could not be written (" + DiskErrors.reason(cause) + ").", e);
    } catch (UnreadableSheetException e) {
      throw Problem.unreadable("A sheet could not be read to its end: " + e.getMessage() + ".", e);
    }
  }

  private void verifyRules() {
    List<String> known = Rules.texts().stream().map(RuleText::name).toList();
    for (String rule : rules) {
      if (!known.contains(rule)) {
        throw Problem.usage(
            "There is no rule “"
                + rule
                + "”."
                + Nearest.word(rule, known).map(near -> " Is " + near + " meant?").orElse(""));
      }
    }
    if (withSuggestions == rules.isEmpty()) {
      throw Problem.usage(
          "--with-suggestions and --rule belong together: say whose suggestions are to be typed,"
              + " such as --with-suggestions --rule unknown-course.");
    }
  }

  private RowWriter create(NewFolder making, String stem) throws IOException {
    var out = making.create(stem + "." + kind);
    return kind == Kind.csv ? CsvRows.forPeople(out) : new XlsxRows(out, stem);
  }

  /** Who people are, where some list names them by an address or a username alone. */
  private static TidySheet.Acquaintance known(CommandContext context, Roster roster) {
    if (roster.sheets().stream().noneMatch(TidySheet::isWithoutNames)) {
      return row -> Optional.empty();
    }
    KnownUsers users = KnownFiles.checkInput(context, roster).known().users();
    return row -> {
      for (Field mark : List.of(Field.ID, Field.USERNAME, Field.EMAIL)) {
        int account = row.has(mark) ? users.findReference(row.text(mark)) : -1;
        if (account >= 0) {
          return Optional.of(users.all().get(account));
        }
      }
      return Optional.empty();
    };
  }

  /** Who is in cross-course groups, where some row enrolls all members of one. */
  private static Optional<WrittenOutMembers> members(CommandContext context, Roster roster) {
    if (roster.sheets().stream().noneMatch(sheet -> sheet.has(Field.MEMBERS_OF))) {
      return Optional.empty();
    }
    return Optional.of(
        new WrittenOutMembers(
            Wanted.of(
                context.settings(),
                ResolvedRoster.of(
                    roster, context.settings(), KnownFiles.checkInput(context, roster).known()))));
  }

  /** Moves the files into their place, all of them or, where one is there already, none. */
  private void moveInto(Path place, NewFolder making) throws IOException {
    PrivateFiles.folder(place);
    try (FolderLock held = lock(place)) {
      held.verify();
      making.moveFilesInto(place);
    } catch (FileAlreadyExistsException e) {
      throw Problem.unreadable(
          to.resolve(Path.of(e.getFile()).getFileName())
              + " is there already. Nothing was written; name another folder.",
          e);
    }
  }

  /** Two commands that write into one folder at once would take each other's files away. */
  private FolderLock lock(Path place) throws IOException {
    String note = "tidy (process " + ProcessHandle.current().pid() + ")";
    try {
      return FolderLock.takeForNow(place, note, PATIENCE)
          .orElseThrow(
              () ->
                  Problem.unreadable(
                      "Another command is writing into " + to + ". Try again when it is done.",
                      null));
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw Problem.unreadable("Interrupted while waiting for " + to + ".", e);
    }
  }

  private void report(Screen screen, Roster roster, TidyChanges changes) {
    if (options.json()) {
      Json.write(screen.out(), json(roster, changes));
      return;
    }
    String list = to.resolve("changes." + kind).toString();
    for (TidyChanges.Change change : changes.first()) {
      String where =
          change.sheet()
              + (change.row() == 0 ? "" : ", row " + change.row())
              + (change.column().isEmpty() ? "" : ", " + change.column());
      String what =
          change.before().isEmpty() && change.after().isEmpty()
              ? ""
              : Quoted.value(change.before()) + " → " + Quoted.value(change.after()) + "  ";
      screen.line("  " + where + "  " + what + screen.dim(change.why()));
    }
    if (changes.count() > SHOWN) {
      screen.line("  and " + (changes.count() - SHOWN) + " more, all of them in " + list);
    }
    if (changes.count() > 0) {
      screen.line("");
    }
    changes
        .uncertain()
        .forEach(
            (sheet, rows) ->
                screen.line(
                    screen.yellow("  look at these names")
                        + "  "
                        + sheet
                        + ", "
                        + (rows.size() == 1 ? "row " : "rows ")
                        + rows.stream()
                            .limit(ROWS_NAMED)
                            .map(String::valueOf)
                            .collect(Collectors.joining(", "))
                        + (rows.size() > ROWS_NAMED
                            ? " and " + (rows.size() - ROWS_NAMED) + " more"
                            : "")
                        + ": they can be split in more than one way"));
    if (!changes.uncertain().isEmpty()) {
      screen.line("");
    }
    written.forEach(
        (name, rows) ->
            screen.line(String.format("  %-32s %s", to.resolve(name), Counted.of(rows, "row"))));
    screen.line("");
    screen.line(
        "Wrote "
            + screen.bold(Counted.of(written.size(), "sheet"))
            + " with "
            + Counted.of(changes.count(), "change")
            + (changes.count() == 1 ? ", which is listed in " : ", which are listed in ")
            + list
            + ".");
    for (Roster.Unread unread : roster.unread()) {
      screen.line(
          (unread.isLeftAlone() ? screen.yellow("left alone") : screen.red("not understood"))
              + "  "
              + unread.name()
              + ": "
              + unread.why().getMessage()
              + ".");
    }
  }

  private JsonObject json(Roster roster, TidyChanges changes) {
    return Json.of("tidy")
        .list(
            "files",
            written.entrySet(),
            file ->
                new JsonObject()
                    .put("path", to.resolve(file.getKey()).toString().replace('\\', '/'))
                    .put("rows", file.getValue()))
        .list(
            "changes",
            changes.first(),
            change ->
                new JsonObject()
                    .put("file", change.sheet().file())
                    .put("sheet", change.sheet().sheet())
                    .put("row", change.row())
                    .put("column", change.column())
                    .put("before", change.before())
                    .put("after", change.after())
                    .put("what", change.why()))
        .put("notUnderstood", roster.unread().size());
  }
}
