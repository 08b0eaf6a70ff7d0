package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import de.captaingoldfish.scim.sdk.common.resources.User;
import de.captaingoldfish.scim.sdk.common.resources.complex.Meta;
import de.captaingoldfish.scim.sdk.common.resources.complex.Name;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Three deliveries to platforms of another make, with a refusal, a kill, confirm and undo, and what
 * each then holds, person by person.
 */
class ThreeDeliveriesIT {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String[] ALL = {
    "--go-above", "removals=99", "--go-above", "withdrawals=99", "--go-above", "changes=99"
  };

  @TempDir Path temp;
  private Program school;

  private void sheet(String file, String header, String... rows) throws Exception {
    List<String> lines = new ArrayList<>(List.of(header));
    lines.addAll(List.of(rows));
    school.file(file, lines.toArray(String[]::new));
  }

  private void people(String... rows) throws Exception {
    sheet("sheets/people.csv", "id,username,former username,given name,family name,email", rows);
  }

  private void places(String... rows) throws Exception {
    sheet("sheets/places.csv", "user,course,group", rows);
  }

  private String pack() throws Exception {
    List<String> words = new ArrayList<>(List.of("pack", "--format", "json"));
    words.addAll(List.of(ALL));
    Program.Result packed = school.run(words.toArray(String[]::new));
    assertThat(packed.exit()).as(packed.out() + packed.err()).isZero();
    return JSON.readTree(packed.out()).get("run").asText();
  }

  private void confirmed(String... run) throws Exception {
    String[] words = Arrays.copyOf(new String[] {"confirm", "--format", "json"}, 3 + run.length);
    System.arraycopy(run, 0, words, 3, run.length);
    Program.Result result = school.run(words);
    JsonNode report = JSON.readTree(result.out());
    assertThat(report.get("missing")).as(result.out()).isEmpty();
    assertThat(report.get("different")).as(result.out()).isEmpty();
    assertThat(report.get("extra")).as(result.out()).isEmpty();
    assertThat(report.get("stillAsked")).as(result.out()).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(booleans = {false, true})
  void eachHoldsWhatWasAsked(boolean isPlain) throws Exception {
    school = new Program(temp.resolve("school"));
    school.file(
        "roster.yaml",
        "policy:",
        "  users: {known: overwrite, absent: suspend, renamed: follow}",
        "  groups: {new: create}",
        "  enrollments: {known: overwrite, absent: withdraw}",
        "sheets: [{file: people.csv, covers: everything}, {file: places.csv, covers: everything}]");
    sheet("sheets/courses.csv", "code,title", "NAV-1,Navigation", "RAD-1,Radio", "KNOT-1,Knots");
    String bo = "2,bfinch,,Bo,Finch,bo@pier.example";
    String cy = "3,cmoss,,Cy,Moss,cy@pier.example";
    String di = "4,dquay,,Di,Quay,di@pier.example";
    people("1,amarlowe,,Ana,Marlowe,ana@pier.example", bo, cy, di);
    places(
        "amarlowe,NAV-1,Port", "bfinch,NAV-1,", "cmoss,NAV-1,Port", "dquay,RAD-1,", "cmoss,RAD-1,");
    try (ForeignServer server = new ForeignServer(isPlain)) {
      PracticePlatform.name(temp.resolve("school"), server.service(), "any");
      User stranger =
          User.builder()
              .userName("cmoss")
              .name(Name.builder().givenName("Coral").familyName("Sorrel").build())
              .meta(Meta.builder().resourceType("User").build())
              .build();
      server.users.createResource(stranger, null);

      // The first: killed on the way, and one username is a stranger's.
      String first = pack();
      long until = server.requests() + 9;
      Program.kill(school.start(List.of(), "send", "--yes"), () -> server.requests() >= until);
      assertThat(school.run("send", "--yes").exit()).isEqualTo(4);
      assertThat(server.held())
          .containsExactly(
              "amarlowe Marlowe [course:NAV-1, group:NAV-1:Port]",
              "bfinch Finch [course:NAV-1]",
              "cmoss Sorrel []",
              "dquay Quay [course:RAD-1]");

      // Mended, and the second week: married and renamed, moved, regrouped, left the school.
      cy = cy.replace("cmoss", "cymoss");
      people("1,akelp,amarlowe,Ana,Kelp,ana@pier.example", bo, cy);
      places("akelp,NAV-1,Star", "bfinch,RAD-1,", "cymoss,NAV-1,Port", "cymoss,KNOT-1,");
      assertThat(school.run("issue").exit()).isZero();
      String second = pack();
      Program.Result sent = school.run("send", "--yes");
      assertThat(sent.exit()).as(sent.out() + sent.err()).isZero();
      List<String> afterSecond =
          List.of(
              "akelp Kelp [course:NAV-1, group:NAV-1:Star]",
              "bfinch Finch [course:RAD-1]",
              "cmoss Sorrel []",
              "cymoss Moss [course:KNOT-1, course:NAV-1, group:NAV-1:Port]",
              "dquay Quay suspended []");
      assertThat(server.held()).containsExactlyElementsOf(afterSecond);
      confirmed();
      assertThat(school.run("confirm", first).out()).contains("belongs to somebody else");

      // The third, which is taken back.
      people("1,akelp,,Ana,Kelp,ana@sail.example", bo, cy, di);
      places("akelp,KNOT-1,", "cymoss,NAV-1,Star", "cymoss,KNOT-1,", "dquay,RAD-1,");
      assertThat(school.run("issue").exit()).isZero();
      String third = pack();
      assertThat(school.run("send", "--yes").exit()).isZero();
      assertThat(server.held())
          .containsExactly(
              "akelp Kelp [course:KNOT-1]",
              "bfinch Finch []",
              "cmoss Sorrel []",
              "cymoss Moss [course:KNOT-1, course:NAV-1, group:NAV-1:Star]",
              // Who was shut out is let in again by the word active alone.
              "dquay Quay suspended [course:RAD-1]");
      confirmed();
      for (String run : List.of(third, second)) {
        List<String> words = new ArrayList<>(List.of("undo", run));
        words.addAll(List.of(ALL));
        Program.Result undone = school.run(words.toArray(String[]::new));
        assertThat(undone.exit()).as(undone.out() + undone.err()).isZero();
        Program.Result back = school.run("send", "--yes");
        assertThat(back.exit()).as(back.out() + back.err()).isZero();
        if (run.equals(third)) {
          assertThat(server.held()).containsExactlyElementsOf(afterSecond);
        }
      }
      assertThat(server.held())
          .containsExactly(
              "amarlowe Marlowe [course:NAV-1, group:NAV-1:Port]",
              "bfinch Finch [course:NAV-1]",
              "cmoss Sorrel []",
              "dquay Quay [course:RAD-1]");
    }
  }
}
