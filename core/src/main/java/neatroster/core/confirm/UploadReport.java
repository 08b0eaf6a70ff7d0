package neatroster.core.confirm;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.grid.Place;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.Column;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SheetRows;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;
import neatroster.core.state.Known;

/**
 * What a platform said of an upload, row by row: which went in, and which it refused and why. Who
 * is meant is told by usernames, addresses and ids, which course by its code.
 */
public final class UploadReport {
  private final UploadReportWords words;
  private final boolean listsFailedAlone;
  private final Known known;
  private final Map<String, String> refusedUsers = new HashMap<>();
  private final Map<String, String> refusedCourses = new HashMap<>();
  private final Map<String, String> refusedEnrollments = new HashMap<>();
  private final Map<String, List<String>> marks = new HashMap<>();
  private final Set<String> done = new LinkedHashSet<>();
  private final Set<String> unknownWords = new LinkedHashSet<>();
  private final List<SheetReading> withoutOutcome = new ArrayList<>();
  private final Set<String> used = new LinkedHashSet<>();
  private final Map<String, Place> refusals = new HashMap<>();
  private int rows;
  private boolean holdsCourses;

  /**
   * A report without rows yet.
   *
   * @param known whom the platform holds, so that people may be named by any mark
   * @param doneWords the platform's words for what was done, beside the usual ones
   * @param failedWords its words for what was not
   * @param listsFailedAlone whether every row is one that was refused
   */
  public UploadReport(
      Known known, List<String> doneWords, List<String> failedWords, boolean listsFailedAlone) {
    this.known = known;
    this.words = new UploadReportWords(doneWords, failedWords);
    this.listsFailedAlone = listsFailedAlone;
  }

  /** Reads a sheet of the report. */
  public void read(SheetReading sheet) throws UnreadableSheetException {
    List<Column> outcomes = new ArrayList<>();
    List<Column> reasons = new ArrayList<>();
    for (Column column : sheet.columns()) {
      if (UploadReportWords.isReasonHeader(column.header())) {
        reasons.add(column);
      } else if (UploadReportWords.isOutcomeHeader(column.header())) {
        outcomes.add(column);
      }
    }
    if (outcomes.isEmpty() && reasons.isEmpty() && !listsFailedAlone) {
      withoutOutcome.add(sheet);
      return;
    }
    holdsCourses |= sheet.enrolls() && !sheet.has(Field.COURSE);
    SheetRows.read(sheet, row -> row(sheet, row, outcomes, reasons));
  }

  private void row(SheetReading sheet, RosterRow row, List<Column> outcomes, List<Column> reasons) {
    rows++;
    String why = text(row, reasons);
    boolean isFailed = listsFailedAlone;
    if (!listsFailedAlone) {
      String word = text(row, outcomes);
      UploadReportWords.Meaning meaning = words.of(word.isEmpty() ? why : word);
      if (word.isEmpty()) {
        isFailed = !why.isEmpty() && meaning != UploadReportWords.Meaning.DONE;
      } else if (meaning == UploadReportWords.Meaning.UNKNOWN) {
        unknownWords.add(word);
        return;
      } else {
        isFailed = meaning == UploadReportWords.Meaning.FAILED;
        why = why.isEmpty() && isFailed ? word : why;
      }
    }
    note(sheet, row, isFailed, why.isEmpty() ? "the platform gives no reason" : why);
  }

  private static String text(RosterRow row, List<Column> columns) {
    List<String> texts = new ArrayList<>();
    for (Column column : columns) {
      String text = row.raw().cell(column.index()).toString().strip();
      if (!text.isEmpty()) {
        texts.add(text);
      }
    }
    return String.join("; ", texts);
  }

  private void note(SheetReading sheet, RosterRow row, boolean isFailed, String why) {
    String user = "";
    for (Field mark : List.of(Field.USERNAME, Field.USER, Field.EMAIL, Field.ID)) {
      user = user.isEmpty() && sheet.has(mark) ? row.text(mark) : user;
    }
    boolean isOfCourses = sheet.table() == Table.COURSES;
    String course = row.text(isOfCourses ? Field.CODE : Field.COURSE);
    String key;
    if (!user.isEmpty() && !course.isEmpty()) {
      key = enrollment(user, course);
      if (isFailed) {
        refusedEnrollments.put(key, why);
      }
    } else if (!user.isEmpty()) {
      key = "user " + who(user);
      if (isFailed) {
        refusedUsers.put(who(user), why);
      }
    } else if (!course.isEmpty()) {
      key = "course " + lower(course);
      if (isFailed) {
        refusedCourses.put(lower(course), why);
      }
    } else {
      return;
    }
    if (isFailed) {
      refusals.putIfAbsent(key, row.place());
    } else {
      done.add(key);
    }
  }

