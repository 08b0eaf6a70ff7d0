package neatroster.core.roster;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.text.IntList;

/** Finds who is who among those whom nothing but a name tells apart. */
final class JoiningByName {
  private static final int NONE = PersonSources.NONE;

  private final PersonSources sources;
  private final DisjointSets joined;
  private final DoubtsOfRows doubts;
  private final boolean matchesByName;

  /** For each node who stands for it among those who were put together by marks alone. */
  private int[] byMarks = {};

  /** For each node the next of those, or -1. */
  private int[] nextByMarks = {};

  /** Of those who were put together whether there is an account, by who stands for them. */
  private final BitSet withAccount = new BitSet();

  /** Whether others can be found to be one of them. */
  private final BitSet anchored = new BitSet();

  /** Whether there is a row among them. */
  private final BitSet withRow = new BitSet();

  /**
   * Looks at those who were put together by marks.
   *
   * @param matchesByName whether a list of people and an account that an export alone has are put
   *     together by a name that nobody else has
   */
  JoiningByName(
      PersonSources sources, DisjointSets joined, DoubtsOfRows doubts, boolean matchesByName) {
    this.sources = sources;
    this.joined = joined;
    this.doubts = doubts;
    this.matchesByName = matchesByName;
    takeStock();
  }

  /** Joins those of one name whom nothing tells apart. */
  void join() {
    List<Cluster> lost = new ArrayList<>();
    for (int name = 0; name < sources.names(); name++) {
      if (!sources.nodesOfName().hasSeveral(name)) {
        int only = sources.nodesOfName().first(name);
        if (only < sources.rows() && seeksAlone(only)) {
          lost.add(cluster(only));
        }
        continue;
      }
      int[] nodes = sources.nodesOfName().of(name);
      if (someSeek(nodes)) {
        lost.addAll(byName(nodes));
      }
    }
    if (!lost.isEmpty()) {
      byPartOfName(lost);
    }
  }

  private void takeStock() {
    int count = sources.size();
    byMarks = new int[count];
    nextByMarks = new int[count];
    int[] last = new int[count];
    for (int node = 0; node < count; node++) {
      int root = joined.of(node);
      byMarks[node] = root;
      nextByMarks[node] = NONE;
      if (root != node) {
        nextByMarks[last[root]] = node;
      }
      last[root] = node;
      if (node >= sources.rows()) {
        withAccount.set(root);
        anchored.set(root);
      } else {
        withRow.set(root);
        if (!sources.enrolls(node) && !sources.isUnmarked(node)) {
          anchored.set(root);
        }
      }
    }
  }

  private boolean seeksAlone(int node) {
    return sources.enrolls(node) && sources.isUnmarked(node) && !anchored.get(joined.of(node));
  }

  private boolean someSeek(int[] nodes) {
    boolean accounts = false;
    boolean others = false;
    int first = joined.of(nodes[0]);
    for (int i = 0; i < nodes.length; i++) {
      int root = joined.of(nodes[i]);
      boolean mayBeNamesake =
          root != first
              && nodes.length <= PersonSources.MOST_NAMES
              && nodes[i] < sources.rows()
              && sources.sheet(nodes[i]) != sources.sheet(nodes[0]);
      if (!anchored.get(root) || mayBeNamesake) {
        return true;
      }
      accounts |= !withRow.get(root);
      others |= !withAccount.get(root);
    }
    return accounts && others;
  }

  /** The clusters that a list of nodes belongs to, guardians' accounts aside. */
  private List<Cluster> clusters(int[] nodes) {
    Set<Integer> roots = new LinkedHashSet<>();
    for (int i = 0; i < nodes.length; i++) {
      roots.add(byMarks[nodes[i]]);
    }
    List<Cluster> clusters = new ArrayList<>();
    roots.forEach(root -> clusters.add(cluster(root)));
    clusters.removeIf(Cluster::isGuardian);
    return clusters;
  }

  /** Everybody who was put together with a node by marks. */
  private Cluster cluster(int node) {
    Cluster cluster = new Cluster(sources);
    for (int one = byMarks[node]; one != NONE; one = nextByMarks[one]) {
      cluster.add(one);
    }
    return cluster;
  }

  /** The same clusters, with those that were put together since as one. */
  private List<Cluster> merged(List<Cluster> clusters) {
    Map<Integer, Cluster> byRoot = new LinkedHashMap<>();
    for (Cluster cluster : clusters) {
      Cluster whole = byRoot.computeIfAbsent(joined.of(cluster.first()), r -> new Cluster(sources));
      cluster.nodes().forEach(whole::add);
    }
    return new ArrayList<>(byRoot.values());
  }

