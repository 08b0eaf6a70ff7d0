package neatroster.work.inspect;

import java.util.List;
import neatroster.core.check.Proposals;
import neatroster.core.check.pass.Checker;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.SheetSurvey;
import neatroster.core.roster.Roster;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.OpenRoster;
import neatroster.work.folder.RosterFolder;
import neatroster.work.folder.SettingsSaver;

/**
 * How sheets are understood.
 *
 * @param sheets those that are understood
 * @param unread those that are not
 * @param leftOut those that the settings leave out
 * @param known the platform's exports, where they are asked about
 */
public record Inspection(
    List<SheetSurvey> sheets,
    List<Roster.Unread> unread,
    List<SheetName> leftOut,
    List<SheetSurvey> known) {
  /**
   * Looks at open sheets.
   *
   * @param withExports whether the platform's exports are looked at too
   */
  public static Inspection of(CommandContext context, OpenRoster open, boolean withExports) {
    Roster roster = open.roster();
    List<SheetSurvey> sheets = roster.sheets().stream().map(SheetSurvey::of).toList();
    List<SheetSurvey> known =
        withExports ? open.exports(context).stream().map(SheetSurvey::of).toList() : List.of();
    open.verifyUnchanged();
    return new Inspection(sheets, roster.unread(), open.leftOut(), known);
  }

  /** Writes it into the settings of a roster folder, beside what stands there. */
  public void save(CommandContext context, RosterFolder folder, OpenRoster open) {
    new SettingsSaver(folder, context.dialog())
        .save(
            sheets,
            unread,
            context.settings(),
            Proposals.of(
                Checker.check(open.roster(), KnownFiles.checkInput(context, open.roster()))));
  }

  /** Whether a sheet is not understood that somebody may have meant as a table. */
  public boolean isTroubled() {
    return unread.stream().anyMatch(sheet -> !sheet.isLeftAlone())
        || sheets.stream().anyMatch(sheet -> sheet.trouble() != null);
  }
}
