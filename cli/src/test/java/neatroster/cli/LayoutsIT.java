package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.io.InputStream;
import java.io.Reader;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.yaml.snakeyaml.Yaml;

/** Layouts reach a platform's own columns, from its blank template to the file that it takes. */
class LayoutsIT {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final Path DOCS = Path.of("../docs");
  private static final String[] SHEETS = {
    "sheets/people.csv", "sheets/courses.csv", "sheets/groups.csv", "sheets/enrollments.csv"
  };

  @TempDir Path temp;
  private Program program;

  @BeforeEach
  void theExamplesAreThere() throws Exception {
    program = new Program(temp);
    for (String part : List.of("sheets", "layouts")) {
      Files.createDirectories(temp.resolve(part));
      try (Stream<Path> files = Files.list(DOCS.resolve("layouts").resolve(part))) {
        for (Path file : files.toList()) {
          Files.copy(file, temp.resolve(part).resolve(file.getFileName()));
        }
      }
    }
  }

  private Program.Result pack(String... more) throws Exception {
    List<String> words = new ArrayList<>(List.of("pack"));
    words.addAll(List.of(SHEETS));
    words.addAll(List.of("--to", "out"));
    words.addAll(List.of(more));
    return program.run(words.toArray(String[]::new));
  }

  private Path packed(String... more) throws Exception {
    List<String> words = new ArrayList<>(List.of(more));
    words.addAll(List.of("--format", "json"));
    Program.Result result = pack(words.toArray(String[]::new));
    assertThat(result.exit()).as(result.err() + result.out()).isZero();
    return temp.resolve("out").resolve(JSON.readTree(result.out()).get("folder").asText());
  }

  /** The rows of a CSV file as a reader that is not ours sees them. */
  private static List<List<String>> rows(Path file, char separator, Charset encoding)
      throws IOException {
    CSVFormat format = CSVFormat.DEFAULT.builder().setDelimiter(separator).get();
    List<List<String>> rows = new ArrayList<>();
    try (Reader text = Files.newBufferedReader(file, encoding);
        CSVParser parser = CSVParser.parse(text, format)) {
      for (CSVRecord row : parser) {
        rows.add(row.toList());
      }
    }
    return rows;
  }

  @Test
  void theWorkedExamplesComeOutAsTheirPageShows() throws Exception {
    Path run =
        packed("--as", "layout:wide", "--as", "layout:by-course", "--as", "layout:workbooks");
    Path shown = DOCS.resolve("layouts/packed");
    for (String file :
        List.of(
            "layout-wide/personen.csv",
            "layout-by-course/NAV-1.txt",
            "layout-by-course/KNOT-1.txt",
            "layout-by-course/MET-1.txt")) {
      assertThat(run.resolve(file)).as(file).hasSameBinaryContentAs(shown.resolve(file));
    }
    List<List<String>> people =
        rows(run.resolve("layout-wide/personen.csv"), ';', Charset.forName("windows-1252"));
    assertThat(people).hasSize(7).allMatch(row -> row.size() == 13);
    assertThat(people.get(5))
        .containsExactly(
            "jmueller",
            "Müller",
            "Jörn",
            "29.02.2012",
            "joern.mueller@cadets.pier.example",
            "1",
            "NAV-1",
            "Teilnehmer",
            "Starboard Watch",
            "",
            "",
            "",
            "N");
    String members = "out/runs/" + run.getFileName() + "/layout-workbooks/3-members.xlsx";
    program.run("tidy", "enrollments=" + members, "--to", "read");
    try (Stream<Path> read = Files.list(temp.resolve("read"))) {
      Path file = read.filter(one -> one.toString().contains("members")).findFirst().orElseThrow();
      assertThat(Files.readString(file)).contains("KNOT-1").contains("Åse Solheim");
    }
    // The same rows give the same bytes, workbooks too.
    Path again = packed("--as", "layout:workbooks");
    assertThat(again).isNotEqualTo(run);
    assertThat(again.resolve("layout-workbooks/2-people.xlsx"))
        .hasSameBinaryContentAs(run.resolve("layout-workbooks/2-people.xlsx"));
  }

  @Test
  void layoutsAreAsTheirSchemaSays() throws Exception {
    program.file("templates/note.txt", "");
    for (String template : List.of("of-a-spreadsheet.xlsx", "in-french.csv")) {
      Files.copy(Path.of("src/test/resources/templates").resolve(template), temp.resolve(template));
      assertThat(program.run("inspect", template, "--layout", template.replace(".", "-")).exit())
          .isZero();
    }
    JsonSchema schema =
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(Files.readString(DOCS.resolve("layout.schema.json")));
    try (Stream<Path> layouts = Files.list(temp.resolve("layouts"))) {
      for (Path layout : layouts.toList()) {
        Object read = new Yaml().load(Files.readString(layout));
        // In YAML 1.1 the words yes and no are true and false, keys too.
        String json = JSON.writeValueAsString(read).replace("\"true\":", "\"yes\":");
        assertThat(schema.validate(json.replace("\"false\":", "\"no\":"), InputFormat.JSON))
            .as(layout.toString())
            .isEmpty();
      }
    }
    assertThat(schema.validate("{\"files\": [{\"row\": \"person\"}]}", InputFormat.JSON))
        .isNotEmpty();
  }

