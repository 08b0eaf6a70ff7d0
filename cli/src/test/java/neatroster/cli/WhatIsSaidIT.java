package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.charset.Charset;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
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
            // The birth dates of the file count up, as those of no crew do.
            "warning fill-down-slip Crew 3+2",
            "note not-a-table Read me null",
            "note not-a-table Pivot null");
    assertThat(said(program, "55-formulas-and-notes.ods"))
        .containsExactly(
            "note unknown-column Crew null",
            "warning fill-down-slip Crew 3+2",
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
  void listsThatPeopleTypedAndOldLetters() throws Exception {
    Program program = new Program(FILES);
    assertThat(said(program, "86-names-and-addresses.txt")).containsExactly("note no-header null");
    assertThat(said(program, "82-line-breaks-in-a-paragraph.odt"))
        .containsExactly("note no-header null", "note skipped-row 1", "note skipped-row 5");
    assertThat(said(program, "95-groups-without-course.csv"))
        .containsExactly("note unchecked-references null", "warning no-course 2");
    assertThat(said(program, "97-group-alone.csv"))
        .contains("warning no-course 2", "warning no-course 3");
    assertThat(said(program, "104-one-odd-byte.csv")).contains("error undecodable-text 4");
    assertThat(said(program, "106-one-name-too-long.prn")).containsExactly("error uneven-row 6");
    assertThat(said(program, "108-apostrophe-in-a-name.csv"))
        .containsExactly("warning stray-quote 3");
  }

  @Test
  void whatNobodyNamesIsSaidAndKept() throws Exception {
    Program program = new Program(temp);
    program.file("list.csv", "Ada,Marlin,starboard", "Ivo,Vale,", "Bo,Finch,port 3");
    assertThat(said(program, "list.csv")).contains("note column-without-header null");
    assertThat(program.run("inspect", "list.csv").out()).contains("nothing says what it is");
    Program.Result tidy = program.run("tidy", "list.csv", "--to", "out");
    assertThat(tidy.out()).contains("kept as it is");
    assertThat(Files.readString(temp.resolve("out/list.csv"))).contains("column C", "port 3");
  }

  @Test
  void theSettingsSayInWhichLettersATextIs() throws Exception {
    Program program = new Program(temp);
    byte[] text = "given name!family name\nGyőző!Szűcs\n".getBytes(Charset.forName("IBM852"));
    Files.write(temp.resolve("old.csv"), text);
    program.file(
        "roster.yaml",
        "sheets:",
        "  - file: old.csv",
        "    encoding: ibm852",
        "    separator: \"!\"");
    assertThat(program.run("inspect", "old.csv").out()).contains("ibm852", "separated by “!”");
    assertThat(program.run("tidy", "old.csv", "--to", "out").exit()).isZero();
    assertThat(Files.readString(temp.resolve("out/old.csv"))).contains("Győző,Szűcs");
    program.file("roster.yaml", "sheets:", "  - file: old.csv", "    encoding: klingon");
    Program.Result refused = program.run("inspect", "old.csv");
    assertThat(refused.exit()).isEqualTo(2);
    assertThat(refused.err()).contains("line 3", "IANA");
    Files.write(
        temp.resolve("two.csv"),
        "given name,family name\nGyőző,Kovács\nErzsébet,Szűcs\n"
            .getBytes(Charset.forName("windows-1250")));
    Files.delete(temp.resolve("roster.yaml"));
    assertThat(said(program, "two.csv")).contains("warning uncertain-letters null");
  }

  @Test
  void copiesKeepTheSettingsOfTheSheetsTheyCameFrom() throws Exception {
    Program program = new Program(temp);
    program.file(
        "roster.yaml",
        "sheets:",
        "  - file: intake.csv",
        "    header-row: 2",
        "    columns: {given name: Wer, family name: Sippe, id: A}",
        "    course: NAV-2");
    program.file(
        "sheets/intake.csv",
        "Liste der Woche",
        "Zahl,Wer,Sippe,E-Mail",
        "471,Klara,Gut,k@hafen.example",
        "472,Emil,Berger,e@hafen");
    program.file("sheets/courses.csv", "code,title", "NAV-2,Coast");
    assertThat(program.run("check", "--report", "marked.xlsx").exit()).isEqualTo(1);
    assertThat(said(program, "marked.xlsx")).containsExactly("error bad-email intake 4");
    assertThat(program.run("inspect", "marked.xlsx").out()).contains("2 enrollments in NAV-2");
    program.run("pack", "--leave-out-faulty");
    Path corrections;
    try (Stream<Path> found = Files.walk(temp.resolve("runs"))) {
      corrections = found.filter(path -> path.endsWith("intake.csv")).findFirst().orElseThrow();
    }
    String file = temp.relativize(corrections).toString();
    assertThat(said(program, file, "sheets/courses.csv")).containsExactly("error bad-email 3");
    assertThat(program.run("inspect", file, "sheets/courses.csv").out())
        .contains("2 enrollments in NAV-2", "given name  (by your settings)");
  }

  @Test
  void theMarkedCopyOfATypedListIsAListOfTheSamePeople() throws Exception {
    Program program = new Program(temp);
    program.file(
        "list.txt",
        "Participants, cours de printemps",
        "1) Roux, Zoé",
        "2) Hugo Gay <hugo@quai.example>; Léa Petit (remplaçante)",
        "Apportez vos bottes.",
        "3) Martin, Jules");
    assertThat(program.run("check", "list.txt", "--report", "marked.xlsx").exit()).isZero();
    JsonNode copy =
        JSON.readTree(program.run("inspect", "marked.xlsx", "--format", "json").out())
            .get("sheets")
            .get(0);
    assertThat(copy.get("rows").asInt()).isEqualTo(4);
    assertThat(copy.get("columns").findValuesAsText("field")).contains("full name", "email");
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

  @Test
  void anErrorIsNotExplainedByWhatTheSettingsLower() throws Exception {
    Program program = new Program(temp);
    program.file("roster.yaml", "rules: {another-person: warning, bad-email: warning}");
    program.file(
        "sheets/people.csv",
        "id,given name,family name,email",
        "1,Ana,Reed,ana@pier.example",
        "2,Bo,Quay,bo@pier.example");
    program.file("sheets/courses.csv", "code,title", "NAV-1,Coast");
    program.file(
        "sheets/form.csv",
        "full name,course,email",
        "Ana Reed,NAV-1,bo@pier.example",
        "Bo Quay,NAV-1,bo pier.example");
    assertThat(said(program))
        .filteredOn(line -> line.startsWith("error same-person-twice"))
        .hasSize(2);
  }
}
