package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Sheets that are read as the settings say, from the check to the batches. */
class ReadingIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;
  private Program program;

  @BeforeEach
  void folder() throws Exception {
    program = new Program(temp);
    program.file(
        "sheets/courses.csv", "code,title,category", "NAV-1,Coast,Deck", "NAV-2,Night,Deck");
    program.file(
        "sheets/office.csv",
        "Auszug der Verwaltung",
        "Feld 1;Feld 2;Klasse;Zug;Spur;Geboren",
        "Marlowe;Ana;NAV;1;A;3/4/2011",
        "Finch;Bo;NAV;9;C;12/31/2010",
        "Lin;Mei;NAV;2;;5/6/2011");
  }

  private void settings(String... more) throws Exception {
    List<String> lines =
        new ArrayList<>(
            List.of(
                "fields: {track: {one-of: [A, B], required: true}}",
                "words: {category: {Deck: 12}}",
                "sheets:",
                "  - file: office.csv",
                "    header-row: 2",
                "    columns: {family name: Feld 1, given name: B, course: \"{Klasse}-{Zug}\", track: Spur}",
                "    words: {course: {NAV-9: NAV-2}}"));
    lines.addAll(List.of(more));
    program.file("roster.yaml", lines.toArray(String[]::new));
  }

  private List<String> findings() throws Exception {
    List<String> found = new ArrayList<>();
    JSON.readTree(program.run("check", "--format", "json").out())
        .get("findings")
        .forEach(
            finding ->
                found.add(
                    finding.get("row")
                        + " "
                        + finding.get("column").asText()
                        + " "
                        + finding.get("rule").asText()));
    return found;
  }

  @Test
  void ownFieldsAreCheckedAsTheSettingsDeclareThem() throws Exception {
    settings();
    assertThat(findings())
        .contains("4 Spur unlisted-value", "5 Spur missing-value", "4 Geboren date-order")
        .hasSize(3);
  }

  @Test
  void composedCoursesAndTranslatedWordsReachTheBatches() throws Exception {
    settings("rules: {unlisted-value: note, missing-value: note}");
    assertThat(program.run("issue").exit()).isZero();
    JsonNode run = JSON.readTree(program.run("pack", "--format", "json").out());
    Path plain = temp.resolve(run.get("folder").asText()).resolve("plain");
    assertThat(Files.readAllLines(plain.resolve("5-enrollments.csv")))
        .containsExactly(
            "change,user,course,role,group,starts,ends",
            "enroll,amarlowe,NAV-1,learner,,,",
            "enroll,bfinch,NAV-2,learner,,,",
            "enroll,mlin,NAV-2,learner,,,");
    assertThat(Files.readString(plain.resolve("2-courses.csv"))).contains("Coast,,12,");
    // The dates of the column show that the month comes first, whatever the settings say.
    assertThat(Files.readString(plain.resolve("3-users.csv")))
        .contains("2011-03-04")
        .contains("2010-12-31")
        .contains("2011-05-06");
  }

  @Test
  void tidyWritesWhatWasPutTogetherAndSaysWhereItCameFrom() throws Exception {
    settings();
    assertThat(program.run("tidy", "--to", "out").exit()).isZero();
    assertThat(Files.readString(temp.resolve("out/office-enrollments.csv")))
        .contains(",NAV-1,")
        .contains(",NAV-2,")
        .doesNotContain("NAV-9");
    assertThat(Files.readString(temp.resolve("out/courses.csv"))).contains("NAV-1,Coast,12");
    assertThat(Files.readString(temp.resolve("out/changes.csv")))
        .contains("sheets/courses.csv,2,category,Deck,12,read as the settings say")
        .contains("sheets/office.csv,1,,,,left out: title");
  }

  @Test
  void settingsThatNameWhatASheetDoesNotHaveAreAnsweredWithTheirLine() throws Exception {
    program.file("roster.yaml", "sheets:", "  - file: office.csv", "    columns: {id: Nummer}");
    Program.Result result = program.run("check");
    assertThat(result.exit()).isEqualTo(2);
    assertThat(result.err()).contains("line 2").contains("the sheet has no column “Nummer”");
    assertThat(result.out()).isEmpty();
  }

  @Test
  void otherNamesOfGroupsAndSitesMeanTheOnesThatThereAre() throws Exception {
    program.file("roster.yaml", "aliases: {groups: {PW: Port Watch}, sites: {MP: Main Pier}}");
    Files.delete(temp.resolve("sheets/office.csv"));
    program.file("sheets/groups.csv", "course,name", "NAV-1,Port Watch");
    program.file("sheets/users.csv", "username,given name,site", "ana,Ana,MP", "boo,Bo,Main Pier");
    program.file("sheets/enr.csv", "user,course,group", "ana,NAV-1,PW", "boo,NAV-1,Port Watch");
    assertThat(findings()).isEmpty();
    JsonNode run = JSON.readTree(program.run("pack", "--format", "json").out());
    Path plain = temp.resolve(run.get("folder").asText()).resolve("plain");
    assertThat(Files.readAllLines(plain.resolve("1-sites.csv"))).hasSize(2);
    assertThat(Files.readString(plain.resolve("5-enrollments.csv")))
        .contains("ana,NAV-1,learner,Port Watch")
        .doesNotContain("PW");
  }

  @Test
  void aDraggedCodeIsOneFindingAndItsRowsAreLeftOutTogether() throws Exception {
    program.file("roster.yaml");
    Files.delete(temp.resolve("sheets/office.csv"));
    program.file(
        "sheets/users.csv",
        "username,given name",
        "ana,Ana",
        "boo,Bo",
        "cyr,Cy",
        "dia,Di",
        "edd,Ed");
    program.file(
        "sheets/enr.csv",
        "user,course",
        "ana,NAV-2",
        "boo,NAV-3",
        "cyr,NAV-4",
        "dia,NAV-5",
        "edd,NAV-1");
    assertThat(findings()).contains("3 course fill-down-slip").hasSize(1);
    assertThat(
            program
                .run("tidy", "--to", "out", "--with-suggestions", "--rule", "fill-down-slip")
                .exit())
        .isZero();
    assertThat(Files.readString(temp.resolve("out/enr.csv")).replace("\r", ""))
        .isEqualTo("\ufeffuser,course\nana,NAV-2\nboo,NAV-2\ncyr,NAV-2\ndia,NAV-2\nedd,NAV-1\n");
    JsonNode run =
        JSON.readTree(program.run("pack", "--leave-out-faulty", "--format", "json").out());
    Path folder = temp.resolve(run.get("folder").asText());
    assertThat(Files.readAllLines(folder.resolve("plain/5-enrollments.csv"))).hasSize(3);
    assertThat(Files.readAllLines(folder.resolve("corrections/enr.csv"))).hasSize(4);
  }
}
