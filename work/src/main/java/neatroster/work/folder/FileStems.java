package neatroster.work.folder;

import java.nio.charset.Charset;
import java.nio.charset.CharsetEncoder;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import neatroster.core.grid.SheetName;

/** Names for files that hold what came from a sheet: the sheet's own, where a disk takes them. */
public final class FileStems {
  /** With a number and an ending behind it, in the longest letters, a name has 255 bytes. */
  private static final int LONGEST = 60;

  /** Names that Windows keeps for devices. */
  private static final Pattern DEVICES =
      Pattern.compile("(?i)(con|prn|aux|nul|com[0-9]|lpt[0-9])(\\..*)?");

  private FileStems() {}

  /**
   * A name without its ending for what comes from a sheet.
   *
   * @param taken the names that are taken, in lower case; this one joins them
   */
  public static String free(SheetName name, Set<String> taken) {
    String file = name.file().replaceAll(".*[/\\\\]", "").replaceAll("\\.[^.]*$", "");
    String tab = name.sheet() == null ? "" : "-" + name.sheet();
    String stem = cut(writable((file + tab).replaceAll("[^\\p{L}\\p{M}\\p{N}._-]", "_")));
    stem = stem.replaceAll("^[.-]+", "").replaceAll("[. ]+$", "");
    stem = stem.isEmpty() || DEVICES.matcher(stem).matches() ? "sheet" + stem : stem;
    String free = stem;
    for (int n = 2; !taken.add(free.toLowerCase(Locale.ROOT)); n++) {
      free = stem + "-" + n;
    }
    return free;
  }

  private static String cut(String stem) {
    if (stem.length() <= LONGEST) {
      return stem;
    }
    int end = Character.isHighSurrogate(stem.charAt(LONGEST - 1)) ? LONGEST - 1 : LONGEST;
    return stem.substring(0, end);
  }

  /** Without letters that the disk's encoding of names does not have. */
  private static String writable(String stem) {
    String encoding = System.getProperty("sun.jnu.encoding", "UTF-8");
    if (!Charset.isSupported(encoding)) {
      return stem;
    }
    CharsetEncoder encoder = Charset.forName(encoding).newEncoder();
    StringBuilder writable = new StringBuilder();
    stem.codePoints()
        .forEach(
            c -> {
              String letter = Character.toString(c);
              writable.append(encoder.canEncode(letter) ? letter : "_");
            });
    return writable.toString();
  }
}
