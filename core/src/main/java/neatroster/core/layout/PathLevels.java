package neatroster.core.layout;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.regex.Pattern;
import neatroster.core.model.Field;

/**
 * The levels of a path, such as that of a site, as values of their own: <code>{site:1}</code> is
 * the topmost, and goes by the name {@code site 1}.
 */
public final class PathLevels {
  /** The fields that hold paths. */
  static final List<Field> FIELDS = List.of(Field.SITE, Field.CATEGORY);

  private static final int DEEPEST = 9;

  private static final Pattern WRITTEN =
      Pattern.compile("(?i)\\{(\\s*(?:site|category)\\s*):(\\s*[1-9]\\s*)(?=[|}])");

  private PathLevels() {}

  /** A pattern in which levels go by their names; as long as before. */
  public static String named(String pattern) {
    return WRITTEN.matcher(pattern).replaceAll("{$1 $2");
  }

  /** The names of a field's levels; none where it holds no path. */
  static List<String> names(Field field) {
    List<String> names = new ArrayList<>();
    for (int level = 1; level <= DEEPEST && FIELDS.contains(field); level++) {
      names.add(name(field, level));
    }
    return names;
  }

  static String name(Field field, int level) {
    return field.label() + " " + level;
  }

  /** The levels of a path, the topmost first. */
  static List<String> of(String path) {
    List<String> levels = new ArrayList<>();
    for (String level : path.split("/", -1)) {
      if (!level.isBlank()) {
        levels.add(level.strip());
      }
    }
    return levels;
  }

  /** How deep the levels go that are named; 0 where none is. */
  static int deepest(Field field, Collection<String> names) {
    int deepest = 0;
    for (int level = 1; level <= DEEPEST; level++) {
      deepest = names.contains(name(field, level)) ? level : deepest;
    }
    return deepest;
  }
}
