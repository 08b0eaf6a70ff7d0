package neatroster.core.pattern;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import neatroster.core.text.AsciiText;

/**
 * Tells which pattern the usernames or email addresses of a sheet follow, from some of its rows.
 * Nothing is told where fewer than seven in ten agree.
 */
public final class PatternGuess {
  /**
   * Whether a username is plainly made of these parts of a name: the given name or its initial, and
   * the family name.
   */
  public static boolean confirms(String address, String given, String family) {
    String plain = letters(address);
    String first = letters(given.split(" ", 2)[0]);
    String whole = letters(given);
    String last = letters(family);
    return !first.isEmpty()
        && !last.isEmpty()
        && (plain.equals(first + last)
            || plain.equals(whole + last)
            || plain.equals(first.charAt(0) + last));
  }

  private static String letters(String text) {
    return AsciiText.of(text, "").toLowerCase(java.util.Locale.ROOT).replaceAll("[^a-z]", "");
  }

  /** From so many rows on a pattern is told; fewer agree by chance. */
  public static final int FEWEST = 4;

  /** More rows than these say nothing new. */
  public static final int MOST = 400;

  /** If seven in ten follow a pattern, one of so many does. */
  private static final int GLANCE = 6;

  private static final double AGREE = 0.7;

  private final List<String> examples = new ArrayList<>();
  private final List<Map<String, String>> values = new ArrayList<>();

  /**
   * Adds a row.
   *
   * @param example the username or email address that the row has
   * @param of what else the row says: {@code given}, {@code middle}, {@code family}, {@code id},
   *     {@code username}, {@code birth date}
   */
  public void add(String example, Map<String, String> of) {
    if (examples.size() < MOST) {
      examples.add(example);
      values.add(Map.copyOf(of));
    }
  }

  /** Whether more rows would change nothing. */
  public boolean isFull() {
    return examples.size() >= MOST;
  }

  /** The pattern that most of them follow. */
  public Optional<Pattern> pattern() {
    if (examples.size() < FEWEST) {
      return Optional.empty();
    }
    String domain = domain();
    Pattern best = null;
    int most = 0;
    for (String candidate : candidates(!domain.isEmpty())) {
      Pattern pattern = parsed(candidate + escaped(domain));
      if (!isPromising(pattern)) {
        continue;
      }
      int fits = 0;
      for (int i = 0; i < examples.size(); i++) {
        // One that is met to the letter says more than one with a number behind.
        fits +=
            pattern.fill(values.get(i), 1, 0).equalsIgnoreCase(examples.get(i))
                ? 3
                : pattern.fits(examples.get(i), values.get(i)) ? 2 : 0;
      }
      if (fits > most) {
        most = fits;
        best = pattern;
      }
    }
    if (best == null) {
      return Optional.empty();
    }
    int follow = 0;
    for (int i = 0; i < examples.size(); i++) {
      follow += best.fits(examples.get(i), values.get(i)) ? 1 : 0;
    }
    return follow >= Math.max(FEWEST - 1, AGREE * examples.size())
        ? Optional.of(best)
        : Optional.empty();
  }

  /** Whether any of the first rows follow it: most candidates are out of the question at once. */
  private boolean isPromising(Pattern pattern) {
    for (int i = 0; i < Math.min(GLANCE, examples.size()); i++) {
      if (pattern.fits(examples.get(i), values.get(i))) {
        return true;
      }
    }
    return false;
  }

  /** What most of them have from the @ on; empty where they have none. */
  private String domain() {
    Map<String, Integer> counts = new HashMap<>();
    for (String example : examples) {
      int at = example.indexOf('@');
      String domain = at < 0 ? "" : example.substring(at).toLowerCase(Locale.ROOT);
      counts.merge(domain, 1, Integer::sum);
    }
    return counts.entrySet().stream()
        .max(
            Map.Entry.<String, Integer>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
        .map(Map.Entry::getKey)
        .orElse("");
  }

  /** Whether a sign stands before the @ of any of them. */
  private boolean isUsed(String sign) {
    for (String example : examples) {
      int end = example.indexOf('@');
      int at = example.indexOf(sign);
      if (at >= 0 && (end < 0 || at < end)) {
        return true;
      }
    }
    return false;
  }

  /** The ways in which schools make usernames, the plainest first. */
  private List<String> candidates(boolean emails) {
    List<String> candidates = new ArrayList<>();
    if (emails) {
      candidates.add("{username}");
    }
    String[] given = {"{given}", "{given:1}", "{given:2}", "{given:3}"};
    String[] family = {
      "{family}",
      "{family:1}",
      "{family:2}",
      "{family:3}",
      "{family:4}",
      "{family:5}",
      "{family:6}",
      "{family:7}",
      "{family:8}"
    };
    for (String between : new String[] {"", ".", "_", "-"}) {
      if (!isUsed(between)) {
        continue;
      }
      for (String g : given) {
        for (String f : family) {
          candidates.add(g + between + f);
          candidates.add(f + between + g);
        }
      }
    }
    candidates.add("{given:1}{middle:1}{family}");
    candidates.addAll(List.of("{given}", "{family}", "{id}", "s{id}", "u{id}"));
    for (String year : new String[] {"{birth date|yy}", "{birth date|yyyy}"}) {
      candidates.add("{given}" + year);
      candidates.add("{given:1}{family}" + year);
      candidates.add("{given}.{family}" + year);
      candidates.add("{family}{given:1}" + year);
    }
    return candidates;
  }

  private static String escaped(String text) {
    return text.replace("{", "{{").replace("}", "}}");
  }

  private static Pattern parsed(String text) {
    try {
      return Pattern.parse(text, Pattern.userValues());
    } catch (PatternException e) {
      throw new IllegalStateException(text, e);
    }
  }
}
