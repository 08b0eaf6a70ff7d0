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
import neatroster.core.text.IntLists;

/**
 * Puts those together who have an id, a username or an address in common and whose names allow it,
 * and says where they do not.
 */
final class JoiningByMarks {
  private static final int NONE = PersonSources.NONE;

  private final PersonSources sources;
  private final DisjointSets joined;
  private final DoubtsOfRows doubts;

  /** The accounts of rows that give somebody another name. */
  private final Map<Integer, Integer> newNames = new LinkedHashMap<>();

  /** Who has an id that somebody of another name has as well. */
  private final BitSet idDisputed = new BitSet();

  /** Two who have nearly one id and other names. */
  private final List<List<Namesakes>> nearlySameIds = new ArrayList<>();

  private final List<Clash> accountClashes = new ArrayList<>();

  JoiningByMarks(PersonSources sources, DisjointSets joined, DoubtsOfRows doubts) {
    this.sources = sources;
    this.joined = joined;
    this.doubts = doubts;
  }

  /** Joins by former usernames first, then by ids, usernames and addresses. */
  void join() {
    byFormerUsername();
    byMark(Field.ID, sources.ids());
    byMark(Field.USERNAME, sources.usernames());
    if (sources.sharesEmails()) {
      sources.emails().eachOfSeveral(this::bySharedEmail);
    } else {
      byMark(Field.EMAIL, sources.emails());
    }
    settleNearlySameIds();
    settleClashes();
  }

  // By what tells people apart

  /** Those under one mark who go by one name. */
  private final class Namesakes {
    private final PersonName name;
    private final int id;
    private final int written;
    private final IntList nodes = new IntList();
    private boolean isStrayed;

    /**
     * Some who go by one name.
     *
     * @param id their id without noughts before it
     * @param written their id where that is what they share; they may write it in two ways
     */
    Namesakes(PersonName name, int id, int written) {
      this.name = name;
      this.id = id;
      this.written = written;
    }

    /** Whether they have nearly the same id, which is nothing to wonder at. */
    boolean onlyNearly(Namesakes other) {
      return written != other.written;
    }

    int first() {
      return nodes.get(0);
    }

    boolean isAccount() {
      return first() >= sources.rows();
    }

    PersonName.Fit fit(Namesakes other) {
      return name.fit(other.name);
    }

    boolean hasOtherIdThan(Namesakes other) {
      return id != NONE && other.id != NONE && id != other.id;
    }
  }

  /** Parts those who share a mark by name and id; accounts are each one of their own. */
  private List<Namesakes> namesakes(Field mark, int[] nodes) {
    Map<String, Namesakes> byName = new LinkedHashMap<>();
    for (int i = 0; i < nodes.length; i++) {
      int node = nodes[i];
      int id = mark == Field.ID ? NONE : sources.bareId(node);
      int written = mark == Field.ID ? sources.id(node) : NONE;
      PersonName name = sources.name(node);
      String key =
          (node >= sources.rows() ? node : "") + "|" + name.key() + "|" + id + "|" + written;
      byName.computeIfAbsent(key, k -> new Namesakes(name, id, written)).nodes.add(node);
    }
    return new ArrayList<>(byName.values());
  }

  private void byMark(Field mark, IntLists marks) {
    marks.eachOfSeveral(
        nodes -> {
          byMark(mark, nodes);
          listedTwice(mark, nodes);
        });
  }

  private void byMark(Field mark, int[] nodes) {
    if (areRowAndAccount(nodes)) {
      joined.join(nodes[0], nodes[1]);
      alteredIds(mark, nodes);
      return;
    }
    List<Namesakes> all = namesakes(mark, nodes);
    markStrayed(mark, all);
    for (Namesakes some : all) {
      some.nodes.stream().forEach(node -> joined.join(some.first(), node));
    }
    if (all.size() == 1) {
      alteredIds(mark, nodes);
      return;
    }
    if (all.size() > PersonSources.MOST_NAMES) {
      for (Namesakes some : all.subList(1, all.size())) {
        disagree(mark, some, all.get(0));
      }
      return;
    }
    boolean one = true;
    for (int i = 0; i < all.size(); i++) {
      for (int j = i + 1; j < all.size(); j++) {
        one &= areOne(mark, all.get(i), all.get(j));
      }
    }
    if (one) {
      all.forEach(some -> joined.join(all.get(0).first(), some.first()));
      alteredIds(mark, nodes);
      return;
    }
    joinCliques(mark, all);
  }

