package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.TextSheet;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.RoleWords;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The five ways in which sheets say who is in which course. */
class EnrollmentShapesTest {
  private static final RoleWords ROLES = Settings.standard().roles();

  private static CourseNames courses() throws UnreadableSheetException {
    SheetReading courses =
        SheetIntake.of(
            TextSheet.of(
                "courses",
                """
                code  | title
                NAV-1 | Coastal Navigation
                NAV-2 | Night Navigation
                NAV-22| Fog
                RAD-1 | Fog
                """),
            Optional.empty());
    return CourseNamesReader.of(List.of(courses), Map.of("First hour", "RAD-1"));
  }

  private static SheetReading read(String file, String text) throws UnreadableSheetException {
    return EnrollmentFinder.enrolling(
        SheetIntake.of(TextSheet.of(file, text), Optional.empty()),
        courses(),
        word -> ROLES.number(word) != RoleWords.NONE,
        Optional.empty());
  }

  /** Each enrollment as {@code row user course role group}, blanks as dots. */
  private static List<String> enrollments(SheetReading sheet) throws UnreadableSheetException {
    List<String> found = new ArrayList<>();
    SheetRows.readEnrollments(
        sheet,
        row -> {
          StringBuilder line = new StringBuilder(String.valueOf(row.number()));
          for (Field field : List.of(Field.USER, Field.COURSE, Field.ROLE, Field.GROUP)) {
            line.append(" ").append(row.has(field) ? row.text(field).replace(' ', '_') : ".");
          }
          found.add(line.toString());
          assertThat(row.table()).isEqualTo(Table.ENROLLMENTS);
        });
    return found;
  }

  @Test
  void longRows() throws UnreadableSheetException {
    SheetReading sheet = read("a", "user | course | role\nana | NAV-1 | learner\nbo | NAV-2 |\n");
    assertThat(sheet.shape()).isEqualTo(EnrollmentForm.ROWS);
    assertThat(enrollments(sheet)).containsExactly("2 ana NAV-1 learner .", "3 bo NAV-2 . .");
  }

