package neatroster.register;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;

/** The accounts that a roster folder has issued, in one SQLite file. It holds no passwords. */
public final class Register implements AutoCloseable {
  /** Marks the file as ours: “NRos” in ASCII (SQLite file format, section 1.3.12). */
  private static final int APPLICATION_ID = 0x4E526F73;

  private static final int VERSION = 1;

  private static final String TABLES =
      """
      CREATE TABLE account (
        number INTEGER PRIMARY KEY,
        person_id TEXT NOT NULL,
        person_email TEXT NOT NULL,
        full_name TEXT NOT NULL,
        birth_date TEXT NOT NULL,
        site TEXT NOT NULL,
        username TEXT NOT NULL UNIQUE COLLATE NOCASE,
        email TEXT NOT NULL,
        id TEXT NOT NULL);
      CREATE TABLE state (name TEXT PRIMARY KEY, value TEXT NOT NULL);
      """;

  private final Connection connection;

  private Register(Connection connection) {
    this.connection = connection;
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
      return new Register(connection);
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
      throw new RegisterException(
          "register.db cannot be read: it is damaged, or no register of ours. If you have a copy of"
              + " the folder, put its register.db back",
          e);
    }
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
        statement.executeUpdate(TABLES);
        statement.execute("COMMIT");
        return;
      }
      if (application != APPLICATION_ID) {
        throw new RegisterException(
            "register.db is a database of another program; move it out of the folder", null);
      }
      if (number(statement, "PRAGMA user_version") > VERSION) {
        throw new RegisterException(
            "register.db was written by a newer Neat Roster; use that one", null);
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
    List<KnownUser> users = new ArrayList<>();
    String query =
        "SELECT person_id, person_email, full_name, birth_date, site, username, email, id"
            + " FROM account ORDER BY number";
    try (Statement statement = connection.createStatement();
        ResultSet row = statement.executeQuery(query)) {
      while (row.next()) {
        Person person =
            new Person(
                row.getString(1),
                row.getString(2),
                row.getString(3),
                row.getString(4),
                row.getString(5));
        users.add(new KnownUser(person, row.getString(6), row.getString(7), row.getString(8)));
      }
      return users;
    } catch (SQLException e) {
      throw new RegisterException("register.db cannot be read: it is damaged", e);
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
   * Remembers new accounts, all of them or none.
   *
   * @param accountsDigest the digest of the file that holds their passwords, by which it is told
   *     after an interruption whether that file belongs to what is remembered
   */
  public void issue(List<KnownUser> users, String accountsDigest) throws RegisterException {
    try {
      connection.setAutoCommit(false);
      try (PreparedStatement insert =
              connection.prepareStatement(
                  "INSERT INTO account (person_id, person_email, full_name, birth_date, site,"
                      + " username, email, id) VALUES (?, ?, ?, ?, ?, ?, ?, ?)");
          PreparedStatement state =
              connection.prepareStatement(
                  "INSERT OR REPLACE INTO state (name, value) VALUES ('accounts digest', ?)")) {
        for (KnownUser user : users) {
          Person person = user.person();
          insert.setString(1, person.id());
          insert.setString(2, person.email());
          insert.setString(3, person.fullName());
          insert.setString(4, person.birthDate());
          insert.setString(5, person.site());
          insert.setString(6, user.username());
          insert.setString(7, user.email());
          insert.setString(8, user.id());
          insert.addBatch();
        }
        insert.executeBatch();
        state.setString(1, accountsDigest);
        state.executeUpdate();
        connection.commit();
      } catch (SQLException e) {
        connection.rollback();
        throw e;
      } finally {
        connection.setAutoCommit(true);
      }
    } catch (SQLException e) {
      throw new RegisterException("register.db cannot be written (" + e.getMessage() + ")", e);
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