  @Test
  void aBlankTemplateBecomesALayoutThatPacks() throws Exception {
    Files.copy(Path.of("src/test/resources/templates/in-french.csv"), temp.resolve("modèle.csv"));
    Program.Result proposed = program.run("inspect", "modèle.csv", "--layout", "port");
    assertThat(proposed.out()).contains("not matched", "Code postal");
    Path file = packed("--as", "layout:port").resolve("layout-port/modèle.csv");
    assertThat(rows(file, ';', Charset.forName("windows-1252")).subList(0, 3))
        .containsExactly(
            List.of(
                "Login*",
                "Prénom",
                "Nom",
                "Courriel",
                "Né le (JJ/MM/AAAA)",
                "Cours 1",
                "Rôle 1",
                "Cours 2",
                "Rôle 2",
                "Code postal"),
            List.of(
                "asolheim",
                "Åse",
                "Solheim",
                "ase.solheim@pier.example",
                "30/05/1988",
                "NAV-1",
                "instructor",
                "KNOT-1",
                "instructor",
                ""),
            List.of(
                "asolheim",
                "Åse",
                "Solheim",
                "ase.solheim@pier.example",
                "30/05/1988",
                "MET-1",
                "instructor",
                "",
                "",
                ""));
    assertThat(Files.readString(file, StandardCharsets.ISO_8859_1)).doesNotContain("\r");
    Program.Result again = program.run("inspect", "modèle.csv", "--layout", "port");
    assertThat(again.exit()).isEqualTo(2);
    assertThat(again.err()).contains("layouts/port.yaml is there already");
  }

  /** Templates of a spreadsheet library that is not ours, with title rows, choices and remarks. */
  @Test
  void sheetsTitleRowsWordsLengthsLevelsAndJoinedCoursesAreTakenFromTemplates() throws Exception {
    for (String name : List.of("personen.xlsx", "courses.xlsx")) {
      Files.copy(Path.of("src/test/resources/templates", name), temp.resolve(name));
    }
    Files.write(
        temp.resolve("eleves.csv"),
        ("Identifiant*;Nom;Prénom;Statut (actif/suspendu);Date de naissance (jj.mm.aa);"
                + "Cours (séparés par une virgule)\r\n")
            .getBytes(Charset.forName("windows-1252")));
    Program.Result made =
        program.run(
            "inspect", "personen.xlsx", "courses.xlsx", "eleves.csv", "--layout", "harbour");
    assertThat(made.exit()).as(made.err()).isZero();
    assertThat(made.out()).contains("{header: \"Cost centre\", value: \"{Cost centre}\"}");
    String layout = Files.readString(temp.resolve("layouts/harbour.yaml"));
    assertThat(layout)
        .contains("longest: 20", "{site:1}", "{category:2}", "dates: dd.MM.yy", "joined: \",\"")
        .contains("status: {active: \"aktiv\", suspended: \"gesperrt\"}")
        .contains("role: {learner: \"Teilnehmer\", instructor: \"Lehrkraft\"}");
    Path batch = packed("--as", "layout:harbour").resolve("layout-harbour");
    assertThat(rows(batch.resolve("eleves.csv"), ';', Charset.forName("windows-1252")))
        .contains(List.of("bfinch", "Finch", "Bo", "aktiv", "24.12.11", "NAV-1,KNOT-1,MET-1"));
    try (InputStream in = Files.newInputStream(batch.resolve("personen.xlsx"));
        ReadableWorkbook workbook = new ReadableWorkbook(in)) {
      List<Sheet> sheets = workbook.getSheets().toList();
      assertThat(sheets).extracting(Sheet::getName).containsExactly("Personen", "Mitgliedschaften");
      List<Row> people = sheets.get(0).read();
      assertThat(people.get(0).getCellText(0)).isEqualTo("Importvorlage Personen, Version 4");
      assertThat(people.get(2).getCellText(0)).isEqualTo("Benutzername (max. 20 Zeichen)");
      assertThat(people).hasSize(3 + 4);
      assertThat(sheets.get(1).read().get(1).getCellText(2)).isEqualTo("Lehrkraft");
    }
  }

