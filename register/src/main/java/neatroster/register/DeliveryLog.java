package neatroster.register;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * How far the deliveries of runs to the platform are, row by row, and what the platform calls what
 * we know by name. It outlives the process that delivers.
 */
public final class DeliveryLog {
  private final Transactions transactions;
  private final Connection connection;

  DeliveryLog(Transactions transactions, Connection connection) {
    this.transactions = transactions;
    this.connection = connection;
  }

  /**
   * A row of a run.
   *
   * @param kind the table that the row is in
   * @param row its number there
   * @param state how far it is, in a word of who delivers
   * @param status what the platform answered, or 0
   * @param reason why it was refused, or an empty text
   */
  public record Entry(String kind, int row, String state, int status, String reason) {}

  /** The rows of a run that were begun. */
  public List<Entry> entries(String run) throws RegisterException {
    return Transactions.read(
        () -> {
          List<Entry> entries = new ArrayList<>();
          try (PreparedStatement statement =
              connection.prepareStatement(
                  "SELECT kind, row, state, status, reason FROM delivery WHERE run = ?")) {
            statement.setString(1, run);
            try (ResultSet row = statement.executeQuery()) {
              while (row.next()) {
                entries.add(
                    new Entry(
                        row.getString(1),
                        row.getInt(2),
                        row.getString(3),
                        row.getInt(4),
                        row.getString(5)));
              }
            }
          }
          return entries;
        });
  }

  /** The address of the service that a run was begun to be delivered to, if it was. */
  public Optional<String> service(String run) throws RegisterException {
    return Transactions.read(
        () -> {
          try (PreparedStatement statement =
              connection.prepareStatement("SELECT service FROM delivery WHERE run = ? LIMIT 1")) {
            statement.setString(1, run);
            try (ResultSet row = statement.executeQuery()) {
              return row.next() ? Optional.of(row.getString(1)) : Optional.empty();
            }
          }
        });
  }

  /**
   * Remembers how far rows are; returns when that would outlive a power cut.
   *
   * @param service the address of the service that it goes to and that the ids are of
   * @param ids the platform's ids by name; blank where there is none any more
   */
  public void put(String run, List<Entry> entries, String service, Map<String, String> ids)
      throws RegisterException {
    transactions.write(
        () -> {
          try (PreparedStatement statement =
              connection.prepareStatement(
                  "INSERT OR REPLACE INTO delivery (run, service, kind, row, state, status, reason)"
                      + " VALUES (?, ?, ?, ?, ?, ?, ?)")) {
            for (Entry entry : entries) {
              statement.setString(1, run);
              statement.setString(2, service);
              statement.setString(3, entry.kind());
              statement.setInt(4, entry.row());
              statement.setString(5, entry.state());
              statement.setInt(6, entry.status());
              statement.setString(7, entry.reason());
              statement.addBatch();
            }
            statement.executeBatch();
          }
          try (PreparedStatement statement =
              connection.prepareStatement(
                  "INSERT OR REPLACE INTO platform_id (service, name, id) VALUES (?, ?, ?)")) {
            for (Map.Entry<String, String> one : ids.entrySet()) {
              statement.setString(1, service);
              statement.setString(2, one.getKey());
              statement.setString(3, one.getValue());
              statement.addBatch();
            }
            statement.executeBatch();
          }
        });
  }

  /** What a service calls things, by our names of them. */
  public Map<String, String> ids(String service) throws RegisterException {
    return Transactions.read(
        () -> {
          Map<String, String> ids = new HashMap<>();
          try (PreparedStatement statement =
              connection.prepareStatement(
                  "SELECT name, id FROM platform_id WHERE service = ? AND id <> ''")) {
            statement.setString(1, service);
            try (ResultSet row = statement.executeQuery()) {
              while (row.next()) {
                ids.put(row.getString(1), row.getString(2));
              }
            }
          }
          return ids;
        });
  }

  /** Forgets how far a run was that has come to its end. */
  public void clear(String run) throws RegisterException {
    transactions.write(
        () -> {
          try (PreparedStatement statement =
              connection.prepareStatement("DELETE FROM delivery WHERE run = ?")) {
            statement.setString(1, run);
            statement.executeUpdate();
          }
        });
  }
}
