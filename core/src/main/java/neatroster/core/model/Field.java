package neatroster.core.model;

import java.util.Locale;
import java.util.Optional;

/**
 * A canonical column. What it means depends on its {@link Table}: a course's {@code status} is not
 * a user's.
 */
public enum Field {
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
  ENROLLMENTS_CELL("enrollments"),
  NOTE,
  CODE,
  CATALOG_CODE,
  TITLE,
  DESCRIPTION,
  CATEGORY,
  STARTS,
  ENDS,
  CAPACITY,
  TERM,
  INSTRUCTORS,
  COPY_OF,
  JOIN_CODE,
  COURSE,
  NAME,
  USER,
  MEMBERS_OF,
  GROUP,

  /** Not in sheets: what the settings say of first passwords, for the platform. */
  CHANGE_AT_FIRST_LOGIN;

  private final String label;
  private final String key;

  Field() {
    this(null);
  }

  Field(String label) {
    this.label = label != null ? label : name().toLowerCase(Locale.ROOT).replace('_', ' ');
    this.key = camelCase(this.label);
  }

  private static String camelCase(String label) {
    StringBuilder camel = new StringBuilder();
    boolean capital = false;
    for (int i = 0; i < label.length(); i++) {
      char c = label.charAt(i);
      if (c != ' ') {
        camel.append(capital ? Character.toUpperCase(c) : c);
      }
      capital = c == ' ';
    }
    return camel.toString();
  }

  /** The field with that name in sheets or in JSON. */
  public static Optional<Field> named(String name) {
    for (Field field : values()) {
      if (field.label.equalsIgnoreCase(name) || field.key.equalsIgnoreCase(name)) {
        return Optional.of(field);
      }
    }
    return Optional.empty();
  }

  /** The name in sheets and messages, as {@code given name}. */
  public String label() {
    return label;
  }

  /** The name in JSON and settings, as {@code givenName}. */
  public String key() {
    return key;
  }
}
