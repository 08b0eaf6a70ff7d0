package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What somebody finds who does not know what to type. */
class HelpIT {
  @TempDir Path temp;
  private Program program;

  @BeforeEach
  void aFolder() throws Exception {
    program = new Program(temp);
  }

  @Test
  void helpIsFoundByAnyOfItsNames() throws Exception {
    String all = program.run("--help").out();
    assertThat(all).contains("Start with:", "handout", "neat-roster help COMMAND");
    assertThat(program.run().out()).isEqualTo(all);
    assertThat(program.run("-h").out()).isEqualTo(all);
    assertThat(program.run("help").out()).isEqualTo(all);
    String ofCheck = program.run("check", "--help").out();
    assertThat(ofCheck).contains("Usage: neat-roster check");
    assertThat(program.run("help", "check").out()).isEqualTo(ofCheck);
    assertThat(program.run("check", "-h").out()).isEqualTo(ofCheck);
    Program.Result unknown = program.run("help", "chekc");
    assertThat(unknown.exit()).isEqualTo(2);
    assertThat(unknown.err()).contains("no command “chekc”", "Is check meant?");
  }

  @Test
  void noSummaryIsCutInMidSentence() throws Exception {
    String list = program.run("--help").out();
    list = list.substring(list.indexOf("Commands:"), list.indexOf("Start with:"));
    for (String entry : list.split("\\n  (?=[a-z])", -1)) {
      assertThat(entry.strip()).matches("(?s)Commands:|.*[.]");
    }
  }

  @Test
  void theProgramAloneSaysWhereOneIsAndWhatComesNext() throws Exception {
    program.file("roster.yaml", "school: {name: Gull School}");
    assertThat(program.run().out())
        .contains("0 sheets in sheets/", "no run packed yet", "neat-roster inspect");
    program.file("sheets/users.csv", "given name,email", "Ana,ana@pier.example");
    program.file("sheets/courses.csv", "code,title", "NAV-1,Coast");
    assertThat(program.run().out()).contains("neat-roster check", "neat-roster issue");
    program.run("issue");
    assertThat(program.run().out()).contains("1 account issued", "neat-roster pack");
    program.run("pack");
    Path run;
    try (var runs = Files.list(temp.resolve("runs"))) {
      run = runs.findFirst().orElseThrow().getFileName();
    }
    assertThat(program.run().out())
        .contains("last run " + run + " packed", "neat-roster send " + run);
    program.run("send", run.toString(), "--by-hand");
    assertThat(program.run().out()).contains("neat-roster confirm " + run);
    program.file("sheets/courses.csv", "code,title", "NAV-1,Coast", "NAV-2,Night");
    Files.setLastModifiedTime(
        temp.resolve("sheets/courses.csv"),
        java.nio.file.attribute.FileTime.from(java.time.Instant.now().plusSeconds(60)));
    assertThat(program.run().out()).contains("the sheets changed since then");
  }
}
