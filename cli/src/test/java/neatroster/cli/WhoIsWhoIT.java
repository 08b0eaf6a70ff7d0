package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import neatroster.practice.Faults;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Nothing is done with what is somebody else's on the platform, and nothing of theirs is undone.
 */
class WhoIsWhoIT {
  private static final String[] ALL = {
    "--go-above", "removals=9", "--go-above", "withdrawals=9", "--go-above", "changes=9"
  };

  @TempDir Path temp;
  private Program school;
  private PracticePlatform platform;

  @BeforeEach
  void aRosterAndAPlatform() throws Exception {
    school = new Program(temp.resolve("school"));
    school.file(
        "roster.yaml",
        "policy: {users: {known: overwrite, renamed: follow}, enrollments: {known: overwrite}}",
        "stop-above: {changes: 100%}");
    people("amarlowe,Ana,Marlowe,ana@pier.example", "bfinch,Bo,Finch,bo@pier.example");
    school.file("sheets/courses.csv", "code,title", "NAV-1,Navigation", "RAD-1,Radio");
    enroll("amarlowe,NAV-1", "bfinch,NAV-1");
    platform = new PracticePlatform(temp.resolve("practice.db"));
    platform.nameIn(temp.resolve("school"));
  }

  @AfterEach
  void close() {
    platform.close();
  }

  private void people(String... rows) throws Exception {
    sheet("sheets/people.csv", "username,given name,family name,email", rows);
  }

  private void enroll(String... rows) throws Exception {
    sheet("sheets/enrollments.csv", "user,course", rows);
  }

  private void sheet(String file, String header, String... rows) throws Exception {
    List<String> lines = new ArrayList<>(List.of(header));
    lines.addAll(List.of(rows));
    school.file(file, lines.toArray(String[]::new));
  }

  private void account(String username, String given, String family, String email)
      throws Exception {
    platform.send(
        "POST",
        "/Users",
        """
        {"schemas": ["urn:ietf:params:scim:schemas:core:2.0:User"], "userName": "%s",
         "name": {"givenName": "%s", "familyName": "%s"}, "emails": [{"value": "%s"}]}
        """
            .formatted(username, given, family, email));
  }

  private String idOf(String username) throws Exception {
    for (JsonNode user : platform.all("Users")) {
      if (user.path("userName").asText().equals(username)) {
        return user.path("id").asText();
      }
    }
    throw new AssertionError(username);
  }

  private Program.Result sendAll() throws Exception {
    Program.Result packed = school.run("pack");
    assertThat(packed.exit()).as(packed.out() + packed.err()).isZero();
    return school.run("send", "--yes");
  }

  private String run(int number) throws Exception {
    try (var runs = Files.list(temp.resolve("school/runs"))) {
      return runs.map(run -> run.getFileName().toString())
          .filter(run -> run.endsWith("-" + number))
          .findFirst()
          .orElseThrow();
    }
  }

  @Test
  void aNamesakeIsNotAdoptedNorTakenAway() throws Exception {
    account("bfinch", "Bo", "Finch", "somebody@elsewhere.example");
    Program.Result sent = sendAll();
    assertThat(sent.exit()).isEqualTo(4);
    assertThat(sent.out()).contains("bfinch", "somebody with the same name");
    assertThat(platform.held())
        .contains("bfinch Finch", "amarlowe Marlowe", "course:NAV-1 [amarlowe learner ]");
    List<String> words = new ArrayList<>(List.of("undo", run(1)));
    words.addAll(List.of(ALL));
    assertThat(school.run(words.toArray(String[]::new)).exit()).isZero();
    assertThat(school.run("send", "--yes").exit()).isZero();
    assertThat(platform.held()).containsExactly("bfinch Finch");
  }