  /**
   * Marks those who have an id that is in dispute, where others of the name have their own: they
   * are not held against these.
   */
  private void markStrayed(Field mark, List<Namesakes> all) {
    for (Namesakes some : mark == Field.ID ? List.<Namesakes>of() : all) {
      some.isStrayed =
          some.id != NONE
              && isIdDisputed(some)
              && all.stream()
                  .anyMatch(
                      other ->
                          other.id != NONE
                              && !isIdDisputed(other)
                              && other.fit(some) == PersonName.Fit.SAME);
    }
  }

  private boolean isIdDisputed(Namesakes some) {
    return some.nodes.stream().anyMatch(idDisputed::get);
  }

  /** Whether two are a row and an account of one name and id, as nearly all are. */
  private boolean areRowAndAccount(int[] nodes) {
    return nodes.length == 2
        && nodes[0] < sources.rows()
        && nodes[1] >= sources.rows()
        && sources.nameNumber(nodes[0]) != NONE
        && sources.nameNumber(nodes[0]) == sources.nameNumber(nodes[1])
        && sources.id(nodes[0]) == sources.id(nodes[1])
        && !sources.hasOtherNames(nodes[0])
        && !sources.hasOtherNames(nodes[1]);
  }

  private boolean areOne(Field mark, Namesakes one, Namesakes other) {
    if (joined.of(one.first()) == joined.of(other.first())) {
      // By a former username: the name was another.
      return true;
    }
    if (one.isStrayed != other.isStrayed) {
      return false;
    }
    PersonName.Fit fit = one.fit(other);
    if (one.onlyNearly(other)) {
      return fit == PersonName.Fit.SAME || fit == PersonName.Fit.FITS;
    }
    return (fit != PersonName.Fit.NOT || hasNewName(one, other))
        && (mark == Field.ID || !one.hasOtherIdThan(other));
  }

  /**
   * Whether the sources.rows() of some are about somebody who had another name when the account was
   * made.
   */
  private boolean hasNewName(Namesakes one, Namesakes other) {
    if (one.isAccount() == other.isAccount() || !one.name.sharesWord(other.name)) {
      return false;
    }
    Namesakes some = one.isAccount() ? other : one;
    int account = (one.isAccount() ? one : other).first();
    if (!some.nodes.stream().allMatch(row -> hasSameMarks(row, account))) {
      return false;
    }
    some.nodes.stream().forEach(row -> newNames.put(row, account));
    return true;
  }

  /** Whether two marks are the same. */
  private boolean hasSameMarks(int row, int account) {
    int same = isSame(sources.bareId(row), sources.bareId(account)) ? 1 : 0;
    same += isSame(sources.username(row), sources.username(account)) ? 1 : 0;
    same += !sources.sharesEmails() && isSame(sources.email(row), sources.email(account)) ? 1 : 0;
    return same > 1;
  }

  private static boolean isSame(int one, int other) {
    return one != NONE && one == other;
  }

  /** Says of those who go by another name than their account, once all are found. */
  void saySoOfNewNames() {
    newNames.forEach(
        (row, account) -> {
          if (joined.of(row) == joined.of(account)) {
            doubts.add(row, Doubt.Kind.NAME_CHANGED, null, account);
          }
        });
  }

  /** Joins those who all go together; whoever goes with some of those and not with others, not. */
  private void joinCliques(Field mark, List<Namesakes> all) {
    for (int i = 0; i < all.size(); i++) {
      Set<Integer> mine = neighbours(mark, all, i);
      boolean clique = true;
      for (int other : mine) {
        clique &= neighbours(mark, all, other).equals(mine);
      }
      for (int other : mine) {
        if (clique) {
          joined.join(all.get(i).first(), all.get(other).first());
        }
      }
      int owner = mine.stream().mapToInt(Integer::intValue).min().orElse(i);
      for (int j = 0; j < i; j++) {
        if (!clique) {
          disagree(mark, all.get(i), all.get(j));
        } else if (!mine.contains(j)) {
          // Whoever goes with those who had the mark first says nothing new: it is held against j.
          boolean isOwners = owner < j && !all.get(i).isAccount();
          if (isOwners) {
            disagree(mark, all.get(j), all.get(i), all.get(owner));
          } else {
            disagree(mark, all.get(i), all.get(j));
          }
        }
      }
    }
  }

