package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** {@code tidy}: clean sheets, and every change with its cell, before and after. */
class TidyIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;

  private Path folder;
  private Program program;

  @BeforeEach
  void makeFolder() throws Exception {
    folder = Files.createDirectory(temp.resolve("work"));
    program = new Program(folder);
    program.file("courses.csv", "Kurscode;Kursname", "NAV-1;Coast", "NAV-2;Night\u00a0 Watch");
  }

  private String made(String name) throws Exception {
    return Files.readString(folder.resolve("clean").resolve(name)).replace("\r", "");
  }

  @Test
  void writesOurHeadersAndListsEveryChange() throws Exception {
    program.file(
        "people.csv",
        "List of cadets;;;",
        "Name;E-Mail;Geburtsdatum;Spind",
        "Marlowe, Ana;ｏ’ana@pier.example ;3.4.2011;12",
        "Bo Maria Finch;bo@pier.example;soon;=1+1");
    Program.Result result = program.run("tidy", "people.csv", "courses.csv", "--to", "clean");
    assertThat(result.exit()).isZero();
    assertThat(made("people.csv"))
        .isEqualTo(
            """
            full name,email,birth date,Spind,given name,family name,suffix
            "Marlowe, Ana",o'ana@pier.example,2011-04-03,12,Ana,Marlowe,
            Bo Maria Finch,bo@pier.example,soon,'=1+1,Bo Maria,Finch,
            """);
    assertThat(made("courses.csv")).isEqualTo("code,title\nNAV-1,Coast\nNAV-2,Night Watch\n");
    assertThat(made("changes.csv"))
        .isEqualTo(
            """
            sheet,row,column,before,after,what was done
            people.csv,1,,,,left out: title
            people.csv,3,E-Mail,ｏ’ana@pier.example ,o'ana@pier.example,repaired
            people.csv,3,Geburtsdatum,3.4.2011,2011-04-03,repaired
            people.csv,3,Name,"Marlowe, Ana",Ana | Marlowe,name split
            people.csv,4,Name,Bo Maria Finch,Bo Maria | Finch,"name split, uncertain: look at it"
            courses.csv,3,Kursname,Night\u00a0 Watch,Night Watch,repaired
            """);
    assertThat(result.out()).contains("Wrote 2 sheets with 6 changes");
  }

  @Test
  void everyShapeBecomesPlainRows() throws Exception {
    program.file("grid.csv", "Name,NAV-1,NAV-2", "Ana Marlowe,x,teacher/In Port", "Bo Finch,,-");
    program.file(
        "numbered.csv", "Email,Kurs 1,Rolle 1,Kurs 2", "a@pier.example,NAV-1,Lehrer,NAV-2");
    program.file(
        "each.csv", "id,First name,Course,Role", "501,Ana,NAV-1,student", "501,Ana,NAV-2,student");
    program.file("NAV-2.csv", "Ana Marlowe", "Bo Finch", "Cy Quay");
    Program.Result result =
        program.run(
            "tidy",
            "grid.csv",
            "numbered.csv",
            "each.csv",
            "NAV-2.csv",
            "courses.csv",
            "--to",
            "clean",
            "--format",
            "json");
    assertThat(result.exit()).isZero();
    JsonNode report = JSON.readTree(result.out());
    assertThat(report.get("files").findValuesAsText("path"))
        .containsExactly(
            "clean/grid.csv",
            "clean/numbered-enrollments.csv",
            "clean/each.csv",
            "clean/each-enrollments.csv",
            "clean/NAV-2.csv",
            "clean/courses.csv");
    assertThat(made("grid.csv"))
        .isEqualTo(
            """
            full name,given name,family name,suffix,enrollments
            Ana Marlowe,Ana,Marlowe,,"NAV-1; NAV-2 as instructor in ""In Port""\"
            Bo Finch,Bo,Finch,,
            """);
    assertThat(made("numbered-enrollments.csv"))
        .isEqualTo(
            """
            user,course,role,group,starts,ends
            a@pier.example,NAV-1,instructor,,,
            a@pier.example,NAV-2,,,,
            """);
    assertThat(made("each.csv")).isEqualTo("id,given name,role\n501,Ana,learner\n");
    assertThat(made("NAV-2.csv")).contains("Cy Quay,Cy,Quay,,NAV-2\n");
    Program.Result check =
        program.run("check", "clean/NAV-2.csv", "clean/courses.csv", "--format", "json");
    assertThat(JSON.readTree(check.out()).get("counts").get("enrollments").asInt()).isEqualTo(3);
    assertThat(check.exit()).isZero();
  }

  @Test
  void tidyingTwiceChangesNothingMore() throws Exception {
    program.file("people.csv", "Name,Email,Role", "Marlowe  Ana,ana@pier.example,Student");
    assertThat(program.run("tidy", "people.csv", "--to", "clean").exit()).isZero();
    JsonNode again =
        JSON.readTree(
            program.run("tidy", "clean/people.csv", "--to", "again", "--format", "json").out());
    assertThat(again.get("changes")).isEmpty();
    assertThat(Files.readString(folder.resolve("again/people.csv")))
        .isEqualTo(Files.readString(folder.resolve("clean/people.csv")));
  }

  @Test
  void workbooksKeepEveryCellAsItIsWrittenAndDoubtfulNamesAreSaid() throws Exception {
    program.file("crew.csv", "id;Name", "000417;Ana Maria Marlowe", "1E5;Bo Finch");
    Program.Result result = program.run("tidy", "crew.csv", "--as", "xlsx", "--to", "clean");
    assertThat(result.exit()).isZero();
    assertThat(result.out())
        .contains("look at these names  crew.csv, row 2: they can be split in more than one way")
        .contains("listed in clean/changes.xlsx");
    assertThat(program.run("tidy", "clean/crew.xlsx", "--to", "back").exit()).isZero();
    assertThat(Files.readString(folder.resolve("back/crew-crew.csv")).replace("\r", ""))
        .isEqualTo(
            """
            id,full name,given name,family name,suffix
            000417,Ana Maria Marlowe,Ana Maria,Marlowe,
            1E5,Bo Finch,Bo,Finch,
            """);
  }

  @Test
  void aTornRowIsNotRepairedAndNothingIsOverwritten() throws Exception {
    program.file("notes.csv", "code,title", "KNOT-1,Knots, Bends ,and Hitches");
    assertThat(program.run("tidy", "notes.csv", "--to", "clean").exit()).isZero();
    assertThat(made("notes.csv")).contains("KNOT-1,Knots, Bends ,and Hitches");
    Program.Result second = program.run("tidy", "courses.csv", "notes.csv", "--to", "clean");
    assertThat(second.exit()).isEqualTo(3);
    assertThat(second.err()).contains("clean/changes.csv is there already");
    assertThat(folder.resolve("clean/courses.csv")).doesNotExist();
    assertThat(program.run("tidy", "courses.csv").exit()).isEqualTo(2);
  }
}