  /** Whoever takes the cell apart again would find courses in it that nobody asked for. */
  @Test
  void aCodeWithTheSignBetweenCoursesIsRefused() throws Exception {
    Files.writeString(
        temp.resolve("layouts/one.yaml"),
        """
        files:
          - row: user
            columns:
              - {header: LOGIN, value: "{username}"}
              - {header: COURSES, value: "{course}", each: enrollment, joined: "-"}
        """);
    Program.Result refused = pack("--as", "layout:one");
    assertThat(refused.exit()).isEqualTo(1);
    assertThat(refused.out().replaceAll("\\s+", " "))
        .contains("NAV-1 has the sign “-”, which is to stand between several");
  }

  @Test
  void aLayoutThatTellsNobodyApartIsRefused() throws Exception {
    Files.writeString(temp.resolve("names.csv"), "Cognome;Nome;Classe\r\n");
    assertThat(program.run("inspect", "names.csv", "--layout", "names").out())
        .contains("Nothing can be packed by it yet", "tells one enrollment from another");
    Program.Result refused = pack("--as", "layout:names");
    assertThat(refused.exit()).isEqualTo(2);
    assertThat(refused.err()).contains("{username}");
    assertThat(temp.resolve("out")).doesNotExist();
  }

  @Test
  void whatDoesNotFitIsFoundAtItsRowBeforeAnythingIsWritten() throws Exception {
    program.file(
        "sheets/people.csv",
        "username,given name,family name,email",
        "asolheim,Åse,Solheim,ase.solheim@pier.example",
        "bfinch,Bo,Finch,",
        "jmueller,Jörn,Müller,joern.mueller@cadets.pier.example",
        "znunes,Zoë,Łącki,zoe.nunes@cadets.pier.example");
    program.file(
        "layouts/narrow.yaml",
        "files:",
        "  - row: user",
        "    encoding: windows-1252",
        "    columns:",
        "      - {header: LOGIN, value: \"{username}\", longest: 7, allow: a-z}",
        "      - {header: NAME, value: \"{family}\"}",
        "      - {header: MAIL, value: \"{email}\", required: true}");
    Program.Result result = pack("--as", "layout:narrow", "--format", "json");
    assertThat(result.exit()).isEqualTo(1);
    JsonNode refused = JSON.readTree(result.out());
    assertThat(refused.get("run").isNull()).isTrue();
    List<String> found = new ArrayList<>();
    refused
        .get("findings")
        .forEach(one -> found.add(one.get("row").asText() + " " + one.get("message").asText()));
    assertThat(found)
        .containsExactly(
            "2 LOGIN of asolheim has 8 characters, and the layout takes 7.",
            "3 MAIL of bfinch is blank, and the layout says required: true.",
            "4 LOGIN of jmueller has 8 characters, and the layout takes 7.",
            "5 NAME of znunes has the character “Ł”, which the encoding windows-1252 does not have.");
    assertThat(temp.resolve("out/runs"))
        .satisfiesAnyOf(
            runs -> assertThat(runs).doesNotExist(), runs -> assertThat(runs).isEmptyDirectory());

    Program.Result without = pack("--as", "layout:narrow", "--leave-out-faulty");
    assertThat(without.exit()).isEqualTo(1);
    assertThat(without.out()).contains("corrections/people.csv");
  }

  @Test
  void batchesAreDividedAndNoPersonIs() throws Exception {
    Path run = packed("--as", "layout:wide", "--as", "plain", "--most-rows", "3");
    List<List<String>> people = new ArrayList<>();
    for (int part = 1; part <= 3; part++) {
      List<List<String>> rows =
          rows(
              run.resolve("layout-wide/personen-0" + part + ".csv"),
              ';',
              Charset.forName("windows-1252"));
      people.add(rows.stream().skip(1).map(row -> row.get(0)).toList());
    }
    assertThat(people)
        .containsExactly(
            List.of("asolheim", "asolheim"),
            List.of("bfinch", "bfinch", "jmueller"),
            List.of("znunes"));
    List<String> enrollments = new ArrayList<>();
    try (Stream<Path> files = Files.list(run.resolve("plain"))) {
      files
          .map(file -> file.getFileName().toString())
          .filter(name -> name.startsWith("5-"))
          .sorted()
          .forEach(enrollments::add);
    }
    assertThat(enrollments)
        .containsExactly("5-enrollments-01.csv", "5-enrollments-02.csv", "5-enrollments-03.csv");

    Path byCourse = packed("--as", "plain", "--split", "course");
    assertThat(rows(byCourse.resolve("plain/5-enrollments-NAV-1.csv"), ',', StandardCharsets.UTF_8))
        .hasSize(4)
        .allMatch(row -> row.contains("NAV-1") || row.contains("course"));
    assertThat(pack("--as", "oneroster", "--split", "course").err())
        .contains("oneroster is not divided into files");
  }