  @Test
  void whoIsThereAlreadyIsFoundByReadingThePlatform() throws Exception {
    account("bfinch", "Bo", "Finch", "bo@pier.example");
    Program.Result sent = sendAll();
    assertThat(sent.exit()).isEqualTo(4);
    assertThat(sent.out()).contains("this person has the account bfinch", "pack --known platform");
    assertThat(school.run("pack", "--known", "platform").exit()).isZero();
    assertThat(school.run("send", "--yes").exit()).isZero();
    assertThat(platform.held()).contains("course:NAV-1 [amarlowe learner , bfinch learner ]");
    assertThat(school.run("confirm").exit()).isZero();
  }

  @Test
  void anAccountThatWasMadeAnewForSomebodyElseIsLeftAlone() throws Exception {
    assertThat(sendAll().exit()).isZero();
    platform.send("DELETE", "/Users/" + idOf("amarlowe"), "");
    account("amarlowe", "Ada", "Merrow", "ada@elsewhere.example");
    people("amarlowe,Ana,Marlowe,ana@sail.example", "bfinch,Bo,Finch,bo@pier.example");
    enroll("amarlowe,NAV-1", "bfinch,NAV-1", "amarlowe,RAD-1", "bfinch,RAD-1");
    Program.Result sent = sendAll();
    assertThat(sent.exit()).isEqualTo(4);
    assertThat(sent.out()).contains("amarlowe belongs to somebody else", "Ada Merrow");
    assertThat(platform.held()).contains("course:RAD-1 [bfinch learner ]");
    assertThat(platform.get("/Users/" + idOf("amarlowe")).toString())
        .contains("ada@elsewhere.example")
        .doesNotContain("sail.example");
    List<String> words = new ArrayList<>(List.of("undo", run(1), "--even-in-use"));
    words.addAll(List.of(ALL));
    assertThat(school.run(words.toArray(String[]::new)).exit()).isZero();
    assertThat(school.run("send", "--yes").exit()).isEqualTo(4);
    assertThat(platform.held()).containsExactly("amarlowe Merrow");
  }

  @Test
  void aPlatformThatGaveOutItsIdsAnewIsNotMixedUp() throws Exception {
    assertThat(sendAll().exit()).isZero();
    // What was remembered stands for the other one, as after a restore.
    try (Connection register =
            DriverManager.getConnection("jdbc:sqlite:" + temp.resolve("school/register.db"));
        Statement statement = register.createStatement()) {
      statement.executeUpdate(
          "UPDATE platform_id SET id = (SELECT other.id FROM platform_id AS other WHERE"
              + " other.name <> platform_id.name AND substr(other.name, 1, 5) ="
              + " substr(platform_id.name, 1, 5))");
    }
    people("amarlowe,Ana,Marlowe,ana@sail.example", "bfinch,Bo,Finch,bo@pier.example");
    enroll("amarlowe,NAV-1", "bfinch,NAV-1", "amarlowe,RAD-1");
    assertThat(sendAll().exit()).isZero();
    assertThat(platform.get("/Users/" + idOf("amarlowe")).toString()).contains("sail.example");
    assertThat(platform.get("/Users/" + idOf("bfinch")).toString()).doesNotContain("sail.example");
    assertThat(platform.held()).contains("course:RAD-1 [amarlowe learner ]");
  }

  @Test
  void aCourseThatWasThereOrThatOthersAreInByNowIsNotTakenAway() throws Exception {
    platform.send(
        "POST",
        "/Groups",
        """
        {"schemas": ["urn:ietf:params:scim:schemas:core:2.0:Group"], "displayName": "Radio",
         "externalId": "course:RAD-1"}
        """);
    enroll("amarlowe,NAV-1", "amarlowe,RAD-1");
    assertThat(sendAll().exit()).isZero();
    people(
        "amarlowe,Ana,Marlowe,ana@pier.example",
        "bfinch,Bo,Finch,bo@pier.example",
        "cmoss,Cy,Moss,cy@pier.example");
    enroll("amarlowe,NAV-1", "amarlowe,RAD-1", "cmoss,NAV-1");
    assertThat(sendAll().exit()).isZero();
    List<String> words = new ArrayList<>(List.of("undo", run(1)));
    words.addAll(List.of(ALL));
    Program.Result refused = school.run(words.toArray(String[]::new));
    assertThat(refused.exit()).isEqualTo(1);
    assertThat(refused.out()).contains("NAV-1", "1 enrollment", "--even-in-use");
    words.add("--even-in-use");
    Program.Result undone = school.run(words.toArray(String[]::new));
    assertThat(undone.out()).contains("course that was there before the run; it stays");
    assertThat(school.run("send", "--yes").exit()).isZero();
    assertThat(platform.held()).containsExactly("cmoss Moss", "course:RAD-1 []");
  }

