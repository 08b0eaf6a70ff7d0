package neatroster.cli;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import neatroster.core.accounts.IssuedAccount;
import neatroster.core.intake.SheetRow;
import neatroster.core.intake.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.register.Issue;
import neatroster.register.Register;
import neatroster.register.RegisterException;
import neatroster.sheets.CsvRows;
import neatroster.sheets.SheetFile;
import neatroster.sheets.SheetFiles;

/**
 * The accounts issued, with their first passwords: {@code accounts/accounts.csv}, readable by its
 * owner alone.
 *
 * <p>The file and the register change together. The new file is written beside the old one, then
 * the register remembers the accounts with the new file's digest, then the new file takes the old
 * one's place. After an interruption the digest tells whether the new file counts.
 */
final class AccountsFile {
  private static final List<Field> COLUMNS =
      List.of(Field.USERNAME, Field.PASSWORD, Field.FULL_NAME, Field.EMAIL, Field.ID, Field.SITE);

  private static final String OPEN = "accounts.csv";
  private static final String SEALED = "accounts.csv.pgp";
  private static final String NEXT = ".new";

  private final Path folder;
  private final boolean seals;
  private final Passphrase passphrase;

  /**
   * The accounts in a folder.
   *
   * @param seals whether they are to be sealed when they are written next
   * @param passphrase opens and seals them
   */
  AccountsFile(Path folder, boolean seals, Passphrase passphrase) {
    this.folder = folder;
    this.seals = seals;
    this.passphrase = passphrase;
  }

  private Path path(String name) {
    return folder.resolve(name);
  }

  /** The name of the file that holds the accounts once they are written, as people read it. */
  String name() {
    return "accounts/" + target();
  }

  private String target() {
    return seals ? SEALED : OPEN;
  }

  /** Whether the accounts are sealed. */
  boolean isSealed() {
    return seals;
  }

  /** Finishes or forgets what an interrupted {@code issue} left behind. */
  void recover(Optional<String> digest) throws IOException {
    for (String name : List.of(OPEN, SEALED)) {
      Path next = path(name + NEXT);
      if (!Files.exists(next)) {
        continue;
      }
      if (digest.isPresent() && digest.get().equals(sha256(next))) {
        replace(name);
      } else {
        Files.delete(next);
      }
    }
    if (Files.exists(path(OPEN)) && Files.exists(path(SEALED))) {
      // It was stopped between the new file and the removal of the old one. Where the register
      // knows neither, somebody put a copy there, and nothing is deleted.
      if (digest.isPresent() && digest.get().equals(sha256(path(OPEN)))) {
        Files.delete(path(SEALED));
      } else if (digest.isPresent() && digest.get().equals(sha256(path(SEALED)))) {
        Files.delete(path(OPEN));
      }
    }
  }

  /**
   * Writes what an {@code issue} does into the file and the register.
   *
   * @param issued the new accounts
   * @param renewed accounts with another password
   * @param issue the same for the register, with what else it remembers
   */
  void write(
      List<IssuedAccount> issued, List<IssuedAccount> renewed, Issue issue, Register register)
      throws IOException, RegisterException {
    Map<String, String> newNames = new HashMap<>();
    issue.renamed().forEach(renaming -> newNames.put(key(renaming.from()), renaming.to()));
    Map<String, IssuedAccount> changed = new LinkedHashMap<>();
    renewed.forEach(account -> changed.put(key(account.user().reference()), account));
    rewrite(
        register,
        issue,
        cells -> {
          List<String> row = new ArrayList<>(cells);
          IssuedAccount other = changed.remove(key(reference(cells)));
          if (other != null) {
            row.set(COLUMNS.indexOf(Field.PASSWORD), other.password());
          }
          String name = newNames.get(key(cells.get(0)));
          if (name != null) {
            row.set(0, name);
          }
          return row;
        },
        rows -> {
          for (IssuedAccount account : changed.values()) {
            rows.row(cells(account));
          }
          for (IssuedAccount account : issued) {
            rows.row(cells(account));
          }
        });
  }

  /**
   * Forgets the first passwords of these accounts.
   *
   * @param references what the accounts are referred to by, in lower case
   * @return how many had one
   */
  int forget(Set<String> references, Register register) throws IOException, RegisterException {
    int[] forgotten = {0};
    rewrite(
        register,
        Issue.of(List.of()),
        cells -> {
          int password = COLUMNS.indexOf(Field.PASSWORD);
          if (!references.contains(key(reference(cells))) || cells.get(password).isEmpty()) {
            return cells;
          }
          forgotten[0]++;
          List<String> row = new ArrayList<>(cells);
          row.set(password, "");
          return row;
        },
        rows -> {});
    return forgotten[0];
  }

  /** Adds rows behind those there are. */
  @FunctionalInterface
  private interface Rows {
    void write(CsvRows rows) throws IOException;
  }

