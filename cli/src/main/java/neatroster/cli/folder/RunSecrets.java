package neatroster.cli.folder;

import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import neatroster.cli.disk.DiskTrouble;
import neatroster.cli.disk.PrivateFiles;
import neatroster.cli.terminal.Problem;
import neatroster.core.model.Field;
import neatroster.sheets.CsvLines;
import neatroster.sheets.CsvRows;

/**
 * The first passwords that a run brings, in a file of its folder that only its owner may read,
 * sealed where the accounts are. They are kept until the run is delivered or they are forgotten.
 */
public final class RunSecrets implements Closeable {
  private static final String OPEN = "first-passwords.csv";
  private static final String SEALED = OPEN + ".pgp";
  private static final List<String> HEADER = List.of("account", Field.PASSWORD.label());

  private final RunFolder run;
  private final AccountsFile accounts;
  private CsvRows rows;
  private int kept;

  /** Keeps the first passwords of a run in the making. */
  public RunSecrets(RunFolder run, AccountsFile accounts) {
    this.run = run;
    this.accounts = accounts;
  }

  /**
   * Keeps a first password.
   *
   * @param reference what the account is referred to by
   */
  void add(String reference, String password) throws IOException {
    if (rows == null) {
      rows = rows(run.create(accounts.isSealed() ? SEALED : OPEN), accounts);
    }
    kept++;
    rows.row(List.of(reference, password));
  }

  private static CsvRows rows(OutputStream out, AccountsFile accounts) throws IOException {
    CsvRows rows = CsvRows.literal(accounts.isSealed() ? accounts.sealing(out, OPEN) : out);
    rows.row(HEADER);
    return rows;
  }

  /** How many first passwords are kept. */
  int kept() {
    return kept;
  }

  @Override
  public void close() throws IOException {
    if (rows != null) {
      rows.close();
    }
  }

  /** Whether a run keeps first passwords. */
  static boolean areIn(Path run) {
    return Files.exists(run.resolve(OPEN)) || Files.exists(run.resolve(SEALED));
  }

  /**
   * The first passwords that a run brings, by what the accounts are referred to by, in lower case.
   *
   * @param run its folder
   * @throws Problem where some of them are gone
   */
  public static Map<String, String> of(Path run, AccountsFile accounts) {
    try {
      Map<String, String> passwords = read(run, accounts);
      RunDocument document = RunDocument.read(run);
      Long wanted =
          document.passwordsKept() == null ? document.firstPasswords() : document.passwordsKept();
      if (wanted != null && passwords.size() < wanted) {
        throw Problem.refused(
            "First passwords that run "
                + run.getFileName()
                + " brings were forgotten, or their file is gone, so the accounts would be made"
                + " without. Run neat-roster issue --again for who is to have another, and pack"
                + " once more.");
      }
      return passwords;
    } catch (IOException e) {
      throw Problem.unreadable(
          "The first passwords of run "
              + run.getFileName()
              + " cannot be read ("
              + DiskTrouble.reason(e)
              + ").",
          e);
    }
  }

  private static Map<String, String> read(Path run, AccountsFile accounts) throws IOException {
    Map<String, String> passwords = new LinkedHashMap<>();
    CsvLines.Receiver receiver =
        cells -> {
          if (!cells.equals(HEADER)) {
            passwords.put(cells.get(0).toLowerCase(Locale.ROOT), cells.get(1));
          }
        };
    if (Files.exists(run.resolve(SEALED))) {
      CsvLines.read(accounts.opened(run.resolve(SEALED)), SEALED, receiver);
    } else if (Files.exists(run.resolve(OPEN))) {
      CsvLines.read(Files.newInputStream(run.resolve(OPEN)), OPEN, receiver);
    }
    return passwords;
  }

  /**
   * Forgets the first passwords of accounts in every run that keeps any.
   *
   * @param references what the accounts are referred to by, in lower case
   */
  public static void forget(RosterFolder folder, AccountsFile accounts, Set<String> references)
      throws IOException {
    List<Path> runs;
    try (Stream<Path> all = Files.list(folder.path("runs"))) {
      runs = all.filter(RunSecrets::areIn).toList();
    } catch (NoSuchFileException e) {
      return;
    }
    for (Path run : runs) {
      Map<String, String> passwords = read(run, accounts);
      if (!passwords.keySet().removeAll(references)) {
        continue;
      }
      if (passwords.isEmpty()) {
        forget(run);
        continue;
      }
      Path place = run.resolve(accounts.isSealed() ? SEALED : OPEN);
      Path next = run.resolve(OPEN + ".new");
      try (CsvRows rows = rows(PrivateFiles.create(next), accounts)) {
        for (Map.Entry<String, String> one : passwords.entrySet()) {
          rows.row(List.of(one.getKey(), one.getValue()));
        }
      }
      PrivateFiles.settle(next);
      PrivateFiles.replace(place, next);
      Files.deleteIfExists(run.resolve(accounts.isSealed() ? OPEN : SEALED));
    }
  }

  /** Forgets all first passwords that a run keeps: it is delivered. */
  static void forget(Path run) throws IOException {
    Files.deleteIfExists(run.resolve(OPEN));
    Files.deleteIfExists(run.resolve(SEALED));
  }
}
