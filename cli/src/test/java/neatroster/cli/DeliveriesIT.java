package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import de.siegmar.fastcsv.reader.CsvReader;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What was delivered is remembered, and told from what somebody changed on the platform since. */
class DeliveriesIT {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final Instant LONG_AGO = Instant.parse("2020-01-01T00:00:00Z");

  @TempDir Path temp;
  private Program program;

  @BeforeEach
  void aRoster() throws Exception {
    program = new Program(temp);
    settings("leave");
    program.file(
        "sheets/users.csv",
        "id,username,given name,family name,email,grade,watch",
        "1,amorgan,Ana,Morgan,ana@gull.example,6,port",
        "2,bfinch,Bo,Finch,bo@gull.example,7,");
    program.file("sheets/courses.csv", "code,title", "NAV-1,Coast");
    program.file("sheets/enrollments.csv", "user,course,role", "amorgan,NAV-1,", "bfinch,NAV-1,");
    program.run("issue");
  }

  private void settings(String changed) throws Exception {
    program.file(
        "roster.yaml",
        "policy: {users: {known: overwrite, changed: " + changed + "}}",
        "stop-above: {changes: 100%}",
        "fields: {watch: {table: users}}");
  }

  private JsonNode preview() throws Exception {
    return JSON.readTree(program.run("preview", "--format", "json").out());
  }

  private void export(Instant at, String... lines) throws Exception {
    program.file("known/users.csv", lines);
    Files.setLastModifiedTime(temp.resolve("known/users.csv"), FileTime.from(at));
  }

  @Test
  void aSecondPackSaysWhichRunItRepeatsAndAfterTheDeliveryHoldsOnlyWhatIsNew() throws Exception {
    program.run("pack");
    JsonNode second = JSON.readTree(program.run("pack", "--format", "json").out());
    String first = second.get("repeats").asText();
    assertThat(first).endsWith("-1");
    assertThat(program.run("send", first, "--by-hand").out()).contains("5 changes");
    assertThat(program.run("send", first, "--by-hand").out()).contains("already");
    assertThat(preview().get("counts")).isEmpty();
    assertThat(program.run("pack").out())
        .contains("Nothing is to be changed on the platform, so no run was packed.");
    program.file("sheets/more.csv", "id,username,given name,family name", "3,cquay,Cy,Quay");
    JsonNode third = JSON.readTree(program.run("pack", "--format", "json").out());
    assertThat(third.get("counts").toString()).isEqualTo("{\"users\":{\"create\":1}}");
    assertThat(third.get("repeats").isNull()).isTrue();
  }

  @Test
  void whatSomebodyChangedOnThePlatformIsShownAndLeft() throws Exception {
    program.run("pack");
    program.run("send", "--by-hand");
    // Ana was given another grade by hand, and Bo was taken away.
    export(
        Instant.now(),
        "id,username,given name,family name,email,grade,watch",
        "1,amorgan,Ana,Morgan,ana@gull.example,9,port");
    JsonNode preview = preview();
    assertThat(preview.get("counts")).isEmpty();
    List<String> left = new ArrayList<>();
    preview
        .get("left")
        .forEach(
            one ->
                left.add(
                    one.get("key").asText()
                        + " "
                        + one.get("field").asText("")
                        + " "
                        + one.get("setting").asText()));
    assertThat(left)
        .contains(
            "amorgan grade policy: {users: {changed: overwrite}}",
            "bfinch  policy: {users: {changed: overwrite}}");
    settings("overwrite");
    assertThat(preview().get("counts").get("users").toString())
        .isEqualTo("{\"change\":1,\"create\":1}");
  }

  @Test
  void ofAnExportAndADeliveryTheNewerCountsFieldByField() throws Exception {
    export(
        LONG_AGO,
        "id,username,given name,family name,email,grade,phone,watch",
        "1,amorgan,Ana,Morgan,ana@old.example,5,+447400000001,star",
        "2,bfinch,Bo,Finch,bo@gull.example,7,,");
    JsonNode before = preview();
    assertThat(before.get("counts").get("users").toString()).isEqualTo("{\"change\":1}");
    assertThat(before.get("changes").toString())
        .contains("\"watch\":{\"from\":\"star\",\"to\":\"port\"}");
    assertThat(program.run("pack").exit()).isZero();
    program.run("send", "--by-hand");
    assertThat(preview().get("counts")).isEmpty();
    program.file(
        "sheets/phones.csv", "username,phone", "amorgan,+447400000002", "bfinch,+447400000003");
    JsonNode after = preview();
    assertThat(after.get("changes").toString())
        .contains("\"phone\":{\"from\":\"+447400000001\",\"to\":\"+447400000002\"}")
        .contains("\"phone\":{\"from\":\"\",\"to\":\"+447400000003\"}");
  }

