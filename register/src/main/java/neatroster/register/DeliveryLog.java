package neatroster.register;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * How far the deliveries of runs to the platform are, row by row, and what the platform calls what
 * we know by name. It outlives the process that delivers.
 */
public final class DeliveryLog {
  private final Database database;

  DeliveryLog(Database database) {
    this.database = database;
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
    return database.list(
        "SELECT kind, row, state, status, reason FROM delivery WHERE run = ?",
        row ->
            new Entry(
                row.getString(1), row.getInt(2), row.getString(3), row.getInt(4), row.getString(5)),
        run);
  }

  /** The address of the service that a run was begun to be delivered to, if it was. */
  public Optional<String> service(String run) throws RegisterException {
    return database
        .list("SELECT service FROM delivery WHERE run = ? LIMIT 1", row -> row.getString(1), run)
        .stream()
        .findFirst();
  }

  /**
   * Remembers how far rows are; returns when that would outlive a power cut.
   *
   * @param service the address of the service that it goes to and that the ids are of
   * @param ids the platform's ids by name; blank where there is none any more
   */
  public void put(String run, List<Entry> entries, String service, Map<String, String> ids)
      throws RegisterException {
    database.write(
        () -> {
          database.runEach(
              "INSERT OR REPLACE INTO delivery (run, service, kind, row, state, status, reason)"
                  + " VALUES (?, ?, ?, ?, ?, ?, ?)",
              entries.stream()
                  .map(
                      entry ->
                          new Object[] {
                            run,
                            service,
                            entry.kind(),
                            entry.row(),
                            entry.state(),
                            entry.status(),
                            entry.reason()
                          })
                  .toList());
          database.runEach(
              "INSERT OR REPLACE INTO platform_id (service, name, id) VALUES (?, ?, ?)",
              ids.entrySet().stream()
                  .map(one -> new Object[] {service, one.getKey(), one.getValue()})
                  .toList());
        });
  }

  /** What a service calls things, by our names of them. */
  public Map<String, String> ids(String service) throws RegisterException {
    Map<String, String> ids = new HashMap<>();
    database.list(
        "SELECT name, id FROM platform_id WHERE service = ? AND id <> ''",
        row -> ids.put(row.getString(1), row.getString(2)),
        service);
    return ids;
  }

  /** Forgets how far a run was that has come to its end. */
  public void clear(String run) throws RegisterException {
    database.write(() -> database.run("DELETE FROM delivery WHERE run = ?", run));
  }
}
