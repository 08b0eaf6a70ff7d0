package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.TextSheet;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import org.junit.jupiter.api.Test;

class SheetsInViewTest {
  private static final String PEOPLE =
      """
      Volunteer ID | Given name | Surname | E-mail
      RV-1001      | Ana        | Reed    | ana@ridge.example
      RV-1002      | Bo         | Quay    | bo@ridge.example
      RV-1003      | Mia        | Lund    | mia@ridge.example
      RV-1004      | Leo        | Kern    | leo@ridge.example
      """;

  private static final String COURSES =
      """
      Code | Title         | In charge | Hall
      R-1  | Rope work     | Ana Reed  | North
      A-1  | Avalanche     | Kern, Leo | South
      """;

  private static List<SheetReading> understand(String... texts) throws Exception {
    return understand(List.of(), texts);
  }

  private static List<SheetReading> understand(List<SheetReading> known, String... texts)
      throws Exception {
    List<SheetReading> alone = new ArrayList<>();
    for (String text : texts) {
      alone.add(read("sheet" + alone.size(), text));
    }
    return SheetsInView.understand(
        alone, SheetsInView.Said.NOTHING, () -> known, Settings.standard());
  }

  private static SheetReading read(String name, String text) throws Exception {
    TextSheet sheet = TextSheet.of(name, text);
    try {
      return SheetIntake.of(sheet, Optional.empty());
    } catch (neatroster.core.grid.UnreadableSheetException e) {
      return SheetIntake.ofUnknown(sheet, Settings.standard(), Optional.empty()).orElseThrow();
    }
  }

  private static String header(SheetReading sheet, Field field) {
    return sheet.column(field).map(Column::header).orElse("");
  }

  @Test
  void codesBesidePeopleAreTheirIdsWhateverTheyAreCalled() throws Exception {
    for (String called :
        List.of("Volunteer ID", "Badge", "DNI", "N° matricule", "Service number")) {
      SheetReading people = understand(PEOPLE.replace("Volunteer ID", called)).get(0);
      assertThat(header(people, Field.ID)).isEqualTo(called);
    }
  }

  @Test
  void whatCouldBeTwoIdsOrStandsBehindTheNamesIsNone() throws Exception {
    assertThat(
            understand(
                    """
                    Badge | Tag   | Given name | Surname
                    B-101 | T-901 | Ana        | Reed
                    B-102 | T-902 | Bo         | Quay
                    """)
                .get(0)
                .has(Field.ID))
        .isFalse();
    assertThat(
            understand(
                    """
                    Given name | Surname | Locker
                    Ana        | Reed    | L-101
                    Bo         | Quay    | L-102
                    """)
                .get(0)
                .has(Field.ID))
        .isFalse();
  }

  @Test
  void columnsReferToWhatStandsInOtherSheets() throws Exception {
    List<SheetReading> sheets =
        understand(
            PEOPLE,
            COURSES,
            """
            Badge   | Section | Function | Where
            RV-1002 | R-1     | teacher  | North
            RV-1003 | R-1     | learner  | North
            RV-1004 | A-1     | learner  | South
            """);
    assertThat(header(sheets.get(1), Field.INSTRUCTORS)).isEqualTo("In charge");
    assertThat(sheets.get(1).column(Field.INSTRUCTORS).orElseThrow().evidence())
        .isEqualTo("2 of 2 are names of people in sheet0");
    assertThat(sheets.get(1).has(Field.SITE)).isFalse();
    SheetReading enrollments = sheets.get(2);
    assertThat(enrollments.table()).isEqualTo(Table.ENROLLMENTS);
    assertThat(header(enrollments, Field.USER)).isEqualTo("Badge");
    assertThat(header(enrollments, Field.COURSE)).isEqualTo("Section");
    assertThat(header(enrollments, Field.ROLE)).isEqualTo("Function");
  }

  @Test
  void namesOfPeopleBesideCoursesAreEnrollmentsAndNamesOfGroupsAreGroups() throws Exception {
    List<SheetReading> sheets =
        understand(
            PEOPLE,
            COURSES,
            "Name | Course | Group\nAna Reed | R-1 | Red\nBo Quay | A-1 | Blue\n",
            "Name | R-1 | A-1 | Remark\nAna Reed | x | | late\nMia Lund | | x |\n",
            "Name | Course | Capacity\nRed | R-1 | 6\nBlue | A-1 | 6\n");
    assertThat(sheets.get(2).table()).isEqualTo(Table.USERS);
    assertThat(sheets.get(2).shape()).isEqualTo(EnrollmentForm.ROWS);
    assertThat(sheets.get(3).shape()).isEqualTo(EnrollmentForm.GRID);
    assertThat(sheets.get(4).table()).isEqualTo(Table.GROUPS);
  }

