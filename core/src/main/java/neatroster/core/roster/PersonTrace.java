package neatroster.core.roster;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.grid.Place;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;

/** Where a person stands, and by what each place was found to be about the same person. */
public final class PersonTrace {
  private static final List<Field> MARKS = List.of(Field.ID, Field.USERNAME, Field.EMAIL);

  private final ResolvedRoster roster;
  private final Map<Field, Set<String>> seen = new EnumMap<>(Field.class);
  private final List<Step> steps = new ArrayList<>();

  /**
   * One place.
   *
   * @param place the row; null for an account
   * @param account the account; null for a row
   * @param name the name there, or empty
   * @param by what it shares with the places before: id, username, email; full name where it is the
   *     name alone, former username where that is said; nothing for the first place
   */
  public record Step(Place place, KnownUser account, String name, List<Field> by) {}

  private PersonTrace(ResolvedRoster roster) {
    this.roster = roster;
    MARKS.forEach(mark -> seen.put(mark, new HashSet<>()));
  }

  /** The places of a person: lists of people, then class lists, then accounts. */
  public static List<Step> of(ResolvedRoster roster, int person) {
    PersonTrace trace = new PersonTrace(roster);
    List<Integer> lines = new ArrayList<>(roster.people().lines(person));
    lines.sort(Comparator.comparing(line -> roster.rows().sheet(line).enrolls()));
    lines.forEach(trace::row);
    roster.people().accounts(person).forEach(trace::account);
    return trace.steps;
  }

  private void row(int line) {
    RosterRow row = roster.rows().row(line);
    Map<Field, List<String>> marks = new EnumMap<>(Field.class);
    MARKS.forEach(mark -> marks.put(mark, List.of(row.text(mark))));
    steps.add(new Step(row.place(), null, Names.full(row), shared(marks)));
    if (row.has(Field.FORMER_USERNAME)) {
      seen.computeIfAbsent(Field.FORMER_USERNAME, f -> new HashSet<>())
          .add(key(Field.USERNAME, row.text(Field.FORMER_USERNAME)));
    }
  }

  private void account(int position) {
    KnownUser account = roster.known().users().all().get(position);
    List<String> usernames = new ArrayList<>(account.formerUsernames());
    usernames.add(account.username());
    Map<Field, List<String>> marks = new EnumMap<>(Field.class);
    marks.put(Field.ID, List.of(account.person().id(), account.id()));
    marks.put(Field.USERNAME, usernames);
    marks.put(Field.EMAIL, List.of(account.person().email(), account.email()));
    List<Field> by = shared(marks);
    boolean former =
        usernames.stream()
            .map(username -> key(Field.USERNAME, username))
            .anyMatch(seen.getOrDefault(Field.FORMER_USERNAME, Set.of())::contains);
    steps.add(
        new Step(
            null,
            account,
            account.person().fullName(),
            former && by.equals(List.of(Field.FULL_NAME)) ? List.of(Field.FORMER_USERNAME) : by));
  }

  private List<Field> shared(Map<Field, List<String>> marks) {
    List<Field> by = new ArrayList<>();
    marks.forEach(
        (mark, texts) -> {
          Set<String> before = seen.get(mark);
          boolean same = false;
          for (String text : texts) {
            same |= !text.isEmpty() && before.contains(key(mark, text));
          }
          if (same) {
            by.add(mark);
          }
        });
    marks.forEach(
        (mark, texts) ->
            texts.stream()
                .filter(text -> !text.isEmpty())
                .forEach(text -> seen.get(mark).add(key(mark, text))));
    if (by.isEmpty() && !steps.isEmpty()) {
      by.add(Field.FULL_NAME);
    }
    return List.copyOf(by);
  }

  private static String key(Field mark, String text) {
    CharSequence bare = mark == Field.ID ? IdWithoutZeros.of(text) : text;
    return bare.toString().toLowerCase(Locale.ROOT);
  }
}