  @Test
  void aRunThatWasEditedIsNotTakenForDelivered() throws Exception {
    JsonNode packed = JSON.readTree(program.run("pack", "--format", "json").out());
    Path changes =
        temp.resolve(packed.get("folder").asText()).resolve("changes").resolve("users.csv");
    String text = Files.readString(changes);
    assertThat(text).doesNotContain("password");
    Files.writeString(changes, text.replace("amorgan", "zmorgan"));
    Program.Result sent = program.run("send", "--by-hand");
    assertThat(sent.exit()).isEqualTo(3);
    assertThat(sent.err()).contains("was edited since it was packed");
    assertThat(preview().get("counts").get("users").get("create").asInt()).isEqualTo(2);
  }

  @Test
  void whatWasDeliveredIsTakenBackAndNoMoreThanThat() throws Exception {
    settings("leave");
    program.run("pack");
    assertThat(program.run("undo", run(1)).err()).contains("is not recorded as delivered");
    program.run("send", "--by-hand");
    program.file(
        "sheets/users.csv",
        "id,username,given name,family name,email,grade,watch",
        "1,amorgan,Ana,Morgan,ana@gull.example,7,starboard",
        "2,bfinch,Bo,Finch,bo@pier.example,8,");
    program.run("pack");
    program.run("send", "--by-hand");
    // Somebody put Bo into another grade by hand.
    export(
        Instant.now(),
        "id,username,given name,family name,email,grade,watch",
        "1,amorgan,Ana,Morgan,ana@gull.example,7,starboard",
        "2,bfinch,Bo,Finch,bo@pier.example,9,");
    JsonNode undone = JSON.readTree(program.run("undo", run(2), "--format", "json").out());
    assertThat(undone.get("undoes").asText()).isEqualTo(run(2));
    assertThat(undone.get("cannotBeUndone"))
        .singleElement()
        .satisfies(one -> assertThat(one.get("what").asText()).contains("changed again"));
    String users = Files.readString(temp.resolve("runs/" + run(3) + "/plain/3-users.csv"));
    // Of Bo the grade is left, which is another by now, and the address is put back.
    assertThat(users.lines()).hasSize(3);
    assertThat(users).contains("change,,amorgan,").contains(",6,").contains(",port");
    assertThat(users).contains("bo@gull.example").doesNotContain(",8,", ",9,", ",7,");
    program.run("send", "--by-hand");

    // The first run made people: taking that back is more than the settings let through.
    assertThat(program.run("undo", run(1)).exit()).isEqualTo(1);
    Program.Result all =
        program.run("undo", run(1), "--go-above", "removals=9", "--go-above", "withdrawals=9");
    assertThat(all.exit()).isZero();
    assertThat(Files.readString(temp.resolve("runs/" + run(4) + "/plain/7-removals.csv")))
        .contains("remove,amorgan,,")
        .contains("remove,,NAV-1,");
    program.run("send", "--by-hand");
    JsonNode history = JSON.readTree(program.run("history", "--format", "json").out());
    assertThat(history.get("runs"))
        .extracting(run -> run.get("state").asText() + " " + run.get("undoes").asText())
        .containsExactly("undone null", "undone null", "sent " + run(2), "sent " + run(1));
    // What we took away ourselves is no surprise: the sheets may have it made again.
    assertThat(preview().get("left")).isEmpty();
    assertThat(program.run("undo", run(1)).err()).contains("was taken back already");
  }

