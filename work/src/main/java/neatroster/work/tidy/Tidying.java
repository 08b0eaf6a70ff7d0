package neatroster.work.tidy;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.check.RuleText;
import neatroster.core.check.pass.Checker;
import neatroster.core.check.pass.Rules;
import neatroster.core.grid.RowWriter;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SheetSurvey;
import neatroster.core.model.Field;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.state.KnownUsers;
import neatroster.core.text.Nearest;
import neatroster.core.tidy.TidyChanges;
import neatroster.core.tidy.TidySheet;
import neatroster.core.tidy.TrustedSuggestions;
import neatroster.core.tidy.WrittenOutMembers;
import neatroster.core.wanted.Wanted;
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

/** Writes clean sheets with our headers, and a list of everything that was changed. */
public final class Tidying {
  private static final Duration PATIENCE = Duration.ofSeconds(5);

  private final CommandContext context;
  private final Asked asked;
  private final Map<String, Integer> written = new LinkedHashMap<>();
  private final Set<String> names = new HashSet<>();

  /** What sheets are written as; the names are the files' endings. */
  public enum Kind {
    csv,
    xlsx
  }

  /**
   * What is to be written.
   *
   * @param to the folder, as the user names it; files that are there are not overwritten
   * @param kind what the sheets are written as
   * @param rules the rules whose suggestions are typed
   * @param changesShown how many changes are handed back; all are in the list
   */
  public record Asked(Path to, Kind kind, List<String> rules, int changesShown) {
    /**
     * Takes what is asked for.
     *
     * @throws Problem where a rule is none that there is
     */
    public Asked {
      verifyRules(rules);
    }
  }

  /**
   * What was written.
   *
   * @param roster the sheets that were tidied
   * @param changes what was changed
   * @param written the names of the new sheets, with how many rows they have
   */
  public record Result(Roster roster, TidyChanges changes, Map<String, Integer> written) {}

  private Tidying(CommandContext context, Asked asked) {
    this.context = context;
    this.asked = asked;
  }

  /**
   * Writes all of it, or nothing.
   *
   * @param files the sheets; what the roster folder holds where there are none
   * @throws Problem where the folder may not be written to, or a file is there
   */
  public static Result tidy(CommandContext context, List<String> files, Asked asked)
      throws IOException, UnreadableSheetException {
    Path place = context.resolve(asked.to());
    new WritePlaces(context.folder()).verifyFolder(place, asked.to().toString());
    try (OpenRoster open = OpenRoster.open(context, files);
        NewFolder making = NewFolder.beside(place)) {
      return new Tidying(context, asked).write(open, making, place);
    }
  }

  private Result write(OpenRoster open, NewFolder making, Path place)
      throws IOException, UnreadableSheetException {
    names.add("changes");
    TidySheet.Correction correction =
        asked.rules().isEmpty()
            ? (row, column, value) -> value
            : new TrustedSuggestions(
                Checker.check(open.roster(), KnownFiles.checkInput(context, open.roster()))
                    .findings(),
                asked.rules());
    TidySheet.Acquaintance known = known(context, open.roster());
    Optional<WrittenOutMembers> members = members(context, open.roster());
    TidyChanges changes = new TidyChanges(create(making, "changes"), asked.changesShown());
    try (changes) {
      for (SheetReading sheet : open.roster().sheets()) {
        if (SheetSurvey.isWithoutRows(sheet)) {
          // A starter's tab that nobody filled in is no news.
          if (!SheetSurvey.isUntouched(sheet)) {
            context.dialog().remark(sheet.name() + " has no rows; no sheet was written for it.");
          }
          continue;
        }
        new TidySheet(sheet, changes, correction, known, members)
            .write(FileStems.free(sheet.name(), names), stem -> create(making, stem))
            .forEach((stem, rows) -> written.put(stem + "." + asked.kind(), rows));
      }
    }
    open.verifyUnchanged();
    moveInto(place, making);
    return new Result(open.roster(), changes, written);
  }

  private static void verifyRules(List<String> rules) {
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
  }

  private RowWriter create(NewFolder making, String stem) throws IOException {
    var out = making.create(stem + "." + asked.kind());
    return asked.kind() == Kind.csv ? CsvRows.forPeople(out) : new XlsxRows(out, stem);
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
          asked.to().resolve(Path.of(e.getFile()).getFileName())
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
                      "Another command is writing into "
                          + asked.to()
                          + ". Try again when it is done.",
                      null));
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw Problem.unreadable("Interrupted while waiting for " + asked.to() + ".", e);
    }
  }
}
