package neatroster.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * A school whose sheets are edited by hand, and what its platform must hold: written from what the
 * program promises, and not from how it keeps it.
 */
final class World {
  private static final List<String> GIVEN =
      List.of("Ana", "Bo", "Cy", "Dora", "Eli", "Fay", "Gus", "Hedda");
  private static final List<String> FAMILY =
      List.of("Marlowe", "Finch", "Moss", "Quay", "Reed", "Tern", "Lund", "Oar");
  private static final List<String> COURSES = List.of("NAV-1", "NAV-2", "KNOT-1");
  private static final List<String> GROUPS = List.of("", "Port", "Starboard");
  private static final List<String> ROLES = List.of("learner", "assistant", "instructor");

  /** Somebody in the list of people, or on the platform. */
  record Person(String id, String given, String family, String email, boolean isActive) {
    Person as(boolean active) {
      return new Person(id, given, family, email, active);
    }
  }

  /** Somebody's place in a course: one role, and any number of groups. */
  record Seat(String role, Set<String> groups) {}

  /** Everything that a platform holds: people by their first id, courses, places by both. */
  record Held(Map<String, Person> people, Set<String> courses, Map<String, Seat> seats) {
    List<String> lines() {
      List<String> lines = new ArrayList<>();
      people.forEach((id, person) -> lines.add(id + " " + person));
      courses.forEach(code -> lines.add("course " + code));
      seats.forEach((key, seat) -> lines.add("seat " + key + " " + seat));
      lines.sort(null);
      return lines;
    }

    Held copy() {
      return new Held(new TreeMap<>(people), new TreeSet<>(courses), new TreeMap<>(seats));
    }
  }

  final Map<String, Person> people = new LinkedHashMap<>();
  final Set<String> cancelled = new TreeSet<>();
  final Map<String, Seat> seats = new TreeMap<>();

  /** Who has left the sheets, with what was last said of them. */
  private final Map<String, Person> left = new LinkedHashMap<>();

  /** Who is said to be active, having been shut out. */
  private final Set<String> back = new TreeSet<>();

  private final Set<String> married = new TreeSet<>();

  private final Map<String, String> instructors = new TreeMap<>();

  /** What the platform calls people, by their ids. */
  final Map<String, String> usernames = new TreeMap<>();

  private int numbers;

  /** Whether families share addresses; else wrong ids are corrected. */
  private final boolean hasSiblings;

  private final Set<String> corrected = new TreeSet<>();

  World(boolean hasSiblings) {
    this.hasSiblings = hasSiblings;
    for (int i = 0; i < 5; i++) {
      add(i);
      join(i, i * 7);
    }
  }

  private static <T> T pick(Collection<T> all, int number) {
    return new ArrayList<>(all).get(Math.floorMod(number, all.size()));
  }

  private static String key(String id, String course) {
    return id + " " + course;
  }

  private static String who(String key) {
    return key.substring(0, key.indexOf(' '));
  }

  private static String where(String key) {
    return key.substring(key.indexOf(' ') + 1);
  }

  private List<String> open() {
    return COURSES.stream().filter(code -> !cancelled.contains(code)).toList();
  }

  private static Seat seat(int choice) {
    String group = pick(GROUPS, choice);
    return new Seat(
        pick(ROLES, choice / 3 % 4 < 2 ? 0 : choice / 3),
        group.isEmpty() ? Set.of() : Set.of(group));
  }

  void addAndJoin(int choice, int where) {
    add(choice);
    join(people.size() - 1, where);
  }

  private void add(int choice) {
    String id = "S" + (101 + numbers++);
    people.put(
        id,
        new Person(id, pick(GIVEN, choice), pick(FAMILY, choice / 8 + choice), email(id), true));
  }

  /** The first id of whoever has an id by now. */
  static String keyOf(String id) {
    return id.replace('T', 'S');
  }

  /** Somebody comes who has the address and the family name of another. */
  void addSibling(int who, int choice) {
    if (hasSiblings) {
      Person elder = people.get(pick(people.keySet(), who));
      String id = "S" + (101 + numbers++);
      String given = "Pia" + (char) ('a' + numbers % 26);
      people.put(id, new Person(id, given, elder.family(), elder.email(), true));
      join(people.size() - 1, choice);
    }
  }

