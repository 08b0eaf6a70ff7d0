package neatroster.core.check;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import neatroster.core.intake.Names;
import neatroster.core.roster.Groups;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.text.Nearest;

/**
 * The nearest existing values for ones that do not exist; each wrong value is looked for once, up
 * to a limit.
 */
public final class Suggestions {
  /**
   * Searching costs far more than reading a row: a sheet that fits nothing at all must not take
   * hours.
   */
  private static final int MOST_SEARCHES = 2000;

  /** Shorter titles are near to anything. */
  private static final int SHORTEST_TITLE = 6;

  private final Map<String, List<String>> found = new HashMap<>();

  private FutureUsernames future;

  /** The line of somebody without a username, whose username a reference may be one day. */
  public Optional<Integer> futureUser(ResolvedRoster roster, String reference) {
    if (future == null) {
      future = new FutureUsernames(roster);
    }
    return future.line(reference);
  }

  /** The nearest courses by code, or else by title. */
  public List<String> courses(ResolvedRoster roster, String wrong) {
    return remembered(
        "course:" + wrong,
        () -> {
          List<String> codes = Nearest.among(wrong, roster.courses().codes());
          return codes.isEmpty() && wrong.length() >= SHORTEST_TITLE
              ? Nearest.among(wrong, roster.courses().titles())
              : codes;
        });
  }

  /** The names of people that are nearest to one that nobody has. */
  public List<String> names(ResolvedRoster roster, String wrong) {
    return remembered(
        "name:" + wrong,
        () ->
            roster.people().nearest(wrong).stream()
                .flatMap(person -> roster.people().lines(person).stream().limit(1))
                .map(line -> Names.full(roster.rows().row(line)))
                .filter(name -> !name.isEmpty())
                .toList());
  }

  /** The nearest groups of the same course. */
  public List<String> groups(ResolvedRoster roster, Link course, String wrong) {
    String prefix = Groups.prefix(course);
    return remembered(
        "group:" + prefix + wrong, () -> Nearest.among(wrong, roster.groups().keys(), prefix));
  }

  /** The nearest users by username, email address or id. */
  public List<String> users(ResolvedRoster roster, String wrong) {
    if (wrong.chars().noneMatch(Character::isLetter)) {
      // What is near a number is somebody else's, and no slip shows; but noughts get lost.
      return List.copyOf(roster.people().withOtherNoughts(wrong));
    }
    String letters = letters(wrong);
    return remembered(
        "user:" + wrong,
        () ->
            Nearest.among(wrong, roster.people().references()).stream()
                // The same with other numbers is somebody else's too.
                .filter(near -> !letters.equals(letters(near)))
                .toList());
  }

  private static String letters(String text) {
    StringBuilder letters = new StringBuilder();
    for (int i = 0; i < text.length(); i++) {
      if (!Character.isDigit(text.charAt(i))) {
        letters.append(Character.toLowerCase(text.charAt(i)));
      }
    }
    return letters.toString();
  }

  private List<String> remembered(String key, Supplier<List<String>> search) {
    List<String> known = found.get(key);
    if (known == null) {
      known = found.size() >= MOST_SEARCHES ? List.of() : search.get();
      if (found.size() < MOST_SEARCHES) {
        found.put(key, known);
      }
    }
    return known;
  }
}
