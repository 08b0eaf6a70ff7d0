package neatroster.core.model;

import java.util.Locale;
import java.util.Optional;

/**
 * A canonical column. What it means depends on its {@link Table}: a course's {@code status} is not
 * a user's.
 */
public enum Field {
  ID(FieldType.CODE),
  USERNAME(FieldType.CODE),
  GIVEN_NAME(FieldType.NAME),
  MIDDLE_NAME(FieldType.NAME),
  FAMILY_NAME(FieldType.NAME),
  PREFERRED_NAME(FieldType.NAME),
  FULL_NAME(FieldType.NAME),
  SUFFIX(FieldType.NAME),
  EMAIL(FieldType.EMAIL),
  PHONE(FieldType.PHONE),
  BIRTH_DATE(FieldType.DATE),
  GRADE(FieldType.TEXT),
  SITE(FieldType.PATH),
  MANAGER(FieldType.CODE),
  GUARDIAN_NAME(FieldType.NAME),
  GUARDIAN_EMAIL(FieldType.EMAIL),
  CONSENT(FieldType.CONSENT),
  LANGUAGE(FieldType.LANGUAGE),
  TIME_ZONE(FieldType.TIME_ZONE),
  COUNTRY(FieldType.COUNTRY),
  CITY(FieldType.TEXT),
  PHOTO(FieldType.TEXT),
  PASSWORD(FieldType.PASSWORD),
  ROLE(FieldType.ROLE),
  STATUS(FieldType.STATUS),
  FORMER_USERNAME(FieldType.CODE),
  ENROLLMENTS_CELL(FieldType.TEXT, "enrollments"),
  NOTE(FieldType.TEXT),
  CODE(FieldType.CODE),
  CATALOG_CODE(FieldType.CODE),
  TITLE(FieldType.TEXT),
  DESCRIPTION(FieldType.TEXT),
  CATEGORY(FieldType.PATH),
  STARTS(FieldType.DATE),
  ENDS(FieldType.DATE),
  CAPACITY(FieldType.NUMBER),
  TERM(FieldType.TEXT),
  INSTRUCTORS(FieldType.LIST),
  COPY_OF(FieldType.CODE),
  JOIN_CODE(FieldType.CODE),
  COURSE(FieldType.CODE),
  NAME(FieldType.TEXT),
  USER(FieldType.CODE),
  MEMBERS_OF(FieldType.TEXT),
  GROUP(FieldType.TEXT),

  /** Not in sheets: what the settings say of first passwords, for the platform. */
  CHANGE_AT_FIRST_LOGIN(FieldType.TEXT);

  private final FieldType type;
  private final String label;
  private final String key;

  Field(FieldType type) {
    this(type, null);
  }

  Field(FieldType type, String label) {
    this.type = type;
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

  /** What its values are. */
  public FieldType type() {
    return type;
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
