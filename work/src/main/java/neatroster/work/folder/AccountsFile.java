package neatroster.work.folder;

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
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import neatroster.core.accounts.IssuedAccount;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Counted;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.disk.DiskErrors;
import neatroster.disk.PrivateFiles;
import neatroster.disk.Sha256;
import neatroster.register.AccountsUpdate;
import neatroster.register.Register;
import neatroster.register.RegisterException;
import neatroster.runs.Seal;
import neatroster.sheets.CsvRows;
import neatroster.sheets.SheetFile;
import neatroster.sheets.SheetFiles;
import neatroster.work.Problem;

/**
 * The accounts issued, with their first passwords: {@code accounts/accounts.csv}, readable by its
 * owner alone.
 *
 * <p>The file and the register change together. The new file is written beside the old one, then
 * the register remembers the accounts with the new file's digest, then the new file takes the old
 * one's place. After an interruption the digest tells whether the new file counts.
 */
public final class AccountsFile implements Seal {
  private static final List<Field> COLUMNS =
      List.of(Field.USERNAME, Field.PASSWORD, Field.FULL_NAME, Field.EMAIL, Field.ID, Field.SITE);

  private static final String OPEN = "accounts.csv";
  private static final String SEALED = "accounts.csv.pgp";
  private static final String NEXT = ".new";

  /** So many accounts are named in a message. */
  private static final int NAMED = 5;

  private final Path folder;
  private final boolean seals;
  private final Passphrase passphrase;
  private final Register register;

  /**
   * The accounts in a folder.
   *
   * @param seals whether they are to be sealed when they are written next
   * @param passphrase opens and seals them
   * @param register knows whose passwords the file must hold
   */
  AccountsFile(Path folder, boolean seals, Passphrase passphrase, Register register) {
    this.folder = folder;
    this.seals = seals;
    this.passphrase = passphrase;
    this.register = register;
  }

  private Path path(String name) {
    return folder.resolve(name);
  }

  /** The name of the file that holds the accounts once they are written, as people read it. */
  public String name() {
    return "accounts/" + target();
  }

  private String target() {
    return seals ? SEALED : OPEN;
  }

  @Override
  public boolean isSealed() {
    return seals;
  }

  /** Whether the accounts lie open although they are to be sealed. */
  boolean liesOpen() {
    return seals && Files.exists(path(OPEN)) && !Files.exists(path(SEALED));
  }

  /** Seals the accounts where they lie open although the settings have them sealed. */
  boolean sealIfAsked() throws IOException, RegisterException {
    if (!liesOpen()) {
      return false;
    }
    rewrite(
        AccountsUpdate.of(List.of()), List.of(), List.of(), UnaryOperator.identity(), rows -> {});
    return true;
  }

