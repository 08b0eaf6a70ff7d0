package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A batch given back as what is known lacks nothing but what its loss report named. */
class ReadBackIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;
  private Program school;

  @BeforeEach
  void aSchoolWithOddNames() throws Exception {
    Files.createDirectories(temp.resolve("school/sheets"));
    school = new Program(temp.resolve("school"));
    school.file("roster.yaml", "school: {name: Pier School}");
    randomRoster(new SplittableRandom(2027));
  }

  /** Packs, and gives for each change that is left how often it is, with the files as known. */
  private Map<String, Integer> left(String format, String... more) throws Exception {
    List<String> pack = new ArrayList<>(List.of("pack", "--as", format, "--format", "json"));
    pack.addAll(List.of(more));
    JsonNode packed = JSON.readTree(school.run(pack.toArray(String[]::new)).out());
    List<String> preview = new ArrayList<>(List.of("preview", "--format", "json"));
    for (JsonNode file : packed.get("files")) {
      preview.add("--known");
      preview.add(packed.get("folder").asText() + "/" + file.get("path").asText());
    }
    Program.Result result = school.run(preview.toArray(String[]::new));
    assertThat(result.exit()).as(result.err()).isZero();
    Map<String, Integer> left = new TreeMap<>();
    for (JsonNode change : JSON.readTree(result.out()).get("changes")) {
      left.merge(
          change.get("table").asText() + " " + change.get("change").asText(), 1, Integer::sum);
    }
    return left;
  }

  /** People and courses may have whatever signs in their names. */
  @Test
  void nothingIsLostThatAFormatHasRoomFor() throws Exception {
    assertThat(left("plain", "--most-rows", "40", "--split", "course")).isEmpty();
    assertThat(left("scim")).isEmpty();
    assertThat(left("oneroster").keySet()).isSubsetOf("groups create", "enrollments enroll");
    assertThat(left("ldif").keySet()).doesNotContain("users create", "users change");
  }

  private void randomRoster(SplittableRandom random) throws Exception {
    Path sheets = temp.resolve("school/sheets");
    String[] given = {"Ana", "Björn", "Zoë", "Chloé-Anne", "林", "Олена", "Mary Lou", "O"};
    String[] family = {
      "Marlowe", "Ó Briain", "D’Arcy", "van der Meer", "Łącki", "Smith; Jones", "港", "St. \"Ives\""
    };
    String[] titles = {"Knots, Bends", "Nav; \"Coastal\"", "Météo", "Радио", "A/B", "100 % Sea"};
    List<String> people =
        new ArrayList<>(List.of("id,username,given name,family name,email,site,language"));
    List<String> courses = new ArrayList<>(List.of("code,title,starts,ends,capacity"));
    List<String> groups = new ArrayList<>(List.of("course,name"));
    List<String> enrollments = new ArrayList<>(List.of("user,course,role,group"));
    for (int i = 0; i < 12; i++) {
      String title = titles[random.nextInt(titles.length)] + " " + i;
      courses.add("C-" + i + "," + quoted(title) + ",2027-01-11,2027-06-18," + (20 + i));
      groups.add("C-" + i + "," + quoted("Wache; " + i));
    }
    for (int i = 0; i < 60; i++) {
      people.add(
          String.join(
              ",",
              String.valueOf(4000 + i),
              "user" + i,
              quoted(given[random.nextInt(given.length)]),
              quoted(family[random.nextInt(family.length)] + (char) ('a' + i % 26)),
              "user" + i + "@pier.example",
              i % 3 == 0 ? "" : "Pier/Dock " + i % 4,
              i % 5 == 0 ? "de" : ""));
      int course = random.nextInt(12);
      boolean inGroup = random.nextBoolean();
      enrollments.add(
          String.join(
              ",",
              "user" + i,
              "C-" + course,
              i % 9 == 0 ? "instructor" : "learner",
              inGroup ? quoted("Wache; " + course) : ""));
      enrollments.add("user" + i + ",C-" + (course + 1) % 12 + ",learner,");
    }
    Files.write(sheets.resolve("people.csv"), people);
    Files.write(sheets.resolve("courses.csv"), courses);
    Files.write(sheets.resolve("groups.csv"), groups);
    Files.write(sheets.resolve("enrollments.csv"), enrollments);
  }

  private static String quoted(String cell) {
    return '"' + cell.replace("\"", "\"\"") + '"';
  }

  @Test
  void ofALayoutAllThatItHasColumnsFor() throws Exception {
    Files.createDirectories(temp.resolve("school/layouts"));
    new Program(temp)
        .file(
            "school/layouts/wide.yaml",
            "files:",
            "  - row: user",
            "    separator: \";\"",
            "    dates: dd.MM.yyyy",
            "    columns:",
            "      - {header: id, value: \"{id}\"}",
            "      - {header: username, value: \"{username}\"}",
            "      - {header: Vorname, value: \"{given}\"}",
            "      - {header: Nachname, value: \"{family}\"}",
            "      - {header: E-Mail, value: \"{email}\"}",
            "      - {header: Standort, value: \"{site}\"}",
            "      - {header: \"Kurs {i}\", value: \"{course}\", each: enrollment, most: 2}",
            "      - {header: \"Rolle {i}\", value: \"{role}\", each: enrollment, most: 2}",
            "      - {header: \"Gruppe {i}\", value: \"{group}\", each: enrollment, most: 2}");
    assertThat(left("layout:wide").keySet())
        .doesNotContain(
            "users create", "users change", "enrollments enroll", "enrollments re-role");
  }

  @Test
  void whatABatchTakesAwayIsNotTakenForThere() throws Exception {
    String run = JSON.readTree(school.run("pack", "--format", "json").out()).get("run").asText();
    school.run("send", run, "--by-hand");
    String[] undo = {
      "undo", run, "--go-above", "removals=999", "--go-above", "withdrawals=999", "--format", "json"
    };
    JsonNode undone = JSON.readTree(school.run(undo).out());
    Path plain = temp.resolve("school").resolve(undone.get("folder").asText()).resolve("plain");
    List<String> inspect = new ArrayList<>(List.of("inspect", "--format", "json"));
    try (Stream<Path> files = Files.list(plain)) {
      files.map(Path::toString).sorted().forEach(inspect::add);
    }
    Map<String, Integer> rows = new TreeMap<>();
    JSON.readTree(school.run(inspect.toArray(String[]::new)).out())
        .get("sheets")
        .forEach(sheet -> rows.put(sheet.get("table").asText(), sheet.get("rows").asInt()));
    assertThat(rows)
        .containsExactlyInAnyOrderEntriesOf(
            Map.of("users", 60, "courses", 12, "groups", 12, "enrollments", 120));
    Program.Result check = school.run("check", plain.resolve("7-removals.csv").toString());
    assertThat(check.out()).contains("removal-refused");
  }
}