  private String enrollment(String user, String course) {
    return "enrollment " + who(user) + " " + lower(course);
  }

  /** Who is meant, by whatever mark. */
  private String who(String reference) {
    int account = known.users().findReference(reference);
    if (account >= 0) {
      KnownUser user = known.users().all().get(account);
      if (!user.username().isEmpty()) {
        return lower(user.username());
      }
    }
    return lower(reference);
  }

  private static String lower(String text) {
    return text.toLowerCase(Locale.ROOT);
  }

  /** How many rows the report has. */
  public int rows() {
    return rows;
  }

  /** Words of which nobody can tell what they say of a row. */
  public Set<String> unknownWords() {
    return unknownWords;
  }

  /** Sheets in which no column says what became of a row. */
  public List<SheetReading> withoutOutcome() {
    return withoutOutcome;
  }

  /** What became of a change. */
  public ChangeResult of(PlannedChange change) {
    String course = lower(change.value(Field.COURSE));
    return switch (change.phase()) {
      case SITES, GROUPS -> {
        String refused = course.isEmpty() ? null : refusedCourses.get(course);
        yield refused == null
            ? notListed()
            : ChangeResult.missing("its course was refused: " + refused);
      }
      case COURSES ->
          outcome(
              refusedCourses.get(lower(change.value(Field.CODE))),
              "course " + lower(change.value(Field.CODE)));
      case USERS -> user(change);
      case ENROLLMENTS, WITHDRAWALS -> enrollment(change);
      case REMOVALS ->
          change.value(Field.USERNAME).isEmpty()
              ? outcome(refusedCourses.get(course), "course " + course)
              : user(change);
    };
  }

  private ChangeResult user(PlannedChange change) {
    String username = lower(change.value(Field.USERNAME));
    marks.put(username, List.of(lower(change.value(Field.EMAIL)), lower(change.value(Field.ID))));
    for (Field mark : List.of(Field.USERNAME, Field.EMAIL, Field.ID)) {
      String value = change.value(mark);
      for (String who : value.isEmpty() ? List.<String>of() : List.of(who(value), lower(value))) {
        String key = "user " + who;
        if (refusedUsers.containsKey(who) || done.contains(key)) {
          alias(change.value(Field.USERNAME), who);
          return outcome(refusedUsers.get(who), key);
        }
      }
    }
    return notListed();
  }

  /** By the username somebody's enrollments are told, whatever the report calls them. */
  private void alias(String username, String who) {
    if (!username.isEmpty() && refusedUsers.containsKey(who)) {
      refusedUsers.putIfAbsent(lower(username), refusedUsers.get(who));
    } else if (!username.isEmpty()) {
      done.add("user " + lower(username));
    }
  }

  private ChangeResult enrollment(PlannedChange change) {
    String user = change.value(Field.USER);
    List<String> names = new ArrayList<>(List.of(user));
    // Who is new is known by no mark yet but those of the run.
    names.addAll(marks.getOrDefault(lower(user), List.of()));
    for (String name : names) {
      String key = enrollment(name, change.value(Field.COURSE));
      String refused = refusedEnrollments.get(key);
      if (!name.isEmpty() && (refused != null || done.contains(key))) {
        return outcome(refused, key);
      }
    }

    String course = lower(change.value(Field.COURSE));
    if (refusedCourses.containsKey(course) && change.change() != Change.WITHDRAW) {
      return ChangeResult.missing("the course was refused: " + refusedCourses.get(course));
    }
    String who = who(user);
    if (refusedUsers.containsKey(who)) {
      used.add("user " + who);
      return ChangeResult.missing("the user was refused: " + refusedUsers.get(who));
    }
    // In a list of people with their courses a row stands for all of them.
    return holdsCourses && done.contains("user " + who) ? ChangeResult.AS_ASKED : notListed();
  }

  private ChangeResult outcome(String refused, String key) {
    used.add(key);
    if (refused != null) {
      return ChangeResult.missing(refused);
    }
    return done.contains(key) ? ChangeResult.AS_ASKED : notListed();
  }

  /** A report that lists what went in too says nothing of what it does not list. */
  private ChangeResult notListed() {
    return done.isEmpty() ? ChangeResult.AS_ASKED : ChangeResult.NOT_TOLD;
  }

  /** The refused rows that no change of the run was about, when all were asked. */
  public List<Place> notOfTheRun() {
    List<Place> places = new ArrayList<>();
    refusals.forEach(
        (key, place) -> {
          if (!used.contains(key)) {
            places.add(place);
          }
        });
    return places;
  }
}
