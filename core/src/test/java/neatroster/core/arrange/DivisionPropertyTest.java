package neatroster.core.arrange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

/** Whatever is wished, everybody comes into one group, and the same people always into the same. */
class DivisionPropertyTest {
  private static ArrangedPerson person(int number, String group) {
    String name = "p" + (char) ('a' + number * 7 % 26) + number;
    return new ArrangedPerson(
        "user" + number, name, name, group, field -> number % 3 == 0 ? "Quay" : "Pier");
  }

  private static List<String> groups(int count) {
    List<String> names = new ArrayList<>();
    for (int n = 1; n <= count; n++) {
      names.add("Watch " + n);
    }
    return names;
  }

  private static void areEven(Map<String, Integer> sizes, int groups) {
    int most = sizes.values().stream().max(Integer::compare).orElse(0);
    groups(groups)
        .forEach(group -> assertThat(sizes.getOrDefault(group, 0)).isGreaterThan(most - 2));
  }

  @Property
  void everybodyIsPlacedOnceAndGroupsDifferByOneAtTheMost(
      @ForAll @IntRange(min = 1, max = 40) int count,
      @ForAll @IntRange(min = 1, max = 6) int groups,
      @ForAll boolean shuffled,
      @ForAll boolean balanced,
      @ForAll long seed)
      throws ArrangeException {
    List<ArrangedPerson> people = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      people.add(person(i, ""));
    }
    Division.Wish wish =
        new Division.Wish(
            groups(groups),
            shuffled ? Optional.of(seed) : Optional.empty(),
            balanced ? Optional.of("site") : Optional.empty(),
            List.of(),
            List.of());
    Map<ArrangedPerson, String> placed = Division.divide(people, wish);
    assertThat(placed.keySet()).containsExactlyInAnyOrderElementsOf(people);
    Map<String, Integer> sizes = new HashMap<>();
    Map<String, Integer> quays = new HashMap<>();
    placed.forEach(
        (one, group) -> {
          sizes.merge(group, 1, Integer::sum);
          if (one.field("site").equals("Quay")) {
            quays.merge(group, 1, Integer::sum);
          }
        });
    areEven(sizes, groups);
    if (balanced) {
      areEven(quays, groups);
    }
    List<ArrangedPerson> otherOrder = new ArrayList<>(people);
    Collections.shuffle(otherOrder, new Random(seed));
    Map<String, String> again = new HashMap<>();
    Division.divide(otherOrder, wish).forEach((one, group) -> again.put(one.reference(), group));
    placed.forEach((one, group) -> assertThat(again.get(one.reference())).isEqualTo(group));
  }

  @Property
  void whoIsToBeTogetherIsAndWhoIsToBeApartIsNot(
      @ForAll @IntRange(min = 8, max = 30) int count,
      @ForAll @IntRange(min = 2, max = 4) int groups,
      @ForAll long seed)
      throws ArrangeException {
    List<ArrangedPerson> people = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      people.add(person(i, i == 7 ? "Watch 2" : ""));
    }
    Division.Wish wish =
        new Division.Wish(
            groups(groups),
            Optional.of(seed),
            Optional.empty(),
            List.of(Set.of("user0", "user1"), Set.of("user1", "user2"), Set.of("user6", "user7")),
            List.of(Set.of("user0", "user3"), Set.of("user4", "user5")));
    Map<String, String> placed = new HashMap<>();
    Division.divide(people, wish).forEach((one, group) -> placed.put(one.reference(), group));
    assertThat(placed.get("user0")).isEqualTo(placed.get("user1")).isEqualTo(placed.get("user2"));
    assertThat(placed.get("user0")).isNotEqualTo(placed.get("user3"));
    assertThat(placed.get("user4")).isNotEqualTo(placed.get("user5"));
    // Who is in a group already stays there, and draws the others to it.
    assertThat(placed).doesNotContainKey("user7").containsEntry("user6", "Watch 2");
  }

  private static Division.Wish wish(List<Set<String>> together, List<Set<String>> apart) {
    return new Division.Wish(groups(2), Optional.empty(), Optional.empty(), together, apart);
  }

  @Example
  void wishesThatCannotBeMetAreRefused() {
    assertThatThrownBy(
            () ->
                Division.divide(
                    List.of(person(0, ""), person(1, ""), person(2, "")),
                    wish(List.of(), List.of(Set.of("user0", "user1", "user2")))))
        .isInstanceOf(ArrangeException.class)
        .hasMessageContaining("fits into no group");
    assertThatThrownBy(
            () ->
                Division.divide(
                    List.of(person(0, "Watch 1"), person(1, "Watch 2")),
                    wish(List.of(Set.of("user0", "user1")), List.of())))
        .isInstanceOf(ArrangeException.class)
        .hasMessageContaining("are to be together, and are in Watch");
  }

  @Example
  void theGradeAboveKeepsTheWordsBesideItsNumber() {
    Map<String, String> next =
        Map.of("6", "7", "9", "10", "06", "07", "6b", "7b", "Year 9", "Year 10", "5º A", "6º A");
    next.forEach((grade, above) -> assertThat(NextGrade.of(grade)).contains(above));
    assertThat(List.of("", "Sexta", "6/7", "K")).allMatch(one -> NextGrade.of(one).isEmpty());
  }
}
