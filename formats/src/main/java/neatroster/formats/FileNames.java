package neatroster.formats;

import java.util.HashSet;
import java.util.Locale;
import java.util.Set;

/** The names of the files of one batch, no two alike on any disk. */
final class FileNames {
  private final Set<String> taken = new HashSet<>();

  /** A name that no other file of the batch has: the name itself, or with a number at its end. */
  String free(String name) {
    String free = name;
    for (int i = 2; !taken.add(free.toLowerCase(Locale.ROOT)); i++) {
      free = stem(name) + "_" + i + ending(name);
    }
    return free;
  }

  /** A name without its ending. */
  static String stem(String name) {
    int dot = name.lastIndexOf('.');
    return dot < 0 ? name : name.substring(0, dot);
  }

  /** The ending, with its dot. */
  static String ending(String name) {
    return name.substring(stem(name).length());
  }

  /** A text as it may stand in the name of a file anywhere. */
  static String safe(String value) {
    String safe = value.replaceAll("[\\\\/:*?\"<>|\\p{Cntrl}]", "_").strip();
    return safe.isEmpty() ? "none" : safe;
  }

  /** The number of a file among those that a batch is split into. */
  static String numbered(String stem, int number) {
    return String.format(Locale.ROOT, "%s-%02d", stem, number);
  }
}
