package neatroster.core.check.pass;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.check.CheckInput;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RowRule;
import neatroster.core.check.Rule;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetRule;
import neatroster.core.check.rules.courses.ClassOverCapacity;
import neatroster.core.check.rules.courses.ClassWithoutInstructor;
import neatroster.core.check.rules.courses.ClassWithoutLearners;
import neatroster.core.check.rules.courses.DuplicateCourse;
import neatroster.core.check.rules.courses.DuplicateGroup;
import neatroster.core.check.rules.courses.DuplicateJoinCode;
import neatroster.core.check.rules.courses.GroupOverCapacity;
import neatroster.core.check.rules.courses.InstructorInOtherRole;
import neatroster.core.check.rules.courses.MadeGroup;
import neatroster.core.check.rules.courses.NearTwin;
import neatroster.core.check.rules.courses.UnknownCategory;
import neatroster.core.check.rules.courses.UnknownInstructor;
import neatroster.core.check.rules.courses.UnknownSite;
import neatroster.core.check.rules.enrollments.AlreadyEnrolled;
import neatroster.core.check.rules.enrollments.AmbiguousUser;
import neatroster.core.check.rules.enrollments.ClassOfInstructors;
import neatroster.core.check.rules.enrollments.ConflictingRoles;
import neatroster.core.check.rules.enrollments.ConflictingStatus;
import neatroster.core.check.rules.enrollments.DraggedColumn;
import neatroster.core.check.rules.enrollments.DuplicateEnrollment;
import neatroster.core.check.rules.enrollments.EnrollmentOutsideCourse;
import neatroster.core.check.rules.enrollments.FillDownSlip;
import neatroster.core.check.rules.enrollments.InstructorHasLeft;
import neatroster.core.check.rules.enrollments.LeftoverInstructor;
import neatroster.core.check.rules.enrollments.NoCourse;
import neatroster.core.check.rules.enrollments.NotThereToLeave;
import neatroster.core.check.rules.enrollments.RemovedStillNamed;
import neatroster.core.check.rules.enrollments.ShiftedColumn;
import neatroster.core.check.rules.enrollments.SuspendedUser;
import neatroster.core.check.rules.enrollments.TooManyCourses;
import neatroster.core.check.rules.enrollments.UnknownCourse;
import neatroster.core.check.rules.enrollments.UnknownGroup;
import neatroster.core.check.rules.enrollments.UnknownUser;
import neatroster.core.check.rules.enrollments.UnlikelyRole;
import neatroster.core.check.rules.people.AlreadyKnown;
import neatroster.core.check.rules.people.AlteredId;
import neatroster.core.check.rules.people.AnotherGuardian;
import neatroster.core.check.rules.people.AnotherPerson;
import neatroster.core.check.rules.people.BadUsername;
import neatroster.core.check.rules.people.ChangedElsewhere;
import neatroster.core.check.rules.people.CircularManager;
import neatroster.core.check.rules.people.CircularRenames;
import neatroster.core.check.rules.people.ClassListOnly;
import neatroster.core.check.rules.people.ConflictingExports;
import neatroster.core.check.rules.people.ConflictingRows;
import neatroster.core.check.rules.people.ConsentNeeded;
import neatroster.core.check.rules.people.DuplicateEmail;
import neatroster.core.check.rules.people.DuplicateId;
import neatroster.core.check.rules.people.DuplicatePhone;
import neatroster.core.check.rules.people.DuplicateUsername;
import neatroster.core.check.rules.people.EmailTaken;
import neatroster.core.check.rules.people.EnrollsNobody;
import neatroster.core.check.rules.people.JoinedByName;
import neatroster.core.check.rules.people.MatchedTwice;
import neatroster.core.check.rules.people.MissingPhoto;
import neatroster.core.check.rules.people.NameChanged;
import neatroster.core.check.rules.people.NoAccount;
import neatroster.core.check.rules.people.RemovalRefused;
import neatroster.core.check.rules.people.RenameRefused;
import neatroster.core.check.rules.people.SameNameOnPlatform;
import neatroster.core.check.rules.people.SamePersonTwice;
import neatroster.core.check.rules.people.StrayPhoto;
import neatroster.core.check.rules.people.UncertainName;
import neatroster.core.check.rules.people.UnknownFormerUsername;
import neatroster.core.check.rules.people.UnknownManager;
import neatroster.core.check.rules.people.UnwantedWord;
import neatroster.core.check.rules.people.UsernameTaken;
import neatroster.core.check.rules.people.WeakPassword;
import neatroster.core.check.rules.people.WholeNameInGiven;
import neatroster.core.check.rules.sheets.ColumnLeftAlone;
import neatroster.core.check.rules.sheets.ColumnWithoutHeader;
import neatroster.core.check.rules.sheets.CoversNothing;
import neatroster.core.check.rules.sheets.ExampleLeft;
import neatroster.core.check.rules.sheets.ExampleRowNote;
import neatroster.core.check.rules.sheets.HiddenParts;
import neatroster.core.check.rules.sheets.MissingColumn;
import neatroster.core.check.rules.sheets.NoHeader;
import neatroster.core.check.rules.sheets.NotATable;
import neatroster.core.check.rules.sheets.NotRead;
import neatroster.core.check.rules.sheets.RepeatedHeader;
import neatroster.core.check.rules.sheets.SkippedRowNote;
import neatroster.core.check.rules.sheets.StrayQuote;
import neatroster.core.check.rules.sheets.UncertainLetters;
import neatroster.core.check.rules.sheets.UncertainTable;
import neatroster.core.check.rules.sheets.UncheckedReferences;
import neatroster.core.check.rules.sheets.UnevenRow;
import neatroster.core.check.rules.sheets.UnknownColumn;
import neatroster.core.check.rules.sheets.UnreadableFile;
import neatroster.core.check.rules.texts.FormulaSign;
import neatroster.core.check.rules.texts.GarbledText;
import neatroster.core.check.rules.texts.MangledNumber;
import neatroster.core.check.rules.texts.OddCharacter;
import neatroster.core.check.rules.texts.OffPattern;
import neatroster.core.check.rules.texts.SpreadsheetError;
import neatroster.core.check.rules.texts.StraySpace;
import neatroster.core.check.rules.texts.TooLong;
import neatroster.core.check.rules.texts.TooShort;
import neatroster.core.check.rules.texts.UndecodableText;
import neatroster.core.check.rules.values.BadCountry;
import neatroster.core.check.rules.values.BadDate;
import neatroster.core.check.rules.values.BadEmail;
import neatroster.core.check.rules.values.BadLanguage;
import neatroster.core.check.rules.values.BadNumber;
import neatroster.core.check.rules.values.BadPhone;
import neatroster.core.check.rules.values.BadPlacement;
import neatroster.core.check.rules.values.BadTimeZone;
import neatroster.core.check.rules.values.DateOrders;
import neatroster.core.check.rules.values.DatesOutOfOrder;
import neatroster.core.check.rules.values.DoesNotFit;
import neatroster.core.check.rules.values.DuplicateValue;
import neatroster.core.check.rules.values.GapInColumn;
import neatroster.core.check.rules.values.MissingValue;
import neatroster.core.check.rules.values.PhoneWithoutCountry;
import neatroster.core.check.rules.values.StaleYear;
import neatroster.core.check.rules.values.UnknownRole;
import neatroster.core.check.rules.values.UnknownStatus;
import neatroster.core.check.rules.values.UnlistedValue;
import neatroster.core.check.rules.values.UnreachableEmail;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;

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

  Rules(CheckInput checkInput) {
    Settings settings = checkInput.settings();
    Known known = checkInput.known();
    addAll(
        unreadableFile,
        notATable,
        repeatedHeader,
        skippedRow,
        exampleRow,
        unevenRow,
        new FillDownSlip(),
        new DraggedColumn(),
        uncheckedReferences,
        new MissingColumn(known),
        new UnknownColumn(),
        new ColumnLeftAlone(),
        new UncertainTable(),
        new NoHeader(),
        new HiddenParts(),
        new MissingValue(),
        new GapInColumn(),
        new StraySpace(),
        new OddCharacter(),
        new UndecodableText(),
        new GarbledText(),
        new NotRead(),
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
        new WholeNameInGiven(),
        new UnwantedWord(settings),
        new DuplicateJoinCode(),
        new MissingPhoto(checkInput),
        new StrayPhoto(checkInput),
        new BadPlacement(),
        new ColumnWithoutHeader(),
        new NoCourse(),
        new ExampleLeft(),
        new OffPattern(),
        new StaleYear(checkInput),
        new UnlistedValue(),
        new DuplicateUsername(),
        new DuplicateEmail(),
        new DuplicateId(),
        new DuplicatePhone(),
        new DuplicateValue(),
        new SamePersonTwice(),
        new AlteredId(),
        new JoinedByName(),
        new ClassListOnly(settings),
        new ConflictingRows(),
        new DuplicateCourse(),
        new DuplicateGroup(),
        new DuplicateEnrollment(),
        new ConflictingRoles(),
        new ConflictingStatus(),
        new InstructorHasLeft(),
        new NotThereToLeave(),
        new RemovedStillNamed(settings),
        new NearTwin(known),
        new ShiftedColumn(),
        new UnknownUser(),
        new UnknownCourse(),
        new UnknownGroup(),
        new UnknownManager(),
        new CircularManager(),
        new UnknownInstructor(),
        new InstructorInOtherRole(),
        new UnknownSite(known),
        new UnknownCategory(known),
        new UnknownFormerUsername(known),
        new AmbiguousUser(),
        new ConsentNeeded(checkInput),
        new UnlikelyRole(checkInput),
        new LeftoverInstructor(settings),
        new ClassOfInstructors(),
        new UnreachableEmail(),
        new DatesOutOfOrder(checkInput),
        new EnrollmentOutsideCourse(),
        new RemovalRefused(settings),
        new RenameRefused(settings),
        new CircularRenames(),
        new UsernameTaken(),
        new EmailTaken(),
        new AlreadyKnown(),
        new AlreadyEnrolled(known),
        new SuspendedUser(),
        new MatchedTwice(),
        new SameNameOnPlatform(),
        new NameChanged(),
        new AnotherPerson(),
        new AnotherGuardian(settings),
        new ChangedElsewhere(known),
        new ConflictingExports(known),
        new CoversNothing(),
        new ClassWithoutInstructor(),
        new ClassWithoutLearners(),
        new EnrollsNobody(),
        new ClassOverCapacity(),
        new GroupOverCapacity(),
        new TooManyCourses(settings),
        new MadeGroup(),
        new NoAccount(),
        new DoesNotFit());
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
    CheckInput checkInput = CheckInput.of(Settings.standard(), Known.nothing());
    return new Rules(checkInput).all().stream().map(Rule::text).distinct().toList();
  }
}
