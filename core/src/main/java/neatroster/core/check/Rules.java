package neatroster.core.check;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.model.Settings;
import neatroster.core.roster.Known;

/** Every rule there is. A new rule is a new file and a line here. */
public final class Rules {
  final UnreadableFile unreadableFile = new UnreadableFile();
  final NotATable notATable = new NotATable();
  final UncheckedReferences uncheckedReferences = new UncheckedReferences();
  final UnevenRow unevenRow = new UnevenRow();
  final RepeatedHeader repeatedHeader = new RepeatedHeader();
  final SkippedRowNote skippedRow = new SkippedRowNote();
  final ExampleRowNote exampleRow = new ExampleRowNote();
  final List<SheetRule> sheetRules;
  final List<ColumnRule> columnRules;
  final List<ColumnRule> referenceRules;
  final List<RowRule> rowRules;
  final List<RosterRule> rosterRules;
  private final List<Rule> all = new ArrayList<>();

  Rules(Basis basis) {
    Settings settings = basis.settings();
    Known known = basis.known();
    addAll(
        unreadableFile,
        notATable,
        repeatedHeader,
        skippedRow,
        exampleRow,
        unevenRow,
        new FillDownSlip(),
        uncheckedReferences,
        new MissingColumn(known),
        new UnknownColumn(),
        new NoHeader(),
        new HiddenParts(),
        new MissingValue(),
        new StraySpace(),
        new OddCharacter(),
        new UndecodableText(),
        new GarbledText(),
        new UncertainLetters(),
        new StrayQuote(),
        new SpreadsheetError(),
        new FormulaSign(settings),
        new MangledNumber(),
        new TooLong(),
        new TooShort(settings),
        new BadUsername(settings),
        new BadEmail(),
        new BadDate(),
        new DateOrders(),
        new BadPhone(),
        new PhoneWithoutCountry(),
        new BadCountry(),
        new BadTimeZone(),
        new BadLanguage(),
        new BadNumber(),
        new UnknownRole(),
        new UnknownStatus(),
        new WeakPassword(settings),
        new UncertainName(),
        new UnwantedWord(settings),
        new DuplicateJoinCode(),
        new MissingPhoto(basis),
        new StrayPhoto(basis),
        new BadPlacement(),
        new ColumnWithoutHeader(),
        new NoCourse(),
        new ExampleLeft(),
        new OffPattern(),
        new StaleYear(basis),
        new UnlistedValue(),
        new DuplicateUsername(),
        new DuplicateEmail(),
        new DuplicateId(),
        new DuplicatePhone(settings),
        new DuplicateValue(),
        new SamePersonTwice(),
        new AlteredId(),
        new JoinedByName(),
        new ConflictingRows(),
        new DuplicateCourse(),
        new DuplicateGroup(),
        new DuplicateEnrollment(),
        new ConflictingRoles(),
        new NearTwin(known),
        new ShiftedColumn(),
        new UnknownUser(),
        new UnknownCourse(),
        new UnknownGroup(),
        new UnknownManager(),
        new CircularManager(),
        new UnknownInstructor(),
        new UnknownSite(known),
        new UnknownCategory(known),
        new UnknownFormerUsername(known),
        new AmbiguousUser(),
        new ConsentNeeded(basis),
        new UnlikelyRole(basis),
        new UnreachableEmail(),
        new DatesOutOfOrder(basis),
        new EnrollmentOutsideCourse(),
        new RemovalRefused(settings),
        new RenameRefused(settings),
        new UsernameTaken(),
        new EmailTaken(),
        new AlreadyKnown(),
        new AlreadyEnrolled(known),
        new SuspendedUser(),
        new MatchedTwice(),
        new AnotherPerson(),
        new ChangedElsewhere(known),
        new ClassWithoutInstructor(),
        new ClassWithoutLearners(),
        new ClassOverCapacity(),
        new GroupOverCapacity(),
        new TooManyCourses(settings),
        new MadeGroup(),
        new NoAccount());
    sheetRules = of(SheetRule.class);
    List<ColumnRule> columns = of(ColumnRule.class);
    columnRules = columns.stream().filter(rule -> !rule.seesReferences()).toList();
    referenceRules = columns.stream().filter(ColumnRule::seesReferences).toList();
    rowRules = of(RowRule.class).stream().filter(rule -> rule != unevenRow).toList();
    rosterRules = of(RosterRule.class);
  }

  private void addAll(Rule... rules) {
    all.addAll(List.of(rules));
  }

  private <T extends Rule> List<T> of(Class<T> kind) {
    return all.stream().filter(kind::isInstance).map(kind::cast).toList();
  }

  /** Every rule: those about sheets, those about rows, those about all of them together. */
  List<Rule> all() {
    return all;
  }

  /** The texts of all rules: those about sheets, then those about rows. */
  public static List<RuleText> texts() {
    Basis basis = Basis.of(Settings.standard(), Known.nothing());
    return new Rules(basis).all().stream().map(Rule::text).toList();
  }
}
