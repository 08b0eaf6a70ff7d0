package neatroster.practice;

import java.io.Closeable;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What the practice platform keeps: users, Groups, and who is in which Group, in one SQLite file.
 * First passwords are not kept. It is used by one thread at a time.
 */
final class PracticeStore implements Closeable {
  /** Marks the file as ours: “NRpr” in ASCII (SQLite file format, section 1.3.12). */
  private static final int APPLICATION_ID = 0x4E527072;

  private static final String TABLES =
      """
      CREATE TABLE resource (
        number INTEGER PRIMARY KEY,
        id TEXT NOT NULL UNIQUE,
        is_group INTEGER NOT NULL,
        external_id TEXT NOT NULL DEFAULT '',
        name TEXT NOT NULL COLLATE NOCASE,
        json TEXT NOT NULL,
        version INTEGER NOT NULL DEFAULT 1,
        created TEXT NOT NULL,
        modified TEXT NOT NULL);
      CREATE INDEX resource_name ON resource (is_group, name);
      CREATE UNIQUE INDEX user_name ON resource (name) WHERE is_group = 0;
      CREATE INDEX resource_external ON resource (is_group, external_id);
      CREATE TABLE member (
        group_number INTEGER NOT NULL REFERENCES resource (number),
        user_number INTEGER NOT NULL REFERENCES resource (number),
        role TEXT NOT NULL DEFAULT '',
        groups TEXT NOT NULL DEFAULT '',
        starts TEXT NOT NULL DEFAULT '',
        ends TEXT NOT NULL DEFAULT '',
        PRIMARY KEY (group_number, user_number)) WITHOUT ROWID;
      CREATE INDEX member_user ON member (user_number);
      """;

  private static final String COLUMNS =
      "number, id, is_group, json, version, created, modified, name, external_id";

  private final Connection connection;
  private final Map<String, PreparedStatement> statements = new HashMap<>();

  /**
   * A user or a Group.
   *
   * @param number its number in the file
   * @param id its id for clients
   * @param json its attributes, without members
   * @param version counts its changes
   */
  record Resource(
      long number,
      String id,
      boolean isGroup,
      String json,
      long version,
      String created,
      String modified,
      String name,
      String externalId) {}

  /**
   * Somebody in a Group.
   *
   * @param groups the names of the groups within the course, one on a line; or empty
   */
  record Member(
      long user,
      String id,
      String json,
      String name,
      String role,
      String groups,
      String starts,
      String ends) {}

  /** Something done with the database. */
  @FunctionalInterface
  interface Work<T> {
    T run() throws SQLException, ScimError;
  }

  private PracticeStore(Connection connection) {
    this.connection = connection;
  }

