package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Whatever goes wrong on the way, no row is left out without a word. */
class NothingLostIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir private Path temp;
  private Path folder;
  private Program program;

  @BeforeEach
  void makeFolder() throws Exception {
    assumeThat(Files.exists(Path.of("/bin/sh"))).isTrue();
    folder = Files.createDirectory(temp.resolve("school"));
    program = new Program(folder).asProcess();
    program.file("roster.yaml");
  }

  private void users(String file, int count) throws Exception {
    StringBuilder users = new StringBuilder("id,given name,family name,username\n");
    for (int i = 0; i < count; i++) {
      users.append(i).append(",Ana,Marlowe").append(i).append(",cadet").append(i).append('\n');
    }
    program.file(file, users.toString());
  }

  @Test
  void aDiskThatIsFullWhileABatchIsWrittenLeavesNoRun() throws Exception {
    users("sheets/users.csv", 60_000);
    Program.Result pack = program.shell("ulimit -f 2048; $RUN pack");
    assertThat(pack.exit()).isEqualTo(3);
    assertThat(pack.err()).contains("could not be written", "nothing of it is left");
    try (Stream<Path> runs = Files.list(folder.resolve("runs"))) {
      assertThat(runs).isEmpty();
    }
  }

  @Test
  void sheetsOfAnyNameGetACorrectionSheet() throws Exception {
    String longName = "Ü".repeat(110);
    for (String name : List.of("Übersicht", "con", longName, "名前")) {
      program.file(
          "lists/" + name + ".csv",
          "id,username,given name,email",
          name.length() + "1,ana" + name.length() + ",Ana,ana" + name.length() + "@pier.example",
          name.length() + "2,bo" + name.length() + ",Bo,bo@pier");
    }
    for (String locale : List.of("C", "C.UTF-8", "xx_YY.UTF-8")) {
      String to = "out-" + locale;
      Program.Result pack =
          program.shell(
              "$LAUNCHER pack lists/*.csv --leave-out-faulty --format json --to " + to,
              "LC_ALL",
              locale);
      assertThat(pack.exit()).as(pack.err()).isEqualTo(1);
      JsonNode run = JSON.readTree(pack.out());
      assertThat(run.get("leftOut").asInt()).isEqualTo(4);
      assertThat(run.get("corrections")).hasSize(4);
      assertThat(run.get("counts").get("users").get("create").asInt()).isEqualTo(4);
      for (JsonNode correction : run.get("corrections")) {
        Path file = folder.resolve(to).resolve(run.get("folder").asText());
        assertThat(file.resolve(correction.asText())).exists();
      }
    }
  }

  @Test
  void aNameThatCannotBeOneHereIsOneLine() throws Exception {
    program.file("lists/Übersicht.csv", "id,given name", "1,Ana");
    Program.Result check = program.shell("$RUN check lists/Übersicht.csv", "LC_ALL", "C");
    assertThat(check.exit()).isEqualTo(3);
    assertThat(check.err().lines()).hasSize(1);
  }

  @Test
  void anAnswerThatIsCutShortIsNoSuccess() throws Exception {
    assumeThat(Files.exists(Path.of("/dev/full"))).isTrue();
    users("sheets/users.csv", 3);
    for (String command : List.of("check --format json", "inspect", "rules", "--version")) {
      Program.Result result = program.shell("$RUN " + command + " > /dev/full");
      assertThat(result.exit()).as(command).isEqualTo(3);
      assertThat(result.err()).contains("Standard output could not be written");
    }
  }

  @Test
  void ofTwoThatTidyIntoOneFolderOneIsTold() throws Exception {
    users("one/users.csv", 3000);
    users("two/users.csv", 4000);
    Program other = new Program(folder).asProcess();
    Process first = program.start(List.of(), "tidy", "one/users.csv", "--to", "clean");
    Process second = other.start(List.of(), "tidy", "two/users.csv", "--to", "clean");
    List<Integer> exits = List.of(first.waitFor(), second.waitFor());
    assertThat(exits).containsExactlyInAnyOrder(0, 3);
    String lost = exits.get(0) == 0 ? other.err() : program.err();
    assertThat(lost).contains("is there already");
    assertThat(Files.readAllLines(folder.resolve("clean/users.csv")))
        .hasSize(exits.get(0) == 0 ? 3001 : 4001);
    try (Stream<Path> left = Files.list(folder.resolve("clean"))) {
      assertThat(left.map(path -> path.getFileName().toString()))
          .containsExactlyInAnyOrder("users.csv", "changes.csv");
    }
  }

  @Test
  void aSheetThatIsCutOffWhileItIsReadIsNoShortSheet() throws Exception {
    assumeThat(Files.isDirectory(Path.of("/proc/self/fd"))).isTrue();
    for (String command : List.of("check", "inspect", "issue")) {
      users("sheets/users.csv", 300_000);
      Path sheet = folder.resolve("sheets/users.csv");
      Process process = program.start(List.of("-Xmx1g"), command);
      Program.await(process, () -> Program.hasOpen(process, "users.csv"));
      try (var channel = Files.newByteChannel(sheet, StandardOpenOption.WRITE)) {
        channel.truncate("id,given name,family name,username\n".length());
      }
      assertThat(process.waitFor()).as(command + ": " + program.err()).isEqualTo(3);
      assertThat(program.err()).contains("users.csv", "was changed while it was being read");
      assertThat(folder.resolve("accounts")).doesNotExist();
    }
  }

  @Test
  void aSheetThatBreaksOffIsNotPackedInPart() throws Exception {
    program.file("roster.yaml", "rules: {unreadable-file: off}");
    users("sheets/users.csv", 60);
    Files.write(
        folder.resolve("sheets/users.csv"),
        ("500,\"" + "x".repeat(17_000_000)).getBytes(java.nio.charset.StandardCharsets.US_ASCII),
        StandardOpenOption.APPEND);
    Program.Result pack = program.run("pack", "--leave-out-faulty");
    assertThat(pack.exit()).isEqualTo(1);
    assertThat(pack.out()).contains("a sheet could not be read as a whole");
  }
}
