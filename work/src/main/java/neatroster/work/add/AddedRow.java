package neatroster.work.add;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.check.pass.Checker;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.Names;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.Roster;
import neatroster.work.folder.AddedSheet;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.OpenRoster;

/**
 * What check says of the last row of a sheet that is not in the folder yet.
 *
 * @param findings what is wrong with it
 * @param places the other rows about the same person
 * @param already the same in words
 */
public record AddedRow(List<Finding> findings, List<Place> places, List<String> already) {
  /** Judges it among everything that the folder holds. */
  public static AddedRow judge(CommandContext context, AddedSheet sheet, Table table) {
    try (OpenRoster open = OpenRoster.openWith(context, List.of(sheet))) {
      CheckInput checkInput = KnownFiles.checkInput(context, open.roster());
      CheckResult result = Checker.check(open.roster(), checkInput);
      Place place = new Place(new SheetName(sheet.shown(), null), sheet.lastRow());
      List<Finding> findings =
          result.findings().stream()
              .filter(one -> one.place().equals(place) || one.related().contains(place))
              .toList();
      List<Place> places = new ArrayList<>();
      List<String> already = new ArrayList<>();
      if (table == Table.USERS) {
        others(result, place, places, already);
      }
      return new AddedRow(findings, places, already);
    }
  }

  private static void others(
      CheckResult result, Place place, List<Place> places, List<String> already) {
    Roster roster = result.roster();
    int line = roster.line(place);
    Link person = result.resolved().people().ofLine(line);
    if (!person.isFound()) {
      return;
    }
    for (int other : result.resolved().people().lines(person.number())) {
      if (other != line) {
        Place there = roster.place(other);
        places.add(there);
        String username = result.resolved().people().username(person.number());
        already.add(
            Names.full(roster.row(other))
                + " is there already: "
                + there.sheet()
                + ", row "
                + there.row()
                + (username.isEmpty() ? "" : ", with the username " + username)
                + ". To change something, change that row.");
      }
    }
  }

  /** The fields that the folder's sheets of a table say something in. */
  public static List<Field> fieldsOf(CommandContext context, AddedSheet sheet, Table table) {
    try (OpenRoster open = OpenRoster.openWith(context, List.of(sheet))) {
      List<Field> fields = new ArrayList<>();
      for (SheetReading reading : open.roster().sheets()) {
        boolean isOwn = reading.name().file().equals(sheet.shown());
        if (reading.table() == table && !isOwn) {
          table.fields().stream().filter(reading::has).forEach(fields::add);
        }
      }
      return fields;
    }
  }

  /** Whether it cannot be delivered as it stands. */
  public boolean isFaulty() {
    return findings.stream().anyMatch(finding -> finding.severity() == Severity.ERROR);
  }

  /** Whether another row says it already. */
  public boolean isThere() {
    return !already.isEmpty()
        || findings.stream()
            .anyMatch(finding -> finding.rule().text().name().equals("duplicate-enrollment"));
  }
}
