package neatroster.work.folder;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import neatroster.core.grid.HelperSheet;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.SheetIntake;
import neatroster.core.intake.SheetPlanException;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SheetsInView;
import neatroster.core.intake.SourceNote;
import neatroster.core.model.Table;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Settings;
import neatroster.core.settings.SheetPlan;
import neatroster.core.text.Nearest;
import neatroster.disk.DiskErrors;
import neatroster.disk.PrivateFiles;
import neatroster.disk.TemporaryFileRegistry;
import neatroster.disk.TemporaryFiles;
import neatroster.sheets.SheetFile;
import neatroster.sheets.SheetFiles;
import neatroster.sheets.TextChoice;
import neatroster.work.Problem;

/** The roster's files, open for reading. */
public final class OpenRoster implements Closeable {
  /** So many bytes of a pipe are kept. */
  private static final long MOST_PIPED = 2L << 30;

  private final List<SheetFile> files = new ArrayList<>();
  private final List<SheetReading> readings = new ArrayList<>();
  private final Map<SheetReading, String> courseOfSheet = new HashMap<>();
  private final Set<SheetReading> moves = new HashSet<>();
  private final List<Roster.Unread> unread = new ArrayList<>();

  /** Those of whose headers none is known, with why they are not understood alone. */
  private final Map<SheetReading, Roster.Unread> unknown = new HashMap<>();

  private final List<SheetName> order = new ArrayList<>();
  private final List<SheetName> leftOut = new ArrayList<>();
  private final List<Path> temporary = new ArrayList<>();
  private final Set<Path> paths = new HashSet<>();
  private Path standardInput;
  private Roster roster;
  private OpenRoster exports;

  private final Settings settings;
  private final Map<Path, Stamp> stamps = new LinkedHashMap<>();
  private final MemoryEstimate memory = new MemoryEstimate();

  private OpenRoster(Settings settings) {
    this.settings = settings;
  }

  /**
   * Opens the files that a command line names, or those of the roster folder where it names none.
   */
  public static OpenRoster open(CommandContext context, List<String> arguments) {
    return open(context, arguments, null);
  }

  /** Opens what the folder holds as it would be with other sheets of ours in it. */
  public static OpenRoster openWith(CommandContext context, List<AddedSheet> drafts) {
    return open(context, List.of(), drafts);
  }

  private static OpenRoster open(
      CommandContext context, List<String> arguments, List<AddedSheet> drafts) {
    OpenRoster open = new OpenRoster(context.settings());
    try {
      if (!arguments.isEmpty()) {
        for (String argument : arguments) {
          open.add(context, argument);
        }
      } else if (drafts != null) {
        for (FileArgument file : context.folder().orElseThrow().files("sheets")) {
          if (drafts.stream().noneMatch(draft -> draft.is(file))) {
            open.add(file);
          }
        }
        for (AddedSheet draft : drafts) {
          FileArgument file = draft.draft();
          open.temporary.add(file.path());
          open.add(file);
        }
      } else if (context.folder().isPresent()) {
        for (FileArgument file : context.folder().get().sheetFiles()) {
          open.add(file);
        }
      } else {
        throw Problem.usage(
            "Name the spreadsheets, or work in a roster folder (one with a roster.yaml): neat-roster"
                + " check users.xlsx courses.csv");
      }
      open.memory.remark(Runtime.getRuntime().maxMemory()).ifPresent(context.dialog()::remark);
      open.paths.addAll(context.knownPaths());
      open.understandTogether(context, () -> open.exports(context));
      open.roster = new Roster(open.readings, open.unread, open.order, open.arranged(context));
      return open;
    } catch (SheetPlanException e) {
      open.close();
      throw Problem.usage(e.getMessage());
    } catch (IOException e) {
      open.close();
      throw Problem.unreadable(
          "A temporary file could not be written (" + DiskErrors.reason(e) + ").", e);
    } catch (RuntimeException e) {
      open.close();
      throw e;
    }
  }

