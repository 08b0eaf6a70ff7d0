package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import neatroster.practice.Faults;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Nothing is lost, and nothing said that is not so, after something did not go straight ahead. */
class AfterAHitchIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;
  private Program school;

  @BeforeEach
  void aRoster() throws Exception {
    school = new Program(temp);
    school.file("roster.yaml", "school: {name: Pier School}");
    school.file(
        "sheets/people.csv",
        "username,given name,family name,email,password",
        "amarlowe,Ana,Marlowe,ana@pier.example,tern-kelp-41",
        "bfinch,Bo,Finch,bo@pier.example,gannet-oar-52",
        "cmoss,Cy,Moss,cy@pier.example,");
    school.file("sheets/courses.csv", "code,title", "NAV-1,Navigation");
    enroll("amarlowe,NAV-1", "bfinch,NAV-1");
  }

  private void enroll(String... rows) throws Exception {
    List<String> lines = new ArrayList<>(List.of("user,course"));
    lines.addAll(List.of(rows));
    school.file("sheets/enrollments.csv", lines.toArray(String[]::new));
  }

  private JsonNode json(String... words) throws Exception {
    List<String> all = new ArrayList<>(List.of(words));
    all.addAll(List.of("--format", "json"));
    Program.Result result = school.run(all.toArray(String[]::new));
    assertThat(result.out()).as(result.err()).isNotEmpty();
    return JSON.readTree(result.out());
  }

  @Test
  void aRunThatLeftRowsOutOrWasPackedBesideAnotherIsSentAndTakenBack() throws Exception {
    enroll("amarlowe,NAV-1", "bfinch,NAV-9");
    JsonNode first = json("pack", "--leave-out-faulty");
    assertThat(first.get("corrections")).hasSize(1);
    enroll("amarlowe,NAV-1", "bfinch,NAV-1");
    String run = json("pack").get("run").asText();
    assertThat(school.run("send", run, "--by-hand").exit()).isZero();
    assertThat(
            school
                .run("undo", run, "--go-above", "removals=9", "--go-above", "withdrawals=9")
                .exit())
        .isZero();
  }

  @Test
  void passwordsOfTheSheetsReachThePlatformWhateverTheFormats() throws Exception {
    try (PracticePlatform platform = new PracticePlatform(temp.resolve("practice.db"))) {
      platform.nameIn(temp);
      String run = json("pack", "--as", "oneroster").get("run").asText();
      Path kept = temp.resolve("runs/" + run + "/first-passwords.csv");
      assertThat(Files.getPosixFilePermissions(kept)).hasSize(2);
      assertThat(contentsOfRequests()).isEqualTo(2);

      // They are not made up for where they are gone: whoever has no password cannot log in.
      Path aside = temp.resolve("aside");
      Files.move(kept, aside);
      Program.Result refused = school.run("send", "--yes");
      assertThat(refused.exit()).isEqualTo(1);
      assertThat(refused.err()).contains("First passwords", "issue --again");
      assertThat(platform.held()).isEmpty();

      Files.move(aside, kept);
      assertThat(school.run("send", "--yes").exit()).isZero();
      assertThat(kept).doesNotExist();
    }
  }

  @Test
  void passwordsOfARunAreSealedWhereTheAccountsAre() throws Exception {
    school.file("secret.txt", "kelp and anchor 42");
    school.file("roster.yaml", "accounts: {sealed: true, passphrase: {file: secret.txt}}");
    try (PracticePlatform platform = new PracticePlatform(temp.resolve("practice.db"))) {
      platform.nameIn(temp);
      String run = json("pack", "--as", "ldif").get("run").asText();
      assertThat(temp.resolve("runs/" + run + "/first-passwords.csv.pgp")).exists();
      assertThat(temp.resolve("runs/" + run + "/first-passwords.csv")).doesNotExist();
      assertThat(contentsOfRequests()).isEqualTo(2);
    }
  }

  /** How many requests bring a first password. */
  private long contentsOfRequests() throws Exception {
    return school
        .run("send", "--show")
        .out()
        .lines()
        .filter(line -> line.contains("(the first password)"))
        .count();
  }

  @Test
  void forgottenPasswordsAreGoneFromTheRunsToo() throws Exception {
    school.file(
        "sheets/people.csv",
        "given name,family name,email",
        "Ana,Marlowe,a@pier.example",
        "Bo,Finch,b@pier.example");
    enroll("a@pier.example,NAV-1");
    assertThat(school.run("issue").exit()).isZero();
    String run = json("pack").get("run").asText();
    school.run("handout");
    Path kept = temp.resolve("runs/" + run + "/first-passwords.csv");
    assertThat(Files.readAllLines(kept)).hasSize(3);
    String second = json("pack").get("run").asText();
    assertThat(school.run("send", second, "--by-hand").exit()).isZero();
    assertThat(school.run("handout", "--forget", "--yes", "--user", "bfinch").out())
        .contains("Forgot 1");
    assertThat(Files.readString(kept)).contains("amarlowe").doesNotContain("bfinch");
    assertThat(school.run("handout", "--forget", "--yes").out()).contains("Forgot 1");
    assertThat(kept).doesNotExist();
  }

  @Test
  void whatAPlatformDoesNotListIsMissing() throws Exception {
    try (PracticePlatform platform = new PracticePlatform(temp.resolve("practice.db"))) {
      platform.nameIn(temp);
      String run = json("pack").get("run").asText();
      Program.Result confirmed = school.run("confirm", run);
      assertThat(confirmed.exit()).isEqualTo(1);
      assertThat(confirmed.err()).contains("Not one change", "Was it sent");
      assertThat(school.run("send", "--only", "users", "--yes").exit()).isEqualTo(4);
      JsonNode found = json("confirm", run);
      assertThat(found.get("asAsked").asInt()).isEqualTo(3);
      assertThat(found.get("missing")).hasSize(3);
      assertThat(found.get("notTold").asInt()).isZero();
      assertThat(json("preview").get("counts").toString())
          .isEqualTo("{\"courses\":{\"create\":1},\"enrollments\":{\"enroll\":2}}");
    }
  }

  @Test
  void whatWasNotSentOrRefusedDoesNotCountWhereAnExportDoesNotTellOfIt() throws Exception {
    try (PracticePlatform platform = new PracticePlatform(temp.resolve("practice.db"))) {
      platform.nameIn(temp);
      String run = json("pack").get("run").asText();
      school.run("send", "--only", "users", "--yes");
      JsonNode found = json("confirm", run, "--export", "sheets/people.csv");
      assertThat(found.get("asAsked").asInt()).isEqualTo(3);
      assertThat(found.get("missing").toString()).contains("it was not sent");
      // Asked again, when nothing but what was found then is known of the sending.
      JsonNode again = json("confirm", run, "--export", "sheets/people.csv");
      assertThat(again.get("missing")).hasSize(3);
    }
  }

  @Test
  void whatWasRefusedDoesNotCountWhereAnExportDoesNotTellOfIt() throws Exception {
    try (PracticePlatform platform = new PracticePlatform(temp.resolve("practice.db"))) {
      platform.nameIn(temp);
      platform.send(
          "POST",
          "/Users",
          """
          {"schemas": ["urn:ietf:params:scim:schemas:core:2.0:User"], "userName": "bfinch",
           "name": {"givenName": "Berta", "familyName": "Fink"}}
          """);
      String run = json("pack").get("run").asText();
      assertThat(school.run("send", run, "--yes").exit()).isEqualTo(4);
      JsonNode found = json("confirm", run, "--export", "sheets/courses.csv");
      assertThat(found.get("asAsked").asInt()).isOne();
      assertThat(found.get("missing").toString()).contains("bfinch", "belongs to somebody else");
      assertThat(json("preview").get("counts").get("users").get("create").asInt()).isOne();
    }
  }

  @Test
  void whatWasDeliveredAndWasEditedSinceIsNotPassedOver() throws Exception {
    String run = json("pack").get("run").asText();
    assertThat(school.run("send", "--by-hand").exit()).isZero();
    Path users = temp.resolve("runs/" + run + "/changes/users.csv");
    String whole = Files.readString(users);
    for (String edited :
        List.of(
            whole.replaceFirst("create", "creat"),
            whole + "create,x\n",
            whole.lines().findFirst().orElseThrow() + "\n",
            whole.replaceFirst("\n$", "{\n"))) {
      Files.writeString(users, edited);
      Program.Result preview = school.run("preview");
      assertThat(preview.exit()).as(edited).isEqualTo(3);
      assertThat(preview.err()).contains("runs/" + run + "/changes", "known/");
    }
    Files.writeString(users, whole);
    assertThat(school.run("preview").exit()).isZero();
    for (String file : List.of("run.json", "outcomes.csv")) {
      Path damaged = temp.resolve("runs/" + run + "/" + file);
      String before = Files.exists(damaged) ? Files.readString(damaged) : "";
      Files.writeString(damaged, "{");
      Program.Result undo = school.run("undo", run);
      assertThat(undo.exit()).as(file).isEqualTo(3);
      assertThat(undo.err()).contains(file, "not as it was written").doesNotContain("Source:");
      Files.writeString(damaged, before);
    }
  }

  @Test
  void aGridThatIsGivenBackIsReadAsItsSourceWas() throws Exception {
    Files.delete(temp.resolve("sheets/people.csv"));
    Files.delete(temp.resolve("sheets/enrollments.csv"));
    school.file(
        "roster.yaml",
        "sheets: [{file: crew.csv, columns: {full name: Wer, email: Post}, covers: everything}]");
    school.file(
        "sheets/crew.csv",
        "Wer,Post,NAV-1",
        "Ana Marlowe,ana@pier.example,x",
        "Cy Quay,cy@pier,instructor");
    school.run("issue");
    String run = json("pack", "--leave-out-faulty").get("run").asText();
    assertThat(school.run("send", "--by-hand").exit()).isZero();
    Path left = temp.resolve("runs/" + run + "/corrections/crew.csv");
    String mended = Files.readString(left).replace("cy@pier,", "cy@pier.example,");
    Files.writeString(temp.resolve("sheets/late.csv"), mended);
    Files.delete(temp.resolve("sheets/crew.csv"));
    assertThat(school.run("inspect", "sheets/late.csv").out())
        .contains("roster.yaml")
        .doesNotContain("covers everything");
    assertThat(school.run("issue").exit()).isZero();
    JsonNode again = json("pack").get("counts");
    assertThat(again.toString())
        .isEqualTo("{\"users\":{\"create\":1},\"enrollments\":{\"enroll\":1}}");
  }

  @Test
  void whatThePlatformRefusedIsGivenBackAsItIsAndNobodyElseIsTouched() throws Exception {
    school.file(
        "roster.yaml",
        "policy: {users: {absent: suspend}, enrollments: {absent: withdraw}}",
        "sheets: [{file: users.csv, covers: everything}, {file: enrollments.csv, covers: everything}]");
    Files.move(temp.resolve("sheets/people.csv"), temp.resolve("sheets/users.csv"));
    try (PracticePlatform platform = new PracticePlatform(temp.resolve("practice.db"))) {
      platform.nameIn(temp);
      stranger(platform, "cmoss");
      String run = json("pack").get("run").asText();
      assertThat(school.run("send", "--yes").exit()).isEqualTo(4);
      Path failed = temp.resolve("runs/" + run + "/failed/users.csv");
      assertThat(Files.readString(failed)).contains("why refused").contains("cmoss");
      Files.writeString(failed, Files.readString(failed).replace("cmoss", "cymoss"));
      JsonNode again = json("pack", "runs/" + run + "/failed/users.csv");
      assertThat(again.get("counts").get("users").has("suspend")).isFalse();
      assertThat(again.get("counts").has("withdrawals")).isFalse();
      assertThat(again.get("unasked").asInt()).isZero();
    }
  }

  @Test
  void aPlatformThatKnowsNothingOfRolesAndGroupsIsNotToldOfThemAgain() throws Exception {
    school.file(
        "roster.yaml",
        "policy: {groups: {new: create}, enrollments: {known: overwrite, absent: withdraw}}",
        "sheets: [{file: enrollments.csv, covers: everything}]");
    school.file("sheets/courses.csv", "code,title,instructors", "NAV-1,Navigation,cmoss");
    school.file(
        "sheets/enrollments.csv",
        "user,course,group,role",
        "amarlowe,NAV-1,Port,",
        "bfinch,NAV-1,,assistant");
    try (PracticePlatform platform = new PracticePlatform(temp.resolve("practice.db"))) {
      platform.nameIn(temp);
      platform.faults().set(Faults.Kind.NO_EXTENSION, 1);
      assertThat(school.run("pack").exit()).isZero();
      assertThat(school.run("send", "--yes").exit()).isZero();
      assertThat(json("preview", "--known", "platform").get("counts")).isEmpty();
      // Without a group in the row the group stays as it is.
      school.file(
          "sheets/enrollments.csv",
          "user,course,group,role",
          "amarlowe,NAV-1,,",
          "bfinch,NAV-1,,assistant");
      assertThat(json("preview", "--known", "platform").get("counts")).isEmpty();
    }
  }

  private static void stranger(PracticePlatform platform, String username) throws Exception {
    platform.send(
        "POST",
        "/Users",
        "{\"schemas\": [\"urn:ietf:params:scim:schemas:core:2.0:User\"], \"userName\": \""
            + username
            + "\", \"name\": {\"familyName\": \"Sorrel\"}}");
  }

  @Test
  void whoseUsernameAStrangerHasGetsAnotherOneAndTheStrangerIsLeftAlone() throws Exception {
    school.file("roster.yaml", "policy: {users: {renamed: follow, known: overwrite}}");
    school.file(
        "sheets/people.csv",
        "id,given name,family name,email",
        "1,Ana,Marlowe,ana@pier.example",
        "3,Cy,Moss,cy@pier.example");
    enroll("1,NAV-1", "3,NAV-1");
    try (PracticePlatform platform = new PracticePlatform(temp.resolve("practice.db"))) {
      platform.nameIn(temp);
      stranger(platform, "cmoss");
      assertThat(school.run("issue").exit()).isZero();
      json("pack");
      Program.Result sent = school.run("send", "--yes");
      assertThat(sent.exit()).isEqualTo(4);
      assertThat(sent.out()).contains("issue --other cmoss");
      String accounts = Files.readString(temp.resolve("accounts/accounts.csv"));
      school.file(
          "sheets/more.csv", "id,given name,family name,email", "4,Dora,Quay,dora@pier.example");
      assertThat(school.run("issue", "--other", "nobody").exit()).isEqualTo(2);
      assertThat(Files.readString(temp.resolve("accounts/accounts.csv"))).isEqualTo(accounts);
      Files.delete(temp.resolve("sheets/more.csv"));
      assertThat(school.run("issue", "--other", "amarlowe").err()).contains("former username");
      assertThat(school.run("issue", "--other", "cmoss").out()).contains("cmoss is now cmoss2");
      JsonNode again = json("pack");
      assertThat(again.get("counts").get("users").get("create").asInt()).isEqualTo(1);
      assertThat(again.get("counts").get("users").has("rename")).isFalse();
      assertThat(again.get("firstPasswords").asInt()).isEqualTo(1);
      assertThat(school.run("send", "--yes").exit()).isZero();
      assertThat(school.run("confirm").exit()).isZero();
      assertThat(platform.held())
          .contains(
              "cmoss Sorrel", "cmoss2 Moss", "course:NAV-1 [amarlowe learner , cmoss2 learner ]");
    }
  }

  @Test
  void whoeverWouldBeShutOutCountsAsRemoved() throws Exception {
    school.file(
        "roster.yaml",
        "policy: {users: {absent: suspend}}",
        "sheets: [{file: people.csv, covers: everything}]");
    String run = json("pack").get("run").asText();
    assertThat(school.run("send", run, "--by-hand").exit()).isZero();
    school.file(
        "sheets/people.csv",
        "username,given name,family name,email",
        "cmoss,Cy,Moss,cy@pier.example");
    enroll("cmoss,NAV-1");
    Program.Result refused = school.run("pack");
    assertThat(refused.exit()).isEqualTo(1);
    assertThat(refused.out())
        .contains(
            "2 removals or suspensions of users, and stop-above lets 0 through",
            "--go-above removals=2");
    JsonNode packed = json("pack", "--go-above", "removals=2");
    assertThat(packed.get("counts").get("users").get("suspend").asInt()).isEqualTo(2);
  }

  @Test
  void ofSeveralRunsTheNewestIsSentAndNothingIsMadeTwice() throws Exception {
    try (PracticePlatform platform = new PracticePlatform(temp.resolve("practice.db"))) {
      platform.nameIn(temp);
      String first = json("pack").get("run").asText();
      enroll("amarlowe,NAV-1", "bfinch,NAV-1", "cmoss,NAV-1");
      JsonNode second = json("pack");
      assertThat(second.get("replaces").toString()).contains(first);
      Program.Result refused = school.run("send", first, "--yes");
      assertThat(refused.exit()).isEqualTo(1);
      assertThat(refused.err()).contains("holds all of run " + first);
      assertThat(platform.held()).isEmpty();
      // It was uploaded by hand after all: then the newer one would make it twice.
      assertThat(school.run("send", first, "--by-hand").exit()).isZero();
      Program.Result repeated = school.run("send", second.get("run").asText(), "--yes");
      assertThat(repeated.exit()).isEqualTo(1);
      assertThat(repeated.err()).contains("Pack once more");
      JsonNode third = json("pack");
      assertThat(third.get("counts").toString()).isEqualTo("{\"enrollments\":{\"enroll\":1}}");
      // What is packed of single sheets holds nothing of the others.
      school.file("more.csv", "username,given name,family name", "dquay,Dora,Quay");
      assertThat(json("pack", "more.csv").get("replaces")).isEmpty();
    }
  }

  @Test
  void nothingIsMissingIsTrueOfTheRosterAndNotOfOneRunAlone() throws Exception {
    try (PracticePlatform platform = new PracticePlatform(temp.resolve("practice.db"))) {
      platform.nameIn(temp);
      enroll("amarlowe,NAV-1", "bfinch,NAV-9");
      assertThat(json("pack", "--leave-out-faulty").get("leftOut").asInt()).isOne();
      assertThat(school.run("send", "--yes").exit()).isZero();
      JsonNode faulty = json("confirm");
      assertThat(faulty.get("missing")).isEmpty();
      assertThat(faulty.get("sheetRowsLeftOut").asInt()).isOne();
      enroll("amarlowe,NAV-1", "bfinch,NAV-1", "cmoss,NAV-1");
      assertThat(json("confirm").get("stillAsked").toString()).isEqualTo("{\"enrollments\":2}");
      assertThat(school.run("confirm").out())
          .contains("the platform does not have 2 enrollments", "cmoss NAV-1")
          .doesNotContain("Nothing is missing");
      json("pack");
      assertThat(school.run("send", "--yes").exit()).isZero();
      assertThat(school.run("confirm").out()).contains("Nothing is missing");
    }
  }

  @Test
  void aNameThatThePlatformForcedOnUsIsNotChangedForEver() throws Exception {
    school.file("roster.yaml", "policy: {courses: {known: overwrite}}");
    school.file("sheets/courses.csv", "code,title", "NAV-1,Navigation", "NAV-2,Navigation");
    try (PracticePlatform platform = new PracticePlatform(temp.resolve("practice.db"))) {
      platform.nameIn(temp);
      platform.faults().set(Faults.Kind.UNIQUE_NAMES, 1);
      json("pack");
      assertThat(school.run("send", "--yes").exit()).isZero();
      assertThat(platform.all("Groups").toString()).contains("Navigation (NAV-");
      assertThat(json("preview", "--known", "platform").get("counts")).isEmpty();
      assertThat(school.run("confirm").out()).contains("Nothing is missing");
    }
  }

  @Test
  void packAndSendSayOfWhatTheyLeaveWhatPreviewSays() throws Exception {
    school.file("sheets/people.csv", "id,given name,family name", "1,Ana,Marlowe", "2,Bo,Finch");
    enroll("1,NAV-1", "2,NAV-1");
    assertThat(school.run("issue").exit()).isZero();
    school.file(
        "known/users.csv",
        "id,username,given name,family name,grade",
        "1,amarlowe,Ana,Marlowe,7",
        "9,xkelp,Xa,Kelp,8");
    school.file(
        "sheets/people.csv", "id,given name,family name,grade", "1,Ana,Marlowe,8", "2,Bo,Finch,");
    assertThat(school.run("issue", "--again", "amarlowe").exit()).isZero();
    Program.Result preview = school.run("preview");
    assertThat(preview.out())
        .contains("amarlowe  first password (nothing) → “another one”")
        .doesNotContain(contentOfAccounts("amarlowe"));
    String[] both = {
      "1 difference left as the platform has it",
      "policy: {users: {known: {grade: overwrite}}}",
      "amarlowe  grade “7”, in the sheet “8”",
      "1 account gets another first password on the platform: amarlowe.",
      "1 account is on the platform and in no sheet"
    };
    assertThat(preview.out()).contains(both);
    assertThat(school.run("pack").out()).contains(both);
    JsonNode packed = json("pack");
    assertThat(packed.get("left").asInt()).isOne();
    assertThat(packed.get("unasked").asInt()).isOne();
    try (PracticePlatform platform = new PracticePlatform(temp.resolve("practice.db"))) {
      platform.nameIn(temp);
      assertThat(school.run("send", "--yes").out()).contains(both);
    }
  }

  private String contentOfAccounts(String username) throws Exception {
    return Files.readAllLines(temp.resolve("accounts/accounts.csv")).stream()
        .filter(line -> line.startsWith(username + ","))
        .findFirst()
        .orElseThrow()
        .split(",", -1)[1];
  }
}
