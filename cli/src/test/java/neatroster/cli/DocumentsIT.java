package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import neatroster.core.model.Field;
import neatroster.core.model.FieldNote;
import neatroster.core.model.Table;
import neatroster.formats.BatchFormats;
import neatroster.practice.Faults;
import neatroster.work.settings.SettingsReader;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** The pages of the project are about what there is. */
class DocumentsIT {
  @TempDir Path temp;

  private static final Pattern LINK = Pattern.compile("]\\(([^)#]+)[^)]*\\)");
  private static final Pattern COMMAND = Pattern.compile("neat-roster ([a-z][a-z-]*)([^`\\n]*)");

  private static List<Path> pages() throws IOException {
    List<Path> pages = new ArrayList<>();
    for (Path folder : List.of(Program.root(), Program.root().resolve("docs"))) {
      try (Stream<Path> files = Files.list(folder)) {
        files.filter(file -> file.toString().endsWith(".md")).forEach(pages::add);
      }
    }
    return pages;
  }

  private static Set<String> commands() {
    Set<String> commands = new TreeSet<>();
    Matcher names =
        Pattern.compile("(?m)^  ([a-z]+)  ").matcher(Program.within(Program.root(), "help").out());
    while (names.find()) {
      commands.add(names.group(1));
    }
    return commands;
  }

  @Test
  void everyLinkLeadsSomewhere() throws Exception {
    for (Path page : pages()) {
      Matcher link = LINK.matcher(Files.readString(page));
      while (link.find()) {
        if (!link.group(1).startsWith("http")) {
          assertThat(page.resolveSibling(link.group(1))).describedAs(page.toString()).exists();
        }
      }
    }
  }

  @Test
  void everyCommandIsInTheGuideAndEveryOptionThatPagesNameIsOne() throws Exception {
    Path here = Program.root();
    Set<String> commands = commands();
    TreeSet<String> inGuide = new TreeSet<>();
    for (Path page : pages()) {
      Matcher line = COMMAND.matcher(Files.readString(page));
      while (line.find()) {
        String command = line.group(1);
        if (!commands.contains(command)) {
          continue;
        }
        if (page.endsWith("guide.md")) {
          inGuide.add(command);
        }
        String help = Program.within(here, command, "--help").out();
        Matcher option = Pattern.compile("--[a-z][a-z-]*").matcher(line.group(2));
        while (option.find()) {
          assertThat(help).describedAs(page + ": " + line.group()).contains(option.group());
        }
      }
    }
    assertThat(inGuide).isEqualTo(commands);
  }

  @ParameterizedTest
  @EnumSource(Faults.Kind.class)
  void everyFaultIsDescribed(Faults.Kind kind) throws Exception {
    String delivery = Files.readString(Program.root().resolve("docs/delivery.md"));
    assertThat(delivery).contains("| `" + kind.word() + "` |");
  }

  @Test
  void everyFormatIsInTheGuide() throws Exception {
    String guide = Files.readString(Program.root().resolve("docs/guide.md"));
    for (String format : BatchFormats.names()) {
      assertThat(guide).contains("`" + format + "`");
    }
  }

  @Test
  void everyCommandsJsonHasASchema() throws Exception {
    for (String command : commands()) {
      // The demo shows what other commands say.
      if (!command.equals("demo")) {
        assertThat(Program.root().resolve("docs/json/" + command + ".schema.json")).exists();
      }
    }
  }

  @ParameterizedTest
  @EnumSource(Table.class)
  void everyFieldHasANoteForStartersAndIsInTheGuide(Table table) throws Exception {
    String guide = Files.readString(Program.root().resolve("docs/guide.md"));
    int row = guide.indexOf("\n| " + table.word() + " |");
    assertThat(row).isPositive();
    String line = guide.substring(row + 1, guide.indexOf('\n', row + 1));
    for (Field field : table.fields()) {
      assertThat(FieldNote.of(table, field)).as("field-notes.txt: %s", field.label()).isNotNull();
      assertThat(line).containsPattern("\\b" + field.label() + "\\b");
    }
  }

  @Test
  void theSettingsPageNamesSettingsThatThereAre() throws Exception {
    String page = Files.readString(Program.root().resolve("docs/settings.md"));
    Matcher block = Pattern.compile("(?s)```yaml\n(.*?)```").matcher(page);
    Program program = new Program(temp);
    program.file("sheets/courses.csv", "code,title", "NAV-1,Coast");
    int count = 0;
    while (block.find()) {
      program.file("roster.yaml", block.group(1));
      assertThat(program.run("check").err()).doesNotContain("roster.yaml");
      count++;
    }
    assertThat(count).isPositive();
  }

  /** The page says what begin writes, which is what holds where nothing is said. */
  @Test
  void theSettingsPageIsMadeOfWhatBeginWrites() throws Exception {
    Program program = new Program(temp);
    assertThat(program.run("begin", "pier").exit()).isZero();
    String written = Files.readString(temp.resolve("pier/roster.yaml"));
    assertThat(Files.readString(Program.root().resolve("docs/settings.md")))
        .as("the first block of docs/settings.md is to be begin/roster.yaml")
        .contains("```yaml\n" + written + "```\n");
    assertThat(SettingsReader.read(written, "roster.yaml"))
        .usingRecursiveComparison()
        // Tables without any default are the same as none.
        .ignoringFields("defaults.settings")
        .isEqualTo(SettingsReader.standard());
  }

  /** A key that is added asks for its line in the pages. */
  @Test
  void everyKeyOfSettingsAndLayoutsIsDescribed() throws Exception {
    Path sources = Program.root().resolve("work/src/main/java/neatroster/work/settings");
    Path docs = Program.root().resolve("docs");
    Pattern lists =
        Pattern.compile("(?s)(?:only\\(|List<String> [A-Z_]+ =)\\s*List\\.of\\(([^)]*)\\)");
    int count = 0;
    try (Stream<Path> files = Files.list(sources)) {
      for (Path file : files.toList()) {
        boolean isOfLayouts = file.endsWith("LayoutReader.java");
        String page = Files.readString(docs.resolve(isOfLayouts ? "layouts.md" : "settings.md"));
        page += isOfLayouts ? "" : Files.readString(docs.resolve("guide.md"));
        page += isOfLayouts ? "" : Files.readString(docs.resolve("delivery.md"));
        Matcher list = lists.matcher(Files.readString(file));
        while (list.find()) {
          Matcher key = Pattern.compile("\"([^\"]+)\"").matcher(list.group(1));
          while (key.find()) {
            count++;
            assertThat(page)
                .as(file.getFileName() + ": " + key.group(1))
                .containsPattern("(?<![\\w-])" + Pattern.quote(key.group(1)) + "(?![\\w-])");
          }
        }
      }
    }
    assertThat(count).isGreaterThan(80);
  }

  @Test
  void everyLibraryThatComesWithTheProgramIsListed() throws Exception {
    String listed = Files.readString(Program.root().resolve("THIRD-PARTY.md"));
    Path jars = Path.of(System.getProperty("neatroster.jar")).resolveSibling("lib");
    try (Stream<Path> all = Files.list(jars)) {
      for (Path jar : all.toList()) {
        Matcher name = Pattern.compile("(.+?)-(\\d.*)\\.jar").matcher(jar.getFileName().toString());
        assertThat(name.matches()).isTrue();
        if (!name.group(2).equals("0.1.0")) {
          assertThat(listed).contains(name.group(1) + " | " + name.group(2) + " |");
        }
      }
    }
  }
}
