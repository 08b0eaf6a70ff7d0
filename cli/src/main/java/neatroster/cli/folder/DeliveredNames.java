package neatroster.cli.folder;

import java.io.IOException;
import java.nio.file.Path;
import neatroster.cli.terminal.Problem;
import neatroster.core.compare.Change;
import neatroster.core.model.Field;
import neatroster.formats.KeptChanges;
import neatroster.formats.SourcedIds;
import neatroster.register.Register;
import neatroster.register.RegisterException;
import neatroster.register.Run;

/** The names that a delivered run gave to others or took away. */
public final class DeliveredNames {
  private DeliveredNames() {}

  /** Remembers whose names went over to others, so that no sourcedId does. */
  public static void remember(RosterFolder folder, Run run, Register register)
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