  @Test
  void aRenamingIsTakenBackWholeAndTheAccountsGoByTheOldNameAgain() throws Exception {
    sheet(
        "sheets/people.csv",
        "id,given name,family name,email,phone",
        "1,Ana,Marlowe,ana@pier.example,",
        "2,Bo,Finch,bo@pier.example,");
    enroll("1,NAV-1", "2,NAV-1");
    assertThat(school.run("issue").exit()).isZero();
    assertThat(sendAll().exit()).isZero();
    List<String> before = platform.held();
    Path accounts = temp.resolve("school/accounts/accounts.csv");
    String first = Files.readString(accounts);
    sheet(
        "sheets/people.csv",
        "id,username,former username,given name,family name,email,phone",
        "1,akelp,amarlowe,Ana,Kelp,ana@pier.example,+447400000001",
        "2,,,Bo,Finch,bo@pier.example,");
    assertThat(school.run("issue").exit()).isZero();
    assertThat(sendAll().exit()).isZero();
    assertThat(platform.held()).contains("akelp Kelp");
    List<String> words = new ArrayList<>(List.of("undo", run(2)));
    words.addAll(List.of(ALL));
    assertThat(school.run(words.toArray(String[]::new)).out()).doesNotContain("cannot be taken");
    Program.Result back = school.run("send", "--yes");
    assertThat(back.exit()).as(back.out() + back.err()).isZero();
    assertThat(platform.held()).isEqualTo(before);
    assertThat(platform.get("/Users/" + idOf("amarlowe")).toString()).doesNotContain("+4474");
    assertThat(Files.readString(accounts)).isEqualTo(first);
    sheet(
        "sheets/people.csv",
        "id,given name,family name,email,phone",
        "1,Ana,Marlowe,ana@pier.example,",
        "2,Bo,Finch,bo@pier.example,");
    assertThat(school.run("check", "--all").out())
        .contains("the first is amarlowe")
        .doesNotContain("error");
    assertThat(school.run("pack").out()).contains("Nothing is to be changed");
  }

  @Test
  void whomThePlatformNamedIsTakenBackToo() throws Exception {
    school.file(
        "roster.yaml",
        Files.readString(temp.resolve("school/roster.yaml")) + "usernames: {made-by: platform}");
    sheet(
        "sheets/people.csv",
        "given name,family name,email",
        "Ana,Marlowe,ana@pier.example",
        "Bo,Finch,bo@pier.example");
    enroll("ana@pier.example,NAV-1", "bo@pier.example,NAV-1");
    platform.faults().set(Faults.Kind.MAKES_USERNAMES, 1);
    assertThat(school.run("issue").exit()).isZero();
    assertThat(sendAll().exit()).isZero();
    assertThat(platform.all("Users")).hasSize(2);
    assertThat(school.run("confirm").exit()).isZero();
    List<String> words = new ArrayList<>(List.of("undo", run(1)));
    words.addAll(List.of(ALL));
    Program.Result undone = school.run(words.toArray(String[]::new));
    assertThat(undone.out()).doesNotContain("cannot be taken");
    assertThat(school.run("send", "--yes").exit()).isZero();
    assertThat(platform.held()).isEmpty();
  }

