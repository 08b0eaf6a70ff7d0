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
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.Cleaning;

/** The courses that a roster lists, by code, by alias, and by a title that only one of them has. */
public final class CourseNames {
  private static final String SEVERAL = "";

  private final Map<String, String> codeOfName = new HashMap<>();
  private final Set<String> exact = new HashSet<>();
  private final Map<String, String> codes = new LinkedHashMap<>();

  private CourseNames() {}

  /**
   * Reads the courses of some sheets.
   *
   * @param aliases other names of courses, each with the code
   */
  public static CourseNames of(List<SheetReading> sheets, Map<String, String> aliases) {
    CourseNames names = new CourseNames();
    for (SheetReading sheet : sheets) {
      if (sheet.table() == Table.COURSES) {
        names.addAll(sheet);
      }
    }
    aliases.forEach((alias, code) -> names.codeOfName.putIfAbsent(fold(alias), code));
    return names;
  }

  private void addAll(SheetReading sheet) {
    try {
      sheet.read(row -> add(row.text(Field.CODE), row.text(Field.TITLE)));
    } catch (UnreadableSheetException e) {
      // The check says so when it reads the sheet; the courses up to there are known.
      return;
    }
  }

  private void add(String code, String title) {
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
  public boolean isEmpty() {
    return codeOfName.isEmpty();
  }

  /** The code of the course that a text is a name of; its very letters come first. */
  public Optional<String> named(String text) {
    String clean = Cleaning.clean(text);
    if (exact.contains(clean)) {
      return Optional.of(clean);
    }
    return Optional.ofNullable(codeOfName.get(fold(text))).filter(code -> !code.equals(SEVERAL));
  }

  /** The code of the one course that a text names or mentions by its code. */
  public Optional<String> mentioned(String text) {
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
