package neatroster.cli;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import neatroster.cli.terminal.ProcessEnvironment;
import neatroster.core.check.RuleText;
import neatroster.core.check.pass.Rules;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What a rule gives as its example is a sheet in which it finds just the marked rows. */
class RuleExamplesTest {
  @TempDir private Path folder;

  static Stream<RuleText> rules() {
    return Rules.texts().stream();
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("rules")
  void findsTheMarkedRowsOfItsExample(RuleText rule) throws Exception {
    Set<String> marked = write(rule.example());
    assertThat(marked).isNotEmpty();
    JsonNode findings = run(COMMANDS.getOrDefault(rule.name(), "check")).get("findings");
    Set<String> found = new TreeSet<>();
    for (JsonNode finding : findings) {
      if (finding.get("rule").asText().equals(rule.name())) {
        found.add(place(finding));
        if (RUN_TOGETHER.contains(rule.name())) {
          finding.get("related").forEach(place -> found.add(place(place)));
        }
      }
    }
    assertThat(found).as(findings.toPrettyString()).isEqualTo(marked);
  }

  /** A rule about giving accounts speaks when they are given, one about batches when they are. */
  private static final Map<String, String> COMMANDS =
      Map.of("no-account", "issue", "does-not-fit", "pack");

  /** Rules that tell a run of rows in one finding. */
  private static final Set<String> RUN_TOGETHER = Set.of("fill-down-slip", "shifted-column");

  private static String place(JsonNode finding) {
    int row = finding.path("row").asInt(0);
    return finding.get("file").asText().replaceAll(".*/", "") + ":" + Math.max(1, row);
  }

  private static void oneRoster(Path file, List<String> users) throws IOException {
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      zip.putNextEntry(new ZipEntry("manifest.csv"));
      zip.write("propertyName,value\noneroster.version,1.2\n".getBytes(StandardCharsets.UTF_8));
      zip.putNextEntry(new ZipEntry("users.csv"));
      zip.write(String.join("\n", users).replaceAll(" *←.*", "").getBytes(StandardCharsets.UTF_8));
    }
  }

  /** Writes an example's sheets into the folder and gives the places that it marks. */
  private Set<String> write(String example) throws IOException {
    Files.createDirectories(folder.resolve("sheets"));
    StringBuilder settings = new StringBuilder();
    Set<String> marked = new TreeSet<>();
    int sheets = 0;
    for (String block : example.strip().split("\n\n", -1)) {
      List<String> lines = new ArrayList<>(block.lines().toList());
      String first = lines.get(0);
      if (first.startsWith("(roster.yaml) ")) {
        settings.append(first.substring(14)).append('\n');
        lines.remove(0);
      } else if (first.startsWith("(layouts/")) {
        Files.createDirectories(folder.resolve("layouts"));
        String layout = first.substring(1, first.indexOf(')'));
        Files.writeString(
            folder.resolve(layout), String.join("\n", lines.subList(1, lines.size())));
        lines.clear();
      } else if (first.startsWith("(photos) ")) {
        Files.createDirectories(folder.resolve("photos"));
        for (String photo : first.substring(9).split(", ", -1)) {
          Files.writeString(folder.resolve("photos").resolve(photo), "a picture");
        }
        lines.remove(0);
      } else if (first.equals("(known)")) {
        Files.createDirectories(folder.resolve("known"));
        lines.remove(0);
        String known = "known" + ++sheets + ".csv";
        for (int i = 0; i < lines.size(); i++) {
          if (lines.get(i).contains("←")) {
            marked.add(known + ":" + (i + 1));
            lines.set(i, lines.get(i).replaceAll("\\s*←.*", ""));
          }
        }
        sheet(folder.resolve("known").resolve(known), lines);
        lines.clear();
      } else if (first.equals("(users.csv of a OneRoster zip)")) {
        lines.remove(0);
        if (lines.get(0).contains("←")) {
          marked.add("roster.zip:1");
        }
        oneRoster(folder.resolve("sheets/roster.zip"), lines);
        lines.clear();
      } else if (first.equals("(issued last year)")) {
        lines.remove(0);
        Files.writeString(folder.resolve("roster.yaml"), settings);
        Path sheet = folder.resolve("sheets/before.csv");
        sheet(sheet, lines);
        run("issue");
        Files.delete(sheet);
        lines.clear();
      }
      if (lines.isEmpty()) {
        continue;
      }
      String name = "sheet" + ++sheets + ".csv";
      for (int i = 0; i < lines.size(); i++) {
        if (lines.get(i).contains("←")) {
          marked.add(name + ":" + (i + 1));
          lines.set(i, lines.get(i).replaceAll("\\s*←.*", ""));
        }
      }
      Path file = folder.resolve("sheets").resolve(name);
      if (first.startsWith("(in ")) {
        lines.remove(0);
        String text = String.join("\n", lines) + "\n";
        Files.write(file, text.getBytes(Charset.forName(first.replaceAll("\\(in |\\).*", ""))));
      } else if (first.equals("(the rows in brackets are hidden)")) {
        lines.remove(0);
        marked.clear();
        workbook(file, lines);
        marked.add(name + ":1");
      } else if (lines.get(0).startsWith("(an empty file")) {
        Files.writeString(file, "");
      } else if (lines.get(0).startsWith("(a photograph")) {
        Files.write(file, new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10, 0, 0, 0, 13});
      } else {
        sheet(file, lines);
      }
    }
    Files.writeString(folder.resolve("roster.yaml"), settings);
    return marked;
  }

  /** A sheet with bars between its cells is written as CSV; one without is a text as it stands. */
  private static void sheet(Path file, List<String> lines) throws IOException {
    boolean bars = lines.stream().anyMatch(line -> line.contains("|"));
    boolean literal = !bars && lines.get(0).contains(",");
    List<String> written = new ArrayList<>();
    for (String line : lines) {
      written.add(
          literal
              ? line
              : Arrays.stream(line.split("\\|", -1))
                  .map(cell -> cell.strip().replace('␣', ' '))
                  .map(cell -> "\"" + cell.replace("\"", "\"\"") + "\"")
                  .collect(Collectors.joining(",")));
    }
    Files.writeString(file, String.join("\n", written) + "\n", UTF_8);
  }

  private static void workbook(Path file, List<String> lines) throws IOException {
    try (OutputStream out = Files.newOutputStream(file);
        Workbook workbook = new Workbook(out, "test", "1.0")) {
      Worksheet sheet = workbook.newWorksheet("Crew");
      for (int row = 0; row < lines.size(); row++) {
        String line = lines.get(row);
        if (line.startsWith("(")) {
          sheet.hideRow(row);
          line = line.substring(1, line.lastIndexOf(')'));
        }
        int column = 0;
        for (String cell : line.split("\\|", -1)) {
          sheet.value(row, column++, cell.strip());
        }
      }
    }
  }

  private JsonNode run(String command) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ByteArrayOutputStream err = new ByteArrayOutputStream();
    try (PrintStream to = new PrintStream(out, false, StandardCharsets.UTF_8);
        PrintStream errors = new PrintStream(err, false, StandardCharsets.UTF_8)) {
      Main.execute(
          new ProcessEnvironment(to, errors, StandardCharsets.UTF_8, folder, false),
          command,
          "--format",
          "json");
    }
    assertThat(out.size()).as(err.toString(UTF_8)).isPositive();
    return new ObjectMapper().readTree(out.toByteArray());
  }
}
