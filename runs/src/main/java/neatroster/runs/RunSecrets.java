package neatroster.runs;

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
import neatroster.core.model.Field;
import neatroster.disk.PrivateFiles;
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

  private final NewRun run;
  private final Seal seal;
  private CsvRows rows;
  private int kept;

  /** Keeps the first passwords of a run in the making. */
  public RunSecrets(NewRun run, Seal seal) {
    this.run = run;
    this.seal = seal;
  }

  /**
   * Keeps a first password.
   *
   * @param reference what the account is referred to by
   */
  void add(String reference, String password) throws IOException {
    if (rows == null) {
      rows = rows(run.create(seal.isSealed() ? SEALED : OPEN), seal);
    }
    kept++;
    rows.row(List.of(reference, password));
  }

  private static CsvRows rows(OutputStream out, Seal seal) throws IOException {
    CsvRows rows = CsvRows.literal(seal.isSealed() ? seal.sealing(out, OPEN) : out);
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
   * The first passwords that a run keeps, by what the accounts are referred to by, in lower case.
   */
  public static Map<String, String> of(Path run, Seal seal) throws IOException {
    Map<String, String> passwords = new LinkedHashMap<>();
    CsvLines.Receiver receiver =
        cells -> {
          if (!cells.equals(HEADER)) {
            passwords.put(cells.get(0).toLowerCase(Locale.ROOT), cells.get(1));
          }
        };
    if (Files.exists(run.resolve(SEALED))) {
      CsvLines.read(seal.opened(run.resolve(SEALED)), SEALED, receiver);
    } else if (Files.exists(run.resolve(OPEN))) {
      CsvLines.read(Files.newInputStream(run.resolve(OPEN)), OPEN, receiver);
    }
    return passwords;
  }

  /**
   * Forgets the first passwords of accounts in every run that keeps any.
   *
   * @param folder where the runs are
   * @param references what the accounts are referred to by, in lower case
   */
  public static void forget(Path folder, Seal seal, Set<String> references) throws IOException {
    List<Path> runs;
    try (Stream<Path> all = Files.list(folder)) {
      runs = all.filter(RunSecrets::areIn).toList();
    } catch (NoSuchFileException e) {
      return;
    }
    for (Path run : runs) {
      Map<String, String> passwords = of(run, seal);
      if (!passwords.keySet().removeAll(references)) {
        continue;
      }
      if (passwords.isEmpty()) {
        forget(run);
        continue;
      }
      Path place = run.resolve(seal.isSealed() ? SEALED : OPEN);
      Path next = run.resolve(OPEN + ".new");
      try (CsvRows rows = rows(PrivateFiles.create(next), seal)) {
        for (Map.Entry<String, String> one : passwords.entrySet()) {
          rows.row(List.of(one.getKey(), one.getValue()));
        }
      }
      PrivateFiles.settle(next);
      PrivateFiles.replace(place, next);
      Files.deleteIfExists(run.resolve(seal.isSealed() ? OPEN : SEALED));
    }
  }

  /** Forgets all first passwords that a run keeps: it is delivered. */
  public static void forget(Path run) throws IOException {
    Files.deleteIfExists(run.resolve(OPEN));
    Files.deleteIfExists(run.resolve(SEALED));
  }
}
