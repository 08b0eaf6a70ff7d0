package neatroster.register;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import org.sqlite.SQLiteException;

/** The register's database: asked as it is, changed as a whole or not at all. */
final class Database implements AutoCloseable {
  private final Connection connection;

  Database(Connection connection) {
    this.connection = connection;
  }

  /** A change to the database. */
  @FunctionalInterface
  interface Writing {
    void write() throws SQLException;
  }

  /** Makes something of a row of an answer. */
  @FunctionalInterface
  interface Mapper<T> {
    T of(ResultSet row) throws SQLException;
  }

  /**
   * What a question gives, row by row.
   *
   * @param values what stands for the question marks
   * @throws RegisterException where the database is damaged
   */
  <T> List<T> list(String question, Mapper<T> mapper, Object... values) throws RegisterException {
    try {
      return ask(question, mapper, values);
    } catch (SQLException e) {
      throw new RegisterException("register.db cannot be read: it is damaged", e);
    }
  }

  /** The same within a change. */
  <T> List<T> ask(String question, Mapper<T> mapper, Object... values) throws SQLException {
    List<T> all = new ArrayList<>();
    try (PreparedStatement statement = connection.prepareStatement(question)) {
      set(statement, values);
      try (ResultSet row = statement.executeQuery()) {
        while (row.next()) {
          all.add(mapper.of(row));
        }
      }
    }
    return all;
  }

  /** Carries out a change as a whole or not at all. */
  void write(Writing writing) throws RegisterException {
    try {
      connection.setAutoCommit(false);
      try {
        writing.write();
        connection.commit();
      } catch (SQLException e) {
        connection.rollback();
        throw e;
      } finally {
        connection.setAutoCommit(true);
      }
    } catch (SQLException e) {
      throw new RegisterException("register.db cannot be written (" + reason(e) + ")", e);
    }
  }

  /** Carries out a statement that has no answer; within a change. */
  void run(String statement, Object... values) throws SQLException {
    runEach(statement, List.<Object[]>of(values));
  }

  /** Carries out one statement for many rows of values; within a change. */
  void runEach(String statement, Collection<Object[]> rows) throws SQLException {
    try (PreparedStatement prepared = connection.prepareStatement(statement)) {
      for (Object[] values : rows) {
        set(prepared, values);
        prepared.addBatch();
      }
      prepared.executeBatch();
    }
  }

  /** A row of values for each name with what it stands for. */
  static List<Object[]> rows(Map<String, String> named) {
    return named.entrySet().stream()
        .map(one -> new Object[] {one.getKey(), one.getValue()})
        .toList();
  }

  private static void set(PreparedStatement statement, Object... values) throws SQLException {
    for (int i = 0; i < values.length; i++) {
      statement.setObject(i + 1, values[i]);
    }
  }

  /** A statement for the schema. */
  Statement statement() throws SQLException {
    return connection.createStatement();
  }

  @Override
  public void close() throws SQLException {
    connection.close();
  }

  /** Why the database cannot be used, for a message. */
  static String reason(Throwable e) {
    if (e instanceof SQLiteException sqlite) {
      switch (sqlite.getResultCode()) {
        case SQLITE_FULL -> {
          return "the disk is full";
        }
        case SQLITE_READONLY, SQLITE_READONLY_DIRECTORY, SQLITE_PERM, SQLITE_AUTH -> {
          return "you may not write there";
        }
        case SQLITE_CANTOPEN -> {
          return "the file cannot be opened; may you write in its folder?";
        }
        case SQLITE_BUSY, SQLITE_LOCKED -> {
          return "another program has it open";
        }
        default -> {
          if (sqlite.getResultCode().name().startsWith("SQLITE_IOERR")) {
            return "the disk gave up, or is full";
          }
        }
      }
    }
    Throwable deepest = e;
    while (deepest.getCause() != null) {
      deepest = deepest.getCause();
    }
    return deepest.getMessage() == null ? "the disk gave up" : deepest.getMessage();
  }
}
