package neatroster.core.roster;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.model.KnownUser;
import neatroster.core.state.KnownUsers;
import neatroster.core.text.IntList;
import neatroster.core.text.IntLists;
import neatroster.core.text.KeyIndex;
import neatroster.core.text.Nearest;
import neatroster.core.text.Words;

/**
 * Everybody whom the lists describe or who has an account, each once. People are numbered from 0:
 * first those of the lists in the order of their first rows, then those who have an account alone.
 */
public final class People {
  private static final int NOBODY = -1;

  private final KnownUsers known;
  private final IntList lines;
  private final References references;
  private final KeyIndex misaligned;
  private final KeyIndex names;
  private final IntLists nodesOfName;
  private final Map<Integer, List<Doubt>> doubts;
  private final BitSet doubtful = new BitSet();

  /** For each node its person, or -1. */
  private final int[] personOf;

  private final IntList firstNode = new IntList();

  /** For each node the next of its person, or -1. */
  private final int[] next;

  /** For each person the accounts, where there are any. */
  private final IntList account = new IntList();

  /** For each node the number of its username, or -1. */
  private final IntList usernames;

  People(
      KnownUsers known,
      DisjointSets joined,
      IntList lines,
      IntList usernames,
      BitSet undecided,
      References references,
      KeyIndex misaligned,
      KeyIndex names,
      IntLists nodesOfName,
      Map<Integer, List<Doubt>> doubts) {
    this.usernames = usernames;
    this.known = known;
    this.lines = lines;
    this.references = references;
    this.misaligned = misaligned;
    this.names = names;
    this.nodesOfName = nodesOfName;
    this.doubts = doubts;
    doubts.keySet().forEach(doubtful::set);
    int nodes = lines.size() + known.all().size();
    personOf = new int[nodes];
    next = new int[nodes];
    int[] personOfRoot = new int[nodes];
    int[] last = new int[nodes];
    Arrays.fill(personOfRoot, NOBODY);
    for (int node = 0; node < nodes; node++) {
      next[node] = NOBODY;
      if (undecided.get(node)) {
        personOf[node] = NOBODY;
        continue;
      }
      int root = joined.of(node);
      int person = personOfRoot[root];
      if (person == NOBODY) {
        person = firstNode.size();
        personOfRoot[root] = person;
        firstNode.add(node);
        account.add(NOBODY);
      } else {
        next[last[root]] = node;
      }
      last[root] = node;
      personOf[node] = person;
      if (node >= lines.size() && account.get(person) == NOBODY) {
        account.set(person, node - lines.size());
      }
    }
    firstNode.trim();
    account.trim();
  }

  /** How many there are. */
  public int count() {
    return firstNode.size();
  }

  /**
   * Who a row of users is about; ambiguous where that cannot be told, none where it is misaligned.
   */
  public Link ofLine(int line) {
    int node = node(line);
    if (node < 0) {
      return Link.NONE;
    }
    return personOf[node] == NOBODY ? Link.AMBIGUOUS : Link.to(personOf[node]);
  }

  private int node(int line) {
    int low = 0;
    int high = lines.size() - 1;
    while (low <= high) {
      int middle = (low + high) >>> 1;
      int at = lines.get(middle);
      if (at == line) {
        return middle;
      }
      if (at < line) {
        low = middle + 1;
      } else {
        high = middle - 1;
      }
    }
    return NOBODY;
  }

  /** Asks row after row whom it is about, which need not be looked for. */
  public Cursor cursor() {
    return new Cursor();
  }

  /** Remembers the last row that was asked about. */
  public final class Cursor {
    private int node = NOBODY;

    /** Who a row of users is about: see {@link People#ofLine}. */
    public Link ofLine(int line) {
      int next = node + 1;
      node = next < lines.size() && lines.get(next) == line ? next : node(line);
      if (node < 0) {
        return Link.NONE;
      }
      return personOf[node] == NOBODY ? Link.AMBIGUOUS : Link.to(personOf[node]);
    }
  }

  /** Whether a person has one row and nothing else. */
  public boolean isPlain(int person) {
    int first = firstNode.get(person);
    return next[first] == NOBODY && first < lines.size();
  }

  /** Whether a person has one row and an account, which no row calls otherwise. */
  public boolean isPlainAndKnown(int person) {
    int first = firstNode.get(person);
    int second = next[first];
    return first < lines.size()
        && second != NOBODY
        && second >= lines.size()
        && next[second] == NOBODY
        && (usernames.get(first) == NOBODY || usernames.get(first) == usernames.get(second));
  }

  /** Whether there is anything to look at about who a row is about. */
  public boolean isDoubtful(int line) {
    return doubtful.get(line);
  }

