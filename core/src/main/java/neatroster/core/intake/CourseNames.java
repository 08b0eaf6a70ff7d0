package neatroster.core.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import neatroster.core.text.Cleaning;
import neatroster.core.text.Nearest;

/** The courses that a roster lists, by code, by alias, and by a title that only one of them has. */
final class CourseNames {
  private static final String SEVERAL = "";
  private static final Heading NO_HEADING = new Heading("", "");
  private static final int LONGEST_HEADING = 120;

  /** Shorter words are near to anything. */
  private static final int SHORTEST_SLIP = 6;

  private static final Pattern PARTS = Pattern.compile("\\s*[:–—|()\\[\\]]\\s*|\\s+-\\s+");

  private static final Pattern NUMBERING =
      Pattern.compile("^\\s*(?:[•·▪◦●○‣*#–—-]+\\s*|\\(?\\d{1,3}(?:\\.\\d{1,3})*[.):]\\s*)+");

  private static final Pattern REMARK = Pattern.compile("\\s*[(\\[][^()\\[\\]]*[)\\]]\\s*$");

  private final Map<String, String> codeOfName = new HashMap<>();
  private final Set<String> exact = new HashSet<>();
  private final Map<String, String> codes = new LinkedHashMap<>();
  private final Map<String, Heading> groups = new HashMap<>();

  /**
   * What a heading among people names.
   *
   * @param course the code of the course
   * @param group the name of a group of it, or empty
   */
  record Heading(String course, String group) {}

  /** Adds a group of the course that a text names; a name that two courses have is none's. */
  void addGroup(String courseName, String name) {
    Optional<String> course = named(courseName);
    if (course.isPresent() && !name.isEmpty()) {
      groups.merge(
          fold(name),
          new Heading(course.get(), name),
          (one, other) -> one.equals(other) ? one : NO_HEADING);
    }
  }

  /** Adds another name of a course, where no course has it. */
  void addAlias(String alias, String code) {
    codeOfName.putIfAbsent(fold(alias), code);
  }

  /** The course, or the group of one, that the text of a heading is a name of, if it is one. */
  Optional<Heading> heading(String text) {
    String bare = NUMBERING.matcher(Cleaning.clean(text)).replaceFirst("");
    bare = REMARK.matcher(bare).replaceFirst("").replaceFirst("[\\s:.–—-]+$", "");
    Optional<String> course = named(bare).or(() -> named(text));
    if (course.isEmpty() && text.length() < LONGEST_HEADING) {
      course = partOf(text);
    }
    Heading group = groups.getOrDefault(fold(bare), NO_HEADING);
    return course
        .map(code -> new Heading(code, ""))
        .or(() -> group.course().isEmpty() ? Optional.empty() : Optional.of(group));
  }

  /**
   * Whether the text of a heading is a slip of a course’s title: nobody below it is in the course
   * of the heading before.
   */
  boolean isNearly(String text) {
    String bare = NUMBERING.matcher(Cleaning.clean(text)).replaceFirst("");
    return bare.length() >= SHORTEST_SLIP
        && bare.length() < LONGEST_HEADING
        && Nearest.word(fold(bare), codeOfName.keySet()).isPresent();
  }

  /**
   * The course that a part of a heading between dashes, colons or brackets names, or whose code
   * with a digit in it stands there; a person’s name has none of these.
   */
  private Optional<String> partOf(String text) {
    for (String part : PARTS.split(text, -1)) {
      Optional<String> course = named(part);
      if (course.isPresent()) {
        return course;
      }
    }
    return mentioned(text).filter(code -> code.chars().anyMatch(Character::isDigit));
  }

  /** Adds a course; a title that several have names none. */
  void add(String code, String title) {
    if (!code.isEmpty()) {
      exact.add(code);
      codes.putIfAbsent(fold(code), code);
      codeOfName.putIfAbsent(fold(code), code);
      if (!title.isEmpty()) {
        codeOfName.merge(fold(title), code, (one, other) -> one.equals(other) ? one : SEVERAL);
      }
    }
  }

  /** Whether no course is listed. */
  boolean isEmpty() {
    return codeOfName.isEmpty();
  }

  /** The code of the course that a text is a name of; its very letters come first. */
  Optional<String> named(String text) {
    String clean = Cleaning.clean(text);
    if (exact.contains(clean)) {
      return Optional.of(clean);
    }
    return Optional.ofNullable(codeOfName.get(fold(text))).filter(code -> !code.equals(SEVERAL));
  }

  /** The code of the one course that a text names or mentions by its code. */
  Optional<String> mentioned(String text) {
    Optional<String> named = named(text);
    if (named.isPresent()) {
      return named;
    }
    List<String> found = new ArrayList<>();
    String folded = fold(text);
    for (Map.Entry<String, String> code : codes.entrySet()) {
      String word =
          "(?<![\\p{L}\\p{N}])" + Pattern.quote(code.getKey()) + "(?![\\p{L}\\p{N}]|-\\p{N})";
      if (folded.contains(code.getKey()) && Pattern.compile(word).matcher(folded).find()) {
        found.add(code.getValue());
      }
    }
    return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
  }

  private static String fold(String text) {
    return Cleaning.clean(text).toLowerCase(Locale.ROOT);
  }
}