  @Test
  void coursesOfAnExportCountLikeOthers() throws Exception {
    List<SheetReading> known =
        List.of(read("export", "code | title\nR-1 | Rope work\nA-1 | Ava\n"));
    SheetReading grid =
        understand(known, "Name | R-1 | A-1\nAna Reed | x |\nMia Lund | | x\n").get(0);
    assertThat(grid.shape()).isEqualTo(EnrollmentForm.GRID);
  }

  @Test
  void aListOfWhomNoHeaderIsKnownIsTakenWithOthersInView() throws Exception {
    SheetReading list =
        understand(PEOPLE, COURSES, "Wer? | Wohin?\nAna Reed | Rope work\nKern, Leo | R-1\n")
            .get(2);
    assertThat(list.isUnknown()).isFalse();
    assertThat(header(list, Field.FULL_NAME)).isEqualTo("Wer?");
    assertThat(header(list, Field.COURSE)).isEqualTo("Wohin?");
  }

  @Test
  void movesEndInOneCourseAndBeginInAnother() throws Exception {
    for (String headers : List.of("from | to", "now in | moves to", "bisher | neu", "de | vers")) {
      SheetReading moves =
          understand(PEOPLE, COURSES, "Name | " + headers + "\nAna Reed | R-1 | A-1\n").get(2);
      assertThat(moves.shape()).as(headers).isEqualTo(EnrollmentForm.MOVES);
      List<String> said = new ArrayList<>();
      SheetRows.readEnrollments(
          moves, row -> said.add(row.text(Field.COURSE) + " " + row.text(Field.STATUS)));
      assertThat(said).containsExactly("R-1 ended", "A-1 ");
    }
  }

  @Test
  void movesThatAreSaidNeedTwoColumnsOfCourses() throws Exception {
    SheetReading people = read("people", PEOPLE);
    SheetReading courses = read("courses", COURSES);
    SheetReading moves = read("moves", "Name | Before | Course\nAna Reed | R-1 | A-1\n");
    SheetReading none = read("none", "Name | Course\nAna Reed | R-1\n");
    SheetsInView.Said said = new SheetsInView.Said(Map.of(), Set.of(moves, none));
    assertThat(
            SheetsInView.understand(
                    List.of(people, courses, moves), said, List::of, Settings.standard())
                .get(2)
                .shape())
        .isEqualTo(EnrollmentForm.MOVES);
    assertThatThrownBy(
            () ->
                SheetsInView.understand(
                    List.of(people, courses, none), said, List::of, Settings.standard()))
        .isInstanceOf(SheetPlanException.class)
        .hasMessageContaining("two columns of courses");
  }

  @Test
  void headingsHoldUntilTheNext() throws Exception {
    SheetReading list =
        understand(
                PEOPLE,
                COURSES,
                """
                Name      | Phone
                Rope work |
                Ana Reed  | 1
                Bo Quay   | 2
                A-1 (Mon) |
                Mia Lund  | 3
                """)
            .get(2);
    List<String> said = new ArrayList<>();
    SheetRows.readEnrollments(list, row -> said.add(row.number() + " " + row.text(Field.COURSE)));
    assertThat(said).containsExactly("3 R-1", "4 R-1", "6 A-1");
  }

  @Test
  void whatIsSaidOfAListBeatsItsColumn() throws Exception {
    SheetReading list = read("list", "Name | Course\nAna Reed | R-1\n");
    SheetsInView.Said said = new SheetsInView.Said(Map.of(list, "A-1"), Set.of());
    SheetReading settled =
        SheetsInView.understand(
                List.of(read("courses", COURSES), list), said, List::of, Settings.standard())
            .get(1);
    assertThat(settled.courseOfAll()).contains("A-1");
  }

