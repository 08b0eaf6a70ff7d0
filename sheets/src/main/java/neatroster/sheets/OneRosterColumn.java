package neatroster.sheets;

import java.util.List;

/**
 * A column of a OneRoster file (1EdTech OneRoster 1.1 and 1.2) that says what a column of a list of
 * ours says. What reads and what writes these files goes by the lists here.
 *
 * @param header the header of our list
 * @param name the column's name, behind that of its file where it is another one; several may be
 *     put together of one, such as days of a session
 * @param isText whether the value is the same on both sides; else it is an id, or in other words
 */
public record OneRosterColumn(String header, String name, boolean isText) {
  /** Of {@code users.csv}. */
  public static final List<OneRosterColumn> OF_USERS =
      List.of(
          text("id", "identifier"),
          text("username", "username"),
          text("given name", "givenName"),
          text("middle name", "middleName"),
          text("family name", "familyName"),
          text("preferred name", "preferredGivenName"),
          text("email", "email"),
          told("phone", "phone"),
          told("birth date", "demographics.birthDate"),
          text("grade", "grades"),
          told("site", "primaryOrgSourcedId"),
          told("manager", "agentSourcedIds"),
          text("password", "password"),
          told("role", "role"),
          told("status", "status"));

  /** Of {@code classes.csv}. */
  public static final List<OneRosterColumn> OF_CLASSES =
      List.of(
          told("code", "classCode"),
          told("catalog code", "courseSourcedId"),
          text("title", "title"),
          told("site", "schoolSourcedId"),
          told("starts", "termSourcedIds"),
          told("ends", "termSourcedIds"),
          told("term", "termSourcedIds"),
          told("status", "status"));

  /** Of {@code enrollments.csv}. */
  public static final List<OneRosterColumn> OF_ENROLLMENTS =
      List.of(
          told("user", "userSourcedId"),
          told("course", "classSourcedId"),
          told("role", "role"),
          text("starts", "beginDate"),
          text("ends", "endDate"),
          told("status", "status"));

  private static OneRosterColumn text(String header, String name) {
    return new OneRosterColumn(header, name, true);
  }

  private static OneRosterColumn told(String header, String name) {
    return new OneRosterColumn(header, name, false);
  }
}
