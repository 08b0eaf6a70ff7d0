package neatroster.core.compare;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.change.Change;
import neatroster.core.change.DeliveredChanges;
import neatroster.core.change.PlannedChange;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.statement.Statement;
import neatroster.core.statement.Statements;

/** What comes of comparing test sheets, in a form that a test can compare. */
final class Compared {
  final List<String> changes = new ArrayList<>();
  final List<String> left = new ArrayList<>();
  final Totals totals;
  final ProjectedHeadcounts projected;

  private Compared(Settings settings, Known known, List<TextSheet> sheets, boolean areWholeLists) {
    CheckInput checkInput =
        new CheckInput(settings, known, Optional.of(LocalDate.of(2027, 1, 15)), Optional.empty());
    CheckResult checked =
        Checker.check(Rosters.of(settings, sheets.toArray(TextSheet[]::new)), checkInput);
    totals = new Totals(known.memberships(), settings.defaultRole());
    ChangeReceiver receiver =
        new ChangeReceiver() {
          @Override
          public void change(PlannedChange change) {
            totals.add(change);
            changes.add(said(change));
          }

          @Override
          public void leftOut(RosterRow row, int line, String why) {
            changes.add("left out " + row.place() + " " + why);
          }

          @Override
          public void left(SkippedDifference one) {
            left.add(one.key() + " " + one.field() + " " + one.from() + " > " + one.to());
          }
        };
    Comparison comparison =
        new Comparison(
            settings,
            checked,
            known,
            IssuedItems.of(reference -> ""),
            LocalDate.of(2027, 1, 15),
            receiver);
    (areWholeLists ? comparison.ofWholeLists() : comparison).run();
    projected = ProjectedHeadcounts.of(totals, checked, known);
  }

  /** Exports, then the sheets: a text that begins with a line {@code known}, the rest. */
  static Compared of(Settings settings, String... texts) throws Exception {
    return of(settings, false, texts);
  }

  /** The same with sheets that are the whole of what they list. */
  static Compared ofWhole(Settings settings, String... texts) throws Exception {
    return of(settings, true, texts);
  }

  private static Compared of(Settings settings, boolean areWholeLists, String... texts)
      throws Exception {
    List<TextSheet> known = new ArrayList<>();
    List<TextSheet> sheets = new ArrayList<>();
    List<Statement> statements = new ArrayList<>();
    for (String text : texts) {
      String rest = text.substring(text.indexOf('\n') + 1);
      // The newest comes first.
      Instant at = Instant.EPOCH.minusSeconds(statements.size());
      if (text.startsWith("delivered\n")) {
        statements.add(new Statement.Delivery(DeliveredChanges.of(rest), at));
      } else if (text.startsWith("known\n")) {
        TextSheet sheet = TextSheet.of("known" + known.size(), rest);
        known.add(sheet);
        statements.add(new Statement.Export(sheet.name().file(), at));
      } else {
        sheets.add(TextSheet.of("sheet" + sheets.size(), text));
      }
    }
    return new Compared(
        settings,
        Statements.read(
            Rosters.of(settings, known.toArray(TextSheet[]::new)), statements, List.of(), false),
        sheets,
        areWholeLists);
  }

  private static String said(PlannedChange change) {
    String fields =
        change.before().entrySet().stream()
            .filter(entry -> !change.value(entry.getKey()).isEmpty())
            .filter(entry -> entry.getKey() != Field.USERNAME || change.change() == Change.RENAME)
            .map(
                entry ->
                    entry.getKey().label()
                        + " "
                        + entry.getValue()
                        + " > "
                        + change.value(entry.getKey()))
            .collect(Collectors.joining(", "));
    for (Map.Entry<String, String> own : change.ownBefore().entrySet()) {
      fields += own.getKey() + " " + own.getValue() + " > " + change.own().get(own.getKey());
    }
    return change.phase().word()
        + " "
        + change.change().word()
        + " "
        + change.key()
        + (fields.isEmpty() || change.change() == Change.WITHDRAW ? "" : ": " + fields);
  }
}
