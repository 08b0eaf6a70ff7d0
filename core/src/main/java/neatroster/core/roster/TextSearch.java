package neatroster.core.roster;

import java.io.IOException;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.change.Changes;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.intake.Column;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;

/**
 * Finds a person, a course, a group or a site by any part of any field. Case and accents make no
 * difference. Columns of passwords are never looked at. Whoever is found is given with every place
 * that tells of them.
 */
public final class TextSearch {
  /** Where something was found. */
  public enum Source {
    SHEETS("sheets"),
    KNOWN("known"),
    ISSUED("issued");

    private final String word;

    Source(String word) {
      this.word = word;
    }

    /** The word that JSON says. */
    public String word() {
      return word;
    }
  }

  /**
   * One row, account or join code.
   *
   * @param table what it is about
   * @param person the number of the person it is about, or -1
   * @param file its file, or null where it is in none
   * @param place the file and row as a person reads them, or what it is
   * @param row its row, or 0
   * @param fields what stands in it, by the name of the field or the header; never a password
   */
  public record Hit(
      Source source,
      Table table,
      int person,
      String place,
      String file,
      int row,
      Map<String, String> fields) {}

  private static final int NOBODY = -1;

  private final ResolvedRoster roster;
  private final Roster exports;
  private final Map<String, Changes> delivered;
  private final String wanted;
  private final List<Hit> hits = new ArrayList<>();

  /** The people who were found, and for each the rows of exports about them that were. */
  private final Set<Integer> people = new LinkedHashSet<>();

  private TextSearch(
      ResolvedRoster roster, Roster exports, Map<String, Changes> delivered, String text) {
    this.roster = roster;
    this.exports = exports;
    this.delivered = delivered;
    this.wanted = folded(text);
  }

  /**
   * Looks for a text.
   *
   * @param exports what the platform holds, as its files have it
   * @param delivered what was delivered, by where it is kept
   * @param codes the join codes that were issued
   * @return what has the text in it, and whatever else tells of the people who were found: the
   *     places of one person one behind the other
   * @throws IOException where what was delivered cannot be read
   */
  public static List<Hit> find(
      ResolvedRoster roster,
      Roster exports,
      Map<String, Changes> delivered,
      List<JoinCode> codes,
      String text)
      throws IOException {
    TextSearch search = new TextSearch(roster, exports, delivered, text);
    search.people();
    search.others(codes);
    return search.hits;
  }

  /** Whether a value has the text in it, as the search sees it. */
  public static boolean has(String value, String text) {
    return folded(value).contains(folded(text));
  }

  private void people() throws IOException {
    roster.rows().readAll((row, line) -> note(row, roster.people().ofLine(line)));
    exports.readAll((row, line) -> note(row, inExport(row)));
    eachDelivered(
        (place, change) -> {
          Link person = inDelivery(change);
          if (person.isFound() && hasText(fields(change).values())) {
            people.add(person.number());
          }
        });
    List<KnownUser> accounts = roster.known().users().all();
    for (int position = 0; position < accounts.size(); position++) {
      if (hasText(fields(accounts.get(position)).values())) {
        people.add(roster.people().ofAccount(position));
      }
    }
    Map<Integer, List<Hit>> exported = new LinkedHashMap<>();
    exports.read(
        Table.USERS,
        (row, line) -> {
          Link person = inExport(row);
          if (person.isFound() && people.contains(person.number())) {
            exported
                .computeIfAbsent(person.number(), p -> new ArrayList<>())
                .add(hit(Source.KNOWN, row, person.number()));
          }
        });
    eachDelivered(
        (place, change) -> {
          Link person = inDelivery(change);
          if (person.isFound() && people.contains(person.number())) {
            exported
                .computeIfAbsent(person.number(), p -> new ArrayList<>())
                .add(hit(place, change, person.number()));
          }
        });
    for (int person : people) {
      for (int line : roster.people().lines(person)) {
        hits.add(hit(Source.SHEETS, roster.rows().row(line), person));
      }
      hits.addAll(exported.getOrDefault(person, List.of()));
      for (int position : roster.people().accounts(person)) {
        // An account that only an export has was shown as the export's row.
        if (!accounts.get(position).isOnPlatform() || !exported.containsKey(person)) {
          hits.add(
              new Hit(
                  Source.ISSUED,
                  Table.USERS,
                  person,
                  "the accounts issued",
                  null,
                  0,
                  fields(accounts.get(position))));
        }
      }
    }
  }

  private void note(RosterRow row, Link person) {
    if (row.table() == Table.USERS && person.isFound() && hasText(row)) {
      people.add(person.number());
    }
  }

