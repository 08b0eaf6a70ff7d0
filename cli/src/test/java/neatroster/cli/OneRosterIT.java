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
import java.util.zip.ZipInputStream;
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
    program = new Program(temp);
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

  /** A delta goes by the ids that the platform has, and keeps what its rows say beside ours. */
  @Test
  void aDeltaForAPlatformThatAnotherFilledGoesByItsIdsAndKeepsWhatIsNotOurs() throws Exception {
    Files.createDirectories(temp.resolve("known"));
    zip(
        "known/export.zip",
        "manifest.csv",
        manifest("1.2"),
        "orgs.csv",
        """
        sourcedId,name,type,parentSourcedId
        o1,District,district,
        o2,Main Pier,school,o1
        o3,Lagoon,school,o1
        """,
        "academicSessions.csv",
        "sourcedId,title,type,startDate,endDate,schoolYear\ns1,Autumn,term,2027-08-01,2027-12-20,2028\n",
        "courses.csv",
        "sourcedId,title,courseCode,orgSourcedId\nk1,Coast,COAST,o2\n",
        "classes.csv",
        """
        sourcedId,title,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds
        c1,Coast,k1,NAV-1,homeroom,Pier 4,o2,"s1,s2"
        """,
        "users.csv",
        """
        sourcedId,enabledUser,username,givenName,familyName,identifier,email,sms,agentSourcedIds,grades,primaryOrgSourcedId,pronouns
        u1,true,ana,Ana,Lund,P1,ana@pier.example,,"u3,u4",09,o2,she/her
        u2,true,bfinch,Bo,Finch,P2,bo@pier.example,,,,o2,
        u3,true,mlund,Mia,Lund,P3,mia@pier.example,,,,o2,
        u4,true,plund,Per,Lund,P4,per@pier.example,,,,o2,
        """,
        "roles.csv",
        """
        sourcedId,userSourcedId,roleType,role,orgSourcedId
        r1,u1,primary,student,o2
        r2,u2,primary,student,o2
        r3,u3,primary,parent,o2
        r4,u4,primary,parent,o2
        """,
        "demographics.csv",
        "sourcedId,birthDate,sex\nu1,2012-02-03,female\n",
        "enrollments.csv",
        """
        sourcedId,classSourcedId,schoolSourcedId,userSourcedId,role,primary
        e1,c1,o2,u1,student,false
        e2,c1,o2,u2,student,false
        """);
    program.file(
        "roster.yaml",
        "policy: {users: {renamed: follow, known: overwrite}, courses: {known: overwrite}}");
    program.file(
        "sheets/users.csv",
        """
        id,username,given name,family name,email,birth date,former username
        P1,alund,Ana,Lund-Quay,ana@pier.example,2012-02-03,ana
        P5,,Cy,Marlowe,cy@pier.example,,
        """);
    program.file("sheets/courses.csv", "code,title\nNAV-1,Coast and tides\n");
    program.file(
        "sheets/enrollments.csv",
        "user,course,role,status\nP1,NAV-1,learner,\nP5,NAV-1,learner,\nP2,NAV-1,learner,ended\n");
    assertThat(program.run("issue").exit()).isZero();
    Program.Result packed =
        program.run(
            "pack",
            "--as",
            "oneroster",
            "--go-above",
            "withdrawals=1",
            "--go-above",
            "changes=1",
            "--format",
            "json");
    assertThat(packed.exit()).describedAs(packed.out() + packed.err()).isZero();
    JsonNode run = JSON.readTree(packed.out());
    Map<String, String> files =
        unzipped(temp.resolve(run.get("folder").asText() + "/" + run.at("/files/0/path").asText()));
    assertThat(files.get("users.csv"))
        .contains("u1,active,", ",alund,", ",Lund-Quay,", "\"u3,u4\"", ",she/her")
        .contains(",Marlowe,")
        .doesNotContain("u2,");
    assertThat(files.get("roles.csv")).contains("r1,active,", ",student,");
    assertThat(files.get("demographics.csv")).contains("2012-02-03,female");
    assertThat(files.get("classes.csv"))
        .contains("c1,active,", ",Coast and tides,", ",k1,NAV-1,homeroom,Pier 4,o2,\"s1,s2\"");
    assertThat(files.get("enrollments.csv"))
        .contains("e2,tobedeleted,", ",c1,o2,u2,")
        .containsPattern(",active,[^,]*,c1,o2,[-0-9a-f]{36},student")
        .doesNotContain("e1,");
    assertThat(files).doesNotContainKeys("courses.csv", "academicSessions.csv");

    // The export that is there keeps her former name; the next delta knows her all the same.
    program.run("send", run.get("run").asText(), "--by-hand");
    program.file(
        "sheets/users.csv",
        """
        id,username,given name,family name,email,birth date
        P1,alund,Anna,Lund-Quay,ana@pier.example,2012-02-03
        P5,,Cy,Marlowe,cy@pier.example,
        """);
    JsonNode next =
        JSON.readTree(program.run("pack", "--as", "oneroster", "--format", "json").out());
    assertThat(
            unzipped(
                    temp.resolve(
                        next.get("folder").asText() + "/" + next.at("/files/0/path").asText()))
                .get("users.csv"))
        .contains("u1,active,", ",alund,,Anna,", ",she/her");
  }

  /** Two classes of one code: a delta would make a third, and put people into it. */
  @Test
  void whatExportsDoNotTellApartStaysDue() throws Exception {
    Files.createDirectories(temp.resolve("known"));
    zip(
        "known/export.zip",
        "manifest.csv",
        manifest("1.1"),
        "users.csv",
        """
        sourcedId,enabledUser,role,username,givenName,familyName,email
        u1,true,student,ana,Ana,Lund,ana@pier.example
        """,
        "classes.csv",
        "sourcedId,title,classCode\nc1,Coast,NAV-1\nc2,Coast by night,NAV-1\nc3,Knots,KNOT\n",
        "enrollments.csv",
        "sourcedId,classSourcedId,userSourcedId,role\n");
    program.file("roster.yaml", "");
    program.file("sheets/in.csv", "user,course\nana,NAV-1\nana,KNOT\n");
    Program.Result packed = program.run("pack", "--as", "oneroster", "--format", "json");
    JsonNode run = JSON.readTree(packed.out());
    assertThat(packed.out()).contains("whose code or username two have");
    Map<String, String> files =
        unzipped(temp.resolve(run.get("folder").asText() + "/" + run.at("/files/0/path").asText()));
    assertThat(files.get("enrollments.csv")).contains(",c3,").hasLineCount(2);
    assertThat(files).doesNotContainKey("classes.csv");
  }

  private static Map<String, String> unzipped(Path zip) throws IOException {
    Map<String, String> files = new HashMap<>();
    try (ZipInputStream in = new ZipInputStream(Files.newInputStream(zip))) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        files.put(entry.getName(), new String(in.readAllBytes(), StandardCharsets.UTF_8));
      }
    }
    return files;
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
    Program.Result misaligned = program.run("check", "torn.zip");
    assertThat(misaligned.out() + misaligned.err()).contains("row 4");
    assertThat(misaligned.exit()).isEqualTo(1);
  }
}