  @Test
  void anyColumnOfTheSheetsMayStandInALayout() throws Exception {
    program.file(
        "sheets/people.csv",
        "username,given name,family name,Cost centre",
        "asolheim,Åse,Solheim,K-17",
        "bfinch,Bo,Finch,",
        "jmueller,Jörn,Müller,K-18",
        "znunes,Zoë,Nuñes,K-18");
    program.file(
        "layouts/costs.yaml",
        "files:",
        "  - name: costs.csv",
        "    row: user",
        "    columns:",
        "      - {header: LOGIN, value: \"{username}\"}",
        "      - {header: KST, value: \"{cost centre|or none}\"}");
    Path run = packed("--as", "layout:costs", "--as", "plain");
    assertThat(rows(run.resolve("layout-costs/costs.csv"), ',', StandardCharsets.UTF_8))
        .containsExactly(
            List.of("LOGIN", "KST"),
            List.of("asolheim", "K-17"),
            List.of("bfinch", "none"),
            List.of("jmueller", "K-18"),
            List.of("znunes", "K-18"));
    program.file("sheets/people.csv", "username,given name,family name", "asolheim,Åse,Solheim");
    assertThat(pack("--as", "layout:costs").err())
        .contains("layouts/costs.yaml, line 6", "no sheet has a column of that name");
  }

  @Test
  void aLookShowsTheFirstRowsAndNoPassword() throws Exception {
    program.run("issue", SHEETS[0], "--to", "out");
    program.file(
        "layouts/slips.yaml",
        "files:",
        "  - row: user",
        "    columns: [{header: A, value: \"{username}\"}, {header: B, value: \"{password}\"}]");
    Program.Result look = pack("--as", "layout:slips", "--show", "2");
    assertThat(look.out()).contains("4 rows", "asolheim,", "bfinch,").doesNotContain("znunes");
    assertThat(look.out()).contains("enrollments to enroll").contains("birth date of users");
    assertThat(temp.resolve("out/runs"))
        .satisfiesAnyOf(
            runs -> assertThat(runs).doesNotExist(), runs -> assertThat(runs).isEmptyDirectory());
    assertThat(pack("--as", "plain", "--show", "2").exit()).isEqualTo(2);
  }

  @Test
  void aLayoutWithASlipSaysWhereItIs() throws Exception {
    program.file("layouts/slip.yaml", "files:", "  - row: person");
    Program.Result result = pack("--as", "layout:slip");
    assertThat(result.exit()).isEqualTo(2);
    assertThat(result.err())
        .contains("layouts/slip.yaml, line 2, column 10", "user, course, group");
    assertThat(pack("--as", "layout:wid").err())
        .contains("There is no layout “wid”", "Is wide meant");
  }

  @Test
  void aDeliveredLayoutIsUndoneInItToo() throws Exception {
    Program school = new Program(temp.resolve("school"));
    program.run("begin", "school");
    try (Stream<Path> starters = Files.list(temp.resolve("school/sheets"))) {
      for (Path starter : starters.toList()) {
        Files.delete(starter);
      }
    }
    for (String sheet : SHEETS) {
      Files.copy(temp.resolve(sheet), temp.resolve("school").resolve(sheet));
    }
    Files.createDirectories(temp.resolve("school/layouts"));
    Files.copy(
        temp.resolve("layouts/by-course.yaml"), temp.resolve("school/layouts/by-course.yaml"));
    String settings = Files.readString(temp.resolve("school/roster.yaml"));
    Files.writeString(
        temp.resolve("school/roster.yaml"),
        settings.replaceAll("(?m)^platform:.*(\\R .*)*", "") + "\nplatform: {layout: by-course}\n");
    JsonNode packed = JSON.readTree(school.run("pack", "--format", "json").out());
    assertThat(packed.get("files").get(0).get("format").asText()).isEqualTo("layout:by-course");
    // Courses, groups and people are in no batch, so they are not taken for delivered.
    assertThat(packed.get("stillDue").asInt()).isEqualTo(11);
    String run = packed.get("run").asText();
    assertThat(school.run("send", run, "--by-hand").exit()).isZero();
    JsonNode next = JSON.readTree(school.run("preview", "--format", "json").out());
    assertThat(next.get("counts").get("users").get("create").asInt()).isEqualTo(4);
    assertThat(next.get("counts").has("enrollments")).isFalse();
    JsonNode undone =
        JSON.readTree(
            school.run("undo", run, "--go-above", "withdrawals=9", "--format", "json").out());
    Path out = temp.resolve("school").resolve(undone.get("folder").asText());
    assertThat(rows(out.resolve("layout-by-course/NAV-1-out.txt"), '\t', StandardCharsets.UTF_8))
        .containsExactlyInAnyOrder(
            List.of("ase.solheim@pier.example"),
            List.of("bo.finch@cadets.pier.example"),
            List.of("joern.mueller@cadets.pier.example"));
  }
}
