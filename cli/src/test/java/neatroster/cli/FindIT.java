package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Looking somebody up, and giving one user another password. */
class FindIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;

  @Test
  void somebodyIsFoundWhereverTheyAreAndAPasswordNever() throws Exception {
    Program program = new Program(temp);
    program.file("roster.yaml");
    program.file(
        "sheets/users.csv",
        "given name,family name,email,password",
        "Zoë,Ångström,zoe@pier.example,angstrom-secret-7",
        "Bo,Finch,bo@pier.example,");
    program.file("sheets/courses.csv", "code,title", "NAV-1,Coast of Angstrom Bay");
    program.file(
        "known/old.csv", "username,full name,email", "zangs,Zoe Angstrom,angstrom@home.example");
    assertThat(program.run("issue").exit()).isZero();
    Program.Result result = program.run("find", "angstrom");
    assertThat(result.exit()).isZero();
    assertThat(result.out())
        .contains("sheets/users.csv, row 2 — user")
        .contains("sheets/courses.csv, row 2 — course")
        .contains("known/old.csv, row 2 — user")
        .contains("Found in 4 places")
        .doesNotContain("secret");
    JsonNode found = JSON.readTree(program.run("find", "zangstrom", "--format", "json").out());
    assertThat(found.get("found").findValuesAsText("in")).containsExactly("sheets", "issued");
    // Whoever looks for a password finds nobody by it.
    assertThat(program.run("find", "secret").out()).contains("Nothing has “secret” in it");
    assertThat(program.run("find", " ").exit()).isEqualTo(2);
    assertThat(program.run("find", "x", "--folder", "nowhere").exit()).isEqualTo(3);
  }

  @Test
  void somebodyInSeveralListsIsShownOnceWithEveryPlace() throws Exception {
    Program program = new Program(temp);
    program.file("roster.yaml");
    program.file(
        "sheets/users.csv",
        "id,full name,birth date",
        "501,Ana Marlowe,2011-04-03",
        "502,Bo Quay,");
    program.file("sheets/courses.csv", "code,title", "NAV-1,Coast");
    program.file("sheets/NAV-1 class.csv", "id,name", "501,Marlowe Ana", "777,torn,x,y");
    program.file("known/users.csv", "id,username,full name", "501,amar,Ana Marlowe");
    Program.Result result = program.run("find", "2011-04");
    assertThat(result.out())
        .contains("sheets/users.csv, row 2 — user")
        .contains("sheets/NAV-1 class.csv, row 2 — user")
        .contains("known/users.csv, row 2 — user")
        .contains("Found in 3 places")
        .containsOnlyOnce("501")
        .contains("Marlowe Ana  (sheets/NAV-1 class.csv, row 2)")
        .doesNotContain("Bo Quay");
    JsonNode found = JSON.readTree(program.run("find", "2011-04", "--format", "json").out());
    assertThat(found.get("found").findValuesAsText("person")).containsExactly("0", "0", "0");
    assertThat(program.run("find", "torn").out()).contains("NAV-1 class.csv, row 3");
  }

  @Test
  void oneUserGetsAnotherPasswordAndTheOthersKeepTheirs() throws Exception {
    Program program = new Program(temp);
    program.file("roster.yaml");
    program.file("sheets/users.csv", "id,given name", "501,Ana", "502,Bonny", "503,Cyril");
    assertThat(program.run("issue").exit()).isZero();
    Path accounts = temp.resolve("accounts/accounts.csv");
    List<String> before = Files.readAllLines(accounts);
    Program.Result again = program.run("issue", "--again", "502");
    assertThat(again.exit()).isZero();
    List<String> after = Files.readAllLines(accounts);
    assertThat(after).hasSize(4);
    assertThat(after.get(1)).isEqualTo(before.get(1));
    assertThat(after.get(3)).isEqualTo(before.get(3));
    String password = after.get(2).split(",", -1)[1];
    assertThat(password).isNotEqualTo(before.get(2).split(",", -1)[1]).hasSizeGreaterThan(8);
    assertThat(again.out() + again.err()).contains("bonny has a new").doesNotContain(password);
    assertThat(program.run("issue").out()).contains("Issued 0 accounts, kept 3");
    assertThat(Files.readAllLines(accounts)).isEqualTo(after);
    assertThat(program.run("issue", "--again", "nobody").exit()).isEqualTo(2);
  }
}