  private Set<Integer> neighbours(Field mark, List<Namesakes> all, int of) {
    Set<Integer> neighbours = new LinkedHashSet<>();
    for (int i = 0; i < all.size(); i++) {
      if (i == of || areOne(mark, all.get(i), all.get(of))) {
        neighbours.add(i);
      }
    }
    return neighbours;
  }

  /** Says that two share a mark and are not one person, or may not be. */
  private void disagree(Field mark, Namesakes later, Namesakes earlier) {
    disagree(mark, later, earlier, earlier);
  }

  /**
   * Says that two share a mark and are not one person, or may not be.
   *
   * @param first of those who are one with the earlier, the first
   */
  private void disagree(Field mark, Namesakes later, Namesakes earlier, Namesakes first) {
    if (later.isAccount() && earlier.isAccount()) {
      return;
    }
    if (later.onlyNearly(earlier)) {
      nearlySameIds.add(List.of(later, earlier));
      return;
    }
    boolean otherName = later.fit(first) == PersonName.Fit.NOT;
    boolean otherId = later.hasOtherIdThan(first);
    if (later.isAccount()) {
      int account = later.first() - sources.rows();
      earlier.nodes.stream()
          .forEach(node -> againstAccount(mark, node, account, otherName, otherId));
      return;
    }
    Doubt.Kind kind = otherName && !otherId ? Doubt.Kind.ANOTHER_PERSON : Doubt.Kind.SHARED_MARK;
    if (mark == Field.ID && otherName) {
      for (Namesakes some : List.of(later, earlier)) {
        some.nodes.stream().forEach(idDisputed::set);
      }
    }
    List<Integer> others = doubts.lines(earlier.nodes.stream());
    later.nodes.stream()
        .forEach(node -> doubts.add(node, new Doubt(kind, mark, others, List.of(), "")));
  }

  private void againstAccount(
      Field mark, int node, int account, boolean otherName, boolean otherId) {
    boolean onPlatform = sources.known().isOnPlatform(account);
    Doubt.Kind kind = Doubt.Kind.ANOTHER_PERSON;
    if (mark == Field.USERNAME && !onPlatform) {
      kind = Doubt.Kind.ISSUED_USERNAME;
    } else if (mark == Field.EMAIL && (otherId || !otherName)) {
      kind = Doubt.Kind.TAKEN_EMAIL;
    } else if (!otherName && !otherId) {
      kind = Doubt.Kind.SEVERAL_ACCOUNTS;
    }
    accountClashes.add(new Clash(node, new Doubt(kind, mark, List.of(), List.of(account), "")));
  }

  /** In a list that writes ids without their noughts, 417 under another name is 000417 too. */
  private void settleNearlySameIds() {
    Set<Integer> altering = new HashSet<>();
    for (int node = 0; node < sources.rows() && !nearlySameIds.isEmpty(); node++) {
      if (doubts.has(node, Doubt.Kind.ALTERED_ID)) {
        altering.add(sources.sheet(node));
      }
    }
    for (List<Namesakes> two : nearlySameIds) {
      for (int i = 0; i < 2; i++) {
        Namesakes one = two.get(i);
        Namesakes other = two.get(1 - i);
        if (one.isAccount()
            || !altering.contains(sources.sheet(one.first()))
            || one.fit(other) != PersonName.Fit.NOT) {
          continue;
        }
        List<Integer> accounts =
            other.isAccount() ? List.of(other.first() - sources.rows()) : List.of();
        List<Integer> others = doubts.lines(other.nodes.stream());
        one.nodes.stream()
            .forEach(
                node ->
                    doubts.add(
                        node,
                        new Doubt(Doubt.Kind.ANOTHER_PERSON, Field.ID, others, accounts, "")));
      }
    }
  }