  private void rewrite(
      Register register, Issue issue, UnaryOperator<List<String>> change, Rows added)
      throws IOException, RegisterException {
    PrivateFiles.folder(folder);
    String name = target();
    Path next = path(name + NEXT);
    try {
      try (OutputStream out = create(next)) {
        CsvRows rows = CsvRows.guarded(out);
        rows.row(COLUMNS.stream().map(Field::label).toList());
        read(cells -> rows.row(change.apply(cells)));
        added.write(rows);
        rows.close();
      } catch (UncheckedIOException e) {
        throw e.getCause();
      }
      PrivateFiles.settle(next);
      register.issue(issue, sha256(next));
    } catch (IOException | RegisterException | RuntimeException e) {
      Files.deleteIfExists(next);
      throw e;
    }
    replace(name);
    Files.deleteIfExists(path(seals ? OPEN : SEALED));
  }

  private OutputStream create(Path next) throws IOException {
    if (!seals) {
      return PrivateFiles.create(next);
    }
    char[] secret = passphrase.get(!Files.exists(path(SEALED)));
    return Sealing.seal(PrivateFiles.create(next), secret, OPEN);
  }

  private static List<String> cells(IssuedAccount account) {
    return List.of(
        account.user().username(),
        account.password(),
        account.user().person().fullName(),
        account.user().anyEmail(),
        account.user().anyId(),
        account.user().person().site());
  }

  /** What a row's account is referred to by; see {@link KnownUser#reference}. */
  private static String reference(List<String> cells) {
    for (Field field : List.of(Field.USERNAME, Field.EMAIL, Field.ID)) {
      String text = cells.get(COLUMNS.indexOf(field));
      if (!text.isEmpty()) {
        return text;
      }
    }
    return "";
  }

  private static String key(String reference) {
    return reference.toLowerCase(Locale.ROOT);
  }

  private void replace(String name) throws IOException {
    Files.move(
        path(name + NEXT),
        path(name),
        StandardCopyOption.ATOMIC_MOVE,
        StandardCopyOption.REPLACE_EXISTING);
  }

  /**
   * The first passwords by what accounts are referred to by, in lower case; none where the file is
   * gone.
   */
  Map<String, String> passwords() {
    Map<String, String> passwords = new HashMap<>();
    int password = COLUMNS.indexOf(Field.PASSWORD);
    read(cells -> passwords.put(key(reference(cells)), cells.get(password)));
    return passwords;
  }

  /** Hands on the rows below the headers, each with a cell for each of our columns. */
  private void read(Consumer<List<String>> receiver) {
    if (Files.exists(path(SEALED))) {
      readSealed(receiver);
    } else if (Files.exists(path(OPEN))) {
      readOpen(receiver);
    }
  }

  /** Somebody may have saved the file from a spreadsheet program: its columns are told by name. */
  private void readOpen(Consumer<List<String>> receiver) {
    Path file = path(OPEN);
    try (SheetFile sheets = SheetFiles.open(file, file.toString())) {
      int[] columns = new int[COLUMNS.size()];
      sheets
          .sheets()
          .get(0)
          .read(
              row -> {
                if (row.number() == 1) {
                  for (int i = 0; i < columns.length; i++) {
                    columns[i] = columnOf(COLUMNS.get(i), row);
                  }
                } else if (!row.isBlank()) {
                  List<String> cells = new ArrayList<>();
                  for (int column : columns) {
                    cells.add(column < 0 ? "" : row.cell(column).toString());
                  }
                  receiver.accept(cells);
                }
                return true;
              });
    } catch (IOException | UnreadableSheetException e) {
      throw unreadable(file, e);
    }
  }

  private static int columnOf(Field field, SheetRow headers) {
    for (int i = 0; i < headers.size(); i++) {
      if (headers.cell(i).cleaned().equalsIgnoreCase(field.label())) {
        return i;
      }
    }
    return -1;
  }

  private void readSealed(Consumer<List<String>> receiver) {
    Path file = path(SEALED);
    try (CsvReader<NamedCsvRecord> rows =
        CsvReader.builder()
            .ofNamedCsvRecord(
                new InputStreamReader(
                    Sealing.stream(file, passphrase.get(false)), StandardCharsets.UTF_8))) {
      for (NamedCsvRecord row : rows) {
        receiver.accept(COLUMNS.stream().map(field -> row.getField(field.label())).toList());
      }
    } catch (IOException | CsvParseException | NoSuchElementException e) {
      throw unreadable(file, e);
    }
  }

  private static Problem unreadable(Path file, Exception e) {
    return Problem.unreadable(file + " cannot be read: " + e.getMessage() + ".", e);
  }

  private static String sha256(Path path) throws IOException {
    MessageDigest digest = sha256();
    try (InputStream in = new DigestInputStream(Files.newInputStream(path), digest)) {
      in.transferTo(OutputStream.nullOutputStream());
    }
    return HexFormat.of().formatHex(digest.digest());
  }

  /** SHA-256, which every Java has. */
  static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
