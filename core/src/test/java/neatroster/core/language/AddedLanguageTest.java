package neatroster.core.language;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.check.CheckResult;
import neatroster.core.intake.EnrollmentForm;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.RoleWords;
import neatroster.core.model.WrittenDates;
import neatroster.core.value.YesNo;
import org.junit.jupiter.api.Test;

/** A language is a file: one that is made up stands among this test's resources. */
class AddedLanguageTest {
  private static final TextSheet COURSES =
      TextSheet.of("courses", "kurzokodo | kurzotitolo\nNAV-1 | Coast\nNAV-2 | Night\n");

  @Test
  void itsWordsAreUnderstoodEverywhere() throws Exception {
    TextSheet people =
        TextSheet.of(
            "people",
            """
            foovorno | baznimo | kurzulo
            Ana      | Reed    | NAV-1
            Bo       | Quay    | NAV-2
            sumulzo  | 2       |
            """);
    CheckResult result = Rosters.check(COURSES, people);
    SheetReading reading = result.roster().sheets().get(1);
    assertThat(reading.has(Field.GIVEN_NAME)).isTrue();
    assertThat(reading.has(Field.FAMILY_NAME)).isTrue();
    assertThat(result.ledger().of(reading).enrollments()).isEqualTo(2);
    assertThat(result.ledger().of(reading).skippedRows()).isEqualTo(1);
    assertThat(new RoleWords(java.util.Map.of()).role("Gvidulzo")).contains("instructor");
    assertThat(YesNo.isYes("JESULO")).isTrue();
    assertThat(WrittenDates.read("3 febzo 2027", DateOrder.DAY_FIRST))
        .contains(java.time.LocalDate.of(2027, 2, 3));
  }

  @Test
  void movesAreUnderstoodInItToo() throws Exception {
    TextSheet people = TextSheet.of("people", "id | given name | family name\n1 | Ana | Reed\n");
    TextSheet moves =
        TextSheet.of("moves", "foovorno | baznimo | elirzo | enirzo\nAna | Reed | NAV-1 | NAV-2\n");
    SheetReading reading = Rosters.of(COURSES, people, moves).sheets().get(2);
    assertThat(reading.enrolls()).isTrue();
    assertThat(reading.shape()).isEqualTo(EnrollmentForm.MOVES);
  }

  @Test
  void thePageNamesEveryLanguage() throws IOException {
    Path root = Path.of(System.getProperty("neatroster.root", "..")).toAbsolutePath();
    String page = Files.readString(root.resolve("docs/languages.md"));
    Path words = root.resolve("core/src/main/resources/neatroster/core/language");
    try (Stream<Path> files = Files.list(words)) {
      List<String> codes =
          files.map(file -> file.getFileName().toString().replace(".txt", "")).sorted().toList();
      assertThat(codes).hasSizeGreaterThan(10);
      assertThat(codes).allSatisfy(code -> assertThat(page).contains("`" + code + "`"));
    }
  }
}