  /** That a row has a mark of an account that is not its own, as far as that can be told. */
  private record Clash(int node, Doubt doubt) {}

  /**
   * When it is sources.known() which account is whose, an address of one beside the id of another
   * is told.
   */
  private void settleClashes() {
    Map<Integer, Integer> accountOfRoot = new HashMap<>();
    for (int node = sources.rows(); node < sources.size() && !accountClashes.isEmpty(); node++) {
      accountOfRoot.putIfAbsent(joined.of(node), node - sources.rows());
    }
    for (Clash clash : accountClashes) {
      Doubt doubt = clash.doubt();
      Integer own = accountOfRoot.get(joined.of(clash.node()));
      int other = doubt.accounts().get(0);
      boolean differs = own != null && own != other;
      doubts.add(
          clash.node(),
          differs && doubt.kind() == Doubt.Kind.TAKEN_EMAIL
              ? new Doubt(
                  Doubt.Kind.SEVERAL_ACCOUNTS, doubt.field(), List.of(), List.of(own, other), "")
              : doubt);
    }
  }

  /** A list without courses that has one person twice. */
  private void listedTwice(Field mark, int[] nodes) {
    if (nodes.length == 2 && nodes[1] >= sources.rows()) {
      return;
    }
    Map<Long, Integer> firstInSheet = new HashMap<>();
    for (int i = 0; i < nodes.length; i++) {
      int node = nodes[i];
      if (node < sources.rows() && !sources.enrolls(node)) {
        long personInSheet = (long) joined.of(node) << 32 | sources.sheet(node);
        Integer before = firstInSheet.putIfAbsent(personInSheet, node);
        if (before != null && !doubts.has(node, Doubt.Kind.LISTED_TWICE)) {
          doubts.add(node, Doubt.Kind.LISTED_TWICE, mark, before);
        }
      }
    }
  }

  /** One id, written in two ways. */
  private void alteredIds(Field mark, int[] nodes) {
    if (mark != Field.ID) {
      return;
    }
    String written = sources.text(sources.id(nodes[0]));
    boolean same = written.chars().noneMatch(Character::isLetter);
    for (int i = 1; i < nodes.length && same; i++) {
      same = sources.id(nodes[i]) == sources.id(nodes[0]);
    }
    if (same) {
      return;
    }
    int longest = nodes[0];
    for (int i = 1; i < nodes.length; i++) {
      int node = nodes[i];
      int difference = sources.writtenId(node).length() - sources.writtenId(longest).length();
      boolean account = node >= sources.rows() && longest < sources.rows();
      if (difference > 0 || (difference == 0 && account)) {
        longest = node;
      }
    }
    String right = sources.writtenId(longest);
    for (int i = 0; i < nodes.length; i++) {
      int node = nodes[i];
      if (node < sources.rows() && !sources.writtenId(node).equals(right)) {
        doubts.add(node, Doubt.Kind.ALTERED_ID, Field.ID, longest, right);
      }
    }
  }

  /**
   * Where a family may share an address, it tells two people of one name together and no others.
   */
  private void bySharedEmail(int[] nodes) {
    Map<Integer, Integer> firstOfName = new HashMap<>();
    for (int i = 0; i < nodes.length; i++) {
      int node = nodes[i];
      Integer before =
          sources.nameNumber(node) == NONE
              ? null
              : firstOfName.putIfAbsent(sources.nameNumber(node), node);
      if (before != null
          && !(before >= sources.rows() && node >= sources.rows())
          && !sources.haveOtherIds(before, node)) {
        joined.join(before, node);
      }
    }
  }

  /** Whoever says what the username was is the one who had it, under whatever name. */
  private void byFormerUsername() {
    BitSet withAccount = new BitSet();
    sources
        .formerUsernames()
        .forEach(
            (node, key) -> {
              for (int other : sources.usernames().of(key)) {
                if (other >= sources.rows() && !withAccount.get(joined.of(node))) {
                  joined.join(node, other);
                  withAccount.set(joined.of(node));
                }
              }
            });
  }
}
