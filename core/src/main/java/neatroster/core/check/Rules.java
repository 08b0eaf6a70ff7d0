package neatroster.core.check;

import java.util.List;
import java.util.stream.Stream;
import neatroster.core.model.Settings;

/** Every rule there is. A new rule is a new file and a line here. */
public final class Rules {
  final UnreadableFile unreadableFile = new UnreadableFile();
  final NotATable notATable = new NotATable();
  final UncheckedReferences uncheckedReferences = new UncheckedReferences();
  final UnevenRow unevenRow = new UnevenRow();
  final List<SheetRule> sheetRules = List.of(new MissingColumn(), new UnknownColumn());
  final List<RowRule> rowRules;

  Rules(Settings settings) {
    rowRules =
        List.of(
            new MissingValue(),
            new StraySpace(),
            new SpreadsheetError(),
            new BadUsername(settings),
            new BadEmail(),
            new BadDate(settings),
            new UnknownRole(settings),
            new UnknownStatus(),
            new DuplicateUsername(),
            new UsernameTaken(),
            new RenameRefused(settings),
            new DuplicateEmail(settings),
            new DuplicateId(),
            new SamePersonTwice(),
            new ConflictingRows(),
            new DuplicateCourse(),
            new DuplicateGroup(),
            new DuplicateEnrollment(),
            new UnknownUser(),
            new AmbiguousUser(),
            new UnknownCourse(),
            new UnknownGroup(),
            new RemovalRefused(settings));
  }

  /** The texts of all rules: those about sheets, then those about rows. */
  public static List<RuleText> texts() {
    Rules rules = new Rules(Settings.standard());
    return Stream.of(
            Stream.of(
                rules.unreadableFile, rules.notATable, rules.unevenRow, rules.uncheckedReferences),
            rules.sheetRules.stream(),
            rules.rowRules.stream())
        .flatMap(stream -> stream)
        .map(Rule::text)
        .toList();
  }
}
