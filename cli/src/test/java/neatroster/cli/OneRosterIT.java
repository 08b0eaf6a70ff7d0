package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a delivery of OneRoster holds is what was packed, and what others deliver is read. */
class OneRosterIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;
  private Program program;

  @BeforeEach
  void aFolder() throws Exception {
    program = new Program(temp).within();
  }

  @Test
  void whatIsReadBackLacksNothingButWhatWasSaid() throws Exception {
    Program school = program.demoSchool("school");
    JsonNode packed =
        JSON.readTree(school.run("pack", "--as", "oneroster", "--format", "json").out());
    Map<String, Integer> lost = new HashMap<>();
    packed
        .get("notCarried")
        .forEach(one -> lost.put(one.get("what").asText(), one.get("count").asInt()));
    String zip =
        packed.get("folder").asText() + "/" + packed.get("files").get(0).get("path").asText();
    JsonNode preview =
        JSON.readTree(school.run("preview", "--known", zip, "--format", "json").out());
    Map<String, Integer> changes = new HashMap<>();
    preview
        .get("changes")
        .forEach(
            one ->
                changes.merge(
                    one.get("table").asText() + " " + one.get("change").asText(), 1, Integer::sum));
    assertThat(changes)
        .isEqualTo(
            Map.of(
                "groups create",
                lost.get("group"),
                "enrollments enroll",
                lost.get("membership of a group across courses")));
    assertThat(preview.get("left"))
        .hasSize(lost.get("group membership"))
        .allSatisfy(left -> assertThat(left.get("field").asText()).isEqualTo("group"));
    assertThat(school.run("check", zip).out()).contains("Nothing keeps it from being delivered");
  }

  private void zip(String name, String... namesAndTexts) throws IOException {
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(temp.resolve(name)))) {
      for (int i = 0; i < namesAndTexts.length; i += 2) {
        zip.putNextEntry(new ZipEntry(namesAndTexts[i]));
        zip.write(namesAndTexts[i + 1].getBytes(StandardCharsets.UTF_8));
      }
    }
  }

  private static String manifest(String version) {
    return "propertyName,value\nmanifest.version,1.0\noneroster.version," + version + "\n";
  }

  private static final String USERS =
      """
      \ufeffusername,sourcedId,status,enabledUser,orgSourcedIds,role,givenName,familyName,metadata.locker
      ana,u1,,true,"o2,o1",student,Ana,"Lund, jr.",L7
      bfinch,u2,,false,o2,teacher,Bo,Finch,
      """;

  @Test
  void aDeliveryOfAnotherIsReadWithItsOrderOfColumnsAndFoundAtItsRows() throws Exception {
    zip(
        "roster.zip",
        "manifest.csv",
        manifest("1.1"),
        "orgs.csv",
        "sourcedId,name,type,parentSourcedId\no1,District,district,\no2,Main Pier,school,o1\n",
        "users.csv",
        USERS,
        "classes.csv",
        "sourcedId,title,classCode,schoolSourcedId,termSourcedIds\nc1,Coast,NAV-1,o2,\n",
        "enrollments.csv",
        "userSourcedId,classSourcedId,role\nu1,c1,student\nu2,c9,teacher\n");
    program.file("roster.yaml", "fields: {locker: {table: users}}");
    assertThat(program.run("tidy", "roster.zip", "--to", "clean").exit()).isZero();
    try (var made = Files.list(temp.resolve("clean"))) {
      Path users = made.filter(file -> file.toString().contains("users")).findFirst().orElseThrow();
      assertThat(Files.readString(users))
          .contains("ana,Ana,")
          .contains("Main Pier")
          .contains("L7")
          .contains("suspended");
    }
    assertThat(program.run("check", "roster.zip").out())
        .contains("roster.zip, sheet enrollments.csv")
        .contains("row 3, column course  unknown-course")
        .contains("There is no course “c9”");
  }

  /** A folder that somebody packed on a desktop, with what that adds, and more than is read. */
  @Test
  void aZippedFolderIsReadAnAideAssistsAndWhatIsNotReadIsSaid() throws Exception {
    zip(
        "packed.zip",
        "__MACOSX/roster/manifest.csv",
        "x",
        "roster\\manifest.csv",
        manifest("1.1"),
        "roster\\orgs.csv",
        "sourcedId,name,type,parentSourcedId\no1,District,district,\no2,Main Pier,school,o1\n",
        "roster\\users.csv",
        """
        sourcedId,enabledUser,orgSourcedIds,role,username,givenName,familyName,agentSourcedIds,grades,pronouns
        u1,true,"o2,o1",student,ana,Ana,Lund,"u3,u4","09,10",she/her
        u2,true,o2,aide,bfinch,Bo,Finch,,,
        u3,true,o2,guardian,mlund,Mia,Lund,,,
        u4,true,o2,guardian,plund,Per,Lund,,,
        """,
        "roster\\demographics.csv",
        "sourcedId,birthDate,sex\nu1,2012-02-03,female\n",
        "roster\\classes.csv",
        "sourcedId,title,classCode,schoolSourcedId,termSourcedIds\nc1,Coast,NAV-1,o2,\n",
        "roster\\enrollments.csv",
        "userSourcedId,classSourcedId,role\nu1,c1,student\nu2,c1,teacher\n",
        "roster\\lineItems.csv",
        "sourcedId\nl1\n");
    assertThat(program.run("check", "packed.zip", "--all", "--format", "json").out())
        .contains("not-read")
        .contains("further agents (users.csv) in 1 row", "further orgs (users.csv) in 1 row")
        .contains("pronouns (users.csv) in 1 row", "sex (demographics.csv) in 1 row")
        .contains("the file lineitems.csv");
    assertThat(program.run("tidy", "packed.zip", "--to", "clean").exit()).isZero();
    StringBuilder all = new StringBuilder();
    try (var made = Files.list(temp.resolve("clean"))) {
      for (Path file : made.sorted().toList()) {
        all.append(Files.readString(file));
      }
    }
    assertThat(all).contains("bfinch,NAV-1,assistant", "\"09,10\"", "mlund");
  }

  @Test
  void whatIsNoDeliveryIsSaid() throws Exception {
    zip("new.zip", "manifest.csv", manifest("2.0"), "users.csv", USERS);
    assertThat(program.run("check", "new.zip").out().replaceAll("\\s+", " "))
        .contains("OneRoster 2.0; 1.1 and 1.2 are read");
    zip("bare.zip", "manifest.csv", manifest("1.2"));
    assertThat(program.run("check", "bare.zip").out().replaceAll("\\s+", " "))
        .contains("neither users.csv, classes.csv nor enrollments.csv");
    zip("torn.zip", "manifest.csv", manifest("1.2"), "users.csv", USERS + "cy,\"u3,,true");
    Program.Result torn = program.run("check", "torn.zip");
    assertThat(torn.out() + torn.err()).contains("row 4");
    assertThat(torn.exit()).isEqualTo(1);
  }
}
