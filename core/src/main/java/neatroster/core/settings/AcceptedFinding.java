package neatroster.core.settings;

import java.util.Optional;
import neatroster.core.grid.SheetName;

/**
 * Something that a rule finds and that is meant to be as it is.
 *
 * @param place where the settings say it, for messages
 * @param rule the rule
 * @param value the value that is accepted, or empty for any
 * @param sheet the file, or its sheet, in which it is accepted, or empty for all
 * @param why why it is meant
 */
public record AcceptedFinding(
    String place, String rule, Optional<String> value, Optional<String> sheet, String why) {
  /** Whether this is about a finding of that rule in that sheet about that value. */
  public boolean covers(String found, SheetName in, String about) {
    return rule.equals(found)
        && (value.isEmpty() || value.get().equalsIgnoreCase(about == null ? "" : about.strip()))
        && (sheet.isEmpty()
            || sheet.get().equalsIgnoreCase(in.sheet())
            || sheet.get().equalsIgnoreCase(in.file())
            || sheet.get().equalsIgnoreCase(in.file().replaceAll(".*[/\\\\]", "")));
  }
}