  /** The sheets that arrange wrote into the folder. */
  private Set<SheetName> arranged(CommandContext context) {
    Set<SheetName> arranged = new HashSet<>();
    context
        .folder()
        .ifPresent(
            folder ->
                order.stream()
                    .filter(name -> name.file().startsWith(folder.shown(AddedSheet.ARRANGED)))
                    .filter(name -> name.file().endsWith(".csv"))
                    .forEach(arranged::add));
    return arranged;
  }

  /** Opens the exports of the platform, and its answer, among what says what it holds. */
  public static OpenRoster ofExports(CommandContext context, List<KnownSource> sources) {
    OpenRoster open = new OpenRoster(context.settings());
    try {
      sources.forEach(source -> source.export().ifPresent(open::addKept));
      open.understandTogether(context, List::of);
      open.roster = new Roster(open.readings, open.unread, open.order);
      return open;
    } catch (SheetPlanException e) {
      open.close();
      throw Problem.usage(e.getMessage());
    } catch (RuntimeException e) {
      open.close();
      throw e;
    }
  }

  public Roster roster() {
    return roster;
  }

  /** The files that are read, the platform's exports among them. */
  public Set<Path> paths() {
    return paths;
  }

  /**
   * Makes sure that what was read over and over was the same each time: somebody may save a sheet
   * while a command reads it.
   */
  public void verifyUnchanged() {
    stamps.forEach(
        (path, stamp) -> {
          if (!stamp.equals(Stamp.of(path))) {
            throw Problem.unreadable(
                path.getFileName()
                    + " was changed while it was being read. Nothing was done; run the command again.",
                null);
          }
        });
  }

  /**
   * What a file's change can be told by.
   *
   * @param size its length in bytes
   * @param changed when it was last written to
   */
  private record Stamp(long size, FileTime changed) {
    static Stamp of(Path path) {
      try {
        return new Stamp(Files.size(path), Files.getLastModifiedTime(path));
      } catch (IOException e) {
        return new Stamp(-1, FileTime.fromMillis(0));
      }
    }
  }

  /** The exports of the platform, opened when they are asked for and closed with the sheets. */
  public List<SheetReading> exports(CommandContext context) {
    if (exports == null) {
      exports = ofExports(context, KnownSources.exportsOfAnyTime(context));
    }
    return exports.readings;
  }

  /** What a sheet is can be told when all sheets are open. */
  private void understandTogether(CommandContext context, Supplier<List<SheetReading>> known) {
    List<SheetReading> understood =
        SheetsInView.understand(
            readings, new SheetsInView.Said(courseOfSheet, moves), known, settings);
    List<SheetReading> alone = List.copyOf(readings);
    readings.clear();
    for (int i = 0; i < alone.size(); i++) {
      SheetReading before = alone.get(i);
      SheetReading settled = understood.get(i);
      if (settled.isUnknown()) {
        unread.add(unknown.get(before));
        continue;
      }
      readings.add(settled);
      boolean said =
          courseOfSheet.containsKey(before) || before.plan().flatMap(SheetPlan::course).isPresent();
      if (settled.courseOfAll().isPresent() && !said) {
        // Whoever did not mean it must hear of it before a whole list is in the wrong course.
        context
            .dialog()
            .remark(
                settled.name()
                    + " is read as the class list of "
                    + settled.courseOfAll().get()
                    + ", which its name or a title names.");
      }
    }
  }

  private void add(CommandContext context, String argument) {
    addKept(context.file(argument));
  }

  /** Adds a file; what can be read only once is kept. */
  private void addKept(FileArgument named) {
    FileArgument file = named;
    boolean standardInput = file.name().equals(FileArgument.STANDARD_INPUT);
    if (standardInput || isPipe(file.path())) {
      Path kept = standardInput ? keepStandardInput() : keep(file);
      file = file.at(kept);
    }
    add(file);
  }

  private static boolean isPipe(Path path) {
    return Files.exists(path) && !Files.isRegularFile(path) && !Files.isDirectory(path);
  }

  private Path keep(FileArgument file) {
    try (InputStream in = Files.newInputStream(file.path())) {
      return keep(in);
    } catch (IOException e) {
      throw Problem.unreadable(file.name() + " cannot be read (" + DiskErrors.reason(e) + ").", e);
    }
  }

