package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
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

  /** A sheet without the mark that spreadsheet programs want. */
  private static String text(Path sheet) throws Exception {
    assertThat(Files.readString(sheet)).startsWith("\ufeff");
    return Files.readString(sheet).substring(1).replace("\r", "");
  }

  private String made(String name) throws Exception {
    return text(folder.resolve("clean").resolve(name));
  }

  /** By the file's number: its people, else its enrollments, courses and groups. */
  private static Map<String, Integer> rows(JsonNode inspected) {
    Map<String, Integer> rows = new TreeMap<>();
    for (JsonNode sheet : inspected.get("sheets")) {
      String number = sheet.get("file").asText().replaceAll(".*/", "").replaceAll("[^0-9].*", "");
      rows.merge(number + " enrollments", sheet.get("enrollments").asInt(), Integer::sum);
      String table = sheet.get("table").asText();
      if (!table.equals("enrollments")) {
        rows.merge(number + " " + table, sheet.get("rows").asInt(), Integer::sum);
      }
    }
    for (JsonNode sheet : inspected.get("sheets")) {
      // Of people with a course on each row each is written once.
      if (sheet.get("table").asText().equals("users")
          && sheet.get("shape").asText().equals("rows")
          && sheet.get("enrollments").asInt() > 0) {
        rows.remove(sheet.get("file").asText().replaceAll(".*/|-.*", "") + " users");
      }
    }
    return rows;
  }

  @Test
  void whateverItWritesIsUnderstoodAsTheSameRows() throws Exception {
    Path handedIn = Path.of("src/test/resources/inspect").toAbsolutePath();
    List<String> files = new ArrayList<>();
    try (Stream<Path> all = Files.list(handedIn)) {
      all.map(file -> file.getFileName().toString())
          .filter(name -> name.matches("\\d+-.*") && !name.equals("00-courses.csv"))
          .sorted()
          .forEach(name -> files.add("course:NAV-2=" + handedIn.resolve(name)));
    }
    files.add(handedIn.resolve("00-courses.csv").toString());
    List<String> inspect = new ArrayList<>(List.of("inspect", "--format", "json"));
    inspect.addAll(files);
    JsonNode before = JSON.readTree(program.run(inspect.toArray(String[]::new)).out());
    List<String> tidy = new ArrayList<>(List.of("tidy", "--to", "clean"));
    tidy.addAll(files);
    assertThat(program.run(tidy.toArray(String[]::new)).exit()).isLessThanOrEqualTo(1);
    List<String> again = new ArrayList<>(List.of("inspect", "--format", "json"));
    try (Stream<Path> all = Files.list(folder.resolve("clean"))) {
      all.map(file -> "clean/" + file.getFileName())
          .filter(name -> !name.endsWith("changes.csv"))
          .sorted()
          .forEach(again::add);
    }
    JsonNode after = JSON.readTree(program.run(again.toArray(String[]::new)).out());
    assertThat(after.get("notUnderstood")).isEmpty();
    assertThat(before.get("sheets").size()).isGreaterThan(100);
    Map<String, Integer> expected = rows(before);
    Map<String, Integer> found = rows(after);
    assertThat(expected.keySet()).hasSizeGreaterThan(150);
    found.keySet().retainAll(expected.keySet());
    expected.values().removeIf(count -> count == 0);
    found.values().removeIf(count -> count == 0);
    assertThat(found).isEqualTo(expected);
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
    assertThat(text(folder.resolve("back/crew-crew.csv")))
        .isEqualTo(
            """
            id,full name,given name,family name,suffix
            000417,Ana Maria Marlowe,Ana Maria,Marlowe,
            1E5,Bo Finch,Bo,Finch,
            """);
  }

  @Test
  void aListOfAddressesAloneIsFilledInFromWhoIsKnown() throws Exception {
    program.file("roster.yaml", "school: {name: Gull School}");
    program.file(
        "known/accounts.csv",
        "id,username,given name,family name,email",
        "7,amarlowe,Ana,Marlowe,ana@pier.example",
        "8,bfinch,Bo,Finch,bo@pier.example");
    program.file("signed up.csv", "E-mail,Grade", "BO@pier.example,7", "cy@pier.example,7");
    Program.Result result = program.run("tidy", "signed up.csv", "--folder", ".", "--to", "clean");
    assertThat(result.exit()).isZero();
    assertThat(made("signed_up.csv")).contains("Bo").contains("Finch").contains("cy@pier.example");
  }

  @Test
  void theMembersOfAGroupAreWrittenOut() throws Exception {
    program.file(
        "people.csv",
        "username,given name,family name,email",
        "amarlowe,Ana,Marlowe,ana@pier.example",
        ",Bo,Finch,bo@pier.example",
        "cmoss,Cy,Moss,cy@pier.example");
    program.file("classes.csv", "code,title", "KNOT-1,Knots", "SAIL-1,Sails");
    program.file("groups.csv", "name,course", "Port Watch,", "Empty Watch,");
    program.file(
        "watch.csv",
        "user,group",
        "amarlowe,Port Watch",
        "bo@pier.example,Port Watch",
        "cmoss,Port Watch");
    program.file(
        "joined.csv",
        "course,members of,role",
        "KNOT-1,Port Watch,learner",
        "SAIL-1,Port Watch,learner",
        "SAIL-1,Empty Watch,learner");
    program.file("own.csv", "user,course,role", "cmoss,SAIL-1,instructor");
    String[] all = {
      "people.csv", "classes.csv", "groups.csv", "watch.csv", "own.csv", "joined.csv"
    };
    Program.Result result = program.run(tidied(all, "first"));
    assertThat(result.out()).contains("stays as it is: no row says who is in it");
    assertThat(text(folder.resolve("first/joined.csv")))
        .isEqualToIgnoringNewLines(
            """
            user,course,members of,role
            amarlowe,KNOT-1,,learner
            bo@pier.example,KNOT-1,,learner
            cmoss,KNOT-1,,learner
            amarlowe,SAIL-1,,learner
            bo@pier.example,SAIL-1,,learner
            ,SAIL-1,Empty Watch,learner
            """);
    program.file("joined.csv", "course,members of", "KNOT-1,Port Watch");
    program.run(tidied(all, "second"));
    assertThat(text(folder.resolve("second/joined.csv")))
        .isEqualToIgnoringNewLines(
            """
            user,course
            amarlowe,KNOT-1
            bo@pier.example,KNOT-1
            cmoss,KNOT-1
            """);
  }

  private static String[] tidied(String[] files, String to) {
    return Stream.of(Stream.of("tidy"), Stream.of(files), Stream.of("--to", to))
        .flatMap(words -> words)
        .toArray(String[]::new);
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