  /** The id of somebody was wrong; as the program asks, the row says whose account it is. */
  void correct(int who) {
    String key = pick(people.keySet(), who);
    Person one = people.get(key);
    boolean isAsEver = !married.contains(key) && one.email().equals(email(key));
    if (!hasSiblings && isAsEver && usernames.containsKey(key)) {
      corrected.add(key);
      people.put(
          key,
          new Person(
              key.replace('S', 'T'), one.given(), one.family(), one.email(), one.isActive()));
    }
  }

  private static String email(String id) {
    return id.toLowerCase(Locale.ROOT) + "@pier.example";
  }

  void join(int who, int choice) {
    if (!open().isEmpty()) {
      seats.put(key(pick(people.keySet(), who), pick(open(), choice / 5)), seat(choice));
    }
  }

  void quit(int which) {
    if (!seats.isEmpty()) {
      seats.remove(pick(seats.keySet(), which));
    }
  }

  void move(int which, int choice) {
    if (!seats.isEmpty() && !open().isEmpty()) {
      String from = pick(seats.keySet(), which);
      Seat seat = seats.remove(from);
      seats.put(key(who(from), pick(open(), choice)), seat);
    }
  }

  void regroup(int which, int choice) {
    if (!seats.isEmpty()) {
      String key = pick(seats.keySet(), which);
      Set<String> groups = new TreeSet<>(Set.of("Port", "Starboard"));
      switch (Math.floorMod(choice, 4)) {
        case 0 -> groups.clear();
        case 1 -> groups.remove("Port");
        case 2 -> groups.remove("Starboard");
        default -> {
          // In both.
        }
      }
      seats.put(key, new Seat(seats.get(key).role(), groups));
    }
  }

  void rerole(int which, int choice) {
    if (!seats.isEmpty()) {
      String key = pick(seats.keySet(), which);
      seats.put(key, new Seat(pick(ROLES, choice), seats.get(key).groups()));
    }
  }

  void leave(int who) {
    if (people.size() > 2) {
      String id = pick(people.keySet(), who);
      left.put(id, people.remove(id));
      instructors.values().remove(id);
      back.remove(id);
      seats.keySet().removeIf(key -> key.startsWith(id + " "));
    }
  }

  void comeBack(int who, int choice) {
    if (!left.isEmpty()) {
      String id = pick(left.keySet(), who);
      people.put(id, left.remove(id));
      back.add(id);
      if (!open().isEmpty()) {
        seats.put(key(id, pick(open(), choice / 5)), seat(choice));
      }
    }
  }

  void marry(int who, int choice) {
    String id = pick(people.keySet(), who);
    Person one = people.get(id);
    boolean isUnknown = hasSiblings && !usernames.containsKey(id);
    if (!one.email().equals(email(id)) || corrected.contains(id) || isUnknown) {
      // With another address or id and another name at once nobody can tell.
      return;
    }
    married.add(id);
    people.put(
        id, new Person(one.id(), one.given(), pick(FAMILY, choice), one.email(), one.isActive()));
  }

  void write(int who, int choice) {
    String id = pick(people.keySet(), who);
    Person one = people.get(id);
    if (married.contains(id) || corrected.contains(id)) {
      return;
    }
    people.put(
        id,
        new Person(
            one.id(),
            one.given(),
            one.family(),
            id.toLowerCase(Locale.ROOT) + "." + Math.floorMod(choice, 3) + "@pier.example",
            one.isActive()));
  }

  void cancel(int which) {
    if (open().size() > 1) {
      String code = pick(open(), which);
      cancelled.add(code);
      seats.keySet().removeIf(key -> key.endsWith(" " + code));
    }
  }

  /** Writes who teaches a course into the list of courses; they are in it like everybody else. */
  void nameInstructor(int who, int which) {
    String course = pick(open(), which);
    String key = key(pick(people.keySet(), who), course);
    instructors.clear();
    if (!seats.containsKey(key)) {
      instructors.put(course, who(key));
    }
  }

  /** Everybody who is to be in a course, by the places and as an instructor of it. */
  private Map<String, Seat> allSeats() {
    Map<String, Seat> all = new TreeMap<>(seats);
    instructors.forEach(
        (course, id) -> {
          if (people.containsKey(id) && !cancelled.contains(course)) {
            all.putIfAbsent(key(id, course), new Seat("instructor", Set.of()));
          }
        });
    return all;
  }