  /**
   * Finds out who of one name is who.
   *
   * @return those who were not found among others of the name and could be under another form
   */
  private List<Cluster> byName(int[] nodes) {
    List<Cluster> all = clusters(nodes);
    List<Cluster> accounts = all.stream().filter(cluster -> cluster.hasAccount()).toList();
    List<Cluster> listed =
        all.stream().filter(cluster -> !cluster.hasAccount() && cluster.isAnchor()).toList();
    for (Cluster person : listed) {
      List<Cluster> fitting = fitting(person, accounts);
      if (fitting.size() == 1
          && fitting(fitting.get(0), listed).size() == 1
          && !fitting.get(0).sharesPlainSheet(person)) {
        if (!matchesByName && !isOurs(fitting.get(0))) {
          onlyTheName(person, fitting.get(0));
          continue;
        }
        joined.join(person.first(), fitting.get(0).first());
        byNameOnPlatform(person, fitting.get(0));
      }
    }
    List<Cluster> now = merged(all);
    List<Cluster> anchors = now.stream().filter(Cluster::isAnchor).toList();
    namesakes(anchors);
    List<Cluster> left = new ArrayList<>();
    for (Cluster seeker : now) {
      if (!seeker.isAnchor() && !settle(seeker, anchors)) {
        left.add(seeker);
      }
    }
    return among(left);
  }

  /** Of two in different lists whom nothing tells apart, and nothing makes one. */
  private void namesakes(List<Cluster> anchors) {
    if (anchors.size() > PersonSources.MOST_NAMES) {
      return;
    }
    for (Cluster later : anchors) {
      for (Cluster earlier : anchors) {
        boolean areListed = later.isListed() && earlier.isListed();
        if (areListed
            && !(later.hasAccount() && earlier.hasAccount())
            && earlier.first() < later.first()
            && joined.of(earlier.first()) != joined.of(later.first())
            && !later.contradicts(earlier)
            && !later.sharesPlainSheet(earlier)
            && !doubts.has(later.first())) {
          doubts.add(later.first(), Doubt.Kind.NAMESAKE, null, earlier.first());
        }
      }
    }
  }

  /** Whether we issued the account that is in a cluster. */
  private boolean isOurs(Cluster account) {
    return account.nodes().stream()
        .anyMatch(
            node -> node >= sources.rows() && sources.known().isIssued(node - sources.rows()));
  }

  /** The platform has somebody of the name, and only the name says that it is the same person. */
  private void onlyTheName(Cluster person, Cluster account) {
    List<Integer> position =
        account.nodes().stream()
            .filter(node -> node >= sources.rows())
            .map(node -> node - sources.rows())
            .toList();
    doubts.add(person.first(), new Doubt(Doubt.Kind.ONLY_THE_NAME, null, List.of(), position, ""));
  }

  /**
   * Whose account on the platform it is by the name alone is told; whom we issued one is
   * sources.known().
   */
  private void byNameOnPlatform(Cluster person, Cluster account) {
    int position = account.first() - sources.rows();
    if (position >= 0 && sources.known().isOnPlatform(position)) {
      doubts.add(person.first(), Doubt.Kind.BY_NAME, null, account.first());
    }
  }

  private static List<Cluster> fitting(Cluster one, List<Cluster> others) {
    return others.stream().filter(other -> other != one && !other.contradicts(one)).toList();
  }

  /** Whether it is settled who this is, or that it cannot be told. */
  private boolean settle(Cluster seeker, List<Cluster> anchors) {
    List<Cluster> fitting = fitting(seeker, anchors);
    if (fitting.isEmpty()) {
      return isUnderOtherAddress(seeker, anchors);
    }
    List<Cluster> beside = fitting.stream().filter(seeker::sharesPlainSheet).toList();
    if (!beside.isEmpty()) {
      sameName(seeker, beside);
    } else if (fitting.size() == 1) {
      joinByName(seeker, fitting.get(0));
    } else {
      several(seeker, fitting);
    }
    return true;
  }

  /**
   * Whether a list of people has somebody of the name, with an id and another address. People have
   * several; nobody may get a second account by that.
   */
  private boolean isUnderOtherAddress(Cluster seeker, List<Cluster> anchors) {
    List<Integer> others =
        doubts.lines(
            anchors.stream()
                .filter(anchor -> anchor.isListed())
                .filter(seeker::mayHaveTwoAddresses)
                .mapToInt(Cluster::first));
    for (int node : seeker.nodes()) {
      if (node < sources.rows() && !others.isEmpty()) {
        doubts.add(node, new Doubt(Doubt.Kind.OTHER_ADDRESS, Field.EMAIL, others, List.of(), ""));
      }
    }
    return !others.isEmpty();
  }

  private void joinByName(Cluster seeker, Cluster anchor) {
    joined.join(seeker.first(), anchor.first());
    // That somebody is remembered by the name from one run to the next is nothing to be told.
    boolean remembered = anchor.nodes().stream().allMatch(node -> node >= sources.rows());
    for (int node : seeker.nodes()) {
      if (node < sources.rows() && (sources.enrolls(node) || !remembered)) {
        doubts.add(node, Doubt.Kind.BY_NAME, null, anchor.first());
      }
    }
  }

  private void sameName(Cluster seeker, List<Cluster> beside) {
    List<Integer> others =
        doubts.lines(beside.stream().flatMap(c -> c.nodes().stream()).mapToInt(node -> node));
    for (int node : seeker.nodes()) {
      if (node < sources.rows()) {
        doubts.add(node, new Doubt(Doubt.Kind.SAME_NAME, null, others, List.of(), ""));
      }
    }
  }

