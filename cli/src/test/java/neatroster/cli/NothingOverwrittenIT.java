package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a folder holds and what a command reads is never written over. */
class NothingOverwrittenIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir private Path temp;
  private Path folder;
  private Program program;

  @BeforeEach
  void makeFolder() throws Exception {
    folder = Files.createDirectory(temp.resolve("school"));
    program = new Program(folder);
    program.file("roster.yaml", "accounts: {sealed: false}");
    program.file("sheets/users.csv", "id,given name,family name", "1,Ana,Marlowe", "2,Bo,Finch");
    program.file("known/users.csv", "id,username,given name", "9,cy,Cy");
    program.file("lists/more.csv", "id,given name", "3,Cy");
    program.file("plain.csv", "kept,as,it,is");
    assertThat(program.run("issue").exit()).isZero();
    assertThat(program.run("pack").exit()).isZero();
  }

  /** Every file of the folder with what is in it. */
  private Map<String, String> contents() throws Exception {
    Map<String, String> contents = new TreeMap<>();
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path file : all.filter(Files::isRegularFile).toList()) {
        if (!file.getFileName().toString().startsWith("register")) {
          contents.put(
              folder.relativize(file).toString(),
              new String(Files.readAllBytes(file), java.nio.charset.StandardCharsets.ISO_8859_1));
        }
      }
    }
    return contents;
  }

  @Test
  void reportsAndHandoutsGoOverNothing() throws Exception {
    List<String> places =
        new ArrayList<>(
            List.of(
                "sheets/users.csv",
                "sheets/../sheets/new.csv",
                "known/users.csv",
                "layouts/new.csv",
                "accounts/accounts.csv",
                "accounts/who-is-who-NAV-2.csv",
                "plain.csv",
                "lists/more.csv",
                folder.resolve("sheets/users.csv").toString()));
    String run;
    try (Stream<Path> runs = Files.list(folder.resolve("runs"))) {
      run = runs.findFirst().orElseThrow().getFileName().toString();
    }
    places.add("runs/" + run + "/plain/3-users.csv");
    if (FileSystems.getDefault().supportedFileAttributeViews().contains("posix")) {
      Files.createSymbolicLink(folder.resolve("link"), folder.resolve("sheets"));
      Files.createLink(folder.resolve("hard.csv"), folder.resolve("lists/more.csv"));
      places.addAll(List.of("link/users.csv", "hard.csv"));
    }
    Map<String, String> before = contents();
    for (String place : places) {
      boolean prints = place.contains("s/users") || place.startsWith("accounts");
      List<String> line =
          prints
              ? List.of("handout", "--to", place)
              : List.of("check", "lists/more.csv", "--report", place);
      Program.Result result = program.run(line.toArray(String[]::new));
      assertThat(result.exit()).as(line + ": " + result.out() + result.err()).isEqualTo(2);
      assertThat(result.err()).contains("Name another");
    }
    for (String place : List.of("sheets/users.csv", "accounts/accounts.csv")) {
      assertThat(program.run("check", "--report", place).exit()).isEqualTo(2);
    }
    assertThat(program.run("tidy", "lists/more.csv", "--to", "sheets").exit()).isEqualTo(2);
    assertThat(program.run("pack", "lists/more.csv", "--to", "known/x").exit()).isEqualTo(2);
    assertThat(program.run("begin", "sheets/inner").exit()).isEqualTo(2);
    assertThat(contents()).isEqualTo(before);
  }

  @Test
  void onlyOurOwnReportsAreReplacedWithoutAWord() throws Exception {
    for (String time : List.of("first", "again")) {
      Program.Result check =
          program.shell(
              "$RUN check --report r.html --report r.json --report r.csv --report r.xlsx");
      assertThat(check.exit()).as(time + check.err()).isZero();
      Program.Result handout =
          program.shell("$RUN handout --to s.html --to s.pdf --to s.csv --to s.xlsx");
      assertThat(handout.exit()).as(time + handout.err()).isZero();
    }
    for (String name : List.of("t.html", "t.json", "t.csv", "t.xlsx")) {
      Path file = program.file(name, "mine");
      Program.Result refused = program.run("check", "--report", name);
      assertThat(refused.exit()).isEqualTo(2);
      assertThat(refused.err()).contains("add --overwrite");
      assertThat(file).hasContent("mine");
      assertThat(program.run("check", "--report", name, "--overwrite").exit()).isZero();
      assertThat(Files.size(file)).isGreaterThan(20);
    }
    // A sheet that tidy wrote is no report.
    assertThat(program.run("tidy", "lists/more.csv", "--to", "clean", "--as", "xlsx").exit())
        .isZero();
    assertThat(program.run("check", "--report", "clean/more.xlsx").exit()).isEqualTo(2);
  }

  @Test
  void forgettingFollowsWhatItIsToldAndAsks() throws Exception {
    assertThat(program.run("send", "--by-hand").exit()).isZero();
    for (List<String> more :
        List.of(List.of("--to", "slips.pdf"), List.of("slips"), List.of("--per-page", "4"))) {
      List<String> line = new ArrayList<>(List.of("handout", "--forget", "--yes"));
      line.addAll(more);
      Program.Result refused = program.run(line.toArray(String[]::new));
      assertThat(refused.exit()).as(line.toString()).isEqualTo(2);
      assertThat(refused.err()).contains("--forget prints nothing");
    }
    // Nothing was printed yet: nobody could tell people their passwords any more.
    Program.Result untold = program.run("handout", "--forget", "--yes");
    assertThat(untold.exit()).isEqualTo(1);
    assertThat(untold.out()).contains("2 passwords are kept", "bfinch, amarlowe");
    assertThat(program.run("handout", "--user", "amarlowe", "--to", "ana.xlsx").exit()).isZero();
    Program.Result unsaid = program.run("handout", "--forget");
    assertThat(unsaid.exit()).isEqualTo(2);
    assertThat(unsaid.err()).contains("add --yes");
    assertThat(Files.readString(folder.resolve("accounts/accounts.csv")))
        .containsPattern("amarlowe,[a-z]");
    JsonNode forgot =
        JSON.readTree(program.run("handout", "--forget", "--yes", "--format", "json").out());
    assertThat(forgot.get("forgotten").asInt()).isEqualTo(1);
    assertThat(forgot.get("notHandedOut").toString()).isEqualTo("[\"bfinch\"]");
    assertThat(forgot.get("stillIn").toString()).contains("\"ana.xlsx\"", "\"runs/");
    assertThat(Files.readString(folder.resolve("accounts/accounts.csv")))
        .contains("amarlowe,,")
        .containsPattern("bfinch,[a-z]");
    Files.delete(folder.resolve("ana.xlsx"));
    assertThat(program.run("handout", "--user", "bfinch").exit()).isZero();
    Program.Result rest = program.run("handout", "--forget", "--yes");
    assertThat(rest.exit()).isZero();
    assertThat(rest.out()).contains("Forgot 1 first password", "accounts/slips.pdf", "runs/");
    // Another password must be told again.
    assertThat(program.run("issue", "--again", "bfinch").exit()).isZero();
    assertThat(program.run("pack").exit()).isZero();
    assertThat(program.run("handout", "--forget", "--yes").exit()).isEqualTo(1);
  }

  @Test
  void nothingIsWrittenThroughALinkThatLeadsOut() throws Exception {
    assumeThat(FileSystems.getDefault().supportedFileAttributeViews()).contains("posix");
    Path outside = Files.writeString(temp.resolve("outside.txt"), "kept");
    Path elsewhere = Files.createDirectory(temp.resolve("elsewhere"));
    for (String name : List.of("register.lock", "register.db", "accounts", "runs", "reports")) {
      Path path = folder.resolve(name);
      Path aside = temp.resolve("aside-" + name);
      boolean was = Files.exists(path);
      if (was) {
        Files.move(path, aside);
      }
      boolean isFile = name.startsWith("register");
      Files.createSymbolicLink(path, isFile ? outside : elsewhere);
      Program.Result result = program.run(isFile ? "issue" : "pack");
      assertThat(result.exit()).as(name + " " + result.err()).isEqualTo(3);
      assertThat(result.err()).contains(name + " is a link");
      Files.delete(path);
      if (was) {
        Files.move(aside, path);
      }
    }
    Files.delete(folder.resolve("register.lock"));
    Files.createLink(folder.resolve("register.lock"), outside);
    assertThat(program.run("issue").exit()).isEqualTo(3);
    assertThat(outside).hasContent("kept");
    assertThat(elsewhere).isEmptyDirectory();
  }
}