  private Path keep(InputStream in) throws IOException {
    Path copy = TemporaryFiles.next();
    temporary.add(copy);
    Files.deleteIfExists(copy);
    byte[] block = new byte[1 << 16];
    try (OutputStream out = PrivateFiles.create(copy)) {
      boolean first = true;
      long kept = 0;
      for (int read = in.readNBytes(block, 0, block.length);
          read > 0;
          read = in.readNBytes(block, 0, block.length)) {
        if (first && isBlank(block, read)) {
          throw new IOException("it is neither text nor a workbook");
        }
        first = false;
        kept += read;
        if (kept > MOST_PIPED) {
          throw new IOException("more comes out of it than any sheet has; put it into a file");
        }
        out.write(block, 0, read);
      }
    }
    return copy;
  }

  /** Some devices never end. */
  private static boolean isBlank(byte[] block, int length) {
    for (int i = 0; i < length; i++) {
      if (block[i] != 0) {
        return false;
      }
    }
    return length == block.length;
  }

  /** Sheets are read more than once; what comes through a pipe is kept until we are done. */
  private Path keepStandardInput() {
    try {
      if (standardInput == null) {
        standardInput = keep(System.in);
      }
      return standardInput;
    } catch (IOException e) {
      throw Problem.unreadable("Standard input cannot be read (" + DiskErrors.reason(e) + ").", e);
    }
  }

  private void add(FileArgument argument) {
    SheetFile file;
    try {
      if (Files.isDirectory(argument.path())) {
        throw Problem.unreadable(
            argument.name() + " is a folder, not a file. Name the files in it, or use --folder.",
            null);
      }
      Stamp stamp = Stamp.of(argument.path());
      stamps.put(argument.path(), stamp);
      memory.add(argument.path().toString(), Math.max(0, stamp.size()));
      paths.add(argument.path());
      file = SheetFiles.open(argument.path(), argument.name(), choice(argument));
    } catch (UnreadableSheetException e) {
      SheetName name = new SheetName(argument.name(), null);
      if (isLeftOut(name)) {
        leftOut.add(name);
      } else {
        unread(name, e);
      }
      return;
    } catch (NoSuchFileException e) {
      throw Problem.unreadable("There is no file " + argument.name() + "." + near(argument), e);
    } catch (AccessDeniedException e) {
      throw Problem.unreadable(argument.name() + " may not be read by you.", e);
    } catch (IOException e) {
      throw Problem.unreadable(
          argument.name() + " cannot be read (" + DiskErrors.reason(e) + ").", e);
    }
    files.add(file);
    List<Sheet> sheets = new ArrayList<>();
    for (Sheet sheet : chosen(file, argument)) {
      if (isLeftOut(sheet.name())) {
        leftOut.add(sheet.name());
      } else {
        sheets.add(sheet);
      }
    }
    int before = readings.size();
    Map<String, SourceNote> ofTabs = notesOfTabs(sheets);
    Map<Sheet, UnreadableSheetException> troubles = new LinkedHashMap<>();
    for (Sheet sheet : sheets) {
      if (isHelper(sheet)) {
        continue;
      }
      order.add(sheet.name());
      try {
        Optional<SourceNote> note =
            sheet.name().sheet() == null
                ? SourceNote.in(sheet)
                : Optional.ofNullable(ofTabs.get(sheet.name().sheet()));
        Optional<Table> table = argument.table().or(() -> note.flatMap(SourceNote::table));
        SheetReading reading = SheetIntake.of(sheet, table, settings, note);
        argument
            .course()
            .or(() -> note.flatMap(SourceNote::course))
            .ifPresent(course -> courseOfSheet.put(reading, course));
        if (argument.moves() || note.filter(SourceNote::isOfMoves).isPresent()) {
          moves.add(reading);
        }
        readings.add(reading);
      } catch (UnreadableSheetException e) {
        troubles.put(sheet, e);
      }
    }
    boolean othersAreTables = readings.size() > before;
    troubles.forEach(
        (sheet, why) -> {
          // New workbooks come with empty sheets behind the one that is used.
          if (!(othersAreTables && why.isEmpty())) {
            trouble(argument, new Roster.Unread(sheet.name(), why, othersAreTables), sheet);
          }
        });
  }