  private void several(Cluster seeker, List<Cluster> fitting) {
    List<Integer> rowsOf = new ArrayList<>();
    List<Integer> accountsOf = new ArrayList<>();
    for (Cluster one : fitting) {
      if (rowsOf.size() + accountsOf.size() < DoubtsOfRows.MOST_NAMED) {
        int first = joined.of(one.first());
        if (first < sources.rows()) {
          rowsOf.add(sources.line(first));
        } else {
          accountsOf.add(first - sources.rows());
        }
      }
    }
    for (int node : seeker.nodes()) {
      if (node < sources.rows()) {
        doubts.undecided(node);
        doubts.add(node, new Doubt(Doubt.Kind.SEVERAL, null, rowsOf, accountsOf, ""));
      }
    }
  }

  /**
   * Settles who is who among those of one name whom nothing else tells apart.
   *
   * @return those who could be found under another form of the name
   */
  private List<Cluster> among(List<Cluster> left) {
    Set<Cluster> settled = new HashSet<>();
    for (Cluster one : left) {
      List<Cluster> fitting = fitting(one, left);
      List<Cluster> beside = fitting.stream().filter(one::sharesPlainSheet).toList();
      boolean doubtful = fitting.stream().anyMatch(other -> isOneOfSeveral(other, one, left));
      if (!beside.isEmpty()) {
        // Said once of two, at the later row.
        List<Cluster> earlier =
            beside.stream().filter(other -> other.first() < one.first()).toList();
        if (!earlier.isEmpty()) {
          sameName(one, earlier);
        }
        settled.add(one);
      } else if (doubtful) {
        // Which of the two of that name in the other list?
        several(one, fitting);
        settled.add(one);
      }
    }
    for (Cluster one : left) {
      for (Cluster other : fitting(one, left)) {
        if (!settled.contains(one) && !settled.contains(other)) {
          joined.join(one.first(), other.first());
        }
      }
    }
    List<Cluster> open = left.stream().filter(one -> !settled.contains(one)).toList();
    return merged(open).stream().filter(one -> !one.isListed() && !one.hasAccount()).toList();
  }

  /** Whether somebody is one of several of whom another could be either. */
  private static boolean isOneOfSeveral(Cluster one, Cluster seeker, List<Cluster> all) {
    return all.stream()
        .anyMatch(
            other ->
                other != one
                    && other != seeker
                    && !other.contradicts(seeker)
                    && (other.sharesPlainSheet(one) || other.contradicts(one)));
  }

  // By part of a name

  /** Class lists that write a name otherwise than the list of everybody does. */
  private void byPartOfName(List<Cluster> lost) {
    Map<String, IntList> nodesOfWord = new HashMap<>();
    boolean any = false;
    for (int node = 0; node < sources.size(); node++) {
      if (sources.nameNumber(node) != NONE && isDescribed(node)) {
        for (String word : sources.name(node).words()) {
          if (word.length() > 1) {
            nodesOfWord.computeIfAbsent(word, w -> new IntList()).add(node);
            any = true;
          }
        }
      }
    }
    if (!any) {
      return;
    }
    for (Cluster seeker : lost) {
      if (!seeker.isMarked()) {
        byPartOfName(seeker, nodesOfWord);
      }
    }
  }

  /** Whether somebody can be found to be this one: an account, or a row of a list of people. */
  private boolean isDescribed(int node) {
    return node >= sources.rows()
        ? !sources.known().all().get(node - sources.rows()).isGuardian()
        : !sources.enrolls(node);
  }

  private void byPartOfName(Cluster seeker, Map<String, IntList> nodesOfWord) {
    PersonName name = sources.name(seeker.first());
    Map<Integer, Cluster> fitting = new LinkedHashMap<>();
    Map<Integer, Cluster> slips = new LinkedHashMap<>();
    for (String word : name.words()) {
      IntList nodes = nodesOfWord.getOrDefault(word, new IntList());
      for (int i = 0; i < nodes.size(); i++) {
        int node = nodes.get(i);
        PersonName.Fit fit = name.fit(sources.name(node));
        if (fit.isNearly()) {
          Cluster other = cluster(node);
          if (!other.contradicts(seeker)) {
            (fit == PersonName.Fit.FITS ? fitting : slips).put(joined.of(node), other);
          }
        }
      }
    }
    if (!slips.isEmpty()) {
      // Somebody of whom a list has one word is less likely meant than one whose name has a slip.
      fitting.values().removeIf(one -> sources.name(one.first()).words().size() < 2);
    }
    List<Cluster> found = new ArrayList<>(fitting.values());
    boolean areWhole =
        name.words().size() > 1
            && found.stream().allMatch(one -> sources.name(one.first()).words().size() > 1);
    if (found.size() == 1 && areWhole) {
      joinByName(seeker, found.get(0));
    } else if (!found.isEmpty()) {
      several(seeker, found);
    } else if (!slips.isEmpty()) {
      int first = joined.of(slips.values().iterator().next().first());
      for (int node : seeker.nodes()) {
        doubts.undecided(node);
        doubts.add(node, Doubt.Kind.NEARLY, null, first);
      }
    }
  }
}