  @Test
  void anOlderRunThatIsConfirmedLateIsJudgedByWhatItDid() throws Exception {
    account("bfinch", "Berta", "Fink", "berta@elsewhere.example");
    assertThat(sendAll().exit()).isEqualTo(4);
    people("amarlowe,Ana,Marlowe,ana@sail.example", "bofinch,Bo,Finch,bo@pier.example");
    enroll("amarlowe,RAD-1", "bofinch,RAD-1");
    sheet("sheets/left.csv", "user,course,status", "amarlowe,NAV-1,ended");
    assertThat(school.run("pack", "--go-above", "withdrawals=9").exit()).isZero();
    assertThat(school.run("send", "--yes").exit()).isZero();
    Program.Result late = school.run("confirm", run(1));
    assertThat(late.out())
        .contains("2 changed by later runs since", "belongs to somebody else")
        .doesNotContain("different  ");
    // Asked once more, when nothing but what was found out then is known of the sending.
    assertThat(school.run("confirm", run(1)).out()).contains("belongs to somebody else");
    assertThat(school.run("confirm").out()).contains("Nothing is missing");
    platform.send(
        "PATCH",
        "/Users/" + idOf("bofinch"),
        """
        {"schemas": ["urn:ietf:params:scim:api:messages:2.0:PatchOp"],
         "Operations": [{"op": "replace", "path": "active", "value": false}]}
        """);
    platform.send(
        "POST",
        "/Groups",
        """
        {"schemas": ["urn:ietf:params:scim:schemas:core:2.0:Group"], "displayName": "Radio again",
         "externalId": "course:RAD-1"}
        """);
    Program.Result shut = school.run("confirm");
    assertThat(shut.exit()).isEqualTo(1);
    assertThat(shut.out()).contains("status “active”, there “suspended”");
  }

  @Test
  void aWrongIdIsCorrectedAndNoSecondAccountIsMade() throws Exception {
    String header = "id,given name,family name,email";
    String bo = "2,Bo,Finch,bo@pier.example";
    sheet("sheets/people.csv", header, "1,Ana,Marlowe,ana@pier.example", bo);
    enroll("1,NAV-1", "2,NAV-1");
    assertThat(school.run("issue").exit()).isZero();
    assertThat(sendAll().exit()).isZero();
    sheet("sheets/people.csv", header, "11,Ana,Marlowe,ana@pier.example", bo);
    enroll("11,NAV-1", "2,NAV-1");
    assertThat(school.run("check").out()).contains("email-taken", "type “amarlowe” into a column");
    school.file(
        "accept.yaml",
        Files.readString(temp.resolve("school/roster.yaml")),
        "accept: [{rule: another-person, why: it is her}]");
    Files.copy(temp.resolve("school/roster.yaml"), temp.resolve("school/kept.yaml"));
    Files.move(
        temp.resolve("school/accept.yaml"),
        temp.resolve("school/roster.yaml"),
        StandardCopyOption.REPLACE_EXISTING);
    assertThat(school.run("check").err()).contains("cannot be accepted", "former username");
    Files.move(
        temp.resolve("school/kept.yaml"),
        temp.resolve("school/roster.yaml"),
        StandardCopyOption.REPLACE_EXISTING);
    sheet(
        "sheets/people.csv",
        "id,former username,given name,family name,email",
        "11,amarlowe,Ana,Marlowe,ana@pier.example",
        "2,,Bo,Finch,bo@pier.example");
    assertThat(school.run("issue").out()).contains("Issued 0 accounts, kept 2");
    assertThat(sendAll().exit()).isZero();
    assertThat(platform.all("Users")).hasSize(2);
    assertThat(platform.get("/Users/" + idOf("amarlowe")).path("externalId").asText())
        .isEqualTo("11");
    // The next week nobody has to name the former username any more.
    sheet("sheets/people.csv", header, "11,Ana,Marlowe,ana@pier.example", bo);
    assertThat(school.run("check").out()).doesNotContain("error");
    assertThat(school.run("issue").out()).contains("Issued 0 accounts, kept 2");
    assertThat(school.run("pack").out()).contains("Nothing is to be changed");
  }
}