  /** A sheet that was not understood alone may be with the others in view. */
  private void trouble(FileArgument argument, Roster.Unread trouble, Sheet sheet) {
    try {
      boolean mayBe = trouble.why().isNotATable() && argument.table().isEmpty();
      Optional<SheetReading> reading =
          mayBe ? SheetIntake.ofUnknown(sheet, settings, Optional.empty()) : Optional.empty();
      if (reading.isEmpty()) {
        unread.add(trouble);
        return;
      }
      if (argument.moves()) {
        moves.add(reading.get());
      }
      argument.course().ifPresent(course -> courseOfSheet.put(reading.get(), course));
      readings.add(reading.get());
      unknown.put(reading.get(), trouble);
    } catch (UnreadableSheetException e) {
      unread.add(trouble);
    }
  }

  /** How the settings say a text file is to be read. */
  private TextChoice choice(FileArgument argument) {
    return settings
        .reading()
        .planFor(new SheetName(argument.name(), null))
        .map(
            plan ->
                new TextChoice(
                    plan.encoding().flatMap(TextChoice::encodingNamed), plan.separator()))
        .orElse(TextChoice.OPEN);
  }

  private boolean isLeftOut(SheetName name) {
    return settings.reading().planFor(name).filter(SheetPlan::leftOut).isPresent();
  }

  /** The sheets that the settings leave out. */
  public List<SheetName> leftOut() {
    return leftOut;
  }

  /** What the tabs of a workbook that {@code check} marked were copied from. */
  private static Map<String, SourceNote> notesOfTabs(List<Sheet> sheets) {
    for (Sheet sheet : sheets) {
      try {
        if (isHelper(sheet)) {
          return SourceNote.ofTabs(sheet);
        }
      } catch (UnreadableSheetException e) {
        // A list of findings that cannot be read has no notes; the tabs are read all the same.
        return Map.of();
      }
    }
    return Map.of();
  }

  /** Whether a sheet is the list of findings in a workbook that {@code check} marked. */
  private static boolean isHelper(Sheet sheet) {
    try {
      return sheet.name().sheet() != null && HelperSheet.is(sheet);
    } catch (UnreadableSheetException e) {
      // Whoever understands the sheet comes to the same place and says so.
      return false;
    }
  }

  private void unread(SheetName name, UnreadableSheetException why) {
    order.add(name);
    unread.add(new Roster.Unread(name, why, false));
  }

  private static List<Sheet> chosen(SheetFile file, FileArgument argument) {
    if (argument.sheet().isEmpty()) {
      return file.sheets();
    }
    String wanted = argument.sheet().get();
    List<String> names = new ArrayList<>();
    for (Sheet sheet : file.sheets()) {
      if (wanted.equals(sheet.name().sheet())) {
        return List.of(sheet);
      }
      names.add(sheet.name().sheet() == null ? "" : sheet.name().sheet());
    }
    boolean workbook = names.stream().noneMatch(String::isEmpty);
    throw Problem.usage(
        argument.name()
            + " has no sheet “"
            + wanted
            + (workbook
                ? "”. Its sheets: " + String.join(", ", names) + "."
                : "”: it is no workbook but a single sheet."));
  }

  /** The file in the same folder whose name is nearest. */
  private static String near(FileArgument argument) {
    Path folder = argument.path().toAbsolutePath().getParent();
    List<String> names = new ArrayList<>();
    if (folder != null && Files.isDirectory(folder)) {
      try (var files = Files.list(folder)) {
        files.limit(1000).forEach(file -> names.add(file.getFileName().toString()));
      } catch (IOException e) {
        return "";
      }
    }
    return Nearest.word(argument.path().getFileName().toString(), names)
        .map(name -> " Is " + name + " meant?")
        .orElse("");
  }

  @Override
  public void close() {
    try {
      if (exports != null) {
        exports.close();
      }
      for (SheetFile file : files) {
        file.close();
      }
      for (Path copy : temporary) {
        Files.deleteIfExists(copy);
        TemporaryFileRegistry.done(copy);
      }
    } catch (IOException e) {
      throw Problem.unreadable("A spreadsheet could not be closed.", e);
    }
  }
}
