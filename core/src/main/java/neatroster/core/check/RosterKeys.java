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
import neatroster.core.text.Cleaning;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;
import neatroster.core.value.PlainSigns;

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
  private final StringBuilder groupKey = new StringBuilder();

  /** Usernames, email addresses and ids in one: what a user may be referred to by. */
  private final KeyIndex references = KeyIndex.caseless();

  private final IntList userOfUsername = new IntList();
  private final IntList userOfEmail = new IntList();
  private final IntList userOfId = new IntList();
  private final KeyIndex names = KeyIndex.caseless();
  private final IntList userOfName = new IntList();
  private final IntList userLines = new IntList();
  private final IntList usernameOfUser = new IntList();
  private final IntList peopleLines = new IntList();
  private final IntList userOfPeopleLine = new IntList();
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
    CharSequence code = row.code(Field.CODE);
    int before = courses.size();
    int number = courses.add(code);
    int earlier = number < before ? number : NONE;
    if (earlier == NONE) {
      courseLines.add(line);
    }
    if (row.has(Field.TITLE)) {
      int title = titles.add(PlainSigns.of(row.text(Field.TITLE)));
      if (title == courseOfTitle.size()) {
        courseOfTitle.add(number);
      } else if (courseOfTitle.get(title) != number) {
        courseOfTitle.set(title, AMBIGUOUS);
      }
    }
    return earlier;
  }

  /** Lets references find courses that the platform has and no sheet lists. */
  void addKnownCourses(Map<String, String> codesAndTitles) {
    codesAndTitles.forEach(
        (code, title) -> {
          int before = courses.size();
          int number = courses.add(code);
          if (number < before) {
            return;
          }
          courseLines.add(NONE);
          if (!title.isEmpty()) {
            int named = titles.add(PlainSigns.of(title));
            if (named == courseOfTitle.size()) {
              courseOfTitle.add(number);
            } else {
              courseOfTitle.set(named, AMBIGUOUS);
            }
          }
        });
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
    return NONE;
  }

  /** Lets references find a group that the platform has and no sheet lists. */
  void addKnownGroup(int course, String name) {
    int before = groups.size();
    if (groups.add(groupKey(course, name)) == before) {
      groupLines.add(NONE);
    }
  }

  /** The name of a group. */
  String groupName(int group) {
    String key = groups.text(group);
    return key.substring(key.indexOf(':') + 1);
  }

  /** The course of a group, or {@link #NONE}. */
  int courseOfGroup(int group) {
    String key = groups.text(group);
    return key.startsWith("-") ? NONE : Integer.parseInt(key.substring(0, key.indexOf(':')));
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

  private CharSequence groupKey(int course, CharSequence name) {
    groupKey.setLength(0);
    if (course == NONE) {
      groupKey.append('-');
    } else {
      groupKey.append(course);
    }
    groupKey.append(':');
    return groupKey.append(Cleaning.isClean(name) ? name : Cleaning.clean(name));
  }

  // Users

  /** The users that a new user shares something with; each is a user's number or {@link #NONE}. */
  record Shared(int username, int email, int id, int name) {}

  static final Shared NOTHING_SHARED = new Shared(NONE, NONE, NONE, NONE);

  /** Remembers a user, who becomes number {@link #users} less one. */
  Shared addUser(RosterRow row, int line) {
    int user = userLines.size();
    userLines.add(line);
    CharSequence username = row.code(Field.USERNAME);
    boolean hasUsername = row.has(Field.USERNAME);
    int sharesUsername = hasUsername ? refer(userOfUsername, username, user) : NONE;
    usernameOfUser.add(hasUsername ? references.find(username) : NONE);
    CharSequence email = row.code(Field.EMAIL);
    boolean hasEmail = row.has(Field.EMAIL);
    int sharesEmail = hasEmail ? refer(userOfEmail, email, user) : NONE;
    CharSequence id = row.code(Field.ID);
    boolean hasId = row.has(Field.ID);
    int sharesId = hasId ? refer(userOfId, id, user) : NONE;
    boolean marked = hasUsername || hasEmail || hasId;
    unmarked.set(user, !marked);
    String full = Names.full(row);
    int sharesName = NONE;
    if (!full.isEmpty()) {
      String key =
          new Person("", "", full, row.text(Field.BIRTH_DATE), row.text(Field.SITE)).nameKey();
      int name = names.add(key);
      if (name == userOfName.size()) {
        userOfName.add(user);
      } else {
        sharesName = userOfName.get(name);
      }
    }
    return new Shared(sharesUsername, sharesEmail, sharesId, sharesName);
  }

  /** Lets a text refer to a user, and gives the user that it referred to in the same way before. */
  private int refer(IntList userOf, CharSequence text, int user) {
    int number = references.add(text);
    if (number == userOfUsername.size()) {
      userOfUsername.add(NONE);
      userOfEmail.add(NONE);
      userOfId.add(NONE);
    }
    int before = userOf.get(number);
    if (before == NONE) {
      userOf.set(number, user);
    }
    return before;
  }

  /**
   * The user who has this row's id, username or email address, else, where it has none, its name;
   * or {@link #NONE}.
   */
  int findPerson(RosterRow row) {
    for (Field mark : new Field[] {Field.ID, Field.USERNAME, Field.EMAIL}) {
      if (row.has(mark)) {
        int number = references.find(row.code(mark));
        IntList userOf =
            switch (mark) {
              case ID -> userOfId;
              case USERNAME -> userOfUsername;
              default -> userOfEmail;
            };
        return number == KeyIndex.NONE ? NONE : userOf.get(number);
      }
    }
    String full = Names.full(row);
    String key =
        new Person("", "", full, row.text(Field.BIRTH_DATE), row.text(Field.SITE)).nameKey();
    int name = full.isEmpty() ? KeyIndex.NONE : names.find(key);
    return name == KeyIndex.NONE || !isUnmarked(userOfName.get(name)) ? NONE : userOfName.get(name);
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
      for (String former : account.formerUsernames()) {
        refer(userOfUsername, former, user);
      }
      if (!account.username().isEmpty() && usernameOfUser.get(user) != NONE) {
        // Who is being renamed is still meant by the old name in sheets of others.
        refer(userOfUsername, account.username(), user);
      } else if (!account.username().isEmpty()) {
        refer(userOfUsername, account.username(), user);
        usernameOfUser.set(user, references.find(account.username()));
      }
      for (String email : List.of(account.email(), account.person().email())) {
        if (!email.isEmpty()) {
          refer(userOfEmail, email, user);
        }
      }
      for (String id : List.of(account.id(), account.person().id())) {
        if (!id.isEmpty()) {
          refer(userOfId, id, user);
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
    int number = references.find(reference);
    if (number == KeyIndex.NONE) {
      return NONE;
    }
    return together(
        together(userOfUsername.get(number), userOfEmail.get(number)), userOfId.get(number));
  }

  private static int together(int one, int other) {
    if (one == NONE || one == other) {
      return other;
    }
    return other == NONE ? one : AMBIGUOUS;
  }

  /** The user whom a line of users is about, or {@link #NONE}. */
  public int userOfLine(int line) {
    int low = 0;
    int high = peopleLines.size() - 1;
    while (low <= high) {
      int middle = (low + high) >>> 1;
      int at = peopleLines.get(middle);
      if (at == line) {
        return userOfPeopleLine.get(middle);
      }
      if (at < line) {
        low = middle + 1;
      } else {
        high = middle - 1;
      }
    }
    return NONE;
  }

  /** Remembers that a line is about a user. Lines come in their order. */
  void setUserOfLine(int line, int user) {
    peopleLines.add(line);
    userOfPeopleLine.add(user);
  }

  /** The username of a user, given or issued; null where there is none yet. */
  public String username(int user) {
    int username = usernameOfUser.get(user);
    return username == NONE ? null : references.text(username);
  }

  /** The line of a user, or {@link #NONE} for one who is in no sheet. */
  int userLine(int user) {
    return userLines.get(user);
  }

  /** Whether a user's row has a name alone. */
  boolean isUnmarked(int user) {
    return unmarked.get(user);
  }

  KeyIndex references() {
    return references;
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
