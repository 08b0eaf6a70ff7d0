package neatroster.core.check;

import java.util.BitSet;
import java.util.List;
import java.util.Map;
import neatroster.core.intake.KnownUsers;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.text.Cell;
import neatroster.core.text.Cleaning;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;

/**
 * What is remembered of the rows: the keys by which courses, groups and users are referred to, each
 * as a dense number, and the line where it was first seen.
 */
public final class RosterKeys {
  /** There is no such course, group or user. */
  public static final int NONE = -1;

  /** The reference fits more than one. */
  public static final int AMBIGUOUS = -2;

  private final KeyIndex courses = KeyIndex.exact();
  private final IntList courseLines = new IntList();
  private final KeyIndex titles = KeyIndex.exact();
  private final IntList courseOfTitle = new IntList();
  private final Map<String, String> courseAliases;

  private final KeyIndex groups = KeyIndex.exact();
  private final IntList groupLines = new IntList();
  private final IntList courseOfGroup = new IntList();

  private final KeyIndex usernames = KeyIndex.caseless();
  private final IntList userOfUsername = new IntList();
  private final KeyIndex emails = KeyIndex.caseless();
  private final IntList userOfEmail = new IntList();
  private final KeyIndex ids = KeyIndex.exact();
  private final IntList userOfId = new IntList();
  private final KeyIndex names = KeyIndex.caseless();
  private final IntList userOfName = new IntList();
  private final IntList userLines = new IntList();
  private final IntList usernameOfUser = new IntList();
  private final BitSet unmarked = new BitSet();

  private final KeyIndex tornUsers = KeyIndex.caseless();
  private final KeyIndex tornCourses = KeyIndex.exact();
  private final KeyIndex tornGroups = KeyIndex.exact();

  RosterKeys(Map<String, String> courseAliases) {
    this.courseAliases = courseAliases;
  }

  // Courses

  /** Remembers a course and gives the one that had its code before, or {@link #NONE}. */
  int addCourse(RosterRow row, int line) {
    Cell code = row.cell(Field.CODE);
    int before = courses.size();
    int number = courses.add(code);
    int earlier = number < before ? number : NONE;
    if (earlier == NONE) {
      courseLines.add(line);
    }
    if (row.has(Field.TITLE)) {
      int title = titles.add(row.cell(Field.TITLE));
      if (title == courseOfTitle.size()) {
        courseOfTitle.add(number);
      } else if (courseOfTitle.get(title) != number) {
        courseOfTitle.set(title, AMBIGUOUS);
      }
    }
    return earlier;
  }

  /** The course of a code, an alias or a title that only one course has. */
  public int findCourse(CharSequence name) {
    int number = courses.find(name);
    if (number == KeyIndex.NONE && !courseAliases.isEmpty()) {
      String code = courseAliases.get(Cleaning.clean(name));
      number = code == null ? KeyIndex.NONE : courses.find(code);
    }
    if (number == KeyIndex.NONE) {
      int title = titles.find(name);
      number = title == KeyIndex.NONE ? NONE : courseOfTitle.get(title);
    }
    return number;
  }

  /** The code of a course. */
  public String courseCode(int course) {
    return courses.text(course);
  }

  int courseLine(int course) {
    return courseLines.get(course);
  }

  KeyIndex courses() {
    return courses;
  }

  // Groups

  /**
   * Remembers a group and gives the one that had its name in its course before, or {@link #NONE}.
   *
   * @param course the group's course, or {@link #NONE} for a cross-course group
   */
  int addGroup(int course, CharSequence name, int line) {
    int before = groups.size();
    int number = groups.add(groupKey(course, name));
    if (number < before) {
      return number;
    }
    groupLines.add(line);
    courseOfGroup.add(course);
    return NONE;
  }

  /**
   * The group of that name in a course, or among the cross-course groups where the course is {@link
   * #NONE}.
   */
  public int findGroup(int course, CharSequence name) {
    return groups.find(groupKey(course, name));
  }

  int groupLine(int group) {
    return groupLines.get(group);
  }

  KeyIndex groups() {
    return groups;
  }

  /** What the keys of a course's groups begin with in {@link #groups}. */
  static String groupPrefix(int course) {
    return course == NONE ? "-:" : course + ":";
  }

  private static String groupKey(int course, CharSequence name) {
    return groupPrefix(course) + Cleaning.clean(name);
  }

  // Users

  /** The users that a new user shares something with; each is a user's number or {@link #NONE}. */
  record Shared(int username, int email, int id, int name) {}

