package neatroster.cli;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import neatroster.core.accounts.IssuedAccount;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
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

  private final Path folder;
  private final Path file;
  private final Path next;

  AccountsFile(Path folder) {
    this.folder = folder;
    this.file = folder.resolve("accounts.csv");
    this.next = folder.resolve("accounts.csv.new");
  }

  /** Finishes or forgets what an interrupted {@code issue} left behind. */
  void recover(Optional<String> digest) throws IOException {
    if (!Files.exists(next)) {
      return;
    }
    if (digest.isPresent() && digest.get().equals(sha256(next))) {
      replace();
    } else {
      Files.delete(next);
    }
  }

  /** Writes new accounts into the file and the register. */
  void add(List<IssuedAccount> issued, Register register) throws IOException, RegisterException {
    PrivateFiles.folder(folder);
    try {
      try (OutputStream out = PrivateFiles.create(next)) {
        if (Files.exists(file)) {
          Files.copy(file, out);
        }
        CsvRows rows = new CsvRows(out);
        if (!Files.exists(file)) {
          rows.row(COLUMNS.stream().map(Field::label).toList());
        }
        for (IssuedAccount account : issued) {
          rows.row(cells(account));
        }
        rows.close();
      }
      PrivateFiles.settle(next);
      register.issue(issued.stream().map(IssuedAccount::user).toList(), sha256(next));
    } catch (IOException | RegisterException | RuntimeException e) {
      Files.deleteIfExists(next);
      throw e;
    }
    replace();
  }

  /** Writes another password for an account; the others stay as they are. */
  void renew(IssuedAccount renewed, Register register) throws IOException, RegisterException {
    PrivateFiles.folder(folder);
    String username = renewed.user().username();
    try {
      try (OutputStream out = PrivateFiles.create(next)) {
        CsvRows rows = new CsvRows(out);
        rows.row(COLUMNS.stream().map(Field::label).toList());
        boolean[] found = {false};
        copy(
            cells -> {
              boolean same = cells.get(0).equalsIgnoreCase(username);
              found[0] |= same;
              rows.row(same ? cells(renewed) : cells);
            });
        if (!found[0]) {
          rows.row(cells(renewed));
        }
        rows.close();
      }
      PrivateFiles.settle(next);
      register.issue(List.of(), sha256(next));
    } catch (IOException | RegisterException | RuntimeException e) {
      Files.deleteIfExists(next);
      throw e;
    }
    replace();
  }

  /** Hands on the rows of the file below its headers. */
  private void copy(Consumer<List<String>> receiver) {
    if (!Files.exists(file)) {
      return;
    }
    try (SheetFile sheets = SheetFiles.open(file, file.toString())) {
      sheets
          .sheets()
          .get(0)
          .read(
              row -> {
                if (row.number() > 1 && !row.isBlank()) {
                  List<String> cells = new ArrayList<>();
                  for (int i = 0; i < COLUMNS.size(); i++) {
                    cells.add(row.cell(i).toString());
                  }
                  receiver.accept(cells);
                }
                return true;
              });
    } catch (IOException | UnreadableSheetException e) {
      throw Problem.unreadable(file + " cannot be read: " + e.getMessage() + ".", e);
    }
  }

  private static List<String> cells(IssuedAccount account) {
    return List.of(
        account.user().username(),
        account.password(),
        account.user().person().fullName(),
        either(account.user().person().email(), account.user().email()),
        either(account.user().person().id(), account.user().id()),
        account.user().person().site());
  }

  private static String either(String one, String other) {
    return one.isEmpty() ? other : one;
  }

  private void replace() throws IOException {
    Files.move(next, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
  }

  /** The first passwords by username in lower case; none where the file is gone. */
  Map<String, String> passwords() {
    Map<String, String> passwords = new HashMap<>();
    if (!Files.exists(file)) {
      return passwords;
    }
    try (SheetFile sheets = SheetFiles.open(file, file.toString())) {
      SheetReading reading = SheetReading.of(sheets.sheets().get(0), Optional.of(Table.USERS));
      reading.read(
          row ->
              passwords.put(
                  row.text(Field.USERNAME).toLowerCase(Locale.ROOT),
                  row.cell(Field.PASSWORD).toString()));
      return passwords;
    } catch (IOException | UnreadableSheetException e) {
      throw Problem.unreadable(file + " cannot be read: " + e.getMessage() + ".", e);
    }
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