  @Test
  void aCourseOnEachRowOfPeople() throws UnreadableSheetException {
    SheetReading sheet =
        read(
            "a",
            """
            given name | email          | course       | group | role
            Ana        | a@pier.example | NAV-1        | Port  | cadet
            Ana        | a@pier.example | NAV-2; RAD-1 as observer in Net | | cadet
            Bo         | b@pier.example |              |       |
            """);
    assertThat(sheet.table()).isEqualTo(Table.USERS);
    assertThat(enrollments(sheet))
        .containsExactly(
            "2 a@pier.example NAV-1 learner Port",
            "3 a@pier.example NAV-2 learner .",
            "3 a@pier.example RAD-1 observer Net");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "NAV-2 as learner in Port Watch; KNOT-1 | NAV-2,learner,Port Watch;KNOT-1,,",
        "KNOT-1;                                | KNOT-1,,",
        "NAV-2 in Port Watch                    | NAV-2,,Port Watch",
        "\"Living as Crew\" as learner in \"All; in\" | Living as Crew,learner,All; in",
        "Sailing in                             | Sailing,,",
        ";;                                     | ''",
      })
  void inOneCell(String cell, String expected) {
    List<String> pieces = new ArrayList<>();
    for (CompactEnrollments.Piece piece : CompactEnrollments.parse(cell)) {
      pieces.add(piece.course() + "," + piece.role() + "," + piece.group());
      String again = CompactEnrollments.text(piece.course(), piece.role(), piece.group());
      assertThat(CompactEnrollments.parse(again)).containsExactly(piece);
    }
    assertThat(String.join(";", pieces)).isEqualTo(expected);
  }

  @Test
  void inNumberedColumns() throws UnreadableSheetException {
    SheetReading sheet =
        read(
            "a",
            """
            email          | Kurs 1 | Rolle 1 | Gruppe 1 | Kurs 2 | Rolle 2 | Telefon 2
            a@pier.example | NAV-1  | Lehrer  | Port     | NAV-2  |         | 030
            b@pier.example |        |         |          | RAD-1  | learner |
            """);
    assertThat(sheet.shape()).isEqualTo(EnrollmentForm.NUMBERED);
    assertThat(enrollments(sheet))
        .containsExactly(
            "2 a@pier.example NAV-1 instructor Port",
            "2 a@pier.example NAV-2 . .",
            "3 b@pier.example RAD-1 learner .");
  }

  @Test
  void inAGrid() throws UnreadableSheetException {
    SheetReading sheet =
        read(
            "a",
            """
            name    | email          | NAV-1 | Night Navigation | First hour | Locker
            Ana Lee | a@pier.example | x     | -                | 0          | 12
            Bo Finch| b@pier.example |       | teacher          | cadet/Net  | 13
            """);
    assertThat(sheet.shape()).isEqualTo(EnrollmentForm.GRID);
    assertThat(enrollments(sheet))
        .containsExactly(
            "2 a@pier.example NAV-1 . .",
            "3 b@pier.example NAV-2 instructor .",
            "3 b@pier.example RAD-1 learner Net");
  }

  @Test
  void aTotalBelowAGridIsNoScoreAndACrossThatMayMeanNoIsNoMark() throws UnreadableSheetException {
    String grid = "name | email | NAV-1\nAna Lee | a@pier.example | x\n";
    assertThat(enrollments(read("a", grid + "Total | | 17\n")))
        .containsExactly("2 a@pier.example NAV-1 . .");
    assertThat(read("a", grid + "Bo Finch | b@pier.example | ✗\n").enrolls()).isFalse();
  }

  @Test
  void scoresBelowCoursesAreNoGrid() throws UnreadableSheetException {
    SheetReading sheet =
        read("a", "name | email | NAV-1 | NAV-2\nAna Lee | a@pier.example | 1 | 87\n");
    assertThat(sheet.enrolls()).isFalse();
    assertThat(enrollments(sheet)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "NAV-1.csv, NAV-1",
        "lists/Coastal Navigation.csv, NAV-1",
        "list of NAV-2 (autumn).csv, NAV-2",
        "list of NAV-22.csv, NAV-22",
        "NAV-1 and NAV-2.csv, -",
        "Fog.csv, -",
        "people.csv, -",
      })
  void aClassListIsOfTheOneCourseThatItsNameMeans(String file, String course) throws Exception {
    SheetReading sheet = read(file, "given name | email\nAna | a@pier.example\n");
    assertThat(sheet.courseOfAll()).isEqualTo(Optional.ofNullable(course));
    assertThat(enrollments(sheet)).hasSize(course == null ? 0 : 1);
  }

  @Test
  void aListOfAddressesAloneRefersToPeopleAndDoesNotDescribeThem() throws Exception {
    SheetReading sheet = read("NAV-1.csv", "E-Mail | Rolle\na@pier.example | Lehrer\n");
    assertThat(sheet.table()).isEqualTo(Table.ENROLLMENTS);
    assertThat(enrollments(sheet)).containsExactly("2 a@pier.example NAV-1 instructor .");
  }

  @Test
  void totalsFootersAndHeadersThatComeAgainAreSkipped() throws UnreadableSheetException {
    List<SkippedRow> skipped = new ArrayList<>();
    List<Integer> rows = new ArrayList<>();
    SheetRows.read(
        read(
            "a",
            """
            Crew of 2027 |            |
            first name   | last name  | email
            Ana          | Total      | a@pier.example
            First Name   | LAST NAME  | Email
            Bo           |            |
            Total:       | 2          |
            Page 1 of 3  |            |
            Gesamt       |            |
            Printed      | Matter     | p@pier.example
            """),
        row -> rows.add(row.number()),
        skipped::add);
    assertThat(rows).containsExactly(3, 5, 9);
    assertThat(skipped)
        .extracting(row -> row.row() + " " + row.why())
        .containsExactly("1 title", "4 repeated header", "6 total", "7 footer", "8 total");
  }
}
