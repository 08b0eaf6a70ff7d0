package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Of what exports, deliveries and the platform itself say, the newest counts. */
class ExportsOverTimeIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;
  private Program school;

  @BeforeEach
  void aRoster() throws Exception {
    school = new Program(temp);
    settings("");
    school.file(
        "sheets/people.csv",
        "id,username,given name,family name",
        "1,amarlowe,Ana,Marlowe",
        "2,bfinch,Bo,Finch",
        "3,cmoss,Cy,Moss");
    school.file("sheets/courses.csv", "code,title", "NAV-1,Navigation");
    school.file("sheets/enrollments.csv", "user,course", "amarlowe,NAV-1", "bfinch,NAV-1");
  }

  private void settings(String known) throws Exception {
    school.file(
        "roster.yaml",
        "school: {name: Pier School}",
        "policy: {users: {absent: remove}, enrollments: {absent: withdraw}}",
        "stop-above: {removals: 100%, withdrawals: 100%, changes: 100%}",
        "sheets: [{file: people.csv, covers: everything}, {file: enrollments.csv, covers: everything}]",
        "known: [" + known + "]");
  }

  private String counts(String... more) throws Exception {
    String[] words = {"preview", "--format", "json"};
    String[] all = new String[words.length + more.length];
    System.arraycopy(words, 0, all, 0, words.length);
    System.arraycopy(more, 0, all, words.length, more.length);
    Program.Result result = school.run(all);
    JsonNode preview = JSON.readTree(result.out());
    assertThat(preview.get("refused")).as(result.out()).isNullOrEmpty();
    return preview.get("counts").toString();
  }

  private void deliver() throws Exception {
    assertThat(school.run("pack").exit()).isZero();
    assertThat(school.run("send", "--by-hand").exit()).isZero();
  }

  /** Somebody who is in no sheet, as an export of one spring shows it. */
  private Path springExport() throws Exception {
    school.file(
        "known/spring.csv",
        "id,username,given name,family name",
        "9,dquay,Di,Quay",
        "2,bfinch,Bo,Finch");
    return temp.resolve("known/spring.csv");
  }

  @Test
  void theTimeStampOfAnExportSaysNothing() throws Exception {
    school.run("issue");
    Path export = springExport();
    assertThat(counts()).contains("\"removals\":{\"remove\":1}");
    deliver();
    String before = counts();
    assertThat(before).isEqualTo("{}");
    Files.setLastModifiedTime(export, FileTime.from(Instant.now().plusSeconds(86_400)));
    assertThat(counts()).isEqualTo(before);
    Files.setLastModifiedTime(export, FileTime.from(Instant.EPOCH));
    assertThat(counts()).isEqualTo(before);
    // Another content is another export, and newer: it shows who is gone and who came back.
    Files.writeString(export, Files.readString(export) + "10,ekelp,Eve,Kelp\n");
    assertThat(counts()).contains("\"removals\":{\"remove\":2}");
  }

  @Test
  void anExportThatComesLateCountsAsOfTheDayThatTheSettingsName() throws Exception {
    deliver();
    Files.setLastModifiedTime(springExport(), FileTime.from(Instant.EPOCH));
    Program.Result late = school.run("preview");
    assertThat(late.err()).contains("known/spring.csv was saved before run", "as-of: 1970-01-01");
    assertThat(counts()).contains("\"removals\":{\"remove\":1}");
    settings("{file: known/spring.csv, as-of: 2020-05-01}");
    assertThat(school.run("preview").err()).doesNotContain("was saved before");
    // It is older than the delivery: nobody of ours is gone, and whoever else was there still is.
    assertThat(counts()).isEqualTo("{\"removals\":{\"remove\":1}}");
    settings("{file: known/spring.csv, as-of: May}");
    assertThat(school.run("preview").err()).contains("here stands a day", "2027-05-01");
  }

  @Test
  void ofTwoListsTheNewerPutsTheOlderAway() throws Exception {
    springExport();
    school.file("known/summer.csv", "id,username,given name,family name", "2,bfinch,Bo,Finch");
    settings(
        "{file: spring.csv, as-of: 2026-03-01}, {file: known/summer.csv, as-of: 2026-06-01 12:00}");
    Program.Result preview = school.run("preview");
    assertThat(preview.err())
        .contains("known/spring.csv lists 1 account that a newer list of users does not have");
    assertThat(counts()).doesNotContain("remove");
    String day = LocalDate.now(ZoneId.systemDefault()).toString();
    settings("{file: spring.csv, as-of: " + day + "}, {file: summer.csv, as-of: " + day + "}");
    assertThat(school.run("preview").err()).doesNotContain("newer list");
    assertThat(counts()).contains("\"remove\":1");
  }

  @Test
  void partsThatAreSeenAtOnceHoldTogether() throws Exception {
    String header = "id,username,given name,family name";
    school.file("known/port.csv", header, "2,bfinch,Bo,Finch", "9,dquay,Di,Quay");
    school.file("known/star.csv", header, "3,cmoss,Cy,Moss");
    school.file("more.csv", header, "1,amarlowe,Ana,Marlowe");
    assertThat(school.run("preview").err()).doesNotContain("newer list");
    String all =
        "{\"courses\":{\"create\":1},\"enrollments\":{\"enroll\":2},\"removals\":{\"remove\":1}}";
    assertThat(counts("--known", "more.csv")).isEqualTo(all);
    // The register notes what it sees first, and all of it at once.
    assertThat(school.run("issue", "--known", "more.csv").exit()).isZero();
    assertThat(counts("--known", "more.csv")).isEqualTo(all);
  }

  @Test
  void whatThePlatformSaysItselfIsNewerThanEveryExport() throws Exception {
    school.file(
        "known/old.csv",
        "id,username,given name,family name,courses",
        "1,amarlowe,Ana,Marlowe,NAV-1",
        "2,bfinch,Bo,Finch,NAV-1",
        "9,dquay,Di,Quay,NAV-1");
    school.file("known/courses.csv", "code,title", "NAV-1,Navigation", "RAD-1,Radio");
    assertThat(counts()).contains("\"remove\":1", "\"create\":1");
    try (PracticePlatform platform = new PracticePlatform(temp.resolve("practice.db"))) {
      platform.nameIn(temp);
      assertThat(counts("--known", "platform"))
          .isEqualTo(
              "{\"courses\":{\"create\":1},\"users\":{\"create\":3},\"enrollments\":{\"enroll\":2}}");
    }
  }
}
