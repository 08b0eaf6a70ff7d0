package neatroster.work.inspect;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.SheetReading;
import neatroster.core.layout.LayoutProposal;
import neatroster.core.roster.Roster;
import neatroster.disk.DiskErrors;
import neatroster.disk.TextForm;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.Layouts;
import neatroster.work.folder.OpenRoster;

/**
 * A layout that was made of a platform's blank import templates.
 *
 * @param name what it is called
 * @param file where it was written, as the user calls it
 * @param matched how its columns were understood
 * @param templates the sheets it was made of
 * @param trouble why nothing can be packed by it yet, or an empty text
 */
public record TemplateLayout(
    String name,
    String file,
    List<LayoutProposal.Matched> matched,
    Roster templates,
    String trouble) {
  /**
   * Makes it, and writes it among the layouts.
   *
   * @param files the templates, as the user names them; at least one
   * @throws Problem where the name is taken, or the templates are none that can be read
   */
  public static TemplateLayout write(CommandContext context, String name, List<String> files) {
    Layouts layouts = new Layouts(context);
    layouts.verifyFree(name);
    try (OpenRoster open = OpenRoster.open(context, files)) {
      LayoutProposal proposal =
          new LayoutProposal(
              name,
              templates(context, open.roster().sheets(), files.get(0), name),
              context.settings().roles());
      open.verifyUnchanged();
      String file = layouts.write(name, proposal.text());
      return new TemplateLayout(
          name, file, proposal.matched(), open.roster(), layouts.trouble(name));
    } catch (UnreadableSheetException e) {
      throw Problem.unreadable(files.get(0) + " cannot be read: " + e.getMessage() + ".", e);
    } catch (IOException e) {
      throw Problem.unreadable(files.get(0) + " cannot be read (" + DiskErrors.reason(e) + ").", e);
    }
  }

  private static List<LayoutProposal.Template> templates(
      CommandContext context, List<SheetReading> sheets, String first, String name)
      throws IOException {
    if (sheets.isEmpty()) {
      throw Problem.unreadable(
          first
              + ": no header is one that we know, so no layout can be made of it. Write"
              + " layouts/"
              + name
              + ".yaml by hand; docs/layouts.md says how.",
          null);
    }
    Map<String, List<SheetReading>> byFile = new LinkedHashMap<>();
    for (SheetReading sheet : sheets) {
      byFile.computeIfAbsent(sheet.name().file(), f -> new ArrayList<>()).add(sheet);
    }
    List<LayoutProposal.Template> templates = new ArrayList<>();
    for (Map.Entry<String, List<SheetReading>> one : byFile.entrySet()) {
      Path template = context.resolve(Path.of(one.getKey()));
      templates.add(
          new LayoutProposal.Template(
              template.getFileName().toString(),
              one.getValue(),
              TextForm.lineEnd(template),
              TextForm.hasMark(template)));
    }
    return templates;
  }
}
