package neatroster.core;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.check.pass.Checker;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.SheetIntake;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SheetsInView;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Settings;
import neatroster.core.state.KnownUsers;

/** Rosters of test sheets, and what a check finds in them in a form that a test can compare. */
public final class Rosters {
  private Rosters() {}

  public static Roster of(TextSheet... sheets) {
    return of(Settings.standard(), sheets);
  }

  public static Roster of(Settings settings, TextSheet... sheets) {
    List<SheetReading> readings = new ArrayList<>();
    List<Roster.Unread> unread = new ArrayList<>();
    List<SheetName> order = new ArrayList<>();
    for (TextSheet sheet : sheets) {
      order.add(sheet.name());
      try {
        readings.add(SheetIntake.of(sheet, Optional.empty(), settings));
      } catch (UnreadableSheetException e) {
        unread.add(new Roster.Unread(sheet.name(), e, false));
      }
    }
    return new Roster(
        SheetsInView.understand(readings, SheetsInView.Said.NOTHING, List::of, settings),
        unread,
        order);
  }

  public static CheckResult check(TextSheet... sheets) {
    return check(Settings.standard(), KnownUsers.none(), sheets);
  }

  public static CheckResult check(Settings settings, KnownUsers known, TextSheet... sheets) {
    return new Checker(settings).check(of(settings, sheets), known);
  }

  /** Each finding as {@code file:row rule [suggestion]}, in order. */
  public static List<String> found(TextSheet... sheets) {
    return found(check(sheets));
  }

  public static List<String> found(CheckResult result) {
    return result.findings().stream().map(Rosters::brief).collect(Collectors.toList());
  }

  private static String brief(Finding finding) {
    return finding.place().sheet().file()
        + ":"
        + finding.place().row()
        + " "
        + finding.rule().text().name()
        + (finding.suggestion() == null ? "" : " " + finding.suggestion());
  }
}
