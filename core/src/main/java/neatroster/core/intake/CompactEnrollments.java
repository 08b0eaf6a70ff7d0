package neatroster.core.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;

/**
 * Enrollments in one cell: {@code NAV-2 as learner in Port Watch; KNOT-1}. Quotation marks stand
 * around a name that contains a word or a sign that separates.
 */
public final class CompactEnrollments {
  private CompactEnrollments() {}

  /**
   * One of them; role and group are empty where they are not said.
   *
   * @param course the course as written
   * @param role the role as written
   * @param group the group as written
   */
  record Piece(String course, String role, String group) {}

  private static final Pattern CODES =
      Pattern.compile(
          "\\s*[\\p{Lu}\\p{N}]+[-_./]?\\p{N}[\\p{L}\\p{N}-]*(?:\\s*,\\s*[\\p{Lu}\\p{N}]+[-_./]?\\p{N}[\\p{L}\\p{N}-]*)+\\s*,?\\s*");

  /** The enrollments of a cell in their order. */
  static List<Piece> parse(String cell) {
    if (CODES.matcher(cell).matches()) {
      // Codes between commas, as STG-1, VOX-2: no name of one course looks like that.
      List<Piece> codes = new ArrayList<>();
      for (String code : cell.split("[,\\s]+", -1)) {
        if (!code.isEmpty()) {
          codes.add(new Piece(code, "", ""));
        }
      }
      return codes;
    }
    List<Piece> pieces = new ArrayList<>();
    StringBuilder[] parts = {new StringBuilder(), new StringBuilder(), new StringBuilder()};
    int part = 0;
    for (String token : tokens(cell)) {
      String word = token.toLowerCase(Locale.ROOT);
      if (token.equals(";")) {
        close(pieces, parts);
        part = 0;
      } else if (word.equals("as") && part == 0 && parts[0].length() > 0) {
        part = 1;
      } else if (word.equals("in") && part < 2 && parts[0].length() > 0) {
        part = 2;
      } else {
        boolean quoted = token.startsWith("\"");
        parts[part]
            .append(parts[part].isEmpty() ? "" : " ")
            .append(quoted ? token.substring(1) : token);
      }
    }
    close(pieces, parts);
    return pieces;
  }

  /**
   * Writes one enrollment as it is read.
   *
   * @param role the role, or empty
   * @param group the group, or empty
   */
  public static String text(String course, String role, String group) {
    return quoted(course)
        + (role.isEmpty() ? "" : " as " + quoted(role))
        + (group.isEmpty() ? "" : " in " + quoted(group));
  }

  private static String quoted(String name) {
    return name.matches("(?i).*(?:;|\\b(?:as|in)\\b).*") ? '"' + name + '"' : name;
  }

  private static void close(List<Piece> pieces, StringBuilder[] parts) {
    if (parts[0].length() > 0) {
      pieces.add(new Piece(parts[0].toString(), parts[1].toString(), parts[2].toString()));
    }
    for (StringBuilder part : parts) {
      part.setLength(0);
    }
  }

  /**
   * Words, semicolons, and quoted texts, which begin with their quotation mark and have no other.
   */
  private static List<String> tokens(String cell) {
    List<String> tokens = new ArrayList<>();
    StringBuilder token = new StringBuilder();
    boolean quoted = false;
    for (int i = 0; i < cell.length(); i++) {
      char c = cell.charAt(i);
      boolean mark = c == '"' || c == '“' || c == '”';
      if (quoted && !mark) {
        token.append(c);
      } else if (mark) {
        if (!quoted) {
          flush(tokens, token);
          token.append('"');
        } else {
          tokens.add(token.toString());
          token.setLength(0);
        }
        quoted = !quoted;
      } else if (c == ';' || c == '\n') {
        flush(tokens, token);
        tokens.add(";");
      } else if (Character.isWhitespace(c)) {
        flush(tokens, token);
      } else {
        token.append(c);
      }
    }
    flush(tokens, token);
    return tokens;
  }

  private static void flush(List<String> tokens, StringBuilder token) {
    if (!token.isEmpty()) {
      tokens.add(token.toString());
      token.setLength(0);
    }
  }
}
