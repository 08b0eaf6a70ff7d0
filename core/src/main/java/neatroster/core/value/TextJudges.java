package neatroster.core.value;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Codes, numbers, paths, lists and plain texts. */
final class TextJudges {
  private static final Pattern WHOLE = Pattern.compile("\\d{1,9}");
  private static final Pattern WITH_NOUGHTS = Pattern.compile("(\\d{1,9})[.,]0+");
  private static final Pattern AMOUNT = Pattern.compile("-?\\d{1,15}(?:[.,]\\d{1,6})?");
  private static final Pattern SPACED_SLASH = Pattern.compile("(?<=\\S)\\s*/\\s*(?=\\S)");
  private static final int DEEPEST = 12;

  private TextJudges() {}

  static Judged code(String text, Judge.Where where) {
    return Judged.good(PlainSigns.of(text));
  }

  static Judged text(String text, Judge.Where where) {
    return Judged.good(text);
  }

  static Judged list(String text, Judge.Where where) {
    return Judged.good(String.join("; ", Instructors.of(PlainSigns.of(text))));
  }

  static Judged number(String text, Judge.Where where) {
    String plain = PlainSigns.of(text);
    if (WHOLE.matcher(plain).matches()) {
      return Judged.good(plain);
    }
    Matcher whole = WITH_NOUGHTS.matcher(plain);
    return Judged.bad(
        plain,
        "is no whole number.",
        whole.matches() ? Optional.of(whole.group(1)) : Optional.empty());
  }

  /** A number of the school's own, with digits behind the point or not. */
  static Judged amount(String text, Judge.Where where) {
    String plain = PlainSigns.of(text);
    return AMOUNT.matcher(plain).matches()
        ? Judged.good(plain)
        : Judged.bad(plain, "is no number.");
  }

  /** A path; spaces around its slashes do not matter. */
  static Judged path(String text, Judge.Where where) {
    String path = text.indexOf('/') > 0 ? SPACED_SLASH.matcher(text).replaceAll("/") : text;
    List<String> parts = new ArrayList<>();
    for (String part : path.replace('\\', '/').split("/", -1)) {
      if (!part.isBlank()) {
        parts.add(part.strip());
      }
    }
    String straight = String.join("/", parts);
    if (straight.isEmpty()) {
      return Judged.bad(path, "names nothing.");
    }
    if (!straight.equals(path)) {
      return Judged.bad(path, "is a path with a gap or a stray slash.", Optional.of(straight));
    }
    return parts.size() > DEEPEST
        ? Judged.bad(path, "goes deeper than any place.")
        : Judged.good(path);
  }
}