  /** Remembers a user, who becomes number {@link #users} less one. */
  Shared addUser(RosterRow row, int line) {
    int user = userLines.size();
    userLines.add(line);
    Cell username = row.cell(Field.USERNAME);
    boolean hasUsername = !username.isBlank();
    int sharesUsername = hasUsername ? put(usernames, userOfUsername, username, user) : NONE;
    usernameOfUser.add(hasUsername ? usernames.find(username) : NONE);
    Cell email = row.cell(Field.EMAIL);
    boolean hasEmail = !email.isBlank();
    int sharesEmail = hasEmail ? put(emails, userOfEmail, email, user) : NONE;
    Cell id = row.cell(Field.ID);
    boolean hasId = !id.isBlank();
    int sharesId = hasId ? put(ids, userOfId, id, user) : NONE;
    boolean marked = hasUsername || hasEmail || hasId;
    unmarked.set(user, !marked);
    String full = Names.full(row);
    int sharesName = NONE;
    if (!full.isEmpty()) {
      String key =
          new Person("", "", full, row.text(Field.BIRTH_DATE), row.text(Field.SITE)).nameKey();
      sharesName = put(names, userOfName, key, user);
    }
    return new Shared(sharesUsername, sharesEmail, sharesId, sharesName);
  }

  private static int put(KeyIndex index, IntList userOf, CharSequence key, int user) {
    int number = index.add(key);
    if (number == userOf.size()) {
      userOf.add(user);
      return NONE;
    }
    return userOf.get(number);
  }

  /**
   * Lets references find users by what they were issued, and users of earlier runs who are in no
   * sheet of this one.
   *
   * @param userOfKnown for each known user the roster's user, or {@link #NONE}
   */
  void addKnown(KnownUsers known, int[] userOfKnown) {
    List<KnownUser> all = known.all();
    for (int i = 0; i < all.size(); i++) {
      KnownUser account = all.get(i);
      int user = userOfKnown[i];
      if (user == NONE) {
        user = userLines.size();
        userLines.add(NONE);
        usernameOfUser.add(NONE);
      }
      if (usernameOfUser.get(user) == NONE) {
        put(usernames, userOfUsername, account.username(), user);
        usernameOfUser.set(user, usernames.find(account.username()));
      }
      for (String email : List.of(account.email(), account.person().email())) {
        if (!email.isEmpty()) {
          put(emails, userOfEmail, email, user);
        }
      }
      for (String id : List.of(account.id(), account.person().id())) {
        if (!id.isEmpty()) {
          put(ids, userOfId, id, user);
        }
      }
    }
  }

  /** How many users there are; they are numbered from 0. */
  public int users() {
    return userLines.size();
  }

  /** The user with that username, email address or id. */
  public int findUser(CharSequence reference) {
    int user = NONE;
    int number = usernames.find(reference);
    if (number != KeyIndex.NONE) {
      user = userOfUsername.get(number);
    }
    number = emails.find(reference);
    if (number != KeyIndex.NONE) {
      user = together(user, userOfEmail.get(number));
    }
    number = ids.find(reference);
    if (number != KeyIndex.NONE) {
      user = together(user, userOfId.get(number));
    }
    return user;
  }

  private static int together(int one, int other) {
    return one == NONE || one == other ? other : AMBIGUOUS;
  }

  /** The username of a user, given or issued; null where there is none yet. */
  public String username(int user) {
    int username = usernameOfUser.get(user);
    return username == NONE ? null : usernames.text(username);
  }

  /** The line of a user, or {@link #NONE} for one who is in no sheet. */
  int userLine(int user) {
    return userLines.get(user);
  }

  /** Whether a user's row has a name alone. */
  boolean isUnmarked(int user) {
    return unmarked.get(user);
  }

  /** What users are referred to by, the kind first that a reference looks like. */
  List<KeyIndex> userReferences(String like) {
    if (like.indexOf('@') >= 0) {
      return List.of(emails, usernames);
    }
    return like.chars().allMatch(Character::isDigit)
        ? List.of(ids, usernames)
        : List.of(usernames, ids, emails);
  }

  // Rows that are torn

  /** Remembers every value of an uneven row, so that references to it are not reported as well. */
  void addTorn(RosterRow row) {
    KeyIndex torn =
        switch (row.table()) {
          case USERS -> tornUsers;
          case COURSES -> tornCourses;
          case GROUPS -> tornGroups;
          case ENROLLMENTS -> null;
        };
    for (int i = 0; torn != null && i < row.raw().size(); i++) {
      if (!row.raw().cell(i).isBlank()) {
        torn.add(row.raw().cell(i));
      }
    }
  }

  /** Remembers the name of a group whose course cannot be told. */
  void addTornGroup(CharSequence name) {
    tornGroups.add(name);
  }

  boolean isTornUser(CharSequence reference) {
    return tornUsers.size() > 0 && tornUsers.find(reference) != KeyIndex.NONE;
  }

  boolean isTornCourse(CharSequence reference) {
    return tornCourses.size() > 0 && tornCourses.find(reference) != KeyIndex.NONE;
  }

  boolean isTornGroup(CharSequence reference) {
    return tornGroups.size() > 0 && tornGroups.find(reference) != KeyIndex.NONE;
  }
}
