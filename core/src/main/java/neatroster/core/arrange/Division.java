package neatroster.core.arrange;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;

/**
 * Divides people into groups. The same people, in whatever order they come, are always divided in
 * the same way; who is in a group already stays there.
 */
public final class Division {
  private final Wish wish;
  private final Map<String, List<ArrangedPerson>> members = new LinkedHashMap<>();
  private final Map<ArrangedPerson, String> placed = new LinkedHashMap<>();

  private Division(Wish wish) {
    this.wish = wish;
  }

  /**
   * How people are divided.
   *
   * @param groups the names of the groups, in their order
   * @param shuffle where people are shuffled, the number that makes it repeatable; else they go by
   *     name
   * @param balance the field whose values are spread evenly over the groups
   * @param together people who come into one group, by what they are referred to by
   * @param apart people of whom no two come into one group
   */
  public record Wish(
      List<String> groups,
      Optional<Long> shuffle,
      Optional<String> balance,
      List<Set<String>> together,
      List<Set<String>> apart) {}

  /**
   * Divides people.
   *
   * @return for each who is in no group yet the group, in the order of their names
   * @throws ArrangeException where the wishes cannot all be met
   */
  public static Map<ArrangedPerson, String> divide(List<ArrangedPerson> people, Wish wish)
      throws ArrangeException {
    return new Division(wish).divide(people);
  }

  /** People who stay together. */
  private record Unit(List<ArrangedPerson> people) {}

  private Map<ArrangedPerson, String> divide(List<ArrangedPerson> people) throws ArrangeException {
    for (String group : wish.groups()) {
      members.put(group, new ArrayList<>());
    }
    List<ArrangedPerson> byName = new ArrayList<>(people);
    byName.sort(
        Comparator.comparing(ArrangedPerson::name).thenComparing(ArrangedPerson::reference));
    List<ArrangedPerson> free = new ArrayList<>();
    for (ArrangedPerson person : byName) {
      if (person.group().isEmpty()) {
        free.add(person);
      } else {
        members.computeIfAbsent(person.group(), group -> new ArrayList<>()).add(person);
      }
    }
    members.keySet().retainAll(new HashSet<>(wish.groups()));
    List<Unit> units = units(free, byName);
    // Who has wishes is placed while there is room to choose.
    List<Unit> bound = units.stream().filter(this::isBound).toList();
    List<Unit> rest = units.stream().filter(unit -> !isBound(unit)).toList();
    for (Unit unit : bound) {
      place(unit, leastFull(unit));
    }
    boolean inBlocks = wish.balance().isEmpty() && wish.shuffle().isEmpty();
    if (inBlocks) {
      inBlocks(rest);
    } else {
      for (Unit unit : rest) {
        place(unit, leastFull(unit));
      }
    }
    Map<ArrangedPerson, String> inOrder = new LinkedHashMap<>();
    free.forEach(person -> inOrder.put(person, placed.get(person)));
    return inOrder;
  }

  /** Those who are placed at once, in the order in which they are. */
  private List<Unit> units(List<ArrangedPerson> free, List<ArrangedPerson> all)
      throws ArrangeException {
    Map<String, ArrangedPerson> byReference = new HashMap<>();
    all.forEach(person -> byReference.put(person.reference(), person));
    Map<ArrangedPerson, List<ArrangedPerson>> sets = new HashMap<>();
    for (Set<String> together : wish.together()) {
      List<ArrangedPerson> set = new ArrayList<>();
      for (String reference : together) {
        ArrangedPerson person = byReference.get(reference);
        if (person == null) {
          continue;
        }
        List<ArrangedPerson> others = sets.getOrDefault(person, List.of(person));
        others.stream().filter(one -> !set.contains(one)).forEach(set::add);
      }
      set.sort(Comparator.comparing(ArrangedPerson::name).thenComparing(ArrangedPerson::reference));
      set.forEach(person -> sets.put(person, set));
    }
    List<Unit> units = new ArrayList<>();
    Set<ArrangedPerson> seen = new HashSet<>();
    for (ArrangedPerson person : free) {
      if (seen.add(person)) {
        List<ArrangedPerson> set =
            sets.getOrDefault(person, List.of(person)).stream().filter(free::contains).toList();
        seen.addAll(set);
        units.add(new Unit(set));
      }
    }
    verifyTogether(sets);
    wish.shuffle().ifPresent(seed -> java.util.Collections.shuffle(units, new Random(seed)));
    wish.balance()
        .ifPresent(
            field -> units.sort(Comparator.comparing(unit -> unit.people().get(0).field(field))));
    units.sort(Comparator.comparing(unit -> -unit.people().size()));
    return units;
  }