  /** Opens a file; it is made where there is none. */
  static PracticeStore open(Path file) throws SQLException {
    Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file);
    try (Statement statement = connection.createStatement()) {
      int application = number(statement, "PRAGMA application_id");
      int tables = number(statement, "SELECT count(*) FROM sqlite_master");
      if (application != APPLICATION_ID && tables > 0) {
        throw new SQLException("the file is a database of another program");
      }
      statement.execute("PRAGMA journal_mode = WAL");
      // Practice data may be lost with the power, but not with the program.
      statement.execute("PRAGMA synchronous = OFF");
      statement.execute("PRAGMA busy_timeout = 2000");
      if (tables == 0) {
        statement.execute("PRAGMA application_id = " + APPLICATION_ID);
        statement.executeUpdate(TABLES);
      }
      return new PracticeStore(connection);
    } catch (SQLException e) {
      connection.close();
      throw e;
    }
  }

  private static int number(Statement statement, String query) throws SQLException {
    try (ResultSet result = statement.executeQuery(query)) {
      return result.getInt(1);
    }
  }

  private PreparedStatement prepared(String sql, Object... values) throws SQLException {
    PreparedStatement statement = statements.get(sql);
    if (statement == null) {
      statement = connection.prepareStatement(sql);
      statements.put(sql, statement);
    }
    for (int i = 0; i < values.length; i++) {
      statement.setObject(i + 1, values[i]);
    }
    return statement;
  }

  private int update(String sql, Object... values) throws SQLException {
    return prepared(sql, values).executeUpdate();
  }

  /** Does something wholly or not at all; within such work again, a part of it. */
  synchronized <T> T wholly(Work<T> work) throws SQLException, ScimError {
    boolean isInner = !connection.getAutoCommit();
    if (!isInner) {
      connection.setAutoCommit(false);
    } else {
      update("SAVEPOINT part");
    }
    boolean isDone = false;
    try {
      T result = work.run();
      isDone = true;
      return result;
    } finally {
      if (isInner) {
        if (!isDone) {
          update("ROLLBACK TO part");
        }
        update("RELEASE part");
      } else {
        if (isDone) {
          connection.commit();
        } else {
          connection.rollback();
        }
        connection.setAutoCommit(true);
      }
    }
  }

  private static Resource resource(ResultSet row) throws SQLException {
    return new Resource(
        row.getLong(1),
        row.getString(2),
        row.getInt(3) == 1,
        row.getString(4),
        row.getLong(5),
        row.getString(6),
        row.getString(7),
        row.getString(8),
        row.getString(9));
  }

  private List<Resource> query(String sql, Object... values) throws SQLException {
    List<Resource> found = new ArrayList<>();
    try (ResultSet row = prepared(sql, values).executeQuery()) {
      while (row.next()) {
        found.add(resource(row));
      }
    }
    return found;
  }

  Optional<Resource> find(boolean isGroup, String id) throws SQLException {
    return query(
            "SELECT " + COLUMNS + " FROM resource WHERE id = ? AND is_group = ?",
            id,
            isGroup ? 1 : 0)
        .stream()
        .findFirst();
  }

  List<Resource> named(boolean isGroup, String name) throws SQLException {
    return query(
        "SELECT " + COLUMNS + " FROM resource WHERE is_group = ? AND name = ? ORDER BY number",
        isGroup ? 1 : 0,
        name);
  }

  List<Resource> external(boolean isGroup, String externalId) throws SQLException {
    return query(
        "SELECT "
            + COLUMNS
            + " FROM resource WHERE is_group = ? AND external_id = ? ORDER BY number",
        isGroup ? 1 : 0,
        externalId);
  }

  List<Resource> page(boolean isGroup, long from, long most) throws SQLException {
    return query(
        "SELECT " + COLUMNS + " FROM resource WHERE is_group = ? ORDER BY number LIMIT ? OFFSET ?",
        isGroup ? 1 : 0,
        most,
        from);
  }

  int count(boolean isGroup) throws SQLException {
    try (ResultSet row =
        prepared("SELECT count(*) FROM resource WHERE is_group = ?", isGroup ? 1 : 0)
            .executeQuery()) {
      return row.getInt(1);
    }
  }

  Resource insert(
      boolean isGroup, String id, String externalId, String name, String json, String now)
      throws SQLException {
    update(
        "INSERT INTO resource (id, is_group, external_id, name, json, created, modified)"
            + " VALUES (?, ?, ?, ?, ?, ?, ?)",
        id,
        isGroup ? 1 : 0,
        externalId,
        name,
        json,
        now,
        now);
    return find(isGroup, id).orElseThrow();
  }

  void change(Resource resource, String externalId, String name, String json, String now)
      throws SQLException {
    update(
        "UPDATE resource SET external_id = ?, name = ?, json = ?, version = version + 1,"
            + " modified = ? WHERE number = ?",
        externalId,
        name,
        json,
        now,
        resource.number());
  }

  /** Removes a user from everything, or a Group with its members. */
  void remove(Resource resource) throws SQLException {
    update(
        resource.isGroup()
            ? "DELETE FROM member WHERE group_number = ?"
            : "DELETE FROM member WHERE user_number = ?",
        resource.number());
    update("DELETE FROM resource WHERE number = ?", resource.number());
  }

  List<Member> members(long group) throws SQLException {
    List<Member> found = new ArrayList<>();
    try (ResultSet row =
        prepared(
                "SELECT r.number, r.id, r.json, r.name, m.role, m.groups, m.starts, m.ends FROM"
                    + " member m JOIN resource r ON r.number = m.user_number WHERE m.group_number"
                    + " = ? ORDER BY r.number",
                group)
            .executeQuery()) {
      while (row.next()) {
        found.add(
            new Member(
                row.getLong(1),
                row.getString(2),
                row.getString(3),
                row.getString(4),
                row.getString(5),
                row.getString(6),
                row.getString(7),
                row.getString(8)));
      }
    }
    return found;
  }

  /** The Groups that a user is in, each with in what role and groups. */
  List<Map.Entry<Resource, Member>> groupsOf(Resource user) throws SQLException {
    List<Map.Entry<Resource, Member>> found = new ArrayList<>();
    try (ResultSet row =
        prepared(
                "SELECT r.number, r.id, r.is_group, r.json, r.version, r.created, r.modified,"
                    + " r.name, r.external_id, m.role, m.groups, m.starts, m.ends FROM member m"
                    + " JOIN resource r ON r.number = m.group_number WHERE m.user_number = ?"
                    + " ORDER BY r.number",
                user.number())
            .executeQuery()) {
      while (row.next()) {
        found.add(
            Map.entry(
                resource(row),
                new Member(
                    user.number(),
                    user.id(),
                    user.json(),
                    user.name(),
                    row.getString(10),
                    row.getString(11),
                    row.getString(12),
                    row.getString(13))));
      }
    }
    return found;
  }

  /** The names of the groups that somebody is in within a course, one on a line. */
  String groupsOf(long group, long user) throws SQLException {
    try (ResultSet row =
        prepared(
                "SELECT groups FROM member WHERE group_number = ? AND user_number = ?", group, user)
            .executeQuery()) {
      return row.next() ? row.getString(1) : "";
    }
  }

  /** How many are in a Group, by role. */
  Map<String, Integer> headcount(long group) throws SQLException {
    Map<String, Integer> counts = new HashMap<>();
    try (ResultSet row =
        prepared("SELECT role, count(*) FROM member WHERE group_number = ? GROUP BY role", group)
            .executeQuery()) {
      while (row.next()) {
        counts.put(row.getString(1), row.getInt(2));
      }
    }
    return counts;
  }

  /** Puts somebody into a Group; whoever is in it stays as they are. */
  void putMember(long group, long user) throws SQLException {
    update("INSERT OR IGNORE INTO member (group_number, user_number) VALUES (?, ?)", group, user);
  }

  /** Says in what role and groups somebody is who is in a Group. */
  void place(long group, long user, String role, String groups, String starts, String ends)
      throws SQLException {
    update(
        "UPDATE member SET role = ?, groups = ?, starts = ?, ends = ? WHERE group_number = ? AND"
            + " user_number = ?",
        role,
        groups,
        starts,
        ends,
        group,
        user);
  }

  void removeMember(long group, long user) throws SQLException {
    update("DELETE FROM member WHERE group_number = ? AND user_number = ?", group, user);
  }

  void clearMembers(long group) throws SQLException {
    update("DELETE FROM member WHERE group_number = ?", group);
  }

  /** Users whose attributes have a text anywhere, and Groups of that kind. */
  List<Resource> search(boolean isGroup, String text, int most) throws SQLException {
    return query(
        "SELECT "
            + COLUMNS
            + " FROM resource WHERE is_group = ? AND json LIKE ? ESCAPE '\\' ORDER BY name LIMIT ?",
        isGroup ? 1 : 0,
        "%" + text.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_") + "%",
        most);
  }

  @Override
  public synchronized void close() {
    try {
      for (PreparedStatement statement : statements.values()) {
        statement.close();
      }
      connection.close();
    } catch (SQLException e) {
      throw new IllegalStateException("The practice data could not be closed.", e);
    }
  }
}
