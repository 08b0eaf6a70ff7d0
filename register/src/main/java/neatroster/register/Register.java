package neatroster.register;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Renaming;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;

/** The accounts that a roster folder has issued, in one SQLite file. It holds no passwords. */
public final class Register implements AutoCloseable {
  private final Path file;
  private final Database database;

  private Register(Path file, Database database) {
    this.file = file;
    this.database = database;
  }

  /** The register of a folder. */
  public static Path file(Path folder) {
    return folder.resolve("register.db");
  }

  /** Opens a folder's register; it is made where there is none. */
  public static Register open(Path folder) throws RegisterException {
    Path file = file(folder);
    boolean made = !Files.exists(file);
    Connection connection = null;
    try {
      connection = DriverManager.getConnection("jdbc:sqlite:" + file);
      Database database = new Database(connection);
      Schema.prepare(database, made);
      return new Register(file, database);
    } catch (SQLException | RegisterException e) {
      if (connection != null) {
        try {
          connection.close();
        } catch (SQLException closing) {
          e.addSuppressed(closing);
        }
      }
      if (e instanceof RegisterException ours) {
        throw ours;
      }
      throw isDamage(e)
          ? new RegisterException(
              "register.db cannot be read: it is damaged, or no register of ours. If you have a"
                  + " copy of the folder, put its register.db back",
              e)
          : new RegisterException("register.db cannot be opened (" + Database.reason(e) + ")", e);
    }
  }

  /** Whether the file itself is to blame, not the disk or the rights (SQLite result codes). */
  private static boolean isDamage(Exception e) {
    return e instanceof SQLiteException sqlite
        && Set.of(SQLiteErrorCode.SQLITE_NOTADB, SQLiteErrorCode.SQLITE_CORRUPT)
            .contains(sqlite.getResultCode());
  }

  /** What became of the runs. */
  public RunLog runs() {
    return new RunLog(database, file);
  }

  /** How far deliveries to the platform are. */
  public DeliveryLog deliveries() {
    return new DeliveryLog(database);
  }

  /** Where first passwords are. */
  public FirstPasswords passwords() {
    return new FirstPasswords(database);
  }

  /** Everyone who has an account, in the order in which they got it. */
  public List<KnownUser> users() throws RegisterException {
    Map<Integer, List<String>> former = new HashMap<>();
    database.list(
        "SELECT account, username FROM former_username ORDER BY rowid",
        row ->
            former
                .computeIfAbsent(row.getInt(1), account -> new ArrayList<>())
                .add(row.getString(2)));
    return database.list(
        "SELECT number, person_id, person_email, full_name, birth_date, site, username, email, id,"
            + " role, course FROM account ORDER BY number",
        row ->
            new KnownUser(
                new Person(
                    row.getString(2),
                    row.getString(3),
                    row.getString(4),
                    row.getString(5),
                    row.getString(6)),
                row.getString(7),
                row.getString(8),
                row.getString(9),
                KnownUser.Standing.ISSUED,
                row.getString(10),
                row.getString(11),
                former.getOrDefault(row.getInt(1), List.of())));
  }

  /** The sourcedIds that differ from what their names give, by kind and name. */
  public Map<String, String> sourcedIds() throws RegisterException {
    Map<String, String> ids = new HashMap<>();
    database.list(
        "SELECT name, id FROM sourced_id", row -> ids.put(row.getString(1), row.getString(2)));
    return ids;
  }

  /** Remembers sourcedIds that differ from what their names give. */
  public void rememberSourcedIds(Map<String, String> ids) throws RegisterException {
    database.write(
        () ->
            database.runEach(
                "INSERT OR REPLACE INTO sourced_id (name, id) VALUES (?, ?)", Database.rows(ids)));
  }

  /** Every join code that was ever given; of two for the same course or group the later counts. */
  public List<JoinCode> joinCodes() throws RegisterException {
    return database.list(
        "SELECT course, group_name, code FROM join_code ORDER BY rowid",
        row -> new JoinCode(row.getString(1), row.getString(2), row.getString(3)));
  }

  /** The digest that {@link #issue} was last given. */
  public Optional<String> accountsDigest() throws RegisterException {
    return database
        .list("SELECT value FROM state WHERE name = 'accounts digest'", row -> row.getString(1))
        .stream()
        .findFirst();
  }

  /**
   * Remembers what an {@code issue} did, all of it or nothing.
   *
   * @param kept what the accounts are referred to by, after all renaming, whose first passwords
   *     that file holds from now on
   * @param forgotten the same of those whose first passwords it holds no more
   * @param accountsDigest the digest of the file that holds the passwords, by which it is told
   *     after an interruption whether that file belongs to what is remembered
   */
  public void issue(
      AccountsUpdate issue,
      Collection<String> kept,
      Collection<String> forgotten,
      String accountsDigest)
      throws RegisterException {
    List<String> renewed = issue.renewed().stream().map(KnownUser::reference).toList();
    FirstPasswords passwords = passwords();
    database.write(
        () -> {
          add(issue.added());
          rename(issue.renamed());
          database.runEach(
              "INSERT INTO join_code (course, group_name, code) VALUES (?, ?, ?)",
              issue.codes().stream()
                  .map(code -> new Object[] {code.course(), code.group(), code.code()})
                  .toList());
          passwords.renew(renewed);
          passwords.keep(kept, forgotten);
          database.run(
              "INSERT OR REPLACE INTO state (name, value) VALUES ('accounts digest', ?)",
              accountsDigest);
        });
  }

  private void add(List<KnownUser> users) throws SQLException {
    database.runEach(
        "INSERT INTO account (person_id, person_email, full_name, birth_date, site, username,"
            + " email, id, role, course) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        users.stream().map(Register::values).toList());
  }

  private static Object[] values(KnownUser user) {
    Person person = user.person();
    return new Object[] {
      person.id(),
      person.email(),
      person.fullName(),
      person.birthDate(),
      person.site(),
      user.username(),
      user.email(),
      user.id(),
      user.role(),
      user.course()
    };
  }

  private void rename(List<Renaming> renamed) throws SQLException {
    for (Renaming renaming : renamed) {
      database.run(
          "INSERT OR IGNORE INTO former_username (username, account)"
              + " SELECT username, number FROM account WHERE username = ?",
          renaming.from());
      database.run(
          "DELETE FROM former_username WHERE username = ? AND account ="
              + " (SELECT number FROM account WHERE username = ?)",
          renaming.to(),
          renaming.from());
      database.run(
          "UPDATE account SET username = ? WHERE username = ?", renaming.to(), renaming.from());
    }
  }

  @Override
  public void close() throws RegisterException {
    try {
      database.close();
    } catch (SQLException e) {
      throw new RegisterException("register.db could not be closed", e);
    }
  }
}
