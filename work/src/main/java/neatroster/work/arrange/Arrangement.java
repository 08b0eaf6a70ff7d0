package neatroster.work.arrange;

import java.io.IOException;
import java.util.List;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.check.pass.Checker;
import neatroster.core.model.Counted;
import neatroster.core.model.Severity;
import neatroster.disk.DiskErrors;
import neatroster.register.FolderLock;
import neatroster.work.Problem;
import neatroster.work.folder.AddedSheet;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.OpenRoster;

/**
 * What arrange would write.
 *
 * @param title what is done, as a heading
 * @param parts who comes where
 * @param remarks what is left as it is, and why
 * @param sheets the sheets that would hold it
 */
public record Arrangement(
    String title, List<Part> parts, List<String> remarks, List<AddedSheet> sheets) {
  /**
   * People who come to one place.
   *
   * @param name the group, the course or the grade
   * @param people their names
   * @param there how many are there already
   */
  public record Part(String name, List<String> people, int there) {}

  /** Whether nobody is moved. */
  public boolean isNothing() {
    return parts.stream().allMatch(part -> part.people().isEmpty());
  }

  /** What would be wrong with the new sheets. */
  public List<Finding> errors(CommandContext context) {
    List<String> names = sheets.stream().map(AddedSheet::shown).toList();
    try (OpenRoster open = OpenRoster.openWith(context, sheets)) {
      CheckResult result =
          Checker.check(open.roster(), KnownFiles.checkInput(context, open.roster()));
      return result.findings().stream()
          .filter(finding -> finding.severity() == Severity.ERROR)
          .filter(finding -> names.contains(finding.place().sheet().file()))
          .toList();
    }
  }

  /** Writes the new sheets into the roster folder. */
  public void save(CommandContext context) {
    try (FolderLock held = context.lock("arrange")) {
      held.verify();
      sheets.forEach(AddedSheet::save);
    } catch (IOException e) {
      throw Problem.unreadable(
          "The folder could not be released (" + DiskErrors.reason(e) + ").", e);
    }
  }

  /** How many of whom. */
  static String counted(int count) {
    return count == 1 ? "1 person" : Counted.of(count, "person").replace("persons", "people");
  }
}
