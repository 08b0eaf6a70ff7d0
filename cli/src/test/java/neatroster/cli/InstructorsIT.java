package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Instructors whom the courses' sheet names are in the courses like everybody else. */
class InstructorsIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;
  private Program school;

  @BeforeEach
  void aRoster() throws Exception {
    school = new Program(temp);
    school.file(
        "roster.yaml",
        "school: {name: Pier School}",
        "sheets: [{file: courses.csv, covers: everything}]",
        "policy: {enrollments: {absent: withdraw}}",
        "stop-above: {withdrawals: 100%, changes: 100%}");
    school.file(
        "sheets/people.csv",
        "username,given name,family name,email",
        "amarlowe,Ana,Marlowe,ana@pier.example",
        "bfinch,Bo,Finch,bo@pier.example",
        "cmoss,Cy,Moss,cy@pier.example");
    courses("amarlowe; bo@pier.example");
    school.file("sheets/enrollments.csv", "user,course", "cmoss,NAV-1");
  }

  private void courses(String instructors) throws Exception {
    school.file("sheets/courses.csv", "code,title,instructors", "NAV-1,Coast," + instructors);
  }

  private JsonNode json(String... words) throws Exception {
    List<String> all = new ArrayList<>(List.of(words));
    all.addAll(List.of("--format", "json"));
    Program.Result result = school.run(all.toArray(String[]::new));
    assertThat(result.out()).as(result.err()).isNotEmpty();
    return JSON.readTree(result.out());
  }

  private void assertConfirmed() throws Exception {
    Program.Result confirmed = school.run("confirm");
    assertThat(confirmed.out()).contains("Nothing is missing, and nothing is different");
    assertThat(confirmed.exit()).isZero();
  }

  @Test
  void theyAreSentConfirmedTakenOutAndTakenBack() throws Exception {
    try (PracticePlatform platform = new PracticePlatform(temp.resolve("practice.db"))) {
      platform.nameIn(temp);
      json("pack");
      assertThat(school.run("send", "--yes").exit()).isZero();
      assertThat(platform.held())
          .contains("course:NAV-1 [amarlowe instructor , bfinch instructor , cmoss learner ]");
      JsonNode heads = json("confirm").get("headcounts");
      assertThat(heads.toString()).contains("\"role\":\"instructor\",\"expected\":2,\"there\":2");
      assertConfirmed();
      assertThat(json("preview", "--known", "platform").get("counts")).isEmpty();

      courses("amarlowe");
      assertThat(json("preview").get("counts").toString())
          .isEqualTo("{\"withdrawals\":{\"withdraw\":1}}");
      String second = json("pack").get("run").asText();
      assertThat(school.run("send", "--yes").exit()).isZero();
      assertConfirmed();
      assertThat(platform.held()).contains("course:NAV-1 [amarlowe instructor , cmoss learner ]");

      courses("amarlowe; bfinch");
      json("undo", second);
      assertThat(school.run("send", "--yes").exit()).isZero();
      assertThat(platform.held())
          .contains("course:NAV-1 [amarlowe instructor , bfinch instructor , cmoss learner ]");
      assertThat(json("preview").get("counts")).isEmpty();
    }
  }

  @Test
  void everyFormatHasThem() throws Exception {
    school.file(
        "layouts/theirs.yaml",
        "files:",
        "  - name: classes.csv",
        "    row: course",
        "    columns:",
        "      - {header: CLASS, value: \"{code}\"}",
        "      - {header: TEACHERS, value: \"{instructors}\"}",
        "  - name: members.csv",
        "    row: enrollment",
        "    columns:",
        "      - {header: WHO, value: \"{user}\"}",
        "      - {header: WHERE, value: \"{course}\"}",
        "      - {header: AS, value: \"{role}\"}");
    JsonNode packed =
        json("pack", "--as", "plain", "--as", "oneroster", "--as", "scim", "--as", "layout:theirs");
    Path run = temp.resolve(packed.get("folder").asText());
    assertThat(Files.readString(run.resolve("plain/5-enrollments.csv")))
        .contains("enroll,amarlowe,NAV-1,instructor", "enroll,bfinch,NAV-1,instructor");
    assertThat(Files.readString(run.resolve("layout-theirs/classes.csv")))
        .contains("NAV-1,amarlowe; bfinch");
    assertThat(Files.readString(run.resolve("layout-theirs/members.csv")))
        .contains("amarlowe,NAV-1,instructor", "bfinch,NAV-1,instructor", "cmoss,NAV-1,learner");
    for (JsonNode file : packed.get("files")) {
      Path path = run.resolve(file.get("path").asText());
      if (file.get("format").asText().equals("scim")) {
        assertThat(Files.readString(path).split("\"instructor\"", -1)).hasSize(3);
      } else if (path.toString().endsWith(".zip")) {
        try (ZipFile zip = new ZipFile(path.toFile())) {
          byte[] bytes = zip.getInputStream(zip.getEntry("enrollments.csv")).readAllBytes();
          assertThat(new String(bytes, StandardCharsets.UTF_8).split(",teacher,", -1)).hasSize(3);
        }
      }
    }
    assertThat(school.run("handout", "class-lists", "--to", "l.csv").exit()).isZero();
    assertThat(Files.readAllLines(temp.resolve("l.csv"))).hasSize(4);
  }
}
