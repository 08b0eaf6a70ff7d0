package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What would change on the platform, shown before and packed as shown. */
class PreviewIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;
  private Program program;

  @BeforeEach
  void aYearThatRollsOver() throws Exception {
    program = new Program(temp);
    program.file(
        "roster.yaml",
        "policy:",
        "  users: {known: {default: fill-blanks, email: overwrite, grade: overwrite}, absent: suspend, renamed: follow, removed: carry-out}",
        "  enrollments: {known: overwrite, absent: withdraw}",
        "sheets:",
        "  - {file: users.csv, covers: everything}",
        "  - {file: enrollments.csv, covers: course NAV-1}");
    program.file(
        "known/users.csv",
        "id,username,given name,family name,email,phone,grade,status",
        "1,amorgan,Ana,Morgan,ana@old.example,,6,active",
        "2,bfinch,Bo,Finch,bo@gull.example,+447400000001,6,active",
        "3,cquay,Cy,Quay,cy@gull.example,,7,suspended",
        "4,dreed,Di,Reed,di@gull.example,,7,active",
        "5,evoss,Edna,Voss,edna@gull.example,,7,active",
        "6,fholm,Flo,Holm,flo@gull.example,,7,active");
    program.file("known/courses.csv", "code,title", "NAV-1,Coast", "NAV-2,Night");
    program.file(
        "known/enrollments.csv",
        "user,course,role,group",
        "amorgan,NAV-1,learner,Watch A",
        "bfinch,NAV-1,learner,Watch A",
        "cquay,NAV-2,learner,",
        "dreed,NAV-2,learner,");
    program.file(
        "sheets/users.csv",
        "id,username,former username,given name,family name,email,phone,grade,status",
        "1,amorgan,,Ana,Morgan-Lund,ana@new.example,+447400000009,7,",
        "2,bfinch,,Bo,Finch,bo@gull.example,+447400000002,6,",
        "3,cquay,,Cy,Quay,cy@gull.example,,7,active",
        "5,evoss2,evoss,Edna,Voss,edna@gull.example,,7,",
        "6,fholm,,Flo,Holm,flo@gull.example,,7,removed",
        "7,gberg,,Gil,Berg,gil@gull.example,,7,");
    program.file("sheets/courses.csv", "code,title", "NAV-1,Coast", "NAV-2,Night", "NAV-3,Radio");
    program.file(
        "sheets/enrollments.csv",
        "user,course,role,group",
        "amorgan,NAV-1,learner,Watch B",
        "bfinch,NAV-2,learner,",
        "cquay,NAV-2,instructor,",
        "gberg,NAV-3,learner,");
  }

  private static List<String> changes(JsonNode preview) {
    List<String> changes = new ArrayList<>();
    for (JsonNode change : preview.get("changes")) {
      List<String> fields = new ArrayList<>();
      change
          .get("fields")
          .properties()
          .forEach(
              field -> {
                String from = field.getValue().get("from").asText();
                if (!from.isEmpty() || change.get("change").asText().equals("change")) {
                  fields.add(
                      field.getKey() + " " + from + " > " + field.getValue().get("to").asText());
                }
              });
      changes.add(
          change.get("table").asText()
              + " "
              + change.get("change").asText()
              + " "
              + change.get("key").asText()
              + (fields.isEmpty() ? "" : ": " + String.join("; ", fields)));
    }
    return changes;
  }

  @Test
  void everyKindOfChangeIsShownWithWhatWasBefore() throws Exception {
    JsonNode preview = JSON.readTree(program.run("preview", "--format", "json").out());
    assertThat(changes(preview))
        .containsExactly(
            "courses create NAV-3",
            "users change amorgan: email ana@old.example > ana@new.example; phone  > +447400000009;"
                + " grade 6 > 7",
            "users restore cquay: status suspended > active",
            "removals remove fholm: id 6 > ; username fholm > ; givenName Flo > ; familyName Holm > ;"
                + " email flo@gull.example > ; grade 7 > ; status active > ",
            "users create gberg",
            "users rename evoss2: username evoss > evoss2",
            "enrollments enroll bfinch NAV-2",
            "enrollments re-role cquay NAV-2: role learner > instructor",
            "enrollments enroll gberg NAV-3",
            "enrollments regroup amorgan NAV-1 Watch B: group Watch A > Watch B",
            "withdrawals withdraw bfinch NAV-1 Watch A: role learner > ",
            "users suspend dreed: status active > suspended");
    // Nobody covers NAV-2: that Di is in no sheet of it says nothing.
    assertThat(preview.get("left"))
        .extracting(left -> left.get("key").asText() + " " + left.get("field").asText())
        .containsExactly("amorgan familyName", "bfinch phone");
    assertThat(preview.get("headcounts"))
        .extracting(
            heads ->
                heads.get("course").asText()
                    + " "
                    + heads.get("role").asText()
                    + " "
                    + heads.get("before").asText()
                    + ">"
                    + heads.get("after").asText())
        .containsExactly(
            "NAV-1 learner 2>1", "NAV-2 instructor 0>1", "NAV-2 learner 2>2", "NAV-3 learner 0>1");
    assertThat(temp.resolve("runs")).doesNotExist();
  }

  @Test
  void aReportHoldsEveryChangeWhateverItIsSavedAs() throws Exception {
    program.run("preview", "--report", "changes.json");
    List<String> changes = changes(JSON.readTree(temp.resolve("changes.json").toFile()));
    program.run("preview", "--report", "changes.csv");
    List<String> rows = new ArrayList<>();
    try (CsvReader<NamedCsvRecord> csv =
        CsvReader.builder().ofNamedCsvRecord(temp.resolve("changes.csv"))) {
      csv.forEach(
          row ->
              rows.add(row.getField(0) + " " + row.getField("change") + " " + row.getField("key")));
    }
    program.run("preview", "--report", "changes.html");
    String page = Jsoup.parse(temp.resolve("changes.html").toFile(), "UTF-8").text();
    assertThat(changes).hasSize(12);
    for (String change : changes) {
      String head = change.replaceAll(":.*", "");
      assertThat(rows).contains(head);
      assertThat(page).contains(head.split(" ", 3)[2]);
    }
    assertThat(rows).contains("users left as it is amorgan");
    assertThat(page).contains("Morgan-Lund").contains("policy: {users: {known:");
  }

  @Test
  void aRunThatWouldDoMuchIsRefusedUntilItIsToldTo() throws Exception {
    Program.Result refused = program.run("pack");
    assertThat(refused.exit()).isEqualTo(1);
    assertThat(refused.out())
        .contains("2 removals or suspensions of users, and stop-above lets 0 through")
        .contains("--go-above removals=2");
    assertThat(temp.resolve("runs")).doesNotExist();
    Program.Result packed =
        program.run(
            "pack",
            "--go-above",
            "removals=2",
            "--go-above",
            "withdrawals=1",
            "--go-above",
            "changes=9");
    assertThat(packed.exit()).isZero();
    Path run;
    try (var runs = Files.list(temp.resolve("runs"))) {
      run = runs.findFirst().orElseThrow();
    }
    assertThat(Files.readString(run.resolve("plain/6-withdrawals.csv")))
        .contains("withdraw,bfinch,NAV-1,learner,Watch A");
    assertThat(Files.readString(run.resolve("plain/5-enrollments.csv")))
        .contains("regroup,amorgan,NAV-1,learner,Watch B")
        .contains("re-role,cquay,NAV-2,instructor");
    assertThat(program.run("pack", "--go-above", "people=3").exit()).isEqualTo(2);
  }

  @Test
  void twoVersionsOfOneListAreComparedWithoutAFolder() throws Exception {
    Path elsewhere = Files.createDirectory(temp.resolve("elsewhere"));
    Program loose = new Program(elsewhere);
    loose.file("old.csv", "id,username,given name,family name,email", "1,ana,Ana,Lund,a@x.example");
    loose.file(
        "new.csv",
        "id,username,given name,family name,email",
        "1,ana,Ana,Lund,a@y.example",
        "2,bob,Bo,Finch,b@x.example");
    Program.Result result = loose.run("preview", "new.csv", "--known", "old.csv", "--folder", ".");
    assertThat(result.exit()).isZero();
    assertThat(result.out())
        .contains("create    bob  Bo Finch")
        .contains("policy: {users: {known: {email: overwrite}}}")
        .contains("email “a@x.example”, in the sheet “a@y.example”")
        .contains("Nothing was written");
  }

  @Test
  void whereNothingIsKnownEverythingIsNewAndThatIsSaid() throws Exception {
    Path elsewhere = Files.createDirectory(temp.resolve("elsewhere"));
    Program loose = new Program(elsewhere);
    loose.file("users.csv", "username,given name", "ana,Ana");
    loose.file("roster.yaml", "stop-above: {removals: lots}");
    assertThat(loose.run("preview", "users.csv").exit()).isEqualTo(2);
    loose.file("roster.yaml", "stop-above: {removals: 5%}");
    Program.Result result = loose.run("preview", "users.csv");
    assertThat(result.exit()).isZero();
    assertThat(result.out())
        .contains("Nothing is known of the platform")
        .contains("users        1 to create");
  }
}
