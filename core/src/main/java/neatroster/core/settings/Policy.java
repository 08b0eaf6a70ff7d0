package neatroster.core.settings;

import java.util.EnumMap;
import java.util.Map;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/**
 * What is done about each kind of difference between the roster and what the platform holds.
 *
 * @param tables what is done in each table
 * @param skipsNewSites whether sites that the platform lacks are left to it
 * @param removeUsers whether rows with the status {@code removed} are carried out for users, or
 *     refused
 * @param removeCourses the same for courses and their groups
 * @param followRenames whether a user whose row names a former username is renamed
 * @param makeGroups whether a group that enrollments name and no list has is made
 * @param matchByName whether somebody whom an export has under a name that nobody else has is who a
 *     row of that name is about, where nothing else says so
 * @param classListsMayAdd whether lists of who is in a course bring people whom no other list has
 */
public record Policy(
    Map<Table, OfTable> tables,
    boolean skipsNewSites,
    boolean removeUsers,
    boolean removeCourses,
    boolean followRenames,
    boolean makeGroups,
    boolean matchByName,
    boolean classListsMayAdd) {

  /** What is done about a value that the roster has otherwise than the platform. */
  public enum Known {
    /** The platform's stays. */
    LEAVE,
    /** The roster's goes where the platform has none. */
    FILL_BLANKS,
    /** The roster's goes. */
    OVERWRITE;

    /** As the settings write it. */
    public String word() {
      return this == LEAVE ? "leave" : this == FILL_BLANKS ? "fill-blanks" : "overwrite";
    }
  }

  /** What is done about what the platform has and a sheet that covers it has not. */
  public enum Absent {
    LEAVE,
    SUSPEND,
    REMOVE,
    WITHDRAW
  }

  /**
   * What is done in one table.
   *
   * @param skipsNew whether what the platform lacks is not made
   * @param known what is done about other values
   * @param knownOf the same for single fields
   * @param absent what is done about what is missing from the roster
   * @param overwritesChanged whether the roster's goes even where somebody changed the platform's
   *     by hand since it was last delivered
   */
  public record OfTable(
      boolean skipsNew,
      Known known,
      Map<Field, Known> knownOf,
      Absent absent,
      boolean overwritesChanged) {
    /** A policy that leaves what was changed by hand. */
    public OfTable(boolean skipsNew, Known known, Map<Field, Known> knownOf, Absent absent) {
      this(skipsNew, known, knownOf, absent, false);
    }

    /** What is done about another value of a field. */
    public Known known(Field field) {
      return knownOf.getOrDefault(field, known);
    }
  }

  /** A policy under which nobody is to come by a class list alone. */
  public Policy(
      Map<Table, OfTable> tables,
      boolean skipsNewSites,
      boolean removeUsers,
      boolean removeCourses,
      boolean followRenames,
      boolean makeGroups,
      boolean matchByName) {
    this(
        tables,
        skipsNewSites,
        removeUsers,
        removeCourses,
        followRenames,
        makeGroups,
        matchByName,
        false);
  }

  /** The usual policy but for what it says of removals, renames and groups. */
  public Policy(boolean removeUsers, boolean removeCourses, boolean followRenames) {
    this(usual(), false, removeUsers, removeCourses, followRenames, false, false);
  }

  /** What holds where the settings say nothing. */
  public static Map<Table, OfTable> usual() {
    Map<Table, OfTable> usual = new EnumMap<>(Table.class);
    for (Table table : Table.values()) {
      Known known = table == Table.USERS ? Known.FILL_BLANKS : Known.LEAVE;
      usual.put(table, new OfTable(false, known, Map.of(), Absent.LEAVE));
    }
    return usual;
  }

  /** Everything that two lists say differently is told as a change, and who is missing goes. */
  public static Policy comparingLists() {
    Policy policy = new Policy(true, true, true).matchingByName(true);
    for (Table table : Table.values()) {
      Absent absent =
          table == Table.USERS
              ? Absent.SUSPEND
              : table == Table.COURSES
                  ? Absent.REMOVE
                  : table == Table.ENROLLMENTS ? Absent.WITHDRAW : Absent.LEAVE;
      policy = policy.with(table, new OfTable(false, Known.OVERWRITE, Map.of(), absent, true));
    }
    return policy;
  }

  /** What is done in a table. */
  public OfTable of(Table table) {
    return tables.get(table);
  }

  /** The same with or without matching by names. */
  public Policy matchingByName(boolean matches) {
    return with(tables, matches, classListsMayAdd);
  }

  /** The same with lists of who is in a course that bring people, or do not. */
  public Policy addingFromClassLists(boolean mayAdd) {
    return with(tables, matchByName, mayAdd);
  }

  /** The same with another policy for a table. */
  public Policy with(Table table, OfTable other) {
    Map<Table, OfTable> changed = new EnumMap<>(tables);
    changed.put(table, other);
    return with(changed, matchByName, classListsMayAdd);
  }

  private Policy with(Map<Table, OfTable> ofTables, boolean matches, boolean mayAdd) {
    return new Policy(
        ofTables,
        skipsNewSites,
        removeUsers,
        removeCourses,
        followRenames,
        makeGroups,
        matches,
        mayAdd);
  }
}
