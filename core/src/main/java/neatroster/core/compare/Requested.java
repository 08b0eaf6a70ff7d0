package neatroster.core.compare;

import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.grid.Place;

/** What of the platform's the roster asks for, and what it takes away. */
final class Requested {
  private final BitSet accounts = new BitSet();
  private final BitSet enrollments = new BitSet();
  private final BitSet withdrawn = new BitSet();
  private final Set<String> courses = new HashSet<>();
  private final Map<String, Place> removedUsers = new HashMap<>();
  private final Map<String, String> renamed = new HashMap<>();
  private final Map<String, Place> removedCourses = new HashMap<>();

  /** The positions of the accounts that rows are about. */
  BitSet accounts() {
    return accounts;
  }

  /** The numbers of the enrollments that rows are about. */
  BitSet enrollments() {
    return enrollments;
  }

  /** The numbers of the enrollments that are ended. */
  BitSet withdrawn() {
    return withdrawn;
  }

  /** The codes of the courses that rows are about. */
  Set<String> courses() {
    return courses;
  }

  /** Notes that somebody is removed; the row may be null. */
  void removeUser(String username, Place row) {
    removedUsers.put(username.toLowerCase(Locale.ROOT), row);
  }

  /** Notes that a course is removed; the row may be null. */
  void removeCourse(String code, Place row) {
    removedCourses.put(code, row);
  }

  /** Notes that somebody is renamed. */
  void rename(String former, String username) {
    renamed.put(former.toLowerCase(Locale.ROOT), username);
  }

  /** What somebody is called when the users are delivered, by the name before. */
  String nowCalled(String username) {
    return renamed.getOrDefault(username.toLowerCase(Locale.ROOT), username);
  }

  /** The usernames, in lower case, of who is removed, with their rows. */
  Map<String, Place> removedUsers() {
    return removedUsers;
  }

  /** The codes of the courses that are removed, with their rows. */
  Map<String, Place> removedCourses() {
    return removedCourses;
  }
}