  /** The lines of the rows about a person, in their order; none for one who is in no list. */
  public List<Integer> lines(int person) {
    List<Integer> all = new ArrayList<>();
    for (int node = firstNode.get(person); node != NOBODY; node = next[node]) {
      if (node < lines.size()) {
        all.add(lines.get(node));
      }
    }
    return all;
  }

  /** The line of the first row about a person, or -1 for one who is in no list. */
  public int firstLine(int person) {
    int node = firstNode.get(person);
    return node < lines.size() ? lines.get(node) : NOBODY;
  }

  /** The position of the person's account among the known ones, or -1. */
  public int account(int person) {
    return account.get(person);
  }

  /** All accounts of a person: more than one where it cannot be told which is theirs. */
  public List<Integer> accounts(int person) {
    List<Integer> all = new ArrayList<>();
    for (int node = firstNode.get(person); node != NOBODY; node = next[node]) {
      if (node >= lines.size()) {
        all.add(node - lines.size());
      }
    }
    return all;
  }

  /** The person who has the account at a position among the known ones. */
  public int ofAccount(int position) {
    return personOf[lines.size() + position];
  }

  /** The known account of a person. */
  public Optional<KnownUser> knownAs(int person) {
    int position = account.get(person);
    return position < 0 ? Optional.empty() : Optional.of(known.all().get(position));
  }

  /** What there is to look at about a row. */
  public List<Doubt> doubts(int line) {
    return doubts.getOrDefault(line, List.of());
  }

  /** A person's username, given or issued; empty where there is none yet. */
  public String username(int person) {
    for (int node = firstNode.get(person); node != NOBODY; node = next[node]) {
      if (usernames.get(node) != NOBODY) {
        return references.texts().text(usernames.get(node));
      }
    }
    return "";
  }

  /**
   * The person that a username, an email address or an id refers to, or where it is none of these a
   * whole name; ambiguous where it is several people's.
   */
  public Link find(CharSequence reference) {
    Set<Integer> people = candidates(reference);
    if (people.isEmpty()) {
      return Link.NONE;
    }
    return people.size() > 1 ? Link.AMBIGUOUS : Link.to(people.iterator().next());
  }

  /** Everybody whose username, email address or id this is, or else whose name. */
  public Set<Integer> candidates(CharSequence reference) {
    Set<Integer> people = peopleOf(references.find(reference));
    return people.isEmpty() ? namesakes(reference.toString()) : people;
  }

  /** Everybody of a whole name, guardians aside: their children’s lists name others. */
  private Set<Integer> namesakes(String whole) {
    if (whole.indexOf(' ') < 0) {
      return Set.of();
    }
    PersonName name = PersonName.of(whole);
    int number = name.words().size() < 2 ? KeyIndex.NONE : names.find(name.key());
    if (number == KeyIndex.NONE) {
      return Set.of();
    }
    return peopleOf(
        Arrays.stream(nodesOfName.of(number))
            .filter(
                node -> node < lines.size() || !known.all().get(node - lines.size()).isGuardian())
            .boxed()
            .toList());
  }

  private Set<Integer> peopleOf(Iterable<Integer> nodes) {
    Set<Integer> people = new LinkedHashSet<>();
    for (int node : nodes) {
      if (personOf[node] != NOBODY) {
        people.add(personOf[node]);
      }
    }
    return people;
  }

  /** People whose names are nearest to one that nobody else has; at most three. */
  public Set<Integer> nearest(String name) {
    Set<Integer> people = new LinkedHashSet<>();
    for (String near : Nearest.among(PersonName.of(name).key(), names)) {
      people.addAll(candidates(near));
    }
    return people;
  }

  /** How a person's id is written elsewhere, where the lists write it in two ways. */
  public Optional<String> unalteredId(int person) {
    for (int line : lines(person)) {
      for (Doubt doubt : doubts(line)) {
        if (doubt.kind() == Doubt.Kind.ALTERED_ID) {
          return Optional.of(doubt.detail());
        }
      }
    }
    return Optional.empty();
  }

  /** Whether a text stands in a misaligned row, so that it may be somebody's. */
  boolean isMisaligned(CharSequence reference) {
    return misaligned.size() > 0 && misaligned.find(reference) != KeyIndex.NONE;
  }

  /** Ids that are this number but for noughts in front, which a spreadsheet program takes away. */
  public Set<String> withOtherNoughts(String id) {
    return references.withOtherNoughts(id);
  }

  /** Every text by which somebody can be referred to. */
  public Words references() {
    return references;
  }

  /**
   * The person that a text of a sheet refers to, where its number tells; none where that is to be
   * found out by the text itself.
   */
  Link ofText(int number) {
    int node = references.onlyNode(number);
    return node >= 0 && personOf[node] != NOBODY ? Link.to(personOf[node]) : Link.NONE;
  }
}
