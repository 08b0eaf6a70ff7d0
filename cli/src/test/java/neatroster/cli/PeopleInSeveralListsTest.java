package neatroster.cli;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import neatroster.cli.terminal.ProcessEnvironment;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * The same people in several lists: each scenario is a page with its sheets, and below a line of
 * equals signs what comes of them, which was read by hand.
 */
class PeopleInSeveralListsTest {
  private static final Path SCENARIOS = Path.of("src/test/resources/people");
  private static final String EXPECTED = "\n=====\n";

  @TempDir private Path folder;

  static Stream<String> scenarios() throws IOException {
    try (Stream<Path> files = Files.list(SCENARIOS)) {
      return files.map(file -> file.getFileName().toString()).sorted().toList().stream();
    }
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("scenarios")
  void whatComesOfAScenarioIsWhatItsPageSays(String scenario) throws Exception {
    String[] page = Files.readString(SCENARIOS.resolve(scenario)).split(EXPECTED, 2);
    write(page[0]);
    List<String> said = new ArrayList<>();
    said.add("check");
    JsonNode check = new ObjectMapper().readTree(run("check", "--format", "json"));
    for (JsonNode finding : check.get("findings")) {
      if (!finding.get("rule").asText().equals("unchecked-references")) {
        said.add("  " + line(finding));
      }
    }
    said.add("inspect --people");
    run("inspect", "--people").lines().filter(l -> !l.isBlank()).forEach(l -> said.add("  " + l));
    said.add("issue");
    JsonNode issue = new ObjectMapper().readTree(run("issue", "--format", "json"));
    for (JsonNode issued : issue.get("issued")) {
      said.add("  " + issued.get("username").asText() + " for " + place(issued));
    }
    for (JsonNode finding : issue.get("findings")) {
      if (finding.get("rule").asText().equals("no-account")) {
        said.add("  " + line(finding));
      }
    }
    said.add("  kept " + issue.get("kept").asInt());
    said.add("pack --leave-out-faulty");
    JsonNode pack =
        new ObjectMapper().readTree(run("pack", "--leave-out-faulty", "--format", "json"));
    if (pack.has("refused")) {
      said.add("  " + pack.get("refused").asText());
    } else {
      Path run = folder.resolve(pack.get("folder").asText());
      for (JsonNode file : pack.get("files")) {
        said.add("  " + file.get("path").asText());
        said.addAll(batch(run.resolve(file.get("path").asText())));
      }
      for (JsonNode name : pack.get("corrections")) {
        said.add("  " + name.asText());
        said.addAll(rows(run.resolve(name.asText())));
      }
      for (JsonNode value : pack.get("droppedValues")) {
        said.add("  dropped: " + value.get("value").asText() + " for " + place(value));
      }
    }
    said.add("handout class-lists");
    run("handout", "class-lists", "--to", "lists.csv");
    Path lists = folder.resolve("lists.csv");
    said.addAll(Files.exists(lists) ? rows(lists) : List.of());
    String all = String.join("\n", said) + "\n";
    // Kept for whoever has changed what is said: what is below the line is to be read, then taken.
    Path kept = Files.createDirectories(Path.of("target/people")).resolve(scenario);
    Files.writeString(kept, page[0].stripTrailing() + "\n" + EXPECTED + all);
    assertThat(all).isEqualTo(page.length == 2 ? page[1] : "");
  }

  private static String line(JsonNode finding) {
    String suggestion = finding.get("suggestion").asText("");
    return place(finding)
        + " "
        + finding.get("severity").asText()
        + " "
        + finding.get("rule").asText()
        + ": "
        + finding.get("message").asText()
        + (suggestion.isEmpty() ? "" : " → " + suggestion);
  }

  private static String place(JsonNode of) {
    return of.get("file").asText().replaceAll(".*/", "") + ":" + of.path("row").asInt(0);
  }

  /** A batch's rows, blank cells left out. */
  private static List<String> batch(Path file) throws IOException {
    List<String> rows = new ArrayList<>();
    List<String> lines = Files.readAllLines(file);
    String[] header = lines.get(0).split(",", -1);
    for (String line : lines.subList(1, lines.size())) {
      String[] cells = line.split(",(?=(?:[^\"]*\"[^\"]*\")*[^\"]*$)", -1);
      List<String> filled = new ArrayList<>();
      for (int i = 0; i < cells.length; i++) {
        boolean secret = header[i].equals("password") || header[i].equals("change at first login");
        if (!cells[i].isEmpty() && !secret) {
          filled.add(i == 0 ? cells[i] : header[i] + "=" + cells[i]);
        }
      }
      rows.add("    " + String.join(" ", filled));
    }
    return rows;
  }

  private static List<String> rows(Path file) throws IOException {
    return Files.readAllLines(file).stream()
        .map(line -> "    " + line.replace("\uFEFF", ""))
        .toList();
  }

  private void write(String page) throws IOException {
    StringBuilder settings = new StringBuilder();
    for (String block : page.strip().split("\n\n", -1)) {
      List<String> lines = new ArrayList<>(block.lines().toList());
      String first = lines.remove(0);
      if (first.startsWith("(roster.yaml) ")) {
        settings.append(first.substring(14)).append('\n');
        lines.forEach(line -> settings.append(line.substring(14)).append('\n'));
      } else if (first.equals("(issued last year)")) {
        Files.writeString(folder.resolve("roster.yaml"), settings);
        sheet("sheets/before.csv", lines);
        run("issue");
        Files.delete(folder.resolve("sheets/before.csv"));
      } else if (first.equals("(known)")) {
        sheet("known/known.csv", lines);
      } else if (first.endsWith(".csv")) {
        sheet("sheets/" + first, lines);
      }
    }
    Files.writeString(folder.resolve("roster.yaml"), settings);
  }

  private void sheet(String name, List<String> lines) throws IOException {
    Path file = folder.resolve(name);
    Files.createDirectories(file.getParent());
    List<String> written = new ArrayList<>();
    for (String line : lines) {
      written.add(
          Arrays.stream(line.split("\\|", -1))
              .map(cell -> "\"" + cell.strip() + "\"")
              .collect(Collectors.joining(",")));
    }
    Files.writeString(file, String.join("\n", written) + "\n");
  }

  private String run(String... line) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ByteArrayOutputStream err = new ByteArrayOutputStream();
    try (PrintStream to = new PrintStream(out, false, UTF_8);
        PrintStream errors = new PrintStream(err, false, UTF_8)) {
      Main.execute(new ProcessEnvironment(to, errors, UTF_8, folder, false), line);
    }
    return out.toString(UTF_8);
  }
}
