package neatroster.core.roster;

import java.util.LinkedHashSet;
import java.util.Set;
import java.util.function.IntConsumer;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;

/** Usernames, email addresses and ids: what a user may be referred to by. */
final class References {
  private final KeyIndex texts;
  private final Marks usernames;
  private final Marks emails;
  private final Marks ids;
  private final Marks idsWithNoughts;
  private final IntList idOf;

  /**
   * References to nodes.
   *
   * @param ids by the id without the noughts before it
   * @param idsWithNoughts by the whole id, where it has any
   * @param idOf the id of a node
   */
  References(
      KeyIndex texts,
      Marks usernames,
      Marks emails,
      Marks ids,
      Marks idsWithNoughts,
      IntList idOf) {
    this.texts = texts;
    this.usernames = usernames;
    this.emails = emails;
    this.ids = ids;
    this.idsWithNoughts = idsWithNoughts;
    this.idOf = idOf;
  }

  KeyIndex texts() {
    return texts;
  }

  /** Every node that a text refers to. */
  Set<Integer> find(CharSequence text) {
    Set<Integer> found = new LinkedHashSet<>();
    int key = texts.find(text);
    if (key != KeyIndex.NONE) {
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

  private static void each(Marks marks, int key, IntConsumer node) {
    IntList several = marks.several(key);
    if (several != null) {
      for (int i = 0; i < several.size(); i++) {
        node.accept(several.get(i));
      }
    } else if (marks.first(key) >= 0) {
      node.accept(marks.first(key));
    }
  }
}
