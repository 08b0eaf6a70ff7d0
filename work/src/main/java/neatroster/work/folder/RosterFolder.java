package neatroster.work.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import neatroster.core.settings.Settings;
import neatroster.runs.RunFolder;
import neatroster.work.Dialog;
import neatroster.work.Problem;
import neatroster.work.settings.SettingsException;
import neatroster.work.settings.SettingsReader;

/** A roster folder: where its settings, sheets, accounts and runs are. */
public final class RosterFolder {
  private static final String SETTINGS = "roster.yaml";

  /** What commands write. */
  private static final List<String> WRITTEN =
      List.of(
          "register.db",
          "register.db-journal",
          "register.db-wal",
          "register.lock",
          "accounts",
          "accounts/accounts.csv",
          "accounts/accounts.csv.pgp",
          "runs",
          "reports");

  private final Path root;
  private final String prefix;

  private RosterFolder(Path root, String prefix) {
    this.root = root;
    this.prefix = prefix;
  }

  /**
   * A folder that is taken as one, whether or not it has settings.
   *
   * @param root where it is
   * @param named what the user calls it
   */
  public static RosterFolder at(Path root, Path named) {
    return new RosterFolder(root, named.toString().isEmpty() ? "" : named + "/");
  }

  /**
   * The roster folder that a command works in: the one named, or the nearest with a {@code
   * roster.yaml} from here upwards.
   */
  public static Optional<RosterFolder> find(Path here, Path named) {
    if (named != null) {
      Path root = here.resolve(named);
      if (!Files.isDirectory(root)) {
        throw Problem.unreadable("There is no folder " + named + ".", null);
      }
      return Optional.of(at(root, named));
    }
    Path start = here.toAbsolutePath().normalize();
    for (Path at = start; at != null; at = at.getParent()) {
      if (Files.isRegularFile(at.resolve(SETTINGS))) {
        return Optional.of(at(at, at.equals(start) ? Path.of("") : at));
      }
    }
    return Optional.empty();
  }

  /** Where the folder is. */
  Path root() {
    return root;
  }

  /** Where something in the folder is. */
  public Path path(String name) {
    return root.resolve(name);
  }

  /** The folder of a run. */
  public RunFolder run(String name) {
    return new RunFolder(path("runs").resolve(name));
  }

  /**
   * Refuses to write where something of the folder is a link that leads out of it: whoever placed
   * it would have passwords written elsewhere, or another file written over.
   */
  void verifyStaysWithin() throws IOException {
    Path real = root.toRealPath();
    for (String name : WRITTEN) {
      Path path = root.resolve(name);
      boolean leadsOut =
          Files.isSymbolicLink(path) && !(Files.exists(path) && path.toRealPath().startsWith(real));
      boolean odd = Files.exists(path) && !Files.isDirectory(path) && !Files.isRegularFile(path);
      if (leadsOut || odd) {
        throw Problem.unreadable(
            shown(name)
                + (odd ? " is no file" : " is a link that leads out of the folder")
                + "; nothing is written through it. Remove it, or put what it stands for in its"
                + " place.",
            null);
      }
    }
  }

  /** What the user calls something in the folder. */
  public String shown(String name) {
    return prefix + name;
  }

  /** What the user calls the folder, at the beginning of a sentence. */
  String name() {
    return prefix.isEmpty() ? "This folder" : prefix.substring(0, prefix.length() - 1);
  }

  /** The folder's settings; the standard ones where it has no file of them. */
  public Settings settings(Dialog dialog) {
    Path file = root.resolve(SETTINGS);
    if (!Files.exists(file)) {
      return SettingsReader.standard();
    }
    try {
      Settings settings = SettingsReader.read(file, shown(SETTINGS));
      boolean open =
          settings.keeping().sealed()
              && Files.exists(path("accounts/accounts.csv"))
              && !Files.exists(path("accounts/accounts.csv.pgp"));
      if (open) {
        dialog.remark(
            shown("accounts/accounts.csv")
                + " lies open, and roster.yaml has the accounts sealed: issue, pack and handout seal"
                + " it.");
      }
      return settings;
    } catch (SettingsException e) {
      throw Problem.usage(e.getMessage());
    } catch (IOException e) {
      throw Problem.unreadable(shown(SETTINGS) + " cannot be read.", e);
    }
  }

  /** The files in {@code sheets/}: by name those that were handed in, then our own. */
  List<FileArgument> sheetFiles() {
    List<FileArgument> files = new ArrayList<>(files("sheets"));
    files.sort(Comparator.comparing(file -> isOurs(file)));
    if (files.isEmpty()) {
      throw Problem.usage(
          "There are no spreadsheets in "
              + shown("sheets")
              + ". Put them there, or name them on the command line.");
    }
    return files;
  }

  /** The files in {@code known/}, by name. */
  public List<FileArgument> knownFiles() {
    return files("known");
  }

  /** The files in one of its folders, by name. */
  public List<FileArgument> files(String name) {
    Path folder = root.resolve(name);
    List<FileArgument> files = new ArrayList<>();
    if (Files.isDirectory(folder)) {
      try (Stream<Path> listed = Files.list(folder)) {
        listed
            .filter(Files::isRegularFile)
            // Spreadsheet programs leave these while a file is open.
            .filter(file -> !file.getFileName().toString().matches("[.~].*"))
            .sorted(Comparator.comparing(file -> file.getFileName().toString()))
            .forEach(
                file -> files.add(FileArgument.of(file, shown(name + "/" + file.getFileName()))));
      } catch (IOException e) {
        throw Problem.unreadable(shown(name) + " cannot be read.", e);
      }
    }
    return files;
  }

  /** Whether a file in {@code sheets/} is one that add or arrange wrote. */
  private static boolean isOurs(FileArgument file) {
    String name = file.path().getFileName().toString();
    return name.endsWith(".csv") && (name.startsWith("added-") || name.startsWith("arranged-"));
  }
}