  @Test
  void aDeltaHoldsWholeRecordsUnderTheSameIds() throws Exception {
    settings("leave");
    program.file(
        "sheets/enrollments.csv",
        "user,course,role,group",
        "amorgan,NAV-1,,Port",
        "amorgan,NAV-1,,Starboard",
        "bfinch,NAV-1,instructor,");
    program.file("sheets/groups.csv", "course,name", "NAV-1,Port", "NAV-1,Starboard");
    assertThat(program.run("pack", "--as", "oneroster", "--oneroster", "2.0").exit()).isEqualTo(2);
    assertThat(program.run("pack", "--as", "oneroster", "--oneroster", "1.1").out())
        .contains("What oneroster has no room for")
        .contains("2 × group membership");
    program.run("send", "--by-hand");
    Map<String, String> first = delivered(1, "bulk", "users");

    program.file(
        "roster.yaml",
        "policy: {users: {known: overwrite, renamed: follow, removed: carry-out}, enrollments: {known: overwrite}}",
        "stop-above: {removals: 9, withdrawals: 100%, changes: 100%}",
        "fields: {watch: {table: users}}");
    program.file(
        "sheets/users.csv",
        "id,username,former username,given name,family name,email,grade,watch",
        "1,ana.lund,amorgan,Ana,Morgan,ana@pier.example,7,",
        "2,bfinch,,Bo,Finch,bo@gull.example,8,starboard");
    program.file(
        "sheets/enrollments.csv",
        "user,course,role,group,status",
        "ana.lund,NAV-1,,Port,ended",
        "ana.lund,NAV-1,,Starboard,",
        "bfinch,NAV-1,instructor,,");
    assertThat(program.run("pack", "--as", "oneroster", "--oneroster", "1.1").out())
        .contains("group membership that ends");
    List<Map<String, String>> users = rows(2, "delta", "users");
    assertThat(users)
        .extracting(
            row ->
                row.get("status")
                    + " "
                    + row.get("username")
                    + " "
                    + row.get("role")
                    + " "
                    + row.get("givenName")
                    + " "
                    + row.get("email")
                    + " "
                    + row.get("grades")
                    + " "
                    + row.get("metadata.watch"))
        .containsExactlyInAnyOrder(
            "active ana.lund student Ana ana@pier.example 7 ",
            "active bfinch teacher Bo bo@gull.example 8 starboard");
    assertThat(users)
        .filteredOn(row -> row.get("username").equals("ana.lund"))
        .extracting(row -> row.get("sourcedId"))
        .containsExactly(first.get("amorgan"));
    // She is still in the class, by the other group: nothing of it is deleted.
    assertThat(rows(2, "delta", "enrollments")).isEmpty();
    program.run("send", "--by-hand");
    // By the new name alone it is still known who it is, and that she is in the class.
    program.file(
        "sheets/users.csv",
        "id,username,given name,family name,email,grade,watch",
        "1,ana.lund,Ana,Morgan,ana@pier.example,8,",
        "2,bfinch,Bo,Finch,bo@gull.example,8,starboard");
    assertThat(preview().get("counts").has("enrollments")).isFalse();
    assertThat(program.run("undo", run(2)).out()).contains("oneroster/oneroster-1.1-delta.zip");
    program.run("pack", "--as", "oneroster", "--oneroster", "1.1");
    assertThat(rows(4, "delta", "users"))
        .singleElement()
        .satisfies(
            row ->
                assertThat(row)
                    .containsEntry("sourcedId", first.get("amorgan"))
                    .containsEntry("familyName", "Morgan")
                    .containsEntry("grades", "8"));

    program.file(
        "sheets/users.csv",
        "id,username,given name,family name,email,grade,watch,status",
        "1,ana.lund,Ana,Morgan,ana@pier.example,7,,removed",
        "2,bfinch,Bo,Finch,bo@gull.example,8,starboard,");
    program.file("sheets/enrollments.csv", "user,course,role,group", "bfinch,NAV-1,instructor,");
    program.run("pack", "--as", "oneroster", "--oneroster", "1.1");
    assertThat(rows(5, "delta", "users"))
        .singleElement()
        .satisfies(
            row ->
                assertThat(row)
                    .containsEntry("status", "tobedeleted")
                    .containsEntry("sourcedId", first.get("amorgan"))
                    .containsEntry("familyName", "Morgan"));
    assertThat(rows(5, "delta", "enrollments"))
        .singleElement()
        .satisfies(row -> assertThat(row).containsEntry("status", "tobedeleted"));
  }

  private Map<String, String> delivered(int run, String kind, String file) throws Exception {
    Map<String, String> ids = new HashMap<>();
    rows(run, kind, file).forEach(row -> ids.put(row.get("username"), row.get("sourcedId")));
    return ids;
  }

  private List<Map<String, String>> rows(int run, String kind, String file) throws Exception {
    Path zip = temp.resolve("runs/" + run(run) + "/oneroster/oneroster-1.1-" + kind + ".zip");
    List<Map<String, String>> rows = new ArrayList<>();
    try (FileSystem inside = FileSystems.newFileSystem(zip)) {
      Path csv = inside.getPath(file + ".csv");
      if (Files.exists(csv)) {
        CsvReader.builder()
            .ofNamedCsvRecord(Files.readString(csv))
            .forEach(row -> rows.add(row.getFieldsAsMap()));
      }
    }
    return rows;
  }

  private String run(int number) {
    return LocalDate.now(ZoneId.systemDefault()) + "-" + number;
  }
}
