package neatroster.work.folder;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.Subject;
import neatroster.core.model.Field;
import neatroster.core.model.Renaming;
import neatroster.core.model.Table;
import neatroster.core.state.KnownUsers;
import neatroster.formats.SourcedIds;
import neatroster.register.AccountsUpdate;
import neatroster.register.RegisterException;
import neatroster.register.Run;
import neatroster.runs.RunFolder;
import neatroster.runs.RunSecrets;
import neatroster.work.Problem;

/** A run that has come to its end. */
public final class DeliveredRun {
  private DeliveredRun() {}

  /** Records that a run is delivered from now on; the first passwords that it kept go. */
  public static void record(LockedRosterFolder lockedFolder, Run run)
      throws IOException, RegisterException {
    RunFolder folder = lockedFolder.folder().run(run.name());
    rememberNames(folder, lockedFolder);
    lockedFolder.register().runs().delivered(run.name(), Instant.now());
    lockedFolder.register().passwords().deliver(run.name());
    RunSecrets.forget(folder.place());
  }

  /**
   * Records that somebody delivered a run by hand, where it is not recorded yet.
   *
   * @return how many changes it has
   * @throws Problem where a part of it was sent to the platform
   */
  public static int recordByHand(LockedRosterFolder lockedFolder, Run run)
      throws IOException, RegisterException {
    int changes = RunChoice.changes(lockedFolder.folder(), run);
    if (run.deliveredAt().isEmpty()) {
      if (run.isUnderWay()) {
        throw Problem.refused(
            "A part of run "
                + run.name()
                + " was sent to the platform already, so a batch of it that is uploaded whole makes"
                + " that part twice. Go on with neat-roster send "
                + run.name()
                + ".");
      }
      record(lockedFolder, run);
    }
    return changes;
  }

  /**
   * Remembers whose names went over to others, so that no sourcedId does; an account that got its
   * former name back goes by it again.
   */
  private static void rememberNames(RunFolder run, LockedRosterFolder lockedFolder)
      throws IOException, RegisterException {
    SourcedIds ids = new SourcedIds(lockedFolder.register().sourcedIds());
    KnownUsers accounts = lockedFolder.known();
    List<Renaming> back = new ArrayList<>();
    try {
      run.taken()
          .read(
              Phase.USERS,
              change -> {
                String former = change.value(Field.FORMER_USERNAME);
                if (change.change() == Change.RENAME && !former.isEmpty()) {
                  String username = change.value(Field.USERNAME);
                  ids.rename("user", former, username);
                  int account = accounts.findUsername(former);
                  if (account >= 0
                      && accounts.all().get(account).username().equalsIgnoreCase(former)
                      && accounts.all().get(account).formerUsernames().stream()
                          .anyMatch(username::equalsIgnoreCase)) {
                    back.add(new Renaming(former, username));
                  }
                }
              });
      run.taken()
          .read(
              Phase.REMOVALS,
              change -> {
                Subject subject = Subject.of(change);
                if (subject.table() == Table.USERS) {
                  ids.retire("user", subject.user());
                } else if (subject.table() == Table.COURSES) {
                  ids.retire("class", subject.course());
                }
              });
    } catch (IOException e) {
      throw Problem.unreadable("Run " + run.place().getFileName() + " cannot be read.", e);
    }
    lockedFolder.register().rememberSourcedIds(ids.remembered());
    if (!back.isEmpty()) {
      lockedFolder
          .accounts()
          .write(List.of(), List.of(), new AccountsUpdate(List.of(), back, List.of(), List.of()));
    }
  }
}
