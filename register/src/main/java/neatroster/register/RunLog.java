package neatroster.register;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What became of the runs that were packed, and when exports of the platform were first seen. */
public final class RunLog {
  private final Database database;
  private final Path file;

  RunLog(Database database, Path file) {
    this.database = database;
    this.file = file;
  }

  /** The runs that were packed, in the order in which they were. */
  public List<Run> all() throws RegisterException {
    return database.list(
        "SELECT name, packed_at, digest, delivered_at, undoes, confirmed_at, confirmed_digest,"
            + " failed, EXISTS (SELECT 1 FROM delivery WHERE run = name) FROM run ORDER BY rowid",
        row ->
            new Run(
                row.getString(1),
                Instant.parse(row.getString(2)),
                row.getString(3),
                text(row, 4).map(Instant::parse),
                text(row, 5),
                confirmed(row),
                row.getBoolean(9)));
  }

  private static Optional<String> text(ResultSet row, int column) throws SQLException {
    return Optional.of(row.getString(column)).filter(text -> !text.isEmpty());
  }

  private static Optional<Run.Confirmed> confirmed(ResultSet row) throws SQLException {
    String digest = row.getString(7);
    int failed = row.getInt(8);
    return text(row, 6).map(at -> new Run.Confirmed(Instant.parse(at), digest, failed));
  }

  /**
   * Remembers a run that was packed.
   *
   * @param digest what tells whether another run changes the same
   * @param undoes the run that it takes back, if any
   */
  public void packed(String name, Instant at, String digest, Optional<String> undoes)
      throws RegisterException {
    database.write(
        () ->
            database.run(
                "INSERT OR REPLACE INTO run (name, packed_at, digest, undoes) VALUES (?, ?, ?, ?)",
                name,
                later(at).toString(),
                digest,
                undoes.orElse("")));
  }

  /** Remembers that a run was delivered. */
  public void delivered(String name, Instant at) throws RegisterException {
    database.write(
        () ->
            database.run(
                "UPDATE run SET delivered_at = ? WHERE name = ?", later(at).toString(), name));
  }

  /** Remembers what was found out about a run on the platform. */
  public void confirmed(String name, Run.Confirmed confirmed) throws RegisterException {
    database.write(
        () ->
            database.run(
                "UPDATE run SET confirmed_at = ?, confirmed_digest = ?, failed = ? WHERE name = ?",
                confirmed.at().toString(),
                confirmed.digest(),
                confirmed.failed(),
                name));
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
    database.list(
        "SELECT digest, at FROM export_seen",
        row -> seen.put(row.getString(1), Instant.parse(row.getString(2))));
    seen.keySet().retainAll(digests);
    List<String> fresh = digests.stream().filter(one -> !seen.containsKey(one)).toList();
    if (!fresh.isEmpty() && Files.isWritable(file)) {
      database.write(
          () -> {
            Instant at = later(now);
            database.runEach(
                "INSERT OR IGNORE INTO export_seen (digest, at) VALUES (?, ?)",
                fresh.stream().map(digest -> new Object[] {digest, at.toString()}).toList());
            fresh.forEach(digest -> seen.put(digest, at));
          });
    }
    return seen;
  }

  /**
   * A time behind everything that was entered, so that the order of the entries counts where a
   * clock went back.
   */
  private Instant later(Instant now) throws SQLException {
    List<Optional<String>> times =
        database.ask(
            "SELECT packed_at FROM run UNION SELECT delivered_at FROM run"
                + " UNION SELECT at FROM export_seen",
            row -> text(row, 1));
    Instant last =
        times.stream()
            .flatMap(Optional::stream)
            .map(Instant::parse)
            .reduce(Instant.MIN, RunLog::max);
    return now.isAfter(last) ? now : last.plusMillis(1);
  }

  private static Instant max(Instant one, Instant other) {
    return one.isAfter(other) ? one : other;
  }
}
