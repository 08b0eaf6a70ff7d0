package neatroster.work.folder;

import java.io.IOException;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import neatroster.core.change.Phase;
import neatroster.core.model.Field;
import neatroster.core.text.Nearest;
import neatroster.disk.DiskErrors;
import neatroster.register.Run;
import neatroster.runs.RunDocument;
import neatroster.runs.RunFolder;
import neatroster.runs.RunOutcomes;
import neatroster.work.Dialog;
import neatroster.work.Problem;

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
    return read(folder, run, RunFolder::document);
  }

  /** Something read in the folder of a run. */
  @FunctionalInterface
  private interface Reading<T> {
    T of(RunFolder folder) throws IOException;
  }

  private static <T> T read(RosterFolder folder, Run run, Reading<T> reading) {
    try {
      return reading.of(folder.run(run.name()));
    } catch (IOException e) {
      throw Problem.unreadable(
          folder.shown("runs/" + run.name()) + " cannot be read (" + DiskErrors.reason(e) + ").",
          e);
    }
  }

  /** What became of the changes of a run. */
  public static RunOutcomes outcomes(RosterFolder folder, Run run) {
    return read(folder, run, RunFolder::outcomes);
  }

  /** How many changes a run holds. */
  public static int changes(RosterFolder folder, Run run) {
    int[] count = {0};
    return read(
        folder,
        run,
        of -> {
          of.changes().read(change -> count[0]++);
          return count[0];
        });
  }

  /** The usernames, in lower case, of the users in a run's batches. */
  public static Set<String> usernames(RosterFolder folder, Run run) {
    verifyThere(folder, run);
    Set<String> usernames = new HashSet<>();
    return read(
        folder,
        run,
        of -> {
          of.changes()
              .read(
                  Phase.USERS,
                  change -> usernames.add(change.value(Field.USERNAME).toLowerCase(Locale.ROOT)));
          return usernames;
        });
  }

  /** Says which batch files were edited: what counts as delivered is what was packed. */
  public static void remarkEdited(Dialog dialog, RosterFolder folder, Run run) {
    for (String file : read(folder, run, RunFolder::edited)) {
      dialog.remark(
          folder.shown("runs/" + run.name() + "/" + file)
              + " was edited since it was packed. What counts as delivered is what was packed;"
              + " if the edited file was uploaded, find out what is there with neat-roster"
              + " confirm --export FILE.");
    }
  }

  /**
   * Sees to it that what a run changes stands there as it was packed: a run whose changes were
   * edited would have the wrong things remembered, or taken back.
   */
  public static void verifyUnedited(RosterFolder folder, Run run) {
    verifyThere(folder, run);
    if (!read(folder, run, of -> of.isAsPacked(run))) {
      throw Problem.unreadable(
          folder.shown("runs/" + run.name() + "/" + RunFolder.CHANGES)
              + " was edited since it was packed, so it does not say any more what the batches"
              + " change. Put a new export of the platform into known/ instead.",
          null);
    }
  }

  private static void verifyThere(RosterFolder folder, Run run) {
    if (!folder.run(run.name()).isThere()) {
      throw Problem.unreadable(
          folder.shown("runs/" + run.name())
              + " is gone, so what the run changed is not known. Put it back, or put a new export of"
              + " the platform into known/.",
          null);
    }
  }

  /**
   * Sees to it, after {@link #verifyUnedited}, that what the platform took of a run stands there as
   * it was found out. Whoever finds it out anew needs no more than what was packed.
   */
  public static void verifyTaken(RosterFolder folder, Run run) {
    if (!read(folder, run, of -> of.isAsTaken(run))) {
      throw Problem.unreadable(
          folder.shown("runs/" + run.name() + "/" + RunFolder.delivered(run))
              + " is not as confirm wrote it, so it does not say any more what the platform took. Run"
              + " neat-roster confirm again.",
          null);
    }
  }

  /** Sees to it that what counts as delivered of a run stands there as it was written. */
  static void verifyDelivered(RosterFolder folder, Run run) {
    if (!read(folder, run, of -> of.isAsDelivered(run))) {
      throw Problem.unreadable(
          folder.shown("runs/" + run.name() + "/" + RunFolder.delivered(run))
              + " is not as it was written, so it does not say any more what was delivered. "
              + (run.confirmed().isPresent()
                  ? "Find it out anew: neat-roster confirm " + run.name() + ". Or put"
                  : "Put")
              + " its files back as they were; or take the folder of the run away and put a new"
              + " export of the platform into known/.",
          null);
    }
  }
}
