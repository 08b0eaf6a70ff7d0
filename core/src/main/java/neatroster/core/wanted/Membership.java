package neatroster.core.wanted;

import neatroster.core.grid.Place;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.OwnField;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;

/**
 * Somebody's place in a course, in a group of one, or in a cross-course group, as the roster asks
 * for it. One object shows them all: what it says holds while it is handed on.
 */
public final class Membership {
  /** The number of what is found in no list. */
  public static final int NONE = -1;

  /** What asks for it. */
  public enum Source {
    /** A row that enrolls the person. */
    ROW,
    /** A row that enrolls all members of a cross-course group. */
    MEMBERS,
    /** A course that names the person among its instructors. */
    INSTRUCTORS,
    /** An account without a name that was issued for a course. */
    ACCOUNT
  }

  private final ResolvedRoster roster;
  private final EnrollmentDefaults defaults;
  private Source source;
  private EnrollmentRow plain;
  private RosterRow row;
  private int line;
  private int person;
  private String name;
  private int course;
  private int group;
  private int role;
  private boolean saysRole;

  Membership(ResolvedRoster roster, EnrollmentDefaults defaults) {
    this.roster = roster;
    this.defaults = defaults;
  }

  Membership show(
      EnrollmentRow of, int ofPerson, int ofCourse, int ofGroup, int ofRole, boolean isRoleSaid) {
    source = Source.ROW;
    plain = of;
    row = null;
    line = of.line();
    person = ofPerson;
    name = null;
    course = ofCourse;
    group = ofGroup;
    role = ofRole;
    saysRole = isRoleSaid;
    return this;
  }

  Membership show(Extra extra) {
    source = extra.source();
    plain = null;
    row = null;
    line = extra.line();
    person = extra.person();
    name = extra.name();
    course = extra.course();
    group = extra.group();
    role = extra.role();
    saysRole = !extra.isRoleUnsaid();
    return this;
  }

  /**
   * A membership that no row of the person's own asks for.
   *
   * @param line the line of the row that asks for it, or -1
   * @param person the person, or -1
   * @param name what the row calls the person, where no list has them
   * @param isRoleUnsaid whether the role is the usual one, for none is named
   */
  record Extra(
      Source source,
      int line,
      int person,
      String name,
      int course,
      int group,
      int role,
      boolean isRoleUnsaid) {
    /** The same in a role that is said elsewhere. */
    Extra as(int other) {
      return new Extra(source, line, person, name, course, group, other, false);
    }
  }

  /** What asks for it. */
  public Source source() {
    return source;
  }

  /** The number of the person among the roster's people; -1 where no list has them. */
  public int person() {
    return person;
  }

  /** The number of the course; -1 where it is in none, or no list has it. */
  public int course() {
    return course;
  }

  /** The number of the group; -1 where it is in none, or no list has it. */
  public int group() {
    return group;
  }

  /** The role there; a word that is no role as it stands. */
  public String role() {
    String known = defaults.role(role);
    return known.isEmpty() && source != Source.ACCOUNT ? row().text(Field.ROLE) : known;
  }

  /** The number of the role among the folder's, less than 0 where its word is none. */
  public int roleNumber() {
    return role;
  }

  /** Whether a role is named, so that it is not the usual one by default. */
  public boolean saysRole() {
    return saysRole;
  }

  /** Whether anything is said of when it starts or ends, or is to be cleared. */
  public boolean isMoreThanARole() {
    return source != Source.ROW
        || !plain.isPlain()
        || plain.says(Field.STARTS)
        || plain.says(Field.ENDS);
  }

  /** The line of the row that asks for it; -1 where none does. */
  public int line() {
    return line;
  }

  /** The row that asks for it: an enrollment, or the course's. */
  public RosterRow row() {
    if (row == null) {
      row = plain != null ? plain.row() : roster.rows().row(line);
    }
    return row;
  }

  /** The place of the row; null where there is none. */
  public Place place() {
    return source == Source.ACCOUNT ? null : row().place();
  }

  /** What the row calls the person. */
  public String name() {
    return name != null ? name : source == Source.ROW ? row().text(Field.USER) : "";
  }

  /** What the row calls the person, else their name. */
  public String nameOfPerson() {
    return roster.nameIn(row(), Link.to(person));
  }

  /**
   * The code of the course; as the row writes it where no list has it, blank where it is in none.
   */
  public String courseCode() {
    return course >= 0 ? roster.courses().code(course) : isOfRow() ? row().text(Field.COURSE) : "";
  }

  /** The name of the group, or a blank. */
  public String groupName() {
    return group >= 0 ? roster.groups().name(group) : isOfRow() ? row().text(Field.GROUP) : "";
  }

  private boolean isOfRow() {
    return source == Source.ROW || source == Source.MEMBERS;
  }

  /** What the row says of another field; blank where that is to be cleared, too. */
  public String written(Field field) {
    return isOfRow() ? row().text(field) : "";
  }

  /** The same, with the settings' default where it is blank. */
  public String text(Field field) {
    String text = written(field);
    return text.isEmpty() && !clears(field)
        ? defaults.of(person, role()).getOrDefault(field.label(), "")
        : text;
  }

  /** Whether the row clears what the platform has. */
  public boolean clears(Field field) {
    return isOfRow() && row().clears(field);
  }

  /** A field of the school's own, with the settings' default where it is blank. */
  public String own(OwnField field) {
    String text = isOfRow() ? row().own(field).replace(Cleared.WORD, "") : "";
    return text.isEmpty() ? defaults.of(person, role()).getOrDefault(field.key(), "") : text;
  }

  /** The account that it is for, where no row asks for it. */
  public KnownUser account() {
    int position = roster.people().account(person);
    return roster.known().users().all().get(position);
  }
}