  /** Writes what a platform holds into a file, as its export. */
  void export(Path folder, Held there) throws IOException {
    List<String> lines =
        new ArrayList<>(List.of("id,username,given name,family name,email,status"));
    there
        .people()
        .forEach(
            (id, one) ->
                lines.add(
                    String.join(
                        ",",
                        one.id(),
                        usernames.get(id),
                        one.given(),
                        one.family(),
                        one.email(),
                        one.isActive() ? "active" : "suspended")));
    Path known = Files.createDirectories(folder.resolve("known"));
    Files.writeString(known.resolve("users.csv"), String.join("\n", lines) + "\n");
  }

  /** Writes the sheets with one row of the places that names a course which is not there. */
  void writeFaulty(Path folder, int which) throws IOException {
    write(folder);
    if (!seats.isEmpty()) {
      String key = pick(seats.keySet(), which);
      Path places = folder.resolve("sheets/places.csv");
      Files.writeString(
          places,
          Files.readString(places)
              .replace(idOf(key) + "," + where(key) + ",", idOf(key) + ",NAV-9,"));
    }
  }

  /** Whether the program asks whose account it is: an address of a family does not say it. */
  private boolean isAsked(String key) {
    return corrected.contains(key) || (hasSiblings && married.contains(key));
  }

  private String idOf(String key) {
    return people.get(who(key)).id();
  }

  /** What a platform must hold after all but that row was delivered; nothing is absent then. */
  Held deliveredWithout(Held before, int which) {
    if (seats.isEmpty()) {
      return delivered(before);
    }
    Map<String, Seat> kept = new TreeMap<>(seats);
    seats.remove(pick(kept.keySet(), which));
    Held sound = delivered(before);
    seats.clear();
    seats.putAll(kept);
    Held all = before.copy();
    sound
        .people()
        .forEach(
            (id, one) ->
                all.people().put(id, people.containsKey(id) ? one : before.people().get(id)));
    all.courses().clear();
    all.courses().addAll(sound.courses());
    all.seats().keySet().removeIf(key -> cancelled.contains(where(key)));
    sound.seats().forEach(all.seats()::put);
    return all;
  }

  /** Writes the sheets as they stand now. */
  void write(Path folder) throws IOException {
    List<String> lines =
        new ArrayList<>(List.of("id,given name,family name,email,status,former username"));
    people.forEach(
        (id, one) ->
            lines.add(
                String.join(
                    ",",
                    one.id(),
                    one.given(),
                    one.family(),
                    one.email(),
                    back.contains(id) ? "active" : "",
                    isAsked(id) ? usernames.get(id) : "")));
    sheet(folder, "people.csv", lines);
    lines.clear();
    lines.add("code,title,instructors,status");
    COURSES.forEach(
        code ->
            lines.add(
                String.join(
                    ",",
                    code,
                    "Course " + code,
                    instructors.containsKey(code) ? people.get(instructors.get(code)).id() : "",
                    cancelled.contains(code) ? "removed" : "")));
    sheet(folder, "courses.csv", lines);
    lines.clear();
    lines.add("user,course,role,group");
    seats.forEach(
        (key, seat) -> {
          List<String> groups = new ArrayList<>(seat.groups());
          if (groups.isEmpty()) {
            groups.add("");
          }
          groups.forEach(
              group -> lines.add(String.join(",", idOf(key), where(key), seat.role(), group)));
        });
    sheet(folder, "places.csv", lines);
  }

  private static void sheet(Path folder, String name, List<String> lines) throws IOException {
    Path sheets = Files.createDirectories(folder.resolve("sheets"));
    Files.writeString(sheets.resolve(name), String.join("\n", lines) + "\n");
  }

  /** What a platform must hold after the sheets were delivered to it whole. */
  Held delivered(Held before) {
    Map<String, Person> there = new TreeMap<>();
    // Whoever is in no sheet any more is shut out.
    before.people().forEach((id, one) -> there.put(id, one.as(false)));
    people.forEach(
        (id, one) -> {
          Person was = before.people().get(id);
          there.put(id, one.as(was == null || was.isActive() || back.contains(id)));
        });
    Set<String> courses = new TreeSet<>(before.courses());
    courses.addAll(COURSES);
    courses.removeAll(cancelled);
    Map<String, Seat> places = allSeats();
    // A row that names no group says nothing of groups.
    places.replaceAll(
        (key, seat) ->
            seat.groups().isEmpty() && before.seats().containsKey(key)
                ? new Seat(seat.role(), before.seats().get(key).groups())
                : seat);
    return new Held(there, courses, places);
  }
}
