package neatroster.register;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;

/** The tables of the register, and what makes them of those of earlier versions. */
final class Schema {
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

  private Schema() {}

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

  /**
   * Makes the tables, or those of an earlier version ours.
   *
   * @param isNew whether there was no file
   */
  static void prepare(Database database, boolean isNew) throws SQLException, RegisterException {
    try (Statement statement = database.statement()) {
      statement.execute("PRAGMA busy_timeout = 5000");
      statement.execute("PRAGMA synchronous = FULL");
      int application = number(statement, "PRAGMA application_id");
      int tables = number(statement, "SELECT count(*) FROM sqlite_master");
      if (isNew || (application == 0 && tables == 0)) {
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
}
