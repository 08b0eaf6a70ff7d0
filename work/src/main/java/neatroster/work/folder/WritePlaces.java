package neatroster.work.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import neatroster.work.Problem;

/**
 * Where a command may write: never over what the roster folder holds or what the command reads, and
 * over another file only where this program made it or the user says so.
 */
public final class WritePlaces {
  /** What is handed in, known, packed, or the administrator's own. */
  private static final List<String> KEPT = List.of("sheets", "known", "runs", "layouts", "photos");

  private final Optional<RosterFolder> folder;
  private final Collection<Path> read;
  private final Predicate<Path> isOwn;

  /**
   * The places for one command.
   *
   * @param folder the roster folder that it works in
   * @param read the files that it reads
   * @param isOwn whether a file is one that this program wrote and may write again
   */
  public WritePlaces(Optional<RosterFolder> folder, Collection<Path> read, Predicate<Path> isOwn) {
    this.folder = folder;
    this.isOwn = isOwn;
    this.read = List.copyOf(read);
  }

  /** The places for folders of one command. */
  public WritePlaces(Optional<RosterFolder> folder) {
    this(folder, List.of(), file -> false);
  }

  /**
   * Refuses a place for a report or a handout where it does not belong.
   *
   * @param file the place
   * @param named what the user calls it
   * @param overwrite whether the user lets other files be written over
   */
  public void verifyFile(Path file, String named, boolean overwrite) {
    Path target = real(file);
    refuseKept(target, named);
    for (Path input : read) {
      if (isSame(target, input)) {
        throw Problem.usage(named + " is a file that this command reads. Name another file.");
      }
    }
    if (!Files.exists(target, LinkOption.NOFOLLOW_LINKS)) {
      return;
    }
    if (Files.isDirectory(target)) {
      throw Problem.usage(named + " is a folder. Name a file.");
    }
    if (!overwrite && !(Files.isRegularFile(target) && isOwn.test(target))) {
      throw Problem.usage(
          named
              + " is there already, and it is no report or handout that neat-roster wrote. Name"
              + " another file, or add --overwrite.");
    }
  }

  /**
   * Refuses a folder for sheets or accounts where it does not belong.
   *
   * @param place the folder
   * @param named what the user calls it
   */
  public void verifyFolder(Path place, String named) {
    Path target = real(place);
    if (Files.exists(target) && !Files.isDirectory(target)) {
      throw Problem.unreadable(named + " is a file, not a folder.", null);
    }
    for (RosterFolder roster : folders(target)) {
      List<String> all = new ArrayList<>(KEPT);
      all.addAll(List.of("accounts", "reports"));
      refuseWithin(target, named, roster, all);
    }
  }

  private void refuseKept(Path target, String named) {
    for (RosterFolder roster : folders(target)) {
      refuseWithin(target, named, roster, KEPT);
      Path accounts = real(roster.path("accounts"));
      String name = target.getFileName().toString().toLowerCase(Locale.ROOT);
      if (target.startsWith(accounts) && name.matches("accounts\\.csv.*|who-is-who-.*")) {
        throw Problem.usage(named + " is kept for the accounts issued. Name another file.");
      }
      boolean beside = real(roster.root()).equals(target.getParent());
      if (beside && name.matches("roster\\.yaml|register\\..*")) {
        throw Problem.usage(named + " belongs to the roster folder. Name another file.");
      }
    }
  }

  private static void refuseWithin(
      Path target, String named, RosterFolder roster, List<String> kept) {
    for (String name : kept) {
      if (target.startsWith(real(roster.path(name)))) {
        throw Problem.usage(
            named
                + " lies in "
                + roster.shown(name)
                + "/, where this does not belong. Name another place.");
      }
    }
  }

  /** The folder that the command works in, and the one that the place lies in. */
  private List<RosterFolder> folders(Path target) {
    List<RosterFolder> folders = new ArrayList<>();
    folder.ifPresent(folders::add);
    if (target.getParent() != null) {
      RosterFolder.find(target.getParent(), null).ifPresent(folders::add);
    }
    return folders;
  }

  private static boolean isSame(Path target, Path other) {
    try {
      return real(other).equals(target)
          || (Files.exists(target) && Files.exists(other) && Files.isSameFile(target, other));
    } catch (IOException e) {
      return false;
    }
  }

  /** The place as the disk has it, without links on the way to it and with its own letters. */
  private static Path real(Path path) {
    Path whole = path.toAbsolutePath().normalize();
    for (Path at = whole; at != null; at = at.getParent()) {
      if (Files.exists(at)) {
        try {
          return at.toRealPath().resolve(at.relativize(whole)).normalize();
        } catch (IOException e) {
          return whole;
        }
      }
    }
    return whole;
  }
}
