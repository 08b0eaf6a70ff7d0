package neatroster.work.arrange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import neatroster.core.arrange.ArrangeException;
import neatroster.work.Problem;
import neatroster.work.School;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ArrangingTest {
  @TempDir private Path folder;
  private School school;

  @BeforeEach
  void aSchoolOfSix() throws Exception {
    school = new School(folder);
    school.file(
        "sheets/people.csv",
        "id,username,given name,family name,grade,site",
        "501,amarlowe,Ana,Marlowe,6,Main Pier",
        "502,bfinch,Bo,Finch,6,Main Pier",
        "503,cquay,Cy,Quay,7,East Pier",
        "504,dreed,Di,Reed,12,East Pier",
        "505,eli,Ed,Li,Upper B,",
        "506,fmoss,Fay,Moss,,Main Pier");
    school.file(
        "sheets/seats.csv",
        "user,course,group",
        "amarlowe,NAV-1,Port Watch",
        "bfinch,NAV-1,",
        "cquay,NAV-1,",
        "dreed,NAV-1,",
        "eli,NAV-1,",
        "amarlowe,KNOT,");
  }

  /** What is asked of a division, in words before their values. */
  private Arrangement divide(String... words) throws ArrangeException {
    return divide(false, List.of(), words);
  }

  private Arrangement divide(boolean anew, List<String> where, String... words)
      throws ArrangeException {
    Map<String, List<String>> said = new TreeMap<>();
    for (int i = 0; i < words.length; i += 2) {
      said.computeIfAbsent(words[i], word -> new ArrayList<>()).add(words[i + 1]);
    }
    return new Dividing(
            school.context(),
            new Dividing.Asked(
                "NAV-1",
                first(said, "number").map(Integer::valueOf),
                first(said, "size").map(Integer::valueOf),
                first(said, "by"),
                said.getOrDefault("into", List.of()),
                first(said, "named").orElse("Group {n}"),
                first(said, "seed").map(Long::valueOf),
                first(said, "balance"),
                said.getOrDefault("together", List.of()),
                said.getOrDefault("apart", List.of()),
                anew),
            where)
        .arrange();
  }

  private static Optional<String> first(Map<String, List<String>> said, String word) {
    return said.getOrDefault(word, List.of()).stream().findFirst();
  }

  private static Map<String, List<String>> parts(Arrangement arrangement) {
    return arrangement.parts().stream()
        .collect(
            Collectors.toMap(
                Arrangement.Part::name, Arrangement.Part::people, (a, b) -> a, TreeMap::new));
  }

  private void write(Arrangement arrangement) {
    assertThat(arrangement.errors(school.context())).isEmpty();
    arrangement.save(school.context());
  }

  @Test
  void whoIsInAGroupStaysAndTheOthersFillTheSmaller() throws Exception {
    Arrangement arrangement = divide("into", "Port Watch", "into", "Starboard Watch");
    Map<String, List<String>> parts = parts(arrangement);
    assertThat(parts).containsOnlyKeys("Port Watch", "Starboard Watch");
    assertThat(arrangement.parts().get(0).there()).isEqualTo(1);
    assertThat(parts.get("Port Watch").size() + 1 + parts.get("Starboard Watch").size())
        .isEqualTo(5);
    assertThat(Math.abs(parts.get("Port Watch").size() + 1 - parts.get("Starboard Watch").size()))
        .isLessThanOrEqualTo(1);
    assertThat(arrangement.sheets()).hasSize(2);
    write(arrangement);
    assertThat(school.text("sheets/arranged-groups-NAV-1.csv"))
        .contains("Starboard Watch")
        .doesNotContain("Port Watch");
    // Written once, it is so, and asked again nobody is left.
    assertThat(divide("into", "Port Watch", "into", "Starboard Watch").isNothing()).isTrue();
    // Anew, all whom it placed are placed again.
    assertThat(divide(true, List.of(), "number", "2").isNothing()).isFalse();
  }

  @Test
  void wishesAreKept() throws Exception {
    Arrangement arrangement =
        divide(
            "number", "3", "named", "Boat {n}", "together", "Bo Finch, cquay", "apart", "504;505");
    Map<String, List<String>> parts = parts(arrangement);
    assertThat(parts).containsKeys("Boat 1", "Boat 2", "Boat 3");
    assertThat(parts.values())
        .anyMatch(people -> people.containsAll(List.of("Bo Finch", "Cy Quay")))
        .noneMatch(people -> people.containsAll(List.of("Di Reed", "Ed Li")));
    assertThatThrownBy(() -> divide("number", "2", "together", "amarlowe, nobody"))
        .isInstanceOf(ArrangeException.class)
        .hasMessageContaining("“nobody” is nobody among the learners of NAV-1");
    assertThat(parts(divide("size", "2", "seed", "7")))
        .isEqualTo(parts(divide("size", "2", "seed", "7")));
  }

  @Test
  void aGroupForEachValueLeavesOutWhoHasNone() throws Exception {
    Arrangement arrangement = divide("by", "site");
    assertThat(parts(arrangement))
        .containsEntry("East Pier", List.of("Cy Quay", "Di Reed"))
        .containsEntry("Main Pier", List.of("Bo Finch"));
    assertThat(arrangement.remarks()).anyMatch(remark -> remark.contains("1"));
    assertThat(parts(divide("by", "site", "named", "Team {n}"))).containsKey("Team East Pier");
  }

  @Test
  void onlyTheMeantArePlaced() throws Exception {
    Arrangement arrangement = divide(false, List.of("grade=6"), "into", "Port Watch");
    assertThat(parts(arrangement)).containsExactly(Map.entry("Port Watch", List.of("Bo Finch")));
  }

  @Test
  void whatCannotBeMeantIsRefused() {
    assertThatThrownBy(() -> divide("number", "2", "size", "3")).hasMessageContaining("exclude");
    assertThatThrownBy(() -> divide("number", "0")).hasMessageContaining("from 1");
    assertThatThrownBy(() -> divide("number", "2", "named", "Watch")).hasMessageContaining("{n}");
    assertThatThrownBy(() -> divide("by", "hat size")).isInstanceOf(Problem.class);
    assertThatThrownBy(() -> divide(false, List.of("hat size=3"), "number", "2"))
        .isInstanceOf(Problem.class);
  }

  @Test
  void whoIsMovedLeavesOneCourseForTheOther() throws Exception {
    Arrangement arrangement =
        new Moving(school.context(), List.of("grade=6"), null).arrange("NAV-1", "KNOT");
    assertThat(arrangement.parts())
        .singleElement()
        .satisfies(
            part -> {
              assertThat(part.people()).containsExactlyInAnyOrder("Ana Marlowe", "Bo Finch");
              assertThat(part.there()).isZero();
            });
    assertThat(arrangement.remarks())
        .anyMatch(remark -> remark.startsWith("1 of them are in KNOT already"))
        .anyMatch(remark -> remark.startsWith("3 people stay in NAV-1"));
    write(arrangement);
    assertThat(school.text("sheets/arranged-NAV-1-to-KNOT.csv").lines()).hasSize(4);
    assertThat(school.preview())
        .contains("enroll enrollment bfinch KNOT", "enroll enrollment cquay NAV-1")
        .doesNotContain("enroll enrollment bfinch NAV-1");
    // Back again would be undone by the rows that ended them.
    assertThatThrownBy(() -> new Moving(school.context(), List.of(), null).arrange("KNOT", "NAV-1"))
        .isInstanceOf(ArrangeException.class)
        .hasMessageContaining("has left NAV-1 by sheets/arranged-NAV-1-to-KNOT.csv");
    assertThatThrownBy(() -> new Moving(school.context(), List.of(), null).arrange("KNOT", "KNOT"))
        .hasMessageContaining("the same course");
    assertThatThrownBy(() -> new Moving(school.context(), List.of(), "captain"))
        .hasMessageContaining("There is no role “captain”");
  }

  @Test
  void gradesGoUpButForTheLastAndThoseThatNobodyCanTell() throws Exception {
    Arrangement arrangement = new GradesUp(school.context(), List.of(), 12).arrange();
    assertThat(parts(arrangement))
        .containsExactly(
            Map.entry("6 → 7", List.of("Bo Finch", "Ana Marlowe")),
            Map.entry("7 → 8", List.of("Cy Quay")));
    assertThat(arrangement.remarks())
        .anyMatch(
            remark -> remark.startsWith("1 person in the last grade is not moved up: Di Reed"))
        .anyMatch(remark -> remark.contains("cannot be told of Ed Li (Upper B)"));
    write(arrangement);
    assertThat(parts(new GradesUp(school.context(), List.of(), null).arrange()))
        .as("it is written anew of the sheets as they are, not of what it wrote")
        .containsKeys("6 → 7", "7 → 8", "12 → 13");
  }
}
