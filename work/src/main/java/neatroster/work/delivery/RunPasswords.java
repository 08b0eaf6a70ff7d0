package neatroster.work.delivery;

import java.io.IOException;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.disk.DiskErrors;
import neatroster.register.RegisterException;
import neatroster.runs.RunDocument;
import neatroster.runs.RunFolder;
import neatroster.runs.RunSecrets;
import neatroster.work.Problem;
import neatroster.work.folder.AccountsFile;

/** The first passwords that a run brings: as it keeps them, unless others were issued since. */
public final class RunPasswords {
  private final Map<String, String> issued;
  private final Map<String, String> kept;
  private final Set<String> brought = new HashSet<>();

  /**
   * The passwords of a run.
   *
   * @throws Problem where some that it brings are gone
   */
  public RunPasswords(AccountsFile accounts, RunFolder run) throws RegisterException {
    issued = accounts.passwords();
    String name = run.place().getFileName().toString();
    try {
      kept = RunSecrets.of(run.place(), accounts);
      RunDocument document =
          run.document().orElseThrow(() -> new IOException("its run.json is gone"));
      if (kept.size() < document.passwordsWanted()) {
        throw Problem.refused(
            "First passwords that run "
                + name
                + " brings were forgotten, or their file is gone, so the accounts would be made"
                + " without. Run neat-roster issue --again for who is to have another, and pack"
                + " once more.");
      }
    } catch (IOException e) {
      throw Problem.unreadable(
          "The first passwords of run " + name + " cannot be read (" + DiskErrors.reason(e) + ").",
          e);
    }
  }

  /** The first password that a change brings, or an empty text. */
  public synchronized String of(PlannedChange change) {
    for (Field mark : List.of(Field.USERNAME, Field.EMAIL, Field.ID)) {
      String reference = change.value(mark);
      String key = reference.toLowerCase(Locale.ROOT);
      String password = issued.getOrDefault(key, kept.getOrDefault(key, ""));
      if (!reference.isEmpty() && !password.isEmpty()) {
        brought.add(reference);
        return password;
      }
    }
    return "";
  }

  /** Whose passwords were asked for and are there. */
  public synchronized Set<String> brought() {
    return Set.copyOf(brought);
  }
}
