package neatroster.cli.report;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.cli.terminal.Screen;
import neatroster.core.compare.LeftAsItIs;
import neatroster.core.model.Counted;

/** What stays as the platform has it, by the settings that would let it through. */
public final class LeftDifferences {
  /** Of what one setting leaves so many are shown. */
  private static final int FEW = 5;

  private final Map<String, List<String>> bySetting = new LinkedHashMap<>();
  private final Map<String, Integer> counts = new LinkedHashMap<>();
  private int all;
  private int unasked;

  /** Takes a difference. */
  public void add(LeftAsItIs left) {
    all++;
    counts.merge(left.setting(), 1, Integer::sum);
    List<String> lines = bySetting.computeIfAbsent(left.setting(), setting -> new ArrayList<>());
    if (lines.size() < FEW) {
      lines.add("    " + left.key() + "  " + ChangeWords.what(left));
    }
  }

  /** Takes how many accounts are in no sheet, and nothing says what becomes of them. */
  public void unasked(int accounts) {
    unasked = accounts;
  }

  /** How many accounts that are. */
  int unasked() {
    return unasked;
  }

  /** The same as sentences. */
  String unaskedInWords() {
    return Counted.of(unasked, "account")
        + (unasked == 1 ? " is" : " are")
        + " on the platform and in no sheet; nothing happens to "
        + (unasked == 1 ? "it" : "them")
        + ". A list that is meant to name everybody says so in roster.yaml:"
        + " sheets: [{file: FILE, covers: everything}].";
  }

  /** How many differences there are. */
  public int count() {
    return all;
  }

  /** Says it, with an empty line behind it; nothing where nothing is left. */
  public void write(Screen screen) {
    if (all > 0) {
      screen.line(
          screen.yellow(Counted.of(all, "difference"))
              + " left as the platform has it, because of the settings");
      bySetting.forEach(
          (setting, lines) -> {
            int count = counts.get(setting);
            screen.line("  " + setting + screen.dim("  " + ChangeWords.through(setting, count)));
            lines.forEach(screen::line);
            if (count > lines.size()) {
              screen.line("    … and " + (count - lines.size()) + " more");
            }
          });
      screen.line("");
    }
    if (unasked > 0) {
      screen.line(screen.yellow(unaskedInWords()));
      screen.line("");
    }
  }
}
