package neatroster.core.model;

import static neatroster.core.model.Field.*;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * The four kinds of rows that a roster is made of, with their fields in the order of the starter
 * sheets.
 */
@SuppressWarnings("ImmutableEnumChecker") // the lists are made by List.of
public enum Table {
  USERS(
      List.of(
          ID,
          USERNAME,
          GIVEN_NAME,
          MIDDLE_NAME,
          FAMILY_NAME,
          PREFERRED_NAME,
          FULL_NAME,
          SUFFIX,
          EMAIL,
          PHONE,
          BIRTH_DATE,
          GRADE,
          SITE,
          MANAGER,
          GUARDIAN_NAME,
          GUARDIAN_EMAIL,
          CONSENT,
          LANGUAGE,
          TIME_ZONE,
          COUNTRY,
          CITY,
          PHOTO,
          PASSWORD,
          ROLE,
          STATUS,
          FORMER_USERNAME,
          ENROLLMENTS_CELL,
          NOTE),
      List.of("active", "suspended", "removed")),
  COURSES(
      List.of(
          CODE,
          CATALOG_CODE,
          TITLE,
          DESCRIPTION,
          CATEGORY,
          SITE,
          STARTS,
          ENDS,
          CAPACITY,
          LANGUAGE,
          TERM,
          INSTRUCTORS,
          COPY_OF,
          JOIN_CODE,
          STATUS,
          NOTE),
      List.of("open", "closed", "removed")),
  GROUPS(
      List.of(COURSE, NAME, DESCRIPTION, CAPACITY, JOIN_CODE, STATUS, NOTE),
      List.of("open", "removed")),
  ENROLLMENTS(
      List.of(USER, MEMBERS_OF, COURSE, ROLE, GROUP, STARTS, ENDS, STATUS, NOTE),
      List.of("active", "ended"));

  private final List<Field> fields;
  private final List<String> statuses;

  Table(List<Field> fields, List<String> statuses) {
    this.fields = fields;
    this.statuses = statuses;
  }

  /** The fields of a row of this table. */
  public List<Field> fields() {
    return fields;
  }

  /**
   * The words that {@link Field#STATUS} may hold; the first one is meant where the cell is blank.
   */
  public List<String> statuses() {
    return statuses;
  }

  /** The name in JSON, settings and on the command line. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** The table of that name, whatever its case. */
  public static Optional<Table> named(String word) {
    for (Table table : values()) {
      if (table.word().equalsIgnoreCase(word.strip())) {
        return Optional.of(table);
      }
    }
    return Optional.empty();
  }
}
