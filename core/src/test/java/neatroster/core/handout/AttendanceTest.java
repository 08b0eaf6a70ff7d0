package neatroster.core.handout;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.check.CheckInput;
import neatroster.core.check.pass.Checker;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import org.junit.jupiter.api.Test;

class AttendanceTest {
  private static final LocalDate TODAY = LocalDate.of(2027, 1, 15);

  private static final TextSheet[] SHEETS = {
    TextSheet.of(
        "users",
        """
        id  | given name | family name | email             | birth date | consent | guardian email    | status  | password
        501 | Ana        | Marlowe     |                   | 2016-05-01 |         | rosa@home.example |         |
        502 | Abel       | Marlowe     |                   | 2016-05-01 | yes     | rosa@home.example |         |
        503 | 小龙        | 欧阳         |                   | 2010-05-01 |         |                   |         | own-word-7
        504 | Tom        | Quay        | tom@pier.example  |            |         |                   |         |
        505 | Gone       | Long        |                   |            |         |                   | removed |
        """),
    TextSheet.of(
        "courses",
        """
        code  | title              | instructors
        NAV-2 | Coastal navigation | tom@pier.example; Visiting Captain
        KNOT  | Knots              |
        """),
    TextSheet.of("groups", "course | name\nNAV-2 | Port Watch\n | Choir\n"),
    TextSheet.of(
        "enrollments",
        """
        user | members of | course | role | group      | status
        501  |            | NAV-2  |      | Port Watch |
        502  |            | NAV-2  |      |            | ended
        501  |            |        |      | Choir      |
        503  |            |        |      | Choir      |
             | Choir      | KNOT   |      |            |
        """)
  };

  private static Attendance attendance() {
    List<KnownUser> issued =
        List.of(
            new KnownUser(new Person("501", "", "Ana Marlowe", "2016-05-01", ""), "ana", "", ""),
            new KnownUser(new Person("502", "", "Abel Marlowe", "2016-05-01", ""), "abel", "", ""),
            new KnownUser(new Person("503", "", "小龙 欧阳", "2010-05-01", ""), "xouyang", "", ""),
            new KnownUser(
                    new Person("", "rosa@home.example", "Rosa Marlowe", "", ""), "rosa", "", "")
                .forRole(KnownUser.GUARDIAN),
            new KnownUser(
                new Person("", "", "", "", ""),
                "gull-x7",
                "",
                "",
                KnownUser.Standing.ISSUED,
                KnownUser.ANONYMOUS,
                "NAV-2",
                List.of()));
    Known known = Known.of(new KnownUsers(issued));
    Map<String, String> passwords = Map.of("ana", "pw-ana", "xouyang", "pw-x", "gull-x7", "pw-g");
    return Attendance.of(
        Checker.check(Rosters.of(SHEETS), CheckInput.of(Settings.standard(), known)).wanted(),
        known,
        user -> passwords.getOrDefault(user, ""),
        List.of(
            new JoinCode("NAV-2", "", "ABC-123"),
            new JoinCode("NAV-2", "Port Watch", "DEF-456"),
            new JoinCode("", "Choir", "GHJ-777"),
            new JoinCode("NAV-9", "", "XYZ-999")));
  }

