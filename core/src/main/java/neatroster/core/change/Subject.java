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
  static Subject of(PlannedChange change) {
    String course = change.value(Field.COURSE);
    String group = change.value(Field.GROUP);
    return switch (change.phase()) {
      case SITES, USERS -> ofUser(change);
      case COURSES -> new Subject(Table.COURSES, "", change.value(Field.CODE), "");
      case GROUPS -> new Subject(Table.GROUPS, "", course, change.value(Field.NAME));
      case ENROLLMENTS, WITHDRAWALS ->
          new Subject(Table.ENROLLMENTS, change.value(Field.USER), course, group);
      case REMOVALS ->
          !group.isEmpty()
              ? new Subject(Table.GROUPS, "", course, group)
              : course.isEmpty() ? ofUser(change) : new Subject(Table.COURSES, "", course, "");
    };
  }

  private static Subject ofUser(PlannedChange change) {
    return new Subject(Table.USERS, change.value(Field.USERNAME), "", "");
  }
}
