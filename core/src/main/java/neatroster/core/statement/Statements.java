package neatroster.core.statement;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import neatroster.core.change.Changes;
import neatroster.core.change.PlannedChange;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;
import neatroster.core.roster.Roster;
import neatroster.core.state.Known;
import neatroster.core.state.KnownMemberships;

/** Puts together what the platform holds of all that is said, the oldest first. */
public final class Statements {
  private final Roster exports;

  /** What is said at each time: the lists of that time, and then what we delivered. */
  private final List<Turn> turns = new ArrayList<>();

  private final Set<Table> tables = EnumSet.noneOf(Table.class);
  private final Set<String> sites = new LinkedHashSet<>();

  /** All that is said at one time, which has a number from 1. */
  private record Turn(
      int at, List<SheetReading> sheets, List<Changes> deliveries, boolean isPlatform) {}

  /** Takes a delivered change. */
  @FunctionalInterface
  private interface ChangeReceiver {
    void change(PlannedChange change, int at);
  }

  private Statements(Roster exports, List<Statement> statements) throws IOException {
    this.exports = exports;
    Map<String, Instant> times = new HashMap<>();
    Set<String> ofPlatform = new LinkedHashSet<>();
    TreeMap<Instant, Turn> byTime = new TreeMap<>();
    for (Statement statement : statements) {
      if (statement instanceof Statement.Export export) {
        times.put(export.file(), export.at());
      } else if (statement instanceof Statement.Platform platform) {
        times.put(platform.file(), platform.at());
        ofPlatform.add(platform.file());
        turn(byTime, platform.at(), true);
      } else if (statement instanceof Statement.Delivery delivery) {
        turn(byTime, delivery.at(), false).deliveries().add(delivery.changes());
        tables.addAll(delivery.changes().tables());
      }
    }
    for (SheetReading sheet : exports.sheets()) {
      String file = sheet.name().file();
      boolean isPlatform = ofPlatform.contains(file);
      turn(byTime, times.getOrDefault(file, Instant.MAX), isPlatform).sheets().add(sheet);
      tables.add(sheet.table());
      if (sheet.enrolls()) {
        tables.add(Table.ENROLLMENTS);
      }
    }
    byTime
        .values()
        .forEach(
            one -> {
              turns.add(
                  new Turn(turns.size() + 1, one.sheets(), one.deliveries(), one.isPlatform()));
              if (one.isPlatform()) {
                tables.addAll(List.of(Table.values()));
              }
            });
  }

  private static Turn turn(Map<Instant, Turn> byTime, Instant at, boolean isPlatform) {
    Turn turn =
        byTime.computeIfAbsent(at, a -> new Turn(0, new ArrayList<>(), new ArrayList<>(), false));
    if (isPlatform && !turn.isPlatform()) {
      turn = new Turn(0, turn.sheets(), turn.deliveries(), true);
      byTime.put(at, turn);
    }
    return turn;
  }

  /** Reads exports alone, all of one time. */
  public static Known read(Roster exports, List<KnownUser> issued, boolean sharedEmails)
      throws UnreadableSheetException {
    try {
      return read(exports, List.of(), issued, sharedEmails);
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
  }

  /**
   * Reads what is said of the platform beside the accounts that we issued. An account that is in
   * both is one.
   *
   * @param exports the sheets of exports and of the platform's answer
   * @param statements who says them and as of when, and what was delivered; an export that is not
   *     among them is newer than everything
   * @param sharedEmails whether several people may have one address, so that it tells nobody apart
   * @throws UnreadableSheetException where a sheet cannot be read to its end: what is missing would
   *     be taken for new
   * @throws IOException where what was delivered cannot be read
   */
  public static Known read(
      Roster exports, List<Statement> statements, List<KnownUser> issued, boolean sharedEmails)
      throws UnreadableSheetException, IOException {
    for (SheetReading sheet : exports.brokenOff()) {
      throw exports.whyBrokenOff(sheet).orElseThrow();
    }
    return new Statements(exports, statements).known(issued, sharedEmails);
  }

  private Known known(List<KnownUser> issued, boolean sharedEmails) throws IOException {
    AccountStatements accounts = new AccountStatements(exports, issued, sharedEmails, sites);
    PlaceStatements places = new PlaceStatements(exports, sites);
    for (Turn turn : turns) {
      turn.sheets().forEach(sheet -> accounts.read(sheet, turn.at()));
      turn.sheets().forEach(sheet -> places.read(sheet, turn.at()));
      if (turn.isPlatform()) {
        accounts.listAll(turn.at());
        places.listAll(turn.at());
      }
      deliveries(turn, Table.USERS, accounts::apply);
      deliveries(turn, Table.COURSES, places::apply);
      deliveries(turn, Table.GROUPS, places::apply);
    }
    accounts.close();
    Known known =
        new Known(
            accounts.known(),
            places.places(),
            new KnownMemberships(),
            new Known.Told(
                tables,
                sites,
                places.categories(),
                places.doubledCourses(),
                accounts.contradictions(),
                accounts.outdated()));
    EnrollmentStatements enrollments = new EnrollmentStatements(exports, accounts, known);
    for (Turn turn : turns) {
      enrollments.read(turn.sheets(), turn.at());
      if (turn.isPlatform()) {
        enrollments.listAll(turn.at());
      }
      deliveries(turn, Table.ENROLLMENTS, enrollments::apply);
    }
    return known;
  }

  private static void deliveries(Turn turn, Table table, ChangeReceiver receiver)
      throws IOException {
    for (Changes changes : turn.deliveries()) {
      changes.read(table, change -> receiver.change(change, turn.at()));
    }
  }
}
