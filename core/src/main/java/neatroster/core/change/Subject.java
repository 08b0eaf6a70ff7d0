package neatroster.core.change;

import neatroster.core.model.Field;
import neatroster.core.model.Table;

/**
 * What a change is about.
 *
 * @param table the table that it is a row of; sites, which are in none, count with the users
 * @param user the username of the account, or whose membership it is; else blank
 * @param course the code of the course, or of that of the group or membership; else blank
 * @param group the name of the group, or of that of the membership; else blank
 */
public record Subject(Table table, String user, String course, String group) {
  /** What a change is about. */
  public static Subject of(PlannedChange change) {
    String course = change.value(Field.COURSE);
    String group = change.value(Field.GROUP);
    return switch (change.table()) {
      case USERS -> new Subject(Table.USERS, change.value(Field.USERNAME), "", "");
      case COURSES -> {
        boolean isRemoval = change.phase() == Phase.REMOVALS;
        yield new Subject(Table.COURSES, "", isRemoval ? course : change.value(Field.CODE), "");
      }
      case GROUPS -> {
        boolean isRemoval = change.phase() == Phase.REMOVALS;
        yield new Subject(Table.GROUPS, "", course, isRemoval ? group : change.value(Field.NAME));
      }
      case ENROLLMENTS -> new Subject(Table.ENROLLMENTS, change.value(Field.USER), course, group);
    };
  }
}
