package neatroster.cli.folder;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import neatroster.cli.terminal.Problem;
import neatroster.core.compare.Change;
import neatroster.core.model.Field;
import neatroster.formats.KeptChanges;
import neatroster.formats.SourcedIds;
import neatroster.register.Register;
import neatroster.register.RegisterException;
import neatroster.register.Run;

/** A run that has come to its end. */
public final class DeliveredRun {
  private DeliveredRun() {}

  /** Records that a run is delivered from now on; the first passwords that it kept go. */
  public static void record(RosterFolder folder, Run run, Register register)
      throws IOException, RegisterException {
    rememberNames(folder, run, register);
    register.runDelivered(run.name(), Instant.now());
    RunSecrets.forget(folder.path("runs").resolve(run.name()));
  }

  /** Remembers whose names went over to others, so that no sourcedId does. */
  private static void rememberNames(RosterFolder folder, Run run, Register register)
      throws RegisterException {
    SourcedIds ids = new SourcedIds(register.sourcedIds());
    Path changes = folder.path("runs").resolve(run.name()).resolve(KnownSource.CHANGES);
    try {
      new KeptChanges(changes)
          .read(
              change -> {
                String former = change.value(Field.FORMER_USERNAME);
                if (change.change() == Change.RENAME && !former.isEmpty()) {
                  ids.rename("user", former, change.value(Field.USERNAME));
                } else if (change.change() == Change.REMOVE
                    && !change.value(Field.USERNAME).isEmpty()) {
                  ids.retire("user", change.value(Field.USERNAME));
                } else if (change.change() == Change.REMOVE
                    && change.value(Field.GROUP).isEmpty()) {
                  ids.retire("class", change.value(Field.COURSE));
                }
              });
    } catch (IOException e) {
      throw Problem.unreadable(changes + " cannot be read.", e);
    }
    register.rememberSourcedIds(ids.remembered());
  }
}
