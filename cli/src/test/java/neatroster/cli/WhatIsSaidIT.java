package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is not as it seems in a file is said, once, at its place, and with what to do. */
class WhatIsSaidIT {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final Path FILES = Path.of("src/test/resources/inspect").toAbsolutePath();

  @TempDir private Path temp;

  private static List<String> said(Program program, String... files) throws Exception {
    List<String> line = new ArrayList<>(List.of("check", "--format", "json"));
    line.addAll(List.of(files));
    List<String> said = new ArrayList<>();
    for (JsonNode finding :
        JSON.readTree(program.run(line.toArray(String[]::new)).out()).get("findings")) {
      said.add(
          finding.get("severity").asText()
              + " "
              + finding.get("rule").asText()
              + " "
              + (finding.get("sheet").isNull() ? "" : finding.get("sheet").asText() + " ")
              + finding.get("row").asText()
              + (finding.get("related").isEmpty() ? "" : "+" + finding.get("related").size())
              + (finding.get("suggestion").isNull()
                  ? ""
                  : " " + finding.get("suggestion").asText()));
    }
    return said;
  }

  @Test
  void filesThatOtherProgramsMade() throws Exception {
    Program program = new Program(FILES);
    assertThat(said(program, "52-formulas-without-results.xlsx"))
        .containsExactly(
            "error spreadsheet-error Crew 2+3",
            "error spreadsheet-error Crew 2+3",
            "note not-a-table Read me null",
            "note not-a-table Pivot null");
    assertThat(said(program, "55-formulas-and-notes.ods"))
        .containsExactly(
            "note unknown-column Crew null",
            "note not-a-table Read me null",
            "note not-a-table Pivot null");
    assertThat(said(program, "60-composed-headers.csv"))
        .containsExactly("note unknown-column null");
    assertThat(said(program, "62-french-numbers.csv")).containsExactly("note date-order 2+1");
    assertThat(said(program, "66-grid-with-an-odd-cell.csv", "00-courses.csv"))
        .containsExactly("error unknown-role 3 instructor");
    assertThat(said(program, "70-stray-quotation-marks.csv"))
        .containsExactly("warning stray-quote 2", "warning stray-quote 5", "warning stray-quote 6");
    assertThat(said(program, "72-dotted-dates.csv")).containsExactly("error bad-date 3");
  }

  @Test
  void oneRowDoesNotTurnAColumnOfDates() throws Exception {
    Program program = new Program(temp);
    program.file(
        "users.csv",
        "id,given name,birth date",
        "1,Ana,03/04/2010",
        "2,Bo,31/12/2009",
        "3,Cy,25/11/2010",
        "4,Di,12/25/2010",
        "5,Ed,Wed 5 May 2010",
        "6,Flo,05 06 2011",
        "7,Gus,40303");
    assertThat(said(program, "users.csv"))
        .containsExactly("warning date-order 5", "note date-order 8");
    assertThat(program.run("tidy", "users.csv", "--to", "clean").exit()).isZero();
    assertThat(Files.readAllLines(temp.resolve("clean/users.csv")))
        .contains(
            "1,Ana,2010-04-03",
            "4,Di,2010-12-25",
            "5,Ed,2010-05-05",
            "6,Flo,2011-06-05",
            "7,Gus,2010-05-05");
  }

  @Test
  void tabsThatAreLeftOutStayQuiet() throws Exception {
    Program program = new Program(temp);
    Files.createDirectories(temp.resolve("sheets"));
    Files.copy(FILES.resolve("76-notes-beside-a-class.xlsx"), temp.resolve("sheets/class.xlsx"));
    program.file("sheets/odd.csv", "foo,bar,baz", "1,2,3");
    program.file("roster.yaml", "dates: day-first");
    assertThat(program.run("inspect", "--save").exit()).isEqualTo(1);
    String settings = Files.readString(temp.resolve("roster.yaml"));
    assertThat(settings)
        .contains("  - file: class.xlsx\n    sheet: Notice\n    leave: true")
        .contains("  # - file: odd.csv\n  #   table: users");
    Files.delete(temp.resolve("sheets/odd.csv"));
    assertThat(said(program)).containsExactly("note unknown-column Class A null");
    assertThat(program.run("inspect").out())
        .contains("left out, as roster.yaml says", "counts the rows; left alone");
  }
}
