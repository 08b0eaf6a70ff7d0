package neatroster.register;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
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
  /** Marks the file as ours: “NRos” in ASCII (SQLite file format, section 1.3.12). */
  private static final int APPLICATION_ID = 0x4E526F73;

  private static final int VERSION = 8;

  private static final String ACCOUNT =
      """
      CREATE TABLE account (
        number INTEGER PRIMARY KEY,
        person_id TEXT NOT NULL,
        person_email TEXT NOT NULL,
        full_name TEXT NOT NULL,
        birth_date TEXT NOT NULL,
        site TEXT NOT NULL,
        username TEXT NOT NULL COLLATE NOCASE,
        email TEXT NOT NULL,
        id TEXT NOT NULL,
        role TEXT NOT NULL DEFAULT '',
        course TEXT NOT NULL DEFAULT '',
        password_state INTEGER NOT NULL DEFAULT 0,
        password_kept INTEGER NOT NULL DEFAULT 0,
        password_told INTEGER NOT NULL DEFAULT 0);
      CREATE UNIQUE INDEX account_username ON account (username) WHERE username <> '';
      CREATE TABLE former_username (
        username TEXT PRIMARY KEY COLLATE NOCASE,
        account INTEGER NOT NULL REFERENCES account (number));
      CREATE TABLE join_code (
        code TEXT PRIMARY KEY COLLATE NOCASE,
        course TEXT NOT NULL,
        group_name TEXT NOT NULL);
      """;

  /** What others refer to an account by; see {@link KnownUser#reference}. */
  private static final String REFERENCE =
      "coalesce(nullif(username, ''), nullif(person_email, ''), nullif(email, ''),"
          + " nullif(person_id, ''), id)";

  private static final String IS_MEANT =
      REFERENCE + " COLLATE NOCASE IN (SELECT reference FROM meant)";

  /** A new account is 0: the platform has not got it. Here it is due another first password. */
  private static final int DUE = 1;

  private static final int DELIVERED = 2;

  /** Files that we wrote first passwords into, for telling where these still are. */
  private static final String SLIPS = "CREATE TABLE slips_file (path TEXT PRIMARY KEY);";

  private static final String SOURCED_IDS =
      "CREATE TABLE sourced_id (name TEXT PRIMARY KEY, id TEXT NOT NULL);";

  /** Version 7 did not know when exports were first seen, nor which run brings a password. */
  private static final String FROM_VERSION_7 =
      "CREATE TABLE export_seen (digest TEXT PRIMARY KEY, at TEXT NOT NULL) WITHOUT ROWID;"
          + "CREATE TABLE password_packed (run TEXT NOT NULL, account INTEGER NOT NULL,"
          + " PRIMARY KEY (run, account)) WITHOUT ROWID;";

  /** Version 6 did not know how far a delivery is, nor what the platform calls things. */
  private static final String FROM_VERSION_6 =
      """
      CREATE TABLE delivery (
        run TEXT NOT NULL,
        service TEXT NOT NULL,
        kind TEXT NOT NULL,
        row INTEGER NOT NULL,
        state TEXT NOT NULL,
        status INTEGER NOT NULL DEFAULT 0,
        reason TEXT NOT NULL DEFAULT '',
        PRIMARY KEY (run, kind, row)) WITHOUT ROWID;
      CREATE TABLE platform_id (
        service TEXT NOT NULL,
        name TEXT NOT NULL COLLATE NOCASE,
        id TEXT NOT NULL,
        PRIMARY KEY (service, name)) WITHOUT ROWID;
      """
          + FROM_VERSION_7;

  /** Version 3 did not know the runs. */
  private static final String RUNS =
      """
      CREATE TABLE run (
        name TEXT PRIMARY KEY,
        packed_at TEXT NOT NULL,
        digest TEXT NOT NULL,
        delivered_at TEXT NOT NULL DEFAULT '',
                undoes TEXT NOT NULL DEFAULT '',
        confirmed_at TEXT NOT NULL DEFAULT '',
        confirmed_digest TEXT NOT NULL DEFAULT '',
        failed INTEGER NOT NULL DEFAULT 0);
      """
          + SOURCED_IDS
          + FROM_VERSION_6;

  /** Version 5 did not know what became of runs on the platform. */
  private static final String FROM_VERSION_5 =
      "ALTER TABLE run ADD COLUMN confirmed_at TEXT NOT NULL DEFAULT '';"
          + "ALTER TABLE run ADD COLUMN confirmed_digest TEXT NOT NULL DEFAULT '';"
          + "ALTER TABLE run ADD COLUMN failed INTEGER NOT NULL DEFAULT 0;"
          + FROM_VERSION_6;

  /** Version 4 did not know which run takes back another, nor any sourcedIds. */
  private static final String FROM_VERSION_4 =
      "ALTER TABLE run ADD COLUMN undoes TEXT NOT NULL DEFAULT '';" + SOURCED_IDS + FROM_VERSION_5;

  /** Version 2 did not know whose passwords the accounts file holds, nor who was told. */
  private static final String FROM_VERSION_2 =
      "ALTER TABLE account ADD COLUMN password_kept INTEGER NOT NULL DEFAULT 0;"
          + "ALTER TABLE account ADD COLUMN password_told INTEGER NOT NULL DEFAULT 0;"
          + SLIPS
          + RUNS;

  private static final String STATE =
      "CREATE TABLE state (name TEXT PRIMARY KEY, value TEXT NOT NULL);";

  /** Version 1 knew no roles, no renaming and no join codes. */
  private static final String FROM_VERSION_1 =
      "ALTER TABLE account RENAME TO account_1;"
          + ACCOUNT
          + """
          INSERT INTO account (number, person_id, person_email, full_name, birth_date, site,
              username, email, id)
            SELECT number, person_id, person_email, full_name, birth_date, site, username, email, id
            FROM account_1;
          DROP TABLE account_1;
          """
          + SLIPS
          + RUNS;

  private final Path file;
  private final Connection connection;
  private final Transactions transactions;

  private Register(Path file, Connection connection) {
    this.file = file;
    this.connection = connection;
    transactions = new Transactions(connection);
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
      prepare(connection, made);
      return new Register(file, connection);
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
          : new RegisterException(
              "register.db cannot be opened (" + Transactions.reason(e) + ")", e);
    }
  }

  /** Whether the file itself is to blame, not the disk or the rights (SQLite result codes). */
  private static boolean isDamage(Exception e) {
    return e instanceof SQLiteException sqlite
        && Set.of(SQLiteErrorCode.SQLITE_NOTADB, SQLiteErrorCode.SQLITE_CORRUPT)
            .contains(sqlite.getResultCode());
  }

  private static String upgrade(int version) {
    return switch (version) {
      case 0, 1 -> FROM_VERSION_1;
      case 2 -> FROM_VERSION_2;
      case 3 -> RUNS;
      case 4 -> FROM_VERSION_4;
      case 5 -> FROM_VERSION_5;
      case 6 -> FROM_VERSION_6;
      default -> FROM_VERSION_7;
    };
  }

  private static void prepare(Connection connection, boolean made)
      throws SQLException, RegisterException {
    try (Statement statement = connection.createStatement()) {
      statement.execute("PRAGMA busy_timeout = 5000");
      statement.execute("PRAGMA synchronous = FULL");
      int application = number(statement, "PRAGMA application_id");
      int tables = number(statement, "SELECT count(*) FROM sqlite_master");
      if (made || (application == 0 && tables == 0)) {
        statement.execute("BEGIN IMMEDIATE");
        statement.execute("PRAGMA application_id = " + APPLICATION_ID);
        statement.execute("PRAGMA user_version = " + VERSION);
        statement.executeUpdate(ACCOUNT + SLIPS + RUNS + STATE);
        statement.execute("COMMIT");
        return;
      }
      if (application != APPLICATION_ID) {
        throw new RegisterException(
            "register.db is a database of another program; move it out of the folder", null);
      }
      int version = number(statement, "PRAGMA user_version");
      if (version > VERSION) {
        throw new RegisterException(
            "register.db was written by a newer Neat Roster; use that one", null);
      }
      if (version < VERSION) {
        statement.execute("BEGIN IMMEDIATE");
        statement.executeUpdate(upgrade(version));
        statement.execute("PRAGMA user_version = " + VERSION);
        statement.execute("COMMIT");
      }
    }
  }

  private static int number(Statement statement, String query) throws SQLException {
    try (ResultSet result = statement.executeQuery(query)) {
      return result.getInt(1);
    }
  }

  /** Everyone who has an account, in the order in which they got it. */
  public List<KnownUser> users() throws RegisterException {
    String query =
        "SELECT number, person_id, person_email, full_name, birth_date, site, username, email, id,"
            + " role, course FROM account ORDER BY number";
    return Transactions.read(
        () -> {
          Map<Integer, List<String>> former = formerUsernames();
          List<KnownUser> users = new ArrayList<>();
          try (Statement statement = connection.createStatement();
              ResultSet row = statement.executeQuery(query)) {
            while (row.next()) {
              Person person =
                  new Person(
                      row.getString(2),
                      row.getString(3),
                      row.getString(4),
                      row.getString(5),
                      row.getString(6));
              users.add(
                  new KnownUser(
                      person,
                      row.getString(7),
                      row.getString(8),
                      row.getString(9),
                      KnownUser.Standing.ISSUED,
                      row.getString(10),
                      row.getString(11),
                      former.getOrDefault(row.getInt(1), List.of())));
            }
          }
          return users;
        });
  }

  private Map<Integer, List<String>> formerUsernames() throws SQLException {
    Map<Integer, List<String>> former = new HashMap<>();
    try (Statement statement = connection.createStatement();
        ResultSet row =
            statement.executeQuery(
                "SELECT account, username FROM former_username ORDER BY rowid")) {
      while (row.next()) {
        former.computeIfAbsent(row.getInt(1), account -> new ArrayList<>()).add(row.getString(2));
      }
    }
    return former;
  }

  /**
   * Remembers a run that was packed.
   *
   * @param digest what tells whether another run changes the same
   * @param undoes the run that it takes back, if any
   */
  public void runPacked(String name, Instant at, String digest, Optional<String> undoes)
      throws RegisterException {
    transactions.write(
        () -> {
          try (PreparedStatement statement =
              connection.prepareStatement(
                  "INSERT OR REPLACE INTO run (name, packed_at, digest, undoes) VALUES (?, ?, ?, ?)")) {
            statement.setString(1, name);
            statement.setString(2, later(at).toString());
            statement.setString(3, digest);
            statement.setString(4, undoes.orElse(""));
            statement.executeUpdate();
          }
        });
  }

  /** Remembers that a run was delivered. */
  public void runDelivered(String name, Instant at) throws RegisterException {
    transactions.write(
        () -> {
          try (PreparedStatement statement =
              connection.prepareStatement("UPDATE run SET delivered_at = ? WHERE name = ?")) {
            statement.setString(1, later(at).toString());
            statement.setString(2, name);
            statement.executeUpdate();
          }
        });
  }

  /**
   * When the contents of exports were first seen; those that are new are remembered, unless the
   * register can only be read.
   *
   * @param digests what tells contents apart
   * @param now the time of those that are new
   */
  public Map<String, Instant> exportsSeen(Collection<String> digests, Instant now)
      throws RegisterException {
    Map<String, Instant> seen = new HashMap<>();
    Transactions.read(
        () -> {
          try (Statement statement = connection.createStatement();
              ResultSet row = statement.executeQuery("SELECT digest, at FROM export_seen")) {
            while (row.next()) {
              seen.put(row.getString(1), Instant.parse(row.getString(2)));
            }
          }
          return seen;
        });
    seen.keySet().retainAll(digests);
    List<String> fresh = digests.stream().filter(one -> !seen.containsKey(one)).toList();
    if (!fresh.isEmpty() && Files.isWritable(file)) {
      transactions.write(
          () -> {
            Instant at = later(now);
            try (PreparedStatement statement =
                connection.prepareStatement(
                    "INSERT OR IGNORE INTO export_seen (digest, at) VALUES (?, ?)")) {
              for (String digest : fresh) {
                statement.setString(1, digest);
                statement.setString(2, at.toString());
                statement.executeUpdate();
                seen.put(digest, at);
              }
            }
          });
    }
    return seen;
  }

  /**
   * A time behind everything that was entered, so that the order of the entries counts where a
   * clock went back.
   */
  private Instant later(Instant now) throws SQLException {
    Instant last = Instant.MIN;
    try (Statement statement = connection.createStatement();
        ResultSet row =
            statement.executeQuery(
                "SELECT packed_at FROM run UNION SELECT delivered_at FROM run"
                    + " UNION SELECT at FROM export_seen")) {
      while (row.next()) {
        if (!row.getString(1).isEmpty()) {
          Instant at = Instant.parse(row.getString(1));
          last = at.isAfter(last) ? at : last;
        }
      }
    }
    return now.isAfter(last) ? now : last.plusMillis(1);
  }

  private static Optional<Run.Confirmed> confirmed(ResultSet row) throws SQLException {
    String at = row.getString(6);
    return at.isEmpty()
        ? Optional.empty()
        : Optional.of(new Run.Confirmed(Instant.parse(at), row.getString(7), row.getInt(8)));
  }

  /** Remembers what was found out about a run on the platform. */
  public void runConfirmed(String name, Run.Confirmed confirmed) throws RegisterException {
    transactions.write(
        () -> {
          try (PreparedStatement statement =
              connection.prepareStatement(
                  "UPDATE run SET confirmed_at = ?, confirmed_digest = ?, failed = ?"
                      + " WHERE name = ?")) {
            statement.setString(1, confirmed.at().toString());
            statement.setString(2, confirmed.digest());
            statement.setInt(3, confirmed.failed());
            statement.setString(4, name);
            statement.executeUpdate();
          }
        });
  }

  /** The runs that were packed, in the order in which they were. */
  public List<Run> runs() throws RegisterException {
    return Transactions.read(
        () -> {
          List<Run> runs = new ArrayList<>();
          try (Statement statement = connection.createStatement();
              ResultSet row =
                  statement.executeQuery(
                      "SELECT name, packed_at, digest, delivered_at, undoes, confirmed_at,"
                          + " confirmed_digest, failed, EXISTS (SELECT 1 FROM delivery WHERE run = name)"
                          + " FROM run ORDER BY rowid")) {
            while (row.next()) {
              String delivered = row.getString(4);
              runs.add(
                  new Run(
                      row.getString(1),
                      Instant.parse(row.getString(2)),
                      row.getString(3),
                      delivered.isEmpty()
                          ? Optional.empty()
                          : Optional.of(Instant.parse(delivered)),
                      Optional.of(row.getString(5)).filter(undoes -> !undoes.isEmpty()),
                      confirmed(row),
                      row.getBoolean(9)));
            }
          }
          return runs;
        });
  }

  /** How far deliveries to the platform are. */
  public DeliveryLog deliveries() {
    return new DeliveryLog(transactions, connection);
  }

  /** The sourcedIds that differ from what their names give, by kind and name. */
  public Map<String, String> sourcedIds() throws RegisterException {
    return Transactions.read(
        () -> {
          Map<String, String> ids = new HashMap<>();
          try (Statement statement = connection.createStatement();
              ResultSet row = statement.executeQuery("SELECT name, id FROM sourced_id")) {
            while (row.next()) {
              ids.put(row.getString(1), row.getString(2));
            }
          }
          return ids;
        });
  }

  /** Remembers sourcedIds that differ from what their names give. */
  public void rememberSourcedIds(Map<String, String> ids) throws RegisterException {
    transactions.write(
        () -> {
          try (PreparedStatement statement =
              connection.prepareStatement(
                  "INSERT OR REPLACE INTO sourced_id (name, id) VALUES (?, ?)")) {
            for (Map.Entry<String, String> one : ids.entrySet()) {
              statement.setString(1, one.getKey());
              statement.setString(2, one.getValue());
              statement.addBatch();
            }
            statement.executeBatch();
          }
        });
  }

  /** Every join code that was ever given; of two for the same course or group the later counts. */
  public List<JoinCode> joinCodes() throws RegisterException {
    return Transactions.read(
        () -> {
          List<JoinCode> codes = new ArrayList<>();
          try (Statement statement = connection.createStatement();
              ResultSet row =
                  statement.executeQuery(
                      "SELECT course, group_name, code FROM join_code ORDER BY rowid")) {
            while (row.next()) {
              codes.add(new JoinCode(row.getString(1), row.getString(2), row.getString(3)));
            }
          }
          return codes;
        });
  }

  /**
   * What the accounts are referred to by whose other passwords the platform is still to be told.
   */
  public Set<String> passwordsDue() throws RegisterException {
    return references("password_state = " + DUE);
  }

  /** What the accounts are referred to by whose first passwords no delivered run has brought. */
  public Set<String> passwordsNotDelivered() throws RegisterException {
    return references("password_state <> " + DELIVERED);
  }

  /** What the accounts are referred to by whose first passwords the accounts file must hold. */
  public Set<String> passwordsKept() throws RegisterException {
    return references("password_kept = 1");
  }

  /** What the accounts are referred to by whose first passwords slips or a list have told. */
  public Set<String> passwordsTold() throws RegisterException {
    return references("password_told = 1");
  }

  /** The files that first passwords were written into, whether or not they are still there. */
  public List<String> slipsFiles() throws RegisterException {
    return Transactions.read(
        () -> {
          List<String> files = new ArrayList<>();
          try (Statement statement = connection.createStatement();
              ResultSet row = statement.executeQuery("SELECT path FROM slips_file ORDER BY path")) {
            while (row.next()) {
              files.add(row.getString(1));
            }
          }
          return files;
        });
  }

  /**
   * Remembers that the first passwords of these accounts were written into files to be handed out.
   *
   * @param files the files, as whole paths
   */
  public void passwordsTold(Collection<String> references, Collection<String> files)
      throws RegisterException {
    transactions.write(
        () -> {
          set("password_told = 1", references);
          try (PreparedStatement add =
              connection.prepareStatement("INSERT OR IGNORE INTO slips_file (path) VALUES (?)")) {
            for (String file : files) {
              add.setString(1, file);
              add.addBatch();
            }
            add.executeBatch();
          }
        });
  }

  /** Forgets files with first passwords that are gone. */
  public void slipsGone(Collection<String> files) throws RegisterException {
    transactions.write(
        () -> {
          try (PreparedStatement remove =
              connection.prepareStatement("DELETE FROM slips_file WHERE path = ?")) {
            for (String file : files) {
              remove.setString(1, file);
              remove.addBatch();
            }
            remove.executeBatch();
          }
        });
  }

  private Set<String> references(String condition) throws RegisterException {
    return Transactions.read(
        () -> {
          Set<String> references = new HashSet<>();
          try (Statement statement = connection.createStatement();
              ResultSet row =
                  statement.executeQuery(
                      "SELECT " + REFERENCE + " FROM account WHERE " + condition)) {
            while (row.next()) {
              references.add(row.getString(1));
            }
          }
          return references;
        });
  }

  /** Remembers that a run brings the first passwords of these accounts. */
  public void passwordsPacked(String run, Collection<String> references) throws RegisterException {
    transactions.write(
        () ->
            of(
                references,
                "INSERT OR IGNORE INTO password_packed (run, account) SELECT '"
                    + run.replace("'", "''")
                    + "', number FROM account WHERE "
                    + IS_MEANT));
  }

  /** Remembers that the platform was told the first passwords of these accounts. */
  public void passwordsDelivered(Collection<String> references) throws RegisterException {
    transactions.write(() -> set("password_state = " + DELIVERED, references));
  }

  /** Remembers that the platform was told the first passwords that a run brings. */
  public void passwordsDelivered(String run) throws RegisterException {
    transactions.write(
        () -> {
          try (PreparedStatement update =
              connection.prepareStatement(
                  "UPDATE account SET password_state = "
                      + DELIVERED
                      + " WHERE number IN (SELECT account FROM password_packed WHERE run = ?)")) {
            update.setString(1, run);
            update.executeUpdate();
          }
        });
  }

  /** Changes the accounts that are referred to by one of these. */
  private void set(String what, Collection<String> references) throws SQLException {
    of(references, "UPDATE account SET " + what + " WHERE " + IS_MEANT);
  }

  /** Does something with the accounts that are referred to by one of these. */
  private void of(Collection<String> references, String update) throws SQLException {
    if (references.isEmpty()) {
      return;
    }
    try (Statement statement = connection.createStatement()) {
      // A table for many references at once: looking each up by itself would take their square.
      statement.executeUpdate(
          "CREATE TEMP TABLE meant (reference TEXT PRIMARY KEY COLLATE NOCASE)");
      try (PreparedStatement meant =
          connection.prepareStatement("INSERT OR IGNORE INTO meant (reference) VALUES (?)")) {
        for (String reference : references) {
          meant.setString(1, reference);
          meant.addBatch();
        }
        meant.executeBatch();
      }
      statement.executeUpdate(update);
      statement.executeUpdate("DROP TABLE meant");
    }
  }

  /** The digest that {@link #issue} was last given. */
  public Optional<String> accountsDigest() throws RegisterException {
    try (Statement statement = connection.createStatement();
        ResultSet row =
            statement.executeQuery("SELECT value FROM state WHERE name = 'accounts digest'")) {
      return row.next() ? Optional.of(row.getString(1)) : Optional.empty();
    } catch (SQLException e) {
      throw new RegisterException("register.db cannot be read: it is damaged", e);
    }
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
    transactions.write(
        () -> {
          add(issue.added());
          rename(issue.renamed());
          addCodes(issue.codes());
          set("password_told = 0, password_state = " + DUE, renewed);
          // Runs that were packed before bring the one that does not count any more.
          of(
              renewed,
              "DELETE FROM password_packed WHERE account IN (SELECT number FROM account WHERE "
                  + IS_MEANT
                  + ")");
          set("password_kept = 1", kept);
          set("password_kept = 0", forgotten);
          try (PreparedStatement state =
              connection.prepareStatement(
                  "INSERT OR REPLACE INTO state (name, value) VALUES ('accounts digest', ?)")) {
            state.setString(1, accountsDigest);
            state.executeUpdate();
          }
        });
  }

  private void add(List<KnownUser> users) throws SQLException {
    try (PreparedStatement insert =
        connection.prepareStatement(
            "INSERT INTO account (person_id, person_email, full_name, birth_date, site, username,"
                + " email, id, role, course) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")) {
      for (KnownUser user : users) {
        Person person = user.person();
        String[] values = {
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
        for (int i = 0; i < values.length; i++) {
          insert.setString(i + 1, values[i]);
        }
        insert.addBatch();
      }
      insert.executeBatch();
    }
  }

  private void rename(List<Renaming> renamed) throws SQLException {
    try (PreparedStatement keep =
            connection.prepareStatement(
                "INSERT OR IGNORE INTO former_username (username, account)"
                    + " SELECT username, number FROM account WHERE username = ?");
        PreparedStatement back =
            connection.prepareStatement(
                "DELETE FROM former_username WHERE username = ? AND account ="
                    + " (SELECT number FROM account WHERE username = ?)");
        PreparedStatement rename =
            connection.prepareStatement("UPDATE account SET username = ? WHERE username = ?")) {
      for (Renaming renaming : renamed) {
        keep.setString(1, renaming.from());
        keep.executeUpdate();
        back.setString(1, renaming.to());
        back.setString(2, renaming.from());
        back.executeUpdate();
        rename.setString(1, renaming.to());
        rename.setString(2, renaming.from());
        rename.executeUpdate();
      }
    }
  }

  private void addCodes(List<JoinCode> codes) throws SQLException {
    try (PreparedStatement insert =
        connection.prepareStatement(
            "INSERT INTO join_code (course, group_name, code) VALUES (?, ?, ?)")) {
      for (JoinCode code : codes) {
        insert.setString(1, code.course());
        insert.setString(2, code.group());
        insert.setString(3, code.code());
        insert.addBatch();
      }
      insert.executeBatch();
    }
  }

  @Override
  public void close() throws RegisterException {
    try {
      connection.close();
    } catch (SQLException e) {
      throw new RegisterException("register.db could not be closed", e);
    }
  }
}
