package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.charset.Charset;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What became of an upload is found out, and what failed is asked for again. */
class ConfirmIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;
  private Program school;
  private String run;

  @BeforeEach
  void aRunIsPacked() throws Exception {
    school = new Program(temp);
    school.file("roster.yaml", "school: {name: Pier School}");
    school.file(
        "sheets/people.csv",
        "username,given name,family name,email,id",
        "amarlowe,Ana,Marlowe,ana@pier.example,1",
        "bfinch,Bo,Finch,bo@pier.example,2",
        "cmoss,Cy,Moss,cy@pier.example,3",
        "dgull,Dee,Gull,dee@pier.example,4");
    school.file("sheets/courses.csv", "code,title", "NAV-1,Navigation", "KNOT-1,Knots");
    school.file(
        "sheets/enrollments.csv",
        "user,course,role",
        "amarlowe,NAV-1,instructor",
        "bfinch,NAV-1,learner",
        "cmoss,NAV-1,learner",
        "dgull,NAV-1,learner",
        "amarlowe,KNOT-1,instructor",
        "bfinch,KNOT-1,learner");
    run = json("pack").get("run").asText();
  }

  private JsonNode json(String... words) throws Exception {
    List<String> all = new ArrayList<>(List.of(words));
    all.addAll(List.of("--format", "json"));
    Program.Result result = school.run(all.toArray(String[]::new));
    assertThat(result.out()).as(result.err()).isNotEmpty();
    return JSON.readTree(result.out());
  }

  private String state() throws Exception {
    return json("history").get("runs").get(0).get("state").asText();
  }

  private static List<String> keys(JsonNode list) {
    List<String> keys = new ArrayList<>();
    list.forEach(one -> keys.add(one.get("change").asText() + " " + one.get("key").asText()));
    return keys;
  }

  @Test
  void whatIsThereAsAskedIsConfirmed() throws Exception {
    school.run("send", run, "--by-hand");
    String plain = "runs/" + run + "/plain/";
    JsonNode found =
        json(
            "confirm",
            "--export",
            plain + "2-courses.csv",
            plain + "3-users.csv",
            plain + "5-enrollments.csv");
    assertThat(found.get("asAsked").asInt()).isEqualTo(12);
    assertThat(found.get("missing")).isEmpty();
    assertThat(found.get("different")).isEmpty();
    assertThat(found.get("extra")).isEmpty();
    assertThat(state()).isEqualTo("confirmed");
    assertThat(temp.resolve("runs/" + run + "/failed")).doesNotExist();
    assertThat(json("pack").get("run").isNull()).isTrue();

    // What was packed counts, whatever became of the files since; that they were edited is said.
    Path batch = temp.resolve(plain + "3-users.csv");
    Files.writeString(batch, Files.readString(batch).replace("Bo", "Bob"));
    Files.delete(temp.resolve(plain + "2-courses.csv"));
    assertThat(school.run("send", run, "--by-hand").err())
        .contains("plain/3-users.csv was edited", "confirm --export")
        .doesNotContain("2-courses.csv");
  }

  @Test
  void whatAnExportLacksIsAskedForAgain() throws Exception {
    school.file(
        "now/people.csv",
        "Mail;Login;Nachname;Vorname",
        "ANA@pier.example;amarlowe;Marlowe;Ana",
        "bo@pier.example;bfinch;Fynch;Bo",
        "dee@pier.example;dgull;Gull;Dee");
    school.file(
        "now/members.csv",
        "Email,Course,Role",
        "ana@pier.example,NAV-1,instructor",
        "bo@pier.example,NAV-1,instructor",
        "bo@pier.example,KNOT-1,learner",
        "ana@pier.example,KNOT-1,instructor",
        "dee@pier.example,KNOT-1,learner");
    JsonNode found =
        json("confirm", run, "--accept-untold", "--export", "now/people.csv", "now/members.csv");
    assertThat(keys(found.get("missing")))
        .containsExactlyInAnyOrder("create cmoss", "enroll cmoss NAV-1", "enroll dgull NAV-1");
    assertThat(keys(found.get("different")))
        .containsExactlyInAnyOrder("create bfinch", "enroll bfinch NAV-1");
    assertThat(found.get("different").get(0).get("fields").get("family name").get("there").asText())
        .isEqualTo("Fynch");
    assertThat(found.get("extra").get(0).get("user").asText()).isEqualTo("dgull");
    // The export lists no courses.
    assertThat(found.get("notTold").asInt()).isEqualTo(2);
    assertThat(state()).isEqualTo("sent in part");

    JsonNode next = json("preview");
    assertThat(keysOfChanges(next))
        .containsExactlyInAnyOrder("create cmoss", "enroll cmoss NAV-1", "enroll dgull NAV-1");

    // Just the mended rows are delivered where they are given back.
    Path failed = temp.resolve("runs/" + run + "/failed/enrollments.csv");
    Files.writeString(failed, Files.readString(failed).replaceAll("(?m)^cmoss.*\\R", ""));
    JsonNode mended = json("pack", "runs/" + run + "/failed/enrollments.csv");
    assertThat(mended.get("counts").get("enrollments").get("enroll").asInt()).isEqualTo(1);
    assertThat(mended.get("counts").has("users")).isFalse();
  }

  @Test
  void whatNothingTellsOfIsNotDeliveredUnlessSomebodySaysSo() throws Exception {
    school.file("now/people.csv", "Login", "amarlowe", "bfinch", "cmoss", "dgull");
    JsonNode found = json("confirm", run, "--export", "now/people.csv");
    assertThat(found.get("notTold").asInt()).isEqualTo(8);
    for (int again = 0; again < 2; again++) {
      // Asking once more changes nothing about what nobody knows.
      assertThat(json("preview").get("counts").get("enrollments").get("enroll").asInt())
          .isEqualTo(6);
      Program.Result untold = school.run("confirm", run, "--export", "now/people.csv");
      assertThat(untold.exit()).isEqualTo(1);
      assertThat(untold.out()).contains("--accept-untold").doesNotContain("Nothing is missing");
    }
    assertThat(school.run("confirm", run, "--accept-untold", "--export", "now/people.csv").exit())
        .isZero();
    assertThat(json("preview").get("counts")).isEmpty();
    assertThat(school.run("confirm", run, "--export", "now/people.csv").exit()).isZero();
  }

  private static List<String> keysOfChanges(JsonNode preview) {
    return keys(preview.get("changes"));
  }

  @Test
  void aReportOfTheUploadSaysWhatWasRefused() throws Exception {
    Files.createDirectories(temp.resolve("back"));
    Files.writeString(
        temp.resolve("back/protokoll.csv"),
        """
        Zeile;Anmeldename;Kurs;Status;Fehlermeldung
        2;amarlowe;;OK;
        3;bfinch;;OK;
        4;cmoss;;Fehler;Name ungültig
        5;dgull;;OK;
        2;amarlowe;NAV-1;OK;
        4;cmoss;NAV-1;Fehler;Anmeldename unbekannt
        9;niemand;NAV-1;Fehler;wer?
        """,
        Charset.forName("windows-1252"));
    JsonNode found = json("confirm", "--reported", "back/protokoll.csv");
    assertThat(keys(found.get("missing")))
        .containsExactlyInAnyOrder("create cmoss", "enroll cmoss NAV-1");
    assertThat(found.get("missing").get(0).get("why").asText()).isEqualTo("Name ungültig");
    assertThat(found.get("asAsked").asInt()).isEqualTo(4);
    assertThat(found.get("notTold").asInt()).isEqualTo(6);
    assertThat(Files.readString(temp.resolve("runs/" + run + "/failed/users.csv")))
        .contains("why refused", "cmoss", "Name ungültig")
        .doesNotContain("bfinch");
    assertThat(school.run("confirm", "--reported", "back/protokoll.csv").out())
        .contains("about nothing in this run", "protokoll.csv, row 8");
  }

  @Test
  void wordsThatNobodyKnowsAreAskedForAndNothingIsRecorded() throws Exception {
    school.file("r.csv", "username,state", "amarlowe,taken", "cmoss,left out");
    Program.Result result = school.run("confirm", "--reported", "r.csv");
    assertThat(result.exit()).isEqualTo(2);
    assertThat(result.err()).contains("“taken”, “left out”", "--refused");
    assertThat(state()).isEqualTo("packed");
    JsonNode found =
        json("confirm", "--reported", "r.csv", "--accepted", "taken", "--refused", "left out");
    assertThat(keys(found.get("missing"))).containsExactly("create cmoss", "enroll cmoss NAV-1");

    school.file(
        "joined.csv", "email,course,error", "cy@pier.example,nav-1,full", "bo@pier.example,NAV-1,");
    found = json("confirm", "--reported", "joined.csv");
    // What was refused stays so where another report says nothing of it.
    assertThat(keys(found.get("missing"))).containsExactly("create cmoss", "enroll cmoss NAV-1");

    school.file("list.csv", "Email", "cy@pier.example");
    assertThat(school.run("confirm", "--reported", "list.csv").err()).contains("--refused all");
    found = json("confirm", "--reported", "list.csv", "--refused", "all");
    assertThat(keys(found.get("missing"))).containsExactly("create cmoss", "enroll cmoss NAV-1");
  }

  @Test
  void anExportOfSomethingElseRecordsNothing() throws Exception {
    school.file("other.csv", "username,given name,family name", "zz,Zed,Zander");
    school.file("other members.csv", "user,course", "zz,SAIL-9");
    school.file("other courses.csv", "code,title", "SAIL-9,Sails");
    String[] words = {"confirm", "--export", "other.csv", "other members.csv", "other courses.csv"};
    Program.Result result = school.run(words);
    assertThat(result.exit()).isEqualTo(1);
    assertThat(result.err()).contains("nothing was recorded");
    assertThat(state()).isEqualTo("packed");
    assertThat(temp.resolve("runs/" + run + "/taken")).doesNotExist();
    List<String> all = new ArrayList<>(List.of(words));
    all.add("--all-failed");
    assertThat(school.run(all.toArray(String[]::new)).exit()).isEqualTo(1);
    assertThat(json("preview").get("counts").get("users").get("create").asInt()).isEqualTo(4);
  }

  @Test
  void whatWasTakenIsWhatIsUndone() throws Exception {
    school.file("r.csv", "username,result,error", "cmoss,failed,name taken");
    school.run("confirm", "--reported", "r.csv");
    String[] undo = {
      "undo", run, "--go-above", "removals=99", "--go-above", "withdrawals=99", "--format", "json"
    };
    JsonNode undone = JSON.readTree(school.run(undo).out());
    assertThat(
            Files.readString(temp.resolve(undone.get("folder").asText() + "/plain/7-removals.csv")))
        .contains("bfinch")
        .doesNotContain("cmoss");
    Path taken = temp.resolve("runs/" + run + "/taken/users.csv");
    Files.writeString(taken, Files.readString(taken).replace("bfinch", "amarlowe"));
    Program.Result edited = school.run(undo);
    assertThat(edited.exit()).isEqualTo(3);
    assertThat(edited.err()).contains("taken is not as confirm wrote it");
    // As where confirm is killed before it is recorded: the way out that is told is one.
    Program.Result preview = school.run("preview");
    assertThat(preview.exit()).isEqualTo(3);
    assertThat(preview.err()).contains("neat-roster confirm " + run);
    school.run("confirm", "--reported", "r.csv");
    assertThat(school.run("preview").exit()).isZero();
    assertThat(school.run(undo).exit()).isZero();
  }
}
