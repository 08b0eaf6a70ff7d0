package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The walk through the turn of a year in docs/rollover.md does what it says. */
class RolloverIT {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final Path DOCS = Program.root().resolve("docs");

  @TempDir Path temp;

  /** The words of a command line; double quotes keep them together. */
  private static List<String> words(String line) {
    List<String> words = new ArrayList<>();
    Matcher word = Pattern.compile("(?:[^\\s\"]|\"[^\"]*\")+").matcher(line);
    while (word.find()) {
      words.add(word.group().replace("\"", ""));
    }
    return words;
  }

  private static JsonNode preview(Program program) throws Exception {
    return JSON.readTree(program.run("preview", "--format", "json").out());
  }

  @Test
  void theYearRollsOverAsThePageSays() throws Exception {
    Program program = new Program(temp);
    Path school = temp.resolve("school");
    JsonNode before = null;
    List<String> lines = Files.readAllLines(DOCS.resolve("rollover.md"));
    for (String line : lines.stream().filter(one -> one.startsWith("$ ")).toList()) {
      List<String> words = words(line.substring(2));
      switch (words.get(0)) {
        case "cd" -> {
          program = new Program(school);
          Files.copy(
              DOCS.resolve("rollover/roster.yaml"),
              school.resolve("roster.yaml"),
              StandardCopyOption.REPLACE_EXISTING);
        }
        case "rm" -> Files.delete(school.resolve(words.get(1)));
        case "cp" -> Files.copy(DOCS.resolve(words.get(1)), school.resolve(words.get(2)));
        default -> {
          if (words.get(1).equals("pack")) {
            assertThat(program.run("pack").exit()).isEqualTo(1);
            before = preview(program);
          }
          Program.Result result =
              program.run(words.subList(1, words.size()).toArray(String[]::new));
          assertThat(result.exit()).as(line + "\n" + result.out() + result.err()).isZero();
        }
      }
    }
    assertThat(before.get("counts").toString())
        .isEqualTo(
            "{'courses':{'create':1},'groups':{'create':2},'users':{'create':4,'suspend':3},"
                .concat("'enrollments':{'enroll':41},'withdrawals':{'withdraw':33}}")
                .replace('\'', '"'));
    assertThat(before.get("moves").toString())
        .isEqualTo(
            "[{'from':'NAV-1','to':'NAV-2','people':15},{'from':'NAV-2','to':'NAV-3','people':18}]"
                .replace('\'', '"'));
    assertThat(school.resolve("reports/rollover.html")).isNotEmptyFile();
    assertThat(preview(program).get("counts")).isEmpty();
  }
}
