package neatroster.core.state;

import neatroster.core.text.IntList;

/**
 * The times at which scopes, such as the people of a course, were listed to their end: what was
 * said before it and is not in the list is there no more. A time is the number of a statement.
 */
final class Listings {
  private final IntList newest = new IntList();
  private int all;

  /** Notes a list of one scope. */
  void list(int scope, int at) {
    while (newest.size() <= scope) {
      newest.add(0);
    }
    newest.set(scope, Math.max(at, newest.get(scope)));
  }

  /** Notes a list of all there is. */
  void listAll(int at) {
    all = Math.max(all, at);
  }

  /** Whether a list of a scope was made after a time. */
  boolean isSince(int scope, int at) {
    return at < all || (scope < newest.size() && at < newest.get(scope));
  }
}