  private void others(List<JoinCode> codes) throws IOException {
    roster
        .rows()
        .readAll(
            (row, line) -> {
              boolean shown = row.table() == Table.USERS && roster.people().ofLine(line).isFound();
              if (!shown && hasText(row)) {
                hits.add(hit(Source.SHEETS, row, NOBODY));
              }
            });
    exports.readAll(
        (row, line) -> {
          boolean shown = row.table() == Table.USERS && inExport(row).isFound();
          if (!shown && hasText(row)) {
            hits.add(hit(Source.KNOWN, row, NOBODY));
          }
        });
    eachDelivered(
        (place, change) -> {
          if (!inDelivery(change).isFound() && hasText(fields(change).values())) {
            hits.add(hit(place, change, NOBODY));
          }
        });
    for (JoinCode code : codes) {
      Map<String, String> fields = new LinkedHashMap<>();
      put(fields, "join code", code.code());
      put(fields, "course", code.course());
      put(fields, "group", code.group());
      if (hasText(fields.values())) {
        Table table = code.group().isEmpty() ? Table.COURSES : Table.GROUPS;
        hits.add(new Hit(Source.ISSUED, table, NOBODY, "the join codes issued", null, 0, fields));
      }
    }
  }

  /** Whom a row of an export is about. */
  private Link inExport(RosterRow row) {
    if (row.table() != Table.USERS) {
      return Link.NONE;
    }
    for (Field mark : List.of(Field.USERNAME, Field.ID, Field.EMAIL)) {
      Link person = row.has(mark) ? roster.people().find(row.code(mark)) : Link.NONE;
      if (!person.isNone()) {
        return person;
      }
    }
    return Link.NONE;
  }

  /** Takes a delivered change with where it is kept. */
  @FunctionalInterface
  private interface Delivered {
    void take(String place, PlannedChange change);
  }

  private void eachDelivered(Delivered receiver) throws IOException {
    for (Map.Entry<String, Changes> one : delivered.entrySet()) {
      one.getValue().read(change -> receiver.take(one.getKey(), change));
    }
  }

  /** Whom a change of a user is about. */
  private Link inDelivery(PlannedChange change) {
    if (change.table() != Table.USERS || change.phase() == Phase.SITES) {
      return Link.NONE;
    }
    for (Field mark : List.of(Field.USERNAME, Field.ID, Field.EMAIL)) {
      String name = change.value(mark);
      Link person = name.isEmpty() ? Link.NONE : roster.people().find(name);
      if (!person.isNone()) {
        return person;
      }
    }
    return Link.NONE;
  }

  private static Map<String, String> fields(PlannedChange change) {
    Map<String, String> fields = new LinkedHashMap<>();
    change.values().forEach((field, value) -> put(fields, field.label(), value));
    change.own().forEach((name, value) -> put(fields, name, value));
    fields.remove(Field.PASSWORD.label());
    return fields;
  }

  private static Hit hit(String place, PlannedChange change, int person) {
    return new Hit(
        Source.KNOWN, change.table(), person, place + ", " + change, place, 0, fields(change));
  }

  private boolean hasText(RosterRow row) {
    if (row.isUneven() && row.reading().hasSecrets()) {
      // The password may be in any cell.
      return false;
    }
    return row.reading().columns().stream()
        .filter(column -> !column.secret())
        .anyMatch(column -> folded(row.cellAt(column.index()).toString()).contains(wanted));
  }

  private boolean hasText(Iterable<String> values) {
    for (String value : values) {
      if (folded(value).contains(wanted)) {
        return true;
      }
    }
    return false;
  }

  private Hit hit(Source source, RosterRow row, int person) {
    Map<String, String> fields = new LinkedHashMap<>();
    boolean misaligned = row.isUneven() && row.reading().hasSecrets();
    for (Column column : row.reading().columns()) {
      String value = misaligned || column.secret() ? "" : row.cellAt(column.index()).cleaned();
      String name = column.field().map(Field::label).orElse(column.header());
      boolean named = column.field().isPresent() || folded(value).contains(wanted);
      if (named && !name.isEmpty()) {
        put(fields, name, value);
      }
    }
    return new Hit(
        source,
        row.table(),
        person,
        row.reading().name() + ", row " + row.number(),
        row.reading().name().file(),
        row.number(),
        fields);
  }

  private static Map<String, String> fields(KnownUser account) {
    Map<String, String> fields = new LinkedHashMap<>();
    put(fields, "username", account.username());
    put(fields, "full name", account.person().fullName());
    put(fields, "email", account.person().email());
    put(fields, "email", account.email());
    put(fields, "id", account.person().id());
    put(fields, "id", account.id());
    put(fields, "birth date", account.person().birthDate());
    put(fields, "site", account.person().site());
    put(fields, "role", account.role());
    put(fields, "course", account.course());
    put(fields, "former username", String.join(", ", account.formerUsernames()));
    return fields;
  }

  private static void put(Map<String, String> fields, String name, String value) {
    if (!value.isEmpty()) {
      fields.putIfAbsent(name, value);
    }
  }

  /** Lower case without accents. */
  private static String folded(String text) {
    return Normalizer.normalize(text, Normalizer.Form.NFKD)
        .replaceAll("\\p{M}", "")
        .toLowerCase(Locale.ROOT);
  }
}