  private static Attendee named(String username) {
    return attendance().people().stream()
        .filter(person -> person.username().equals(username))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void everybodyComesWithCoursesInTheOrderOfNames() {
    assertThat(attendance().people())
        .extracting(person -> person.fullName() + ": " + person.seats())
        .containsExactly(
            ": [CourseMembership[course=NAV-2, role=learner, group=]]",
            "Abel Marlowe: []",
            "Ana Marlowe: [CourseMembership[course=NAV-2, role=learner, group=Port Watch],"
                + " CourseMembership[course=KNOT, role=learner, group=]]",
            "Rosa Marlowe: []",
            "Tom Quay: [CourseMembership[course=NAV-2, role=instructor, group=]]",
            "欧阳小龙: [CourseMembership[course=KNOT, role=learner, group=]]");
  }

  @Test
  void passwordsAreTheSheetsOwnOrTheIssuedOnes() {
    assertThat(named("ana").password()).isEqualTo("pw-ana");
    assertThat(named("xouyang").password()).isEqualTo("own-word-7");
    assertThat(named("abel").hasPassword()).isFalse();
    assertThat(named("gull-x7").password()).isEqualTo("pw-g");
    assertThat(named("ana").toString()).doesNotContain("pw-ana");
  }

  @Test
  void guardiansAreToldTheirChildren() {
    assertThat(named("rosa").children()).containsExactly("Ana Marlowe", "Abel Marlowe");
  }

  @Test
  void consentIsNeededBelowTheAgeOnTheDay() {
    assertThat(named("ana").needsConsent(13, TODAY)).isTrue();
    assertThat(named("ana").needsConsent(0, TODAY)).isFalse();
    assertThat(named("ana").needsConsent(13, LocalDate.of(2029, 5, 1))).isFalse();
    assertThat(named("ana").needsConsent(13, LocalDate.of(2029, 4, 30))).isTrue();
    assertThat(named("abel").needsConsent(13, TODAY)).isFalse();
    assertThat(named("xouyang").needsConsent(13, TODAY)).isFalse();
  }

  @Test
  void coursesComeWithInstructorsAndCodes() {
    assertThat(attendance().courses())
        .extracting(
            course ->
                course.code()
                    + " "
                    + course.instructors()
                    + " "
                    + course.joinCode()
                    + " "
                    + course.groups())
        .containsExactly(
            "NAV-2 [Visiting Captain, Tom Quay] ABC-123 {Port Watch=DEF-456}", "KNOT []  {}");
    assertThat(attendance().crossCourseGroups()).isEqualTo(Map.of("Choir", "GHJ-777"));
  }

  private static List<String> seats(TextSheet... sheets) {
    Known known = Known.nothing();
    Attendance attendance =
        Attendance.of(
            Checker.check(Rosters.of(sheets), CheckInput.of(Settings.standard(), known)).wanted(),
            known,
            user -> "",
            List.of());
    return attendance.people().stream()
        .map(
            person ->
                person.fullName()
                    + " "
                    + person.seats().stream()
                        .map(seat -> seat.course() + "/" + seat.role() + "/" + seat.group())
                        .toList())
        .toList();
  }

  @Test
  void coursesAreReadFromCellsAndFromRows() {
    TextSheet courses = TextSheet.of("courses", "code | title\nNAV-2 | Coastal\nKNOT | Knots\n");
    assertThat(
            seats(
                courses,
                TextSheet.of(
                    "compact",
                    """
                    username | given name | enrollments
                    ana      | Ana        | NAV-2 as instructor in Watch; KNOT
                    bob      | Bo         |
                    """)))
        .containsExactly("Ana [NAV-2/instructor/Watch, KNOT/learner/]", "Bo []");
    assertThat(
            seats(
                courses,
                TextSheet.of(
                    "rows",
                    """
                    email            | given name | family name | course  | group
                    ana@pier.example | Ana        | Marlowe     | Coastal | Watch
                    ana@pier.example | Ana        | Marlowe     | KNOT    |
                    """)))
        .containsExactly("Ana Marlowe [NAV-2/learner/Watch, KNOT/learner/]");
  }

  @Test
  void namesAreSortedAsPeopleExpect() {
    assertThat(
            seats(
                TextSheet.of(
                    "users",
                    """
                    username | given name | family name
                    u01      | Zoë        | Ångström
                    u02      | Ana        | Zander
                    u03      | Émile      | de Vries
                    u04      | Emil       | de Vries
                    u05      | ana        | angstrom
                    """)))
        .extracting(person -> person.replace(" []", ""))
        .containsExactly(
            "ana angstrom", "Zoë Ångström", "Emil de Vries", "Émile de Vries", "Ana Zander");
  }
}
