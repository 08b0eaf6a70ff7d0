package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The roster's own sheets: late-comers and moves. */
class MovesIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;
  private Program program;

  @BeforeEach
  void aRoster() throws Exception {
    program = new Program(temp);
    program.file("roster.yaml", "policy: {users: {known: overwrite}}", "stop-above: {}");
    program.file(
        "sheets/users.csv",
        "id,given name,family name,email,grade",
        "1,Ana,Morgan,ana@gull.example,6",
        "2,Bo,Finch,bo@gull.example,7",
        "3,Cy,Quay,cy@gull.example,6",
        "4,Di,Reed,di@gull.example,8",
        "5,Edna,Voss,edna@gull.example,");
    program.file("sheets/courses.csv", "code,title", "NAV-1,Coast", "NAV-2,Night");
    program.file(
        "sheets/enrollments.csv",
        "user,course,role",
        "1,NAV-1,",
        "2,NAV-1,",
        "3,NAV-1,",
        "4,NAV-1,",
        "5,NAV-1,instructor");
  }

  private JsonNode json(String... args) throws Exception {
    String[] all = Arrays.copyOf(args, args.length + 2);
    all[args.length] = "--format";
    all[args.length + 1] = "json";
    return JSON.readTree(program.run(all).out());
  }

  private void deliver() throws Exception {
    program.run("issue");
    assertThat(program.run("pack").exit()).isZero();
    assertThat(program.run("send", "--by-hand").exit()).isZero();
  }

  @Test
  void aLateComerIsJudgedAndAddedOnce() throws Exception {
    Program.Result wrong =
        program.run("add", "users", "given name=Gil", "family name=Berg", "email=gil at gull");
    assertThat(wrong.exit()).isEqualTo(1);
    assertThat(wrong.out()).contains("bad-email").contains("Nothing was added.");
    assertThat(temp.resolve("sheets/added-users.csv")).doesNotExist();

    String[] right = {
      "add", "users", "givenName=Gil", "family name=Berg", "email=gil@gull.example", "grade=7"
    };
    assertThat(program.run(right).exit()).isZero();
    assertThat(Files.readAllLines(temp.resolve("sheets/added-users.csv")))
        .containsExactly(
            "id,username,given name,family name,email,grade", ",,Gil,Berg,gil@gull.example,7");
    Program.Result again = program.run(right);
    assertThat(again.exit()).isEqualTo(1);
    assertThat(again.out()).contains("Gil Berg is there already: sheets/added-users.csv, row 2");

    JsonNode enrolled = json("add", "enrollments", "user=gil@gull.example", "course=NAV-3");
    assertThat(enrolled.get("added").asBoolean()).isFalse();
    assertThat(enrolled.get("findings").get(0).get("rule").asText()).isEqualTo("unknown-course");
    assertThat(program.run("add", "enrollments", "user=2", "course=NAV-2").exit()).isZero();
    Program.Result twice = program.run("add", "enrollments", "user=2", "course=NAV-1");
    assertThat(twice.exit()).isEqualTo(1);
    assertThat(twice.out()).contains("already in NAV-1 by sheets/enrollments.csv, row 3");
    assertThat(program.run("add", "users", "surname=Berg").exit()).isEqualTo(2);
    assertThat(program.run("check").exit()).isZero();
  }

  @Test
  void learnersAreDividedShownFirstAndStayWhereTheyAre() throws Exception {
    assertThat(program.run("arrange", "--divide", "NAV-1", "--number", "2").out())
        .contains("Group 1                   2  Bo Finch, Ana Morgan")
        .contains("Nothing was written");
    assertThat(temp.resolve("sheets/arranged-NAV-1.csv")).doesNotExist();
    program.run("arrange", "--divide", "NAV-1", "--number", "2", "--yes");
    List<String> arranged = Files.readAllLines(temp.resolve("sheets/arranged-NAV-1.csv"));
    assertThat(arranged)
        .containsExactly(
            "user,course,role,group",
            "bo@gull.example,NAV-1,learner,Group 1",
            "ana@gull.example,NAV-1,learner,Group 1",
            "cy@gull.example,NAV-1,learner,Group 2",
            "di@gull.example,NAV-1,learner,Group 2");
    program.run("add", "users", "id=6", "given name=Flo", "family name=Abel", "enrollments=NAV-1");
    program.run("arrange", "--divide", "NAV-1", "--yes");
    assertThat(Files.readAllLines(temp.resolve("sheets/arranged-NAV-1.csv")))
        .startsWith(arranged.toArray(String[]::new))
        .endsWith("6,NAV-1,learner,Group 1");
    program.run("issue");
    assertThat(program.run("check").out()).contains("nothing is wrong");
    // Who is said to be in the course with a group and without one is enrolled once.
    assertThat(json("preview").get("counts").toString())
        .isEqualTo(
            "{\"courses\":{\"create\":2},\"groups\":{\"create\":2},\"users\":{\"create\":6},"
                + "\"enrollments\":{\"enroll\":6}}");
  }

  @Test
  void whoIsMovedIsTakenOutOfTheOneCourseAndIsInTheOther() throws Exception {
    deliver();
    program.run(
        "arrange", "--move", "NAV-1", "--to-course", "NAV-2", "--where", "grade=6", "--yes");
    program.run(
        "arrange", "--move", "NAV-1", "--to-course", "NAV-2", "--where", "grade=8", "--yes");
    assertThat(json("check").get("counts").get("errors").asInt()).isZero();
    JsonNode preview = json("preview");
    assertThat(preview.get("counts").toString())
        .isEqualTo("{\"withdrawals\":{\"withdraw\":3},\"enrollments\":{\"enroll\":3}}");
    assertThat(preview.get("moves").toString())
        .isEqualTo("[{\"from\":\"NAV-1\",\"to\":\"NAV-2\",\"people\":3}]");
    Program.Result back =
        program.run("arrange", "--move", "NAV-2", "--to-course", "NAV-1", "--yes");
    assertThat(back.exit()).isEqualTo(2);
    assertThat(back.err()).contains("Ana Morgan has left NAV-1 by", "the sheet of an earlier move");
  }

  @Test
  void whoTeachesIsMovedWhereTheRoleIsSaid() throws Exception {
    assertThat(
            program
                .run("arrange", "--move", "NAV-1", "--to-course", "NAV-2", "--role", "guru")
                .exit())
        .isEqualTo(2);
    assertThat(
            program
                .run(
                    "arrange",
                    "--move",
                    "NAV-1",
                    "--to-course",
                    "NAV-2",
                    "--role",
                    "teacher",
                    "--yes")
                .out())
        .contains("Edna Voss");
    assertThat(Files.readAllLines(temp.resolve("sheets/arranged-NAV-1-to-NAV-2.csv")))
        .containsExactly(
            "user,course,role,group,status",
            "edna@gull.example,NAV-1,instructor,,ended",
            "edna@gull.example,NAV-2,instructor,,");
  }

  @Test
  void gradesGoUpOnceHoweverOftenItIsAskedFor() throws Exception {
    deliver();
    for (int i = 0; i < 2; i++) {
      assertThat(program.run("arrange", "--grades-up", "--last-grade", "8", "--yes").out())
          .contains("6 → 7                     2")
          .contains("1 person in the last grade is not moved up: Di Reed");
    }
    assertThat(json("check").get("counts").get("warnings").asInt()).isZero();
    assertThat(json("preview").get("counts").toString()).isEqualTo("{\"users\":{\"change\":3}}");
  }
}
