package neatroster.register;

import java.sql.SQLException;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import neatroster.core.model.KnownUser;

/**
 * Where the first passwords of accounts are: kept, told, delivered. The passwords themselves are
 * not here. Accounts are named as others refer to them, see {@link KnownUser#reference}.
 */
public final class FirstPasswords {
  /** What others refer to an account by. */
  private static final String REFERENCE =
      "coalesce(nullif(username, ''), nullif(person_email, ''), nullif(email, ''),"
          + " nullif(person_id, ''), id)";

  private static final String IS_MEANT =
      REFERENCE + " COLLATE NOCASE IN (SELECT reference FROM meant)";

  /** A new account is 0: the platform has not got it. Here it is due another first password. */
  private static final int DUE = 1;

  private static final int DELIVERED = 2;

  private final Database database;

  FirstPasswords(Database database) {
    this.database = database;
  }

  /** The accounts whose other passwords the platform is still to be told. */
  public Set<String> due() throws RegisterException {
    return accounts("password_state = " + DUE);
  }

  /** The accounts whose first passwords no delivered run has brought. */
  public Set<String> notDelivered() throws RegisterException {
    return accounts("password_state <> " + DELIVERED);
  }

  /** The accounts whose first passwords the accounts file must hold. */
  public Set<String> kept() throws RegisterException {
    return accounts("password_kept = 1");
  }

  /** The accounts whose first passwords slips or a list have told. */
  public Set<String> told() throws RegisterException {
    return accounts("password_told = 1");
  }

  private Set<String> accounts(String condition) throws RegisterException {
    return new HashSet<>(
        database.list(
            "SELECT " + REFERENCE + " FROM account WHERE " + condition, row -> row.getString(1)));
  }

  /** The files that first passwords were written into, whether or not they are still there. */
  public List<String> slipsFiles() throws RegisterException {
    return database.list("SELECT path FROM slips_file ORDER BY path", row -> row.getString(1));
  }

  /**
   * Remembers that the first passwords of these accounts were written into files to be handed out.
   *
   * @param files the files, as whole paths
   */
  public void tell(Collection<String> accounts, Collection<String> files) throws RegisterException {
    database.write(
        () -> {
          set("password_told = 1", accounts);
          database.runEach("INSERT OR IGNORE INTO slips_file (path) VALUES (?)", each(files));
        });
  }

  /** Forgets files with first passwords that are gone. */
  public void slipsGone(Collection<String> files) throws RegisterException {
    database.write(() -> database.runEach("DELETE FROM slips_file WHERE path = ?", each(files)));
  }

  /** Remembers that a run brings the first passwords of these accounts. */
  public void pack(String run, Collection<String> accounts) throws RegisterException {
    database.write(
        () ->
            of(
                accounts,
                "INSERT OR IGNORE INTO password_packed (run, account) SELECT ?, number FROM account"
                    + " WHERE "
                    + IS_MEANT,
                run));
  }

  /** Remembers that the platform was told the first passwords of these accounts. */
  public void deliver(Collection<String> accounts) throws RegisterException {
    database.write(() -> set("password_state = " + DELIVERED, accounts));
  }

  /** Remembers that the platform was told the first passwords that a run brings. */
  public void deliver(String run) throws RegisterException {
    database.write(
        () ->
            database.run(
                "UPDATE account SET password_state = "
                    + DELIVERED
                    + " WHERE number IN (SELECT account FROM password_packed WHERE run = ?)",
                run));
  }

  /** Says that accounts got another first password: the one that runs bring counts no more. */
  void renew(Collection<String> accounts) throws SQLException {
    set("password_told = 0, password_state = " + DUE, accounts);
    of(
        accounts,
        "DELETE FROM password_packed WHERE account IN (SELECT number FROM account WHERE "
            + IS_MEANT
            + ")");
  }

  /** Says whose first passwords the accounts file holds from now on, and whose no more. */
  void keep(Collection<String> kept, Collection<String> forgotten) throws SQLException {
    set("password_kept = 1", kept);
    set("password_kept = 0", forgotten);
  }

  private void set(String what, Collection<String> accounts) throws SQLException {
    of(accounts, "UPDATE account SET " + what + " WHERE " + IS_MEANT);
  }

  /** Does something with these accounts. */
  private void of(Collection<String> accounts, String statement, Object... values)
      throws SQLException {
    if (!accounts.isEmpty()) {
      // A table for many references at once: looking each up by itself would take their square.
      database.run("CREATE TEMP TABLE meant (reference TEXT PRIMARY KEY COLLATE NOCASE)");
      database.runEach("INSERT OR IGNORE INTO meant (reference) VALUES (?)", each(accounts));
      database.run(statement, values);
      database.run("DROP TABLE meant");
    }
  }

  private static List<Object[]> each(Collection<String> texts) {
    return texts.stream().map(text -> new Object[] {text}).toList();
  }
}
