package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Lists whose headers nobody knows are understood together; rows of them that are given back are
 * read as they were, with none of the others beside them.
 */
class CorrectionsIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;
  private Program school;

  @BeforeEach
  void sevenLists() throws Exception {
    school = new Program(temp);
    school.file("roster.yaml", "school: {name: Pier School}");
    school.file(
        "sheets/crew.csv",
        "Card,Given name,Surname,E-mail",
        "P-1001,Ana,Marlowe,ana.marlowe@pier.example",
        "P-1002,Bo,Finch,bo.finch@pier.example",
        "P-1003,Cy,Quay,cy.quay@pier.example",
        "P-1004,Dov,Grebe,dov.grebe@pier.example",
        "P-1005,Eve,Heron,eve.heron@pier.example",
        "P-1006,Una,Sandpiper,una.sandpiper@pier.example");
    school.file(
        "sheets/voyages.csv",
        "Nr,Voyage,Run by,Spots",
        "V1,Coastal passage,Ana Marlowe,8",
        "V2,Night watch,Bo Finch,8",
        "V3,Harbour work,,8");
    school.file(
        "sheets/duties.csv",
        "Who,Voyage,Task,Watch",
        "P-1003,V1,learner,Port",
        "P-1004,V1,learner,Port",
        "P-1005,V1,assistant,Starboard",
        "P-1001,V2,learner,",
        "P-1006,V9,learner,");
    school.file("sheets/watches.csv", "Watch,Voyage,Spots", "Port,V1,4", "Starboard,V1,4");
    school.file(
        "sheets/marks.csv",
        "Sailor,Night watch,Harbour work",
        "\"Quay, Cy\",x,",
        "\"Grebe, Dov\",x,x",
        "\"Sandpiepr, Una\",,x");
    school.file(
        "sheets/board.txt",
        "Harbour work",
        "1. Eve Heron",
        "2. Cy Quay",
        "Nihgt watch",
        "1. Una Sandpiper",
        "2. Eve Heron");
    school.file(
        "sheets/swaps.csv",
        "Name,The old voyage,The new voyage",
        "Cy Quay,V1,V2",
        "Dov Grebe,V1,V8");
  }

  private JsonNode json(String... words) throws Exception {
    String[] all = Arrays.copyOf(words, words.length + 2);
    all[words.length] = "--format";
    all[words.length + 1] = "json";
    Program.Result result = school.run(all);
    assertThat(result.out()).as(result.err()).isNotEmpty();
    return JSON.readTree(result.out());
  }

  private List<String> enrolled(String run) throws Exception {
    Path file = temp.resolve("runs/" + run + "/plain/5-enrollments.csv");
    return Files.readAllLines(file).stream()
        .skip(1)
        .map(line -> line.replaceFirst("^enroll,", "").replaceAll(",+$", ""))
        .sorted()
        .toList();
  }

  @Test
  void everyRowComesToItsEnrollmentAtOnceOrWhenItIsMended() throws Exception {
    Map<String, String> tables = new TreeMap<>();
    for (JsonNode sheet : json("inspect").get("sheets")) {
      tables.put(sheet.get("file").asText(), sheet.get("table").asText());
    }
    assertThat(tables)
        .containsEntry("sheets/voyages.csv", "courses")
        .containsEntry("sheets/watches.csv", "groups")
        .containsEntry("sheets/duties.csv", "enrollments")
        .containsEntry("sheets/swaps.csv", "users");
    assertThat(school.run("issue").exit()).isIn(0, 1);
    String first = json("pack", "--leave-out-faulty").get("run").asText();
    assertThat(enrolled(first))
        .containsExactly(
            "amarlowe,V1,instructor",
            "amarlowe,V2,learner",
            "bfinch,V2,instructor",
            "cquay,V2,learner",
            "cquay,V3,learner",
            "dgrebe,V1,learner,Port",
            "dgrebe,V2,learner",
            "dgrebe,V3,learner",
            "eheron,V1,assistant,Starboard",
            "eheron,V3,learner");
    // Whoever moves before anything was delivered is nowhere to be taken out of.
    assertThat(temp.resolve("runs/" + first + "/plain/6-withdrawals.csv")).doesNotExist();
    assertThat(school.run("send", first, "--by-hand").exit()).isZero();

    Path given = temp.resolve("runs/" + first + "/corrections");
    for (String[] mended :
        new String[][] {
          {"duties.csv", "V9", "V3"},
          {"marks.csv", "Sandpiepr", "Sandpiper"},
          {"board.csv", "Nihgt watch", "Night watch"},
          {"swaps.csv", "V8", "V3"}
        }) {
      Path file = given.resolve(mended[0]);
      assertThat(file).content().contains(mended[1]);
      Files.writeString(file, Files.readString(file).replace(mended[1], mended[2]));
    }
    String[] pack = {"pack", "duties.csv", "marks.csv", "board.csv", "swaps.csv"};
    for (int i = 1; i < pack.length; i++) {
      pack[i] = "runs/" + first + "/corrections/" + pack[i];
    }
    String second = json(pack).get("run").asText();
    assertThat(enrolled(second))
        .containsExactly("eheron,V2,learner", "usandpiper,V2,learner", "usandpiper,V3,learner");
    assertThat(temp.resolve("runs/" + second + "/plain/6-withdrawals.csv"))
        .content()
        .contains("dgrebe,V1");
  }
}
