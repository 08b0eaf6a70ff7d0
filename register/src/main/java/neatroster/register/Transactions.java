package neatroster.register;

import java.sql.Connection;
import java.sql.SQLException;
import org.sqlite.SQLiteException;

/** Reads from the database, and changes it as a whole or not at all. */
final class Transactions {
  private final Connection connection;

  Transactions(Connection connection) {
    this.connection = connection;
  }

  /** A reading of the database. */
  @FunctionalInterface
  interface Reading<T> {
    T read() throws SQLException;
  }

  /** A change to the database. */
  @FunctionalInterface
  interface Writing {
    void write() throws SQLException;
  }

  static <T> T read(Reading<T> reading) throws RegisterException {
    try {
      return reading.read();
    } catch (SQLException e) {
      throw new RegisterException("register.db cannot be read: it is damaged", e);
    }
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
