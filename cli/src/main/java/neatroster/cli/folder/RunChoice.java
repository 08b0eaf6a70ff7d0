package neatroster.cli.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import neatroster.cli.disk.DiskTrouble;
import neatroster.cli.terminal.Problem;
import neatroster.core.text.Nearest;
import neatroster.register.Run;

/** A run that a command names, as it was packed. */
public final class RunChoice {
  private RunChoice() {}

  /**
   * The run of a name.
   *
   * @param name the name, or null for the run that was packed last
   * @throws Problem where there is no such run
   */
  public static Run of(List<Run> runs, String name) {
    if (runs.isEmpty()) {
      throw Problem.usage("No run was packed in this folder. Run neat-roster pack first.");
    }
    if (name == null) {
      return runs.get(runs.size() - 1);
    }
    return runs.stream()
        .filter(run -> run.name().equals(name))
        .findFirst()
        .orElseThrow(
            () ->
                Problem.usage(
                    "There is no run “"
                        + name
                        + "”."
                        + Nearest.word(name, runs.stream().map(Run::name).toList())
                            .map(near -> " Is " + near + " meant?")
                            .orElse("")));
  }

  /**
   * Refuses to go on while a run is sent in part: what of it is on the platform counts as known
   * when it has come to its end.
   */
  public static void verifyNoneUnderWay(List<Run> runs) {
    for (Run run : runs) {
      if (run.isUnderWay() && run.deliveredAt().isEmpty()) {
        throw Problem.refused(
            "Run "
                + run.name()
                + " was sent to the platform in part. Let it come to its end first: neat-roster send "
                + run.name()
                + ". Or have it compared with what the platform holds: neat-roster confirm "
                + run.name()
                + ".");
      }
    }
  }

  /**
   * Of runs that were packed and not delivered those that another one replaces, when that is packed
   * of all that the folder holds.
   */
  public static List<String> replaced(RosterFolder folder, List<Run> waiting) {
    return waiting.stream()
        .filter(run -> document(folder, run).map(RunDocument::ofFolder).orElse(false))
        .map(Run::name)
        .toList();
  }

  /**
   * Refuses to send what is not to be made any more: a run that a newer one replaces, or one that
   * holds again what was delivered since it was packed.
   */
  public static void verifyCounts(RosterFolder folder, List<Run> runs, Run run) {
    for (Run other : runs) {
      if (other.deliveredAt().isEmpty() && replaces(folder, other, run)) {
        throw Problem.refused(
            "Run "
                + other.name()
                + " was packed since and holds all of run "
                + run.name()
                + ": send that one. If run "
                + run.name()
                + " was uploaded already, say so: neat-roster send "
                + run.name()
                + " --by-hand, and pack once more.");
      }
      if (other.deliveredAt().isPresent() && replaces(folder, run, other)) {
        throw Problem.refused(
            "Run "
                + other.name()
                + " was delivered since run "
                + run.name()
                + " was packed, which holds the same again. Pack once more: the new run holds what"
                + " is left.");
      }
    }
  }

  private static boolean replaces(RosterFolder folder, Run run, Run other) {
    return document(folder, run)
        .map(document -> document.replaces().contains(other.name()))
        .orElse(false);
  }

  private static Optional<RunDocument> document(RosterFolder folder, Run run) {
    Path place = folder.path("runs").resolve(run.name());
    if (!RunDocument.isIn(place)) {
      return Optional.empty();
    }
    try {
      return Optional.of(RunDocument.read(place));
    } catch (IOException e) {
      throw Problem.unreadable(
          folder.shown("runs/" + run.name()) + " cannot be read (" + DiskTrouble.reason(e) + ").",
          e);
    }
  }

  /** Where a run keeps what it changed: what the platform took of it, once that was found out. */
  public static Path kept(RosterFolder folder, Run run) {
    return folder
        .path("runs")
        .resolve(run.name())
        .resolve(run.confirmed().isPresent() ? KnownSource.TAKEN : KnownSource.CHANGES);
  }

  /**
   * Sees to it that what a run changes stands there as it was packed: a run whose changes were
   * edited would have the wrong things remembered, or taken back.
   */
  public static void verifyUnedited(RosterFolder folder, Run run) {
    Path place = folder.path("runs").resolve(run.name());
    if (!Files.isDirectory(place)) {
      throw Problem.unreadable(
          folder.shown("runs/" + run.name())
              + " is gone, so what the run changed is not known. Put it back, or put a new export of"
              + " the platform into known/.",
          null);
    }
    verifyUnedited(folder, run, KnownSource.CHANGES, run.digest());
  }

  /**
   * Sees to it, after {@link #verifyUnedited}, that what the platform took of a run stands there as
   * it was found out. Whoever finds it out anew needs no more than what was packed.
   */
  public static void verifyTaken(RosterFolder folder, Run run) {
    if (run.confirmed().isPresent()) {
      verifyUnedited(folder, run, KnownSource.TAKEN, run.confirmed().get().digest());
    }
  }

  private static void verifyUnedited(RosterFolder folder, Run run, String kept, String digest) {
    Path place = folder.path("runs").resolve(run.name());
    String advice =
        kept.equals(KnownSource.TAKEN)
            ? " is not as confirm wrote it, so it does not say any more what the platform took. Run"
                + " neat-roster confirm again."
            : " was edited since it was packed, so it does not say any more what the batches change."
                + " Put a new export of the platform into known/ instead.";
    try {
      if (!RunDigest.isAsWritten(place, kept, digest)) {
        throw Problem.unreadable(folder.shown("runs/" + run.name() + "/" + kept) + advice, null);
      }
    } catch (IOException e) {
      throw Problem.unreadable(
          folder.shown("runs/" + run.name()) + " cannot be read (" + DiskTrouble.reason(e) + ").",
          e);
    }
  }
}
