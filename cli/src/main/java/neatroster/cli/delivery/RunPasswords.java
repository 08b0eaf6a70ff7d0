package neatroster.cli.delivery;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import neatroster.cli.folder.AccountsFile;
import neatroster.cli.terminal.Problem;
import neatroster.core.compare.PlannedChange;
import neatroster.core.model.Field;
import neatroster.register.RegisterException;
import neatroster.sheets.CsvLines;

/**
 * The first passwords that a run brings: those issued, and those that its plain batches have from
 * the sheets. They are kept nowhere else.
 */
public final class RunPasswords {
  private final Map<String, String> issued;
  private final Map<String, String> packed = new HashMap<>();
  private final Set<String> brought = new HashSet<>();

  /**
   * The passwords of a run.
   *
   * @param run its folder
   */
  public RunPasswords(AccountsFile accounts, Path run) throws RegisterException {
    this.issued = accounts.passwords();
    Path plain = run.resolve("plain");
    if (!Files.isDirectory(plain)) {
      return;
    }
    try (Stream<Path> files = Files.list(plain)) {
      for (Path file :
          files.filter(one -> one.getFileName().toString().matches("3-users.*\\.csv")).toList()) {
        read(file);
      }
    } catch (IOException e) {
      throw Problem.unreadable(plain + " cannot be read.", e);
    }
  }

  private void read(Path file) throws IOException {
    int[] columns = {-1, -1};
    CsvLines.read(
        file,
        cells -> {
          if (columns[0] < 0) {
            columns[0] = cells.indexOf(Field.USERNAME.label());
            columns[1] = cells.indexOf(Field.PASSWORD.label());
          } else if (columns[1] >= 0 && columns[1] < cells.size()) {
            String password = cells.get(columns[1]);
            if (!password.isEmpty()) {
              packed.put(cells.get(columns[0]).toLowerCase(Locale.ROOT), password);
            }
          }
        });
  }

  /** The first password that a change brings, or an empty text. */
  public synchronized String of(PlannedChange change) {
    for (Field mark : List.of(Field.USERNAME, Field.EMAIL, Field.ID)) {
      String reference = change.value(mark);
      String key = reference.toLowerCase(Locale.ROOT);
      String password = issued.getOrDefault(key, packed.getOrDefault(key, ""));
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