  /** Finishes or forgets what an interrupted {@code issue} left behind. */
  void recover() throws IOException, RegisterException {
    Optional<String> digest = register.accountsDigest();
    for (String name : List.of(OPEN, SEALED)) {
      Path next = path(name + NEXT);
      if (!Files.exists(next)) {
        continue;
      }
      if (digest.isPresent() && digest.get().equals(Sha256.of(next))) {
        replace(name);
      } else {
        Files.delete(next);
      }
    }
    if (Files.exists(path(OPEN)) && Files.exists(path(SEALED))) {
      // It was stopped between the new file and the removal of the old one. Where the register
      // knows neither, somebody put a copy there, and nothing is deleted.
      if (digest.isPresent() && digest.get().equals(Sha256.of(path(OPEN)))) {
        Files.delete(path(SEALED));
      } else if (digest.isPresent() && digest.get().equals(Sha256.of(path(SEALED)))) {
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
  public void write(List<IssuedAccount> issued, List<IssuedAccount> renewed, AccountsUpdate issue)
      throws IOException, RegisterException {
    verify(renewed);
    List<String> kept =
        Stream.concat(issued.stream(), renewed.stream())
            .filter(account -> !account.password().isEmpty())
            .map(account -> account.user().reference())
            .toList();
    Map<String, String> newNames = new HashMap<>();
    issue.renamed().forEach(renaming -> newNames.put(key(renaming.from()), renaming.to()));
    Map<String, IssuedAccount> changed = new LinkedHashMap<>();
    renewed.forEach(account -> changed.put(key(account.user().reference()), account));
    List<String> withoutAny =
        renewed.stream()
            .filter(account -> account.password().isEmpty())
            .map(account -> account.user().reference())
            .toList();
    rewrite(
        issue,
        kept,
        withoutAny,
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
  public int forget(Set<String> references) throws IOException, RegisterException {
    verify(List.of());
    int[] forgotten = {0};
    rewrite(
        AccountsUpdate.of(List.of()),
        List.of(),
        references,
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
      AccountsUpdate issue,
      Collection<String> kept,
      Collection<String> forgotten,
      UnaryOperator<List<String>> change,
      Rows added)
      throws IOException, RegisterException {
    PrivateFiles.folder(folder);
    String name = target();
    Path next = path(name + NEXT);
    try {
      try (OutputStream out = create(next)) {
        CsvRows rows = CsvRows.guarded(out);
        rows.row(COLUMNS.stream().map(Field::label).toList());
        for (List<String> cells : rows()) {
          rows.row(change.apply(cells));
        }
        added.write(rows);
        rows.close();
      } catch (UncheckedIOException e) {
        throw e.getCause();
      }
      PrivateFiles.settle(next);
      register.issue(issue, kept, forgotten, Sha256.of(next));
    } catch (IOException | RegisterException | RuntimeException e) {
      Files.deleteIfExists(next);
      throw e;
    }
    replace(name);
    Files.deleteIfExists(path(seals ? OPEN : SEALED));
  }

  private OutputStream create(Path next) throws IOException {
    return seals ? sealing(PrivateFiles.create(next), OPEN) : PrivateFiles.create(next);
  }

  @Override
  public OutputStream sealing(OutputStream out, String name) throws IOException {
    return Sealing.seal(out, passphrase.get(!Files.exists(path(SEALED))), name);
  }

  @Override
  public InputStream opened(Path file) throws IOException {
    return Sealing.stream(file, passphrase.get(false));
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
    PrivateFiles.replace(path(name), path(name + NEXT));
  }

  /** The first passwords by what accounts are referred to by, in lower case. */
  public Map<String, String> passwords() throws RegisterException {
    verify(List.of());
    return passwordsThere();
  }

  /** The same where the file may have lost some. */
  private Map<String, String> passwordsThere() {
    Map<String, String> passwords = new HashMap<>();
    int password = COLUMNS.indexOf(Field.PASSWORD);
    for (List<String> cells : rows()) {
      if (!cells.get(password).isEmpty()) {
        passwords.put(key(reference(cells)), cells.get(password));
      }
    }
    return passwords;
  }

  /** What the accounts are referred to by whose first passwords should be there and are not. */
  public List<String> lost() throws RegisterException {
    Map<String, String> there = passwordsThere();
    return register.passwords().kept().stream()
        .filter(reference -> there.getOrDefault(key(reference), "").isEmpty())
        .sorted()
        .toList();
  }

  /**
   * Makes sure that the file holds every first password that it should.
   *
   * @param renewed accounts that are about to get another
   */
  private void verify(List<IssuedAccount> renewed) throws RegisterException {
    Set<String> others =
        renewed.stream().map(one -> key(one.user().reference())).collect(Collectors.toSet());
    List<String> lost =
        lost().stream().filter(reference -> !others.contains(key(reference))).toList();
    if (lost.isEmpty()) {
      return;
    }
    String named = lost.stream().limit(NAMED).collect(Collectors.joining(", "));
    boolean gone = !Files.exists(path(OPEN)) && !Files.exists(path(SEALED));
    throw Problem.unreadable(
        (gone ? "accounts/" + OPEN + " is gone; it held" : name() + " no longer holds")
            + " the first "
            + (lost.size() == 1 ? "password" : "passwords")
            + " of "
            + Counted.of(lost.size(), "account")
            + " ("
            + named
            + (lost.size() > NAMED ? ", …" : "")
            + "). Nothing was done. Put the file back from a copy, or let neat-roster issue"
            + " --again-lost make new ones.",
        null);
  }

  /** The rows below the headers, each with a cell for each of our columns. */
  private List<List<String>> rows() {
    if (Files.exists(path(SEALED))) {
      return exactly(sealed(), path(SEALED));
    }
    Path file = path(OPEN);
    if (!Files.exists(file)) {
      return List.of();
    }
    try {
      boolean untouched =
          register.accountsDigest().filter(Sha256.of(file)::equals).isPresent() && isOurs(file);
      return untouched ? exactly(Files.newInputStream(file), file) : saved(file);
    } catch (IOException | RegisterException e) {
      throw unreadable(file, e);
    }
  }

  /** A file that was written before values were guarded has other headers than ours. */
  private static boolean isOurs(Path file) throws IOException {
    String header = COLUMNS.stream().map(Field::label).collect(Collectors.joining(","));
    try (InputStream in = Files.newInputStream(file)) {
      return new String(in.readNBytes(header.length()), StandardCharsets.UTF_8).equals(header);
    }
  }

  private InputStream sealed() {
    try {
      return opened(path(SEALED));
    } catch (IOException e) {
      throw unreadable(path(SEALED), e);
    }
  }

  /** Reads what we wrote, letter by letter. */
  private static List<List<String>> exactly(InputStream in, Path file) {
    List<List<String>> rows = new ArrayList<>();
    try (CsvReader<NamedCsvRecord> records =
        CsvReader.builder().ofNamedCsvRecord(new InputStreamReader(in, StandardCharsets.UTF_8))) {
      for (NamedCsvRecord row : records) {
        rows.add(
            COLUMNS.stream().map(field -> CsvRows.unguarded(row.getField(field.label()))).toList());
      }
      return rows;
    } catch (IOException | CsvParseException | NoSuchElementException e) {
      throw unreadable(file, e);
    }
  }

  /** Somebody may have saved the file from a spreadsheet program: its columns are told by name. */
  private static List<List<String>> saved(Path file) {
    List<List<String>> rows = new ArrayList<>();
    Set<String> seen = new HashSet<>();
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
                    cells.add(column < 0 ? "" : CsvRows.unguarded(row.cell(column).toString()));
                  }
                  verify(cells, row, seen);
                  rows.add(cells);
                }
                return true;
              });
      return rows;
    } catch (IOException | UnreadableSheetException e) {
      throw unreadable(file, e);
    }
  }

  /** One quotation mark too many makes one cell of all that follows. */
  private static void verify(List<String> cells, SheetRow row, Set<String> seen) {
    String trouble =
        row.isMended() ? "has a quotation mark too many, or one that is not closed" : null;
    for (String cell : cells) {
      if (cell.indexOf('\n') >= 0 || cell.indexOf('\r') >= 0) {
        trouble = "goes over several lines: a quotation mark is missing there, or is one too many";
      }
    }
    if (trouble == null && reference(cells).isEmpty()) {
      trouble = "says neither a username nor an email address nor an id";
    } else if (trouble == null && !seen.add(key(reference(cells)))) {
      trouble = "is about " + reference(cells) + " once more";
    }
    if (trouble != null) {
      throw Problem.unreadable(
          "Row "
              + row.number()
              + " of accounts/"
              + OPEN
              + " "
              + trouble
              + ". Nothing was done. Mend the row, or put the file back from a copy.",
          null);
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

  private static Problem unreadable(Path file, Exception e) {
    String why =
        e instanceof IOException || e instanceof UnreadableSheetException
            ? DiskErrors.reason(e)
            : "it is not as we wrote it";
    return Problem.unreadable(
        "accounts/" + file.getFileName() + " cannot be read (" + why + ").", e);
  }
}