  /** Who is to be together and is already apart cannot be helped. */
  private static void verifyTogether(Map<ArrangedPerson, List<ArrangedPerson>> sets)
      throws ArrangeException {
    for (List<ArrangedPerson> set : new HashSet<>(sets.values())) {
      List<ArrangedPerson> there = set.stream().filter(one -> !one.group().isEmpty()).toList();
      for (ArrangedPerson one : there) {
        if (!one.group().equals(there.get(0).group())) {
          throw new ArrangeException(
              there.get(0).shown()
                  + " and "
                  + one.shown()
                  + " are to be together, and are in "
                  + there.get(0).group()
                  + " and "
                  + one.group()
                  + " already.");
        }
      }
    }
  }

  private boolean isBound(Unit unit) {
    return unit.people().stream()
        .anyMatch(person -> contains(wish.together(), person) || contains(wish.apart(), person));
  }

  private static boolean contains(List<Set<String>> sets, ArrangedPerson person) {
    return sets.stream().anyMatch(set -> set.contains(person.reference()));
  }

  /** The group where there is most need of somebody like these. */
  private String leastFull(Unit unit) throws ArrangeException {
    String best = null;
    long bestLike = Long.MAX_VALUE;
    String value = wish.balance().map(field -> unit.people().get(0).field(field)).orElse("");
    for (Map.Entry<String, List<ArrangedPerson>> group : members.entrySet()) {
      if (!isAllowed(unit, group.getKey())) {
        continue;
      }
      int size = group.getValue().size();
      long like =
          wish.balance()
              .map(
                  field ->
                      group.getValue().stream()
                          .filter(one -> one.field(field).equals(value))
                          .count())
              .orElse(0L);
      long weight = size * 1_000_000L + like;
      if (weight < bestLike) {
        best = group.getKey();
        bestLike = weight;
      }
    }
    if (best == null) {
      throw new ArrangeException(
          unit.people().get(0).shown()
              + " fits into no group: everywhere is somebody who is to be apart. Make more groups,"
              + " or let go of a wish.");
    }
    return best;
  }

  /** Whether nobody is in a group who is to be apart, and those to be together are there. */
  private boolean isAllowed(Unit unit, String group) {
    for (ArrangedPerson person : unit.people()) {
      for (Set<String> apart : wish.apart()) {
        boolean hasOther =
            members.get(group).stream().anyMatch(one -> apart.contains(one.reference()));
        if (apart.contains(person.reference()) && hasOther) {
          return false;
        }
      }
      for (Set<String> together : wish.together()) {
        if (together.contains(person.reference())) {
          boolean isElsewhere =
              members.entrySet().stream()
                  .filter(other -> !other.getKey().equals(group))
                  .flatMap(other -> other.getValue().stream())
                  .anyMatch(one -> together.contains(one.reference()));
          if (isElsewhere) {
            return false;
          }
        }
      }
    }
    return true;
  }

  /** Fills one group after the other, in the order of the names. */
  private void inBlocks(List<Unit> units) {
    int all = units.size() + members.values().stream().mapToInt(List::size).sum();
    int groups = members.size();
    int next = 0;
    int number = 0;
    for (Map.Entry<String, List<ArrangedPerson>> group : members.entrySet()) {
      int most = all / groups + (number < all % groups ? 1 : 0);
      while (next < units.size() && group.getValue().size() < most) {
        place(units.get(next++), group.getKey());
      }
      number++;
    }
    while (next < units.size()) {
      // Some group had more than its share already.
      String smallest =
          members.entrySet().stream()
              .min(Comparator.comparing(group -> group.getValue().size()))
              .orElseThrow()
              .getKey();
      place(units.get(next++), smallest);
    }
  }

  private void place(Unit unit, String group) {
    for (ArrangedPerson person : unit.people()) {
      members.get(group).add(person);
      placed.put(person, group);
    }
  }
}
