package neatroster.work.folder;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import neatroster.core.model.OwnField;
import neatroster.core.settings.Policy;
import neatroster.core.settings.Settings;
import neatroster.disk.DiskErrors;
import neatroster.register.FolderLock;
import neatroster.register.Run;
import neatroster.work.Dialog;
import neatroster.work.Problem;
import neatroster.work.settings.SettingsReader;

/** What one command works in: where it stands, its roster folder, its settings, its dialog. */
public final class CommandContext {
  private final Path directory;
  private final Optional<RosterFolder> folder;
  private final List<String> known;
  private final Dialog dialog;
  private Settings settings;
  private Predicate<KnownSource> isLookedAt = source -> true;
  private Map<String, Path> readings = Map.of();
  private Optional<String> confirmed = Optional.empty();

  /**
   * A session.
   *
   * @param directory what relative paths are relative to
   * @param folder the roster folder, if there is one
   * @param known the exports of the platform that the command line names
   * @param dialog where remarks go
   */
  public CommandContext(
      Path directory, Optional<RosterFolder> folder, List<String> known, Dialog dialog) {
    this.directory = directory;
    this.folder = folder;
    this.known = List.copyOf(known);
    this.dialog = dialog;
  }

  /** A path that the user named, where it is. */
  public Path resolve(Path named) {
    return directory.resolve(named);
  }

  /** A file that the command line names. */
  FileArgument file(String argument) {
    Path read = readings.get(argument);
    return read == null ? FileArgument.parse(directory, argument) : FileArgument.of(read, argument);
  }

  /**
   * Takes words among the names of exports for what was read elsewhere.
   *
   * @param files the words with the files that they stand for
   */
  public void standFor(Map<String, Path> files) {
    readings = Map.copyOf(files);
  }

  /** Whether a file is what was read from the platform itself. */
  boolean standsForPlatform(FileArgument file) {
    return readings.containsKey(file.name());
  }

  /** The roster folder, if there is one. */
  public Optional<RosterFolder> folder() {
    return folder;
  }

  /**
   * The roster folder of a command that needs one.
   *
   * @param why what is said where there is none
   */
  public RosterFolder folderOr(String why) {
    return folder.orElseThrow(() -> Problem.usage(why));
  }

  /** The exports of the platform that the command line names. */
  public List<String> known() {
    return known;
  }

  /** Where they are. */
  public List<Path> knownPaths() {
    return known.stream().map(argument -> file(argument).path()).toList();
  }

  /** Where remarks go. */
  public Dialog dialog() {
    return dialog;
  }

  /**
   * The same session with other exports, and of what the folder knows only some.
   *
   * @param exports files that say what the platform holds
   * @param among what of the folder's own is looked at
   */
  public CommandContext knowing(List<String> exports, Predicate<KnownSource> among) {
    CommandContext other = new CommandContext(directory, folder, exports, dialog);
    other.settings = settings();
    other.isLookedAt = among;
    other.readings = readings;
    other.confirmed = confirmed;
    return other;
  }

  /**
   * The same session that knows nothing but what was read from the platform itself.
   *
   * @param word what it is called in messages
   */
  public CommandContext knowingPlatform(String word, Path reading) {
    CommandContext other = knowing(List.of(word), source -> false);
    other.readings = Map.of(word, reading);
    return other;
  }

  /** Takes columns of the sheets for fields of the school's own, beside those of the settings. */
  public void declare(List<OwnField> fields) {
    if (!fields.isEmpty()) {
      settings = settings().withFields(fields);
    }
  }

  /** Finds out anew what became of a run: whatever its folder says of that is not relied on. */
  public void confirming(Run run) {
    confirmed = Optional.of(run.name());
  }

  /** Whether what a run's folder says of its delivery is relied on. */
  boolean reliesOn(Run run) {
    return !confirmed.equals(Optional.of(run.name()));
  }

  /** Whether something of the folder that says what the platform holds is looked at. */
  boolean looksAt(KnownSource source) {
    return isLookedAt.test(source);
  }

  /** Has two lists compared, with what their people are told apart by, and all that differs. */
  public void compareLists() {
    settings =
        Settings.builder()
            .policy(Policy.comparingLists())
            .stopAbove(Map.of())
            .reading(SettingsReader.standard().reading())
            .build();
  }

  /** What the folder's settings say; the standard ones where it has none. */
  public Settings settings() {
    if (settings == null) {
      settings = folder.map(f -> f.settings(dialog)).orElseGet(SettingsReader::standard);
    }
    return settings;
  }

  /**
   * The session of a command that writes accounts or runs.
   *
   * @param to the folder for files outside a roster folder, or null
   * @param command its name
   */
  public CommandContext writing(Path to, String command) {
    if (to != null) {
      Path place = resolve(to);
      new WritePlaces(Optional.empty()).verifyFolder(place, to.toString());
      CommandContext other =
          new CommandContext(directory, Optional.of(RosterFolder.at(place, to)), known, dialog);
      other.readings = readings;
      return other;
    }
    folderOr(
        "There is no roster folder here. Say where to write: neat-roster "
            + command
            + " users.xlsx --to DIR");
    return this;
  }

  /** Takes the folder's lock for writing sheets. */
  public FolderLock lock(String command) {
    try {
      return LockedRosterFolder.lock(folder.orElseThrow(), command);
    } catch (IOException e) {
      throw Problem.unreadable(
          folder.get().name() + " cannot be written to (" + DiskErrors.reason(e) + ").", e);
    }
  }

  /** Locks the folder to write in it, with its register open. */
  public LockedRosterFolder work(String command) {
    return LockedRosterFolder.open(folder.orElseThrow(), settings(), command, dialog);
  }
}
