package neatroster.work.pack;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.SkippedDifference;
import neatroster.core.model.Counted;
import neatroster.core.model.Field;

/**
 * What is to be known beside what is delivered, in the same words from preview, pack and send: what
 * stays as the platform has it, by the settings that would let it through; who is in no sheet;
 * whose passwords change.
 */
public final class Notices {
  /** Of what one setting leaves, and of passwords, so many are shown. */
  private static final int FEW = 5;

  private final Map<String, List<String>> bySetting = new LinkedHashMap<>();
  private final Map<String, Integer> counts = new LinkedHashMap<>();
  private final List<String> passwordsOf = new ArrayList<>();
  private int passwords;
  private int all;
  private int unasked;

  /** Takes a difference that stays. */
  public void add(SkippedDifference left) {
    all++;
    counts.merge(left.setting(), 1, Integer::sum);
    List<String> lines = bySetting.computeIfAbsent(left.setting(), setting -> new ArrayList<>());
    if (lines.size() < FEW) {
      lines.add("    " + left.key() + "  " + ChangeWords.what(left));
    }
  }

  /** Takes a change. */
  public void add(PlannedChange change) {
    boolean changesPassword =
        change.phase() == Phase.USERS
            && change.change() != Change.CREATE
            && !change.value(Field.PASSWORD).isEmpty();
    if (changesPassword && passwords++ < FEW) {
      passwordsOf.add(change.key());
    }
  }

  /** Takes how many accounts are in no sheet, and nothing says what becomes of them. */
  public void unasked(int accounts) {
    unasked = accounts;
  }

  /** How many accounts that are. */
  public int unasked() {
    return unasked;
  }

  /** The same as sentences. */
  public String unaskedInWords() {
    return Counted.of(unasked, "account")
        + (unasked == 1 ? " is" : " are")
        + " on the platform and in no sheet; nothing happens to "
        + (unasked == 1 ? "it" : "them")
        + ". A list that is meant to name everybody says so in roster.yaml:"
        + " sheets: [{file: FILE, covers: everything}].";
  }

  /** How many differences stay. */
  public int count() {
    return all;
  }

  /** All of it, a line each; what belongs to a line begins with spaces. */
  public List<String> lines() {
    List<String> said = new ArrayList<>();
    if (passwords > 0) {
      said.add(
          Counted.of(passwords, "account")
              + (passwords == 1 ? " gets" : " get")
              + " another first password on the platform: "
              + String.join(", ", passwordsOf)
              + (passwords > FEW ? ", … and " + (passwords - FEW) + " more." : "."));
    }
    if (all > 0) {
      said.add(
          Counted.of(all, "difference") + " left as the platform has it, because of the settings");
      bySetting.forEach(
          (setting, lines) -> {
            int count = counts.get(setting);
            said.add("  " + setting + "  " + ChangeWords.through(setting, count));
            said.addAll(lines);
            if (count > lines.size()) {
              said.add("    … and " + (count - lines.size()) + " more");
            }
          });
    }
    if (unasked > 0) {
      said.add(unaskedInWords());
    }
    return said;
  }
}
