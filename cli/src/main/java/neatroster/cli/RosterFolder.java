package neatroster.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import neatroster.core.model.Settings;

/** A roster folder: where its settings, sheets, accounts and runs are. */
final class RosterFolder {
  private static final String SETTINGS = "roster.yaml";

  private final Path root;

  private RosterFolder(Path root) {
    this.root = root;
  }

  /** A folder that is taken as one, whether or not it has settings. */
  static RosterFolder at(Path root) {
    return new RosterFolder(root);
  }

  /**
   * The roster folder that a command works in: the one named, or the nearest with a {@code
   * roster.yaml} from here upwards.
   */
  static Optional<RosterFolder> find(Path named) {
    if (named != null) {
      if (!Files.isDirectory(named)) {
        throw Problem.unreadable("There is no folder " + named + ".", null);
      }
      return Optional.of(new RosterFolder(named));
    }
    for (Path at = Path.of("").toAbsolutePath(); at != null; at = at.getParent()) {
      if (Files.isRegularFile(at.resolve(SETTINGS))) {
        Path here = Path.of("").toAbsolutePath();
        return Optional.of(new RosterFolder(at.equals(here) ? Path.of("") : at));
      }
    }
    return Optional.empty();
  }

  Path root() {
    return root;
  }

  /** A path in the folder as users read it. */
  Path path(String name) {
    return root.resolve(name);
  }

  /** The folder's settings; the standard ones where it has no file of them. */
  Settings settings(Screen screen) {
    Path file = root.resolve(SETTINGS);
    if (!Files.exists(file)) {
      return Settings.standard();
    }
    try {
      SettingsReader.Outcome outcome = SettingsReader.read(file, file.toString());
      outcome.remarks().forEach(screen::remark);
      return outcome.settings();
    } catch (SettingsException e) {
      throw Problem.usage(e.getMessage());
    } catch (IOException e) {
      throw Problem.unreadable(file + " cannot be read.", e);
    }
  }

  /** The files in {@code sheets/}, by name. */
  List<Path> sheetFiles() {
    Path sheets = root.resolve("sheets");
    if (!Files.isDirectory(sheets)) {
      throw Problem.usage(
          "There is no folder "
              + sheets
              + ". Put the spreadsheets there, or name them on the command line.");
    }
    List<Path> files = new ArrayList<>();
    try (Stream<Path> listed = Files.list(sheets)) {
      listed
          .filter(Files::isRegularFile)
          // Spreadsheet programs leave these while a file is open.
          .filter(file -> !file.getFileName().toString().matches("[.~].*"))
          .sorted(Comparator.comparing(file -> file.getFileName().toString()))
          .forEach(files::add);
    } catch (IOException e) {
      throw Problem.unreadable(sheets + " cannot be read.", e);
    }
    if (files.isEmpty()) {
      throw Problem.usage(
          "The folder "
              + sheets
              + " is empty. Put the spreadsheets there, or name them on the command line.");
    }
    return files;
  }
}
