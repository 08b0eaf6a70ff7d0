package neatroster.core.roster;

import java.util.LinkedHashSet;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.IntConsumer;
import neatroster.core.text.IntList;
import neatroster.core.text.IntLists;
import neatroster.core.text.Words;

/** Usernames, email addresses and ids: what a user may be referred to by. */
final class References implements Words {
  private final ReferenceNumbers texts;
  private final IntLists usernames;
  private final IntLists emails;
  private final IntLists ids;
  private final IntLists idsWithNoughts;
  private final IntList idOf;

  /**
   * References to nodes.
   *
   * @param ids by the id without the noughts before it
   * @param idsWithNoughts by the whole id, where it has any
   * @param idOf the id of a node
   */
  References(
      ReferenceNumbers texts,
      IntLists usernames,
      IntLists emails,
      IntLists ids,
      IntLists idsWithNoughts,
      IntList idOf) {
    this.texts = texts;
    this.usernames = usernames;
    this.emails = emails;
    this.ids = ids;
    this.idsWithNoughts = idsWithNoughts;
    this.idOf = idOf;
  }

  ReferenceNumbers texts() {
    return texts;
  }

  @Override
  public int size() {
    return texts.size();
  }

  @Override
  public void each(Consumer<String> word) {
    for (int number = 0; number < texts.size(); number++) {
      if (isSomebodys(number)) {
        word.accept(texts.text(number));
      }
    }
  }

  @Override
  public Optional<String> stored(CharSequence text) {
    int number = texts.find(text);
    return number == ReferenceNumbers.NONE || !isSomebodys(number)
        ? Optional.empty()
        : Optional.of(texts.text(number));
  }

  private boolean isSomebodys(int number) {
    return usernames.first(number) >= 0
        || emails.first(number) >= 0
        || ids.first(number) >= 0
        || idsWithNoughts.first(number) >= 0;
  }

  /** Ids that are this one but for noughts in front. */
  Set<String> withOtherNoughts(CharSequence id) {
    Set<String> found = new LinkedHashSet<>();
    int bare = texts.find(IdWithoutZeros.of(id));
    if (bare != ReferenceNumbers.NONE) {
      each(ids, bare, node -> found.add(texts.text(idOf.get(node))));
    }
    return found;
  }

  /** Every node that a text refers to. */
  Set<Integer> find(CharSequence text) {
    return nodes(texts.find(text));
  }

  /**
   * The only node that a text of the pool refers to, where it has its own number; -1 where that is
   * not to be told so fast.
   */
  int onlyNode(int text) {
    if (!texts.isPlain(text)) {
      return -1;
    }
    int username = usernames.first(text);
    int email = emails.first(text);
    int id = ids.first(text);
    boolean one =
        (username < 0 ? 0 : 1) + (email < 0 ? 0 : 1) + (id < 0 ? 0 : 1) == 1
            && idsWithNoughts.first(text) < 0;
    if (!one) {
      return -1;
    }
    if (id >= 0) {
      return !ids.hasSeveral(text) && idOf.get(id) == text ? id : -1;
    }
    IntLists marks = username >= 0 ? usernames : emails;
    return !marks.hasSeveral(text) ? Math.max(username, email) : -1;
  }

  private Set<Integer> nodes(int key) {
    Set<Integer> found = new LinkedHashSet<>();
    if (key != ReferenceNumbers.NONE) {
      each(usernames, key, found::add);
      each(emails, key, found::add);
      each(idsWithNoughts, key, found::add);
      each(
          ids,
          key,
          node -> {
            if (idOf.get(node) == key) {
              found.add(node);
            }
          });
    }
    return found;
  }

  private static void each(IntLists marks, int key, IntConsumer node) {
    for (int one : marks.of(key)) {
      node.accept(one);
    }
  }
}
