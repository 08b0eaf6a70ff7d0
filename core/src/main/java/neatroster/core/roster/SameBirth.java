package neatroster.core.roster;

import java.util.HashMap;
import java.util.Map;
import neatroster.core.model.Field;
import neatroster.core.text.IntLists;

/** Finds people of one name, or nearly one, and one birth date whom something else tells apart. */
final class SameBirth {
  private static final int NONE = PersonSources.NONE;

  private final PersonSources sources;
  private final DisjointSets joined;
  private final DoubtsOfRows doubts;

  SameBirth(PersonSources sources, DisjointSets joined, DoubtsOfRows doubts) {
    this.sources = sources;
    this.joined = joined;
    this.doubts = doubts;
  }

  /** Says so of each. */
  void find() {
    sources.nodesOfName().eachOfSeveral(this::sameBirth);
    IntLists nodesOfDay = new IntLists();
    for (int node = 0; node < sources.size(); node++) {
      if (sources.born(node) != NONE && sources.nameNumber(node) != NONE) {
        nodesOfDay.add(sources.born(node), node);
      }
    }
    nodesOfDay.eachOfSeveral(this::nearBirth);
  }

  /** People of nearly one name and one birth date whom no id tells apart. */
  private void nearBirth(int[] nodes) {
    for (int i = 0; i < nodes.length && nodes.length <= PersonSources.MOST_NAMES; i++) {
      for (int j = 0; j < i; j++) {
        int later = nodes[i];
        int earlier = nodes[j];
        boolean isAccount = later >= sources.rows();
        int row = isAccount ? earlier : later;
        int other = isAccount ? later : earlier;
        if (row < sources.rows()
            && joined.of(row) != joined.of(other)
            && !sources.haveOtherIds(row, other)
            && sources.name(row).fit(sources.name(other)).isNearly()
            && !doubts.has(row)) {
          doubts.add(row, Doubt.Kind.NEAR_BIRTH, Field.BIRTH_DATE, other);
        }
      }
    }
  }

  /** People of one name and one birth date whom something else tells apart. */
  private void sameBirth(int[] nodes) {
    Map<Integer, Integer> firstOfDay = new HashMap<>();
    for (int i = 0; i < nodes.length; i++) {
      int node = nodes[i];
      int born = sources.born(node);
      Integer before = born == NONE ? null : firstOfDay.putIfAbsent(born, node);
      if (before != null && joined.of(before) != joined.of(node)) {
        boolean account = node >= sources.rows();
        int row = account ? before : node;
        int other = account ? node : before;
        if (row < sources.rows() && !doubts.has(row)) {
          doubts.add(row, Doubt.Kind.SAME_BIRTH, Field.BIRTH_DATE, other);
        }
      }
    }
  }
}
