package neatroster.cli.delivery;

import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.cli.folder.AccountsFile;
import neatroster.cli.folder.RunSecrets;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.register.RegisterException;

/** The first passwords that a run brings: as it keeps them, unless others were issued since. */
public final class RunPasswords {
  private final Map<String, String> issued;
  private final Map<String, String> kept;
  private final Set<String> brought = new HashSet<>();

  /**
   * The passwords of a run.
   *
   * @param run its folder
   */
  public RunPasswords(AccountsFile accounts, Path run) throws RegisterException {
    this.issued = accounts.passwords();
    this.kept = RunSecrets.of(run, accounts);
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
