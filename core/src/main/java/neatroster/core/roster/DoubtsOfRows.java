package neatroster.core.roster;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import neatroster.core.model.Field;

/** What is doubtful about whose rows they are, by row. */
final class DoubtsOfRows {
  /** So many other rows are named with a doubt. */
  static final int MOST_NAMED = 8;

  private final PersonSources sources;
  private final Map<Integer, List<Doubt>> doubts = new LinkedHashMap<>();
  private final BitSet undecided = new BitSet();

  DoubtsOfRows(PersonSources sources) {
    this.sources = sources;
  }

  /** Adds a doubt about a row. */
  void add(int row, Doubt doubt) {
    doubts.computeIfAbsent(sources.line(row), n -> new ArrayList<>()).add(doubt);
  }

  /**
   * Adds a doubt about a row that another node is in.
   *
   * @param other a row, or an account
   */
  void add(int row, Doubt.Kind kind, Field field, int other) {
    add(row, kind, field, other, "");
  }

  /** Adds a doubt about a row that another node is in, with its detail. */
  void add(int row, Doubt.Kind kind, Field field, int other, String detail) {
    boolean isAccount = !sources.isRow(other);
    add(
        row,
        new Doubt(
            kind,
            field,
            isAccount ? List.of() : List.of(sources.line(other)),
            isAccount ? List.of(other - sources.rows()) : List.of(),
            detail));
  }

  /** Says that it cannot be told whose row it is. */
  void undecided(int row) {
    undecided.set(row);
  }

  /** Whether there is any doubt about a row but that its person was found by the name. */
  boolean has(int row) {
    return has(row, doubt -> doubt.kind() != Doubt.Kind.BY_NAME);
  }

  /** Whether there is a doubt of a kind about a row. */
  boolean has(int row, Doubt.Kind kind) {
    return has(row, doubt -> doubt.kind() == kind);
  }

  private boolean has(int row, Predicate<Doubt> which) {
    return doubts.getOrDefault(sources.line(row), List.of()).stream().anyMatch(which);
  }

  /** The lines of some rows, as many as are named with a doubt. */
  List<Integer> lines(IntStream nodes) {
    return nodes.filter(sources::isRow).limit(MOST_NAMED).mapToObj(sources::line).toList();
  }

  /** The rows of which it cannot be told whose they are. */
  BitSet undecided() {
    return undecided;
  }

  /** What there is to say, by line, each slip once. */
  Map<Integer, List<Doubt>> byLine() {
    doubts.replaceAll((line, some) -> oneSlipIsOne(some));
    return doubts;
  }

  /**
   * What there is to say of a row, each slip once: what it shares with another row says nothing new
   * against that row's account, and of a copied row all marks are the other's.
   */
  private static List<Doubt> oneSlipIsOne(List<Doubt> all) {
    boolean againstRows =
        all.stream().anyMatch(doubt -> isClash(doubt) && !doubt.lines().isEmpty());
    List<Doubt> kept = new ArrayList<>();
    for (Doubt doubt : all) {
      if (!isClash(doubt)) {
        kept.add(doubt);
        continue;
      }
      if (againstRows && doubt.lines().isEmpty()) {
        continue;
      }
      int same = -1;
      for (int i = 0; i < kept.size(); i++) {
        same = isLike(kept.get(i), doubt) ? i : same;
      }
      if (same < 0) {
        kept.add(doubt);
      } else {
        kept.set(same, together(kept.get(same), doubt));
      }
    }
    return List.copyOf(kept);
  }

  /** Whether two doubts are about the same mark, or about the same others. */
  private static boolean isLike(Doubt one, Doubt other) {
    return one.kind() == other.kind()
        && (one.field() == other.field()
            || (one.lines().equals(other.lines()) && one.accounts().equals(other.accounts())));
  }

  private static Doubt together(Doubt one, Doubt other) {
    if (one.field() == other.field()) {
      Set<Integer> others = new LinkedHashSet<>(one.lines());
      others.addAll(other.lines());
      Set<Integer> accounts = new LinkedHashSet<>(one.accounts());
      accounts.addAll(other.accounts());
      return new Doubt(
          one.kind(), one.field(), List.copyOf(others), List.copyOf(accounts), one.detail());
    }
    String more = one.detail().isEmpty() ? "" : one.detail() + ", ";
    return new Doubt(
        one.kind(), one.field(), one.lines(), one.accounts(), more + other.field().label());
  }

  private static boolean isClash(Doubt doubt) {
    return switch (doubt.kind()) {
      case ANOTHER_PERSON, SHARED_MARK, ISSUED_USERNAME, TAKEN_EMAIL, SEVERAL_ACCOUNTS -> true;
      default -> false;
    };
  }
}