  @Test
  void theListOfCoursesIsTheOneThatOthersRepeat() throws Exception {
    List<SheetReading> sheets =
        understand(
            PEOPLE,
            "Nr | Offer | Run by | Spots\nR1 | Rope work | Ana Reed | 6\nA1 | Avalanche | Kern, Leo | 8\n",
            "Who | Offer\nRV-1002 | R1\nRV-1003 | R1\nRV-1004 | A1\nRV-1001 | A1\n",
            "Party | Offer | Spots\nRed | R1 | 6\nBlue | A1 | 6\nGrey | A1 | 6\n",
            "Badge | Offer | Party\nRV-1002 | R1 | Red\nRV-1003 | R1 | Red\nRV-1004 | A1 | Blue\n",
            "Member | Rope work | Avalanche\nReed, Ana | x |\nLund, Mia | | x\n");
    SheetReading courses = sheets.get(1);
    assertThat(courses.table()).isEqualTo(Table.COURSES);
    assertThat(header(courses, Field.CODE)).isEqualTo("Nr");
    assertThat(header(courses, Field.TITLE)).isEqualTo("Offer");
    assertThat(header(courses, Field.INSTRUCTORS)).isEqualTo("Run by");
    assertThat(sheets.get(2).table()).isEqualTo(Table.ENROLLMENTS);
    assertThat(sheets.get(3).table()).isEqualTo(Table.GROUPS);
    assertThat(header(sheets.get(3), Field.NAME)).isEqualTo("Party");
    assertThat(header(sheets.get(4), Field.GROUP)).isEqualTo("Party");
    assertThat(sheets.get(5).shape()).isEqualTo(EnrollmentForm.GRID);
  }

  @Test
  void marksAndPointsOfPeopleAreNoCourses() throws Exception {
    List<SheetReading> sheets =
        understand(
            "First name | Last name\nAna | Marlin\nBo | Vale\n",
            "Name | NAV-1 | NAV-2 | RAD-1\nAna Marlin | x | | assistant\nBo Vale | x | x | x\n",
            "Surname | Given name | Quiz 1 | Quiz 2\nMarlin | Ana | x | x\nVale | Bo | x | 3\n");
    assertThat(sheets).allMatch(sheet -> sheet.table() == Table.USERS);
    assertThat(sheets.get(1).shape()).isEqualTo(EnrollmentForm.GRID);
  }

  @Test
  void oneSlipInTenRowsLeavesAColumnWhatItIs() throws Exception {
    StringBuilder people = new StringBuilder("Member | Given name | Surname\n");
    StringBuilder in = new StringBuilder("Who | Offer\n");
    String[] names = {"Ana", "Bo", "Mia", "Leo", "Una", "Cy", "Eve", "Gus", "Ida", "Jo", "Kai"};
    for (int i = 0; i < names.length; i++) {
      // The last row was copied from the one above.
      people.append("RV-10%02d | %s | Quay\n".formatted(Math.min(i, 9), names[i]));
      in.append("RV-10%02d | %s\n".formatted(i, i == 4 ? "R-1 or A-1" : "R-1"));
    }
    List<SheetReading> sheets = understand(people.toString(), COURSES, in.toString());
    assertThat(header(sheets.get(0), Field.ID)).isEqualTo("Member");
    assertThat(header(sheets.get(2), Field.USER)).isEqualTo("Who");
    assertThat(header(sheets.get(2), Field.COURSE)).isEqualTo("Offer");
  }

  @Test
  void aCodeMayStandBelowTheHeaderOfATitle() throws Exception {
    List<SheetReading> sheets =
        understand("Class | Name of class\nBRD-1 | Bread\nPIE-2 | Pies\n", PEOPLE);
    assertThat(header(sheets.get(0), Field.CODE)).isEqualTo("Class");
    assertThat(header(sheets.get(0), Field.TITLE)).isEqualTo("Name of class");
  }

  @Test
  void whichPartOfANameComesFirstIsToldByOtherLists() throws Exception {
    List<SheetReading> sheets =
        understand(PEOPLE, "Name\nReed Ana\nQuay Bo\nTolliver Maud\n", "Name\nMia Lund\n");
    assertThat(sheets.get(1).namesAreFamilyFirst()).isTrue();
    assertThat(sheets.get(2).namesAreFamilyFirst()).isFalse();
  }

  @Test
  void movesAreToldByAnyWordBesideCourses() throws Exception {
    List<SheetReading> sheets =
        understand(
            PEOPLE,
            COURSES,
            "Name | The old offer | The new offer\nAna Reed | R-1 | A-1\nBo Quay | A-1 | R-1\n");
    assertThat(sheets.get(2).shape()).isEqualTo(EnrollmentForm.MOVES);
  }
}
