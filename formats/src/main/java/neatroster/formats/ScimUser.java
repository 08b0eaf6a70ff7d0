package neatroster.formats;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.StringJoiner;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.sheets.ScimUserAttributes;

/** Writes a User of SCIM (RFC 7643, sections 4.1 and 4.3). */
public final class ScimUser {
  /** The schema of users. */
  public static final String SCHEMA = ScimUserAttributes.SCHEMA;

  /** The schema of what organisations say of users. */
  public static final String ENTERPRISE = ScimUserAttributes.ENTERPRISE;

  /** The number of an employee, which is the id as well. */
  public static final String EMPLOYEE_NUMBER = ScimUserAttributes.EMPLOYEE_NUMBER;

  /** The attribute of each field that has one; those of extensions after the schema's name. */
  public static final Map<Field, String> ATTRIBUTES = attributes();

  /** What a User has an attribute for. */
  public static final Set<Field> CARRIED = ATTRIBUTES.keySet();

  private final JsonGenerator json;

  private static Map<Field, String> attributes() {
    Map<Field, String> attributes = new EnumMap<>(Field.class);
    ScimUserAttributes.PATHS.forEach(
        (header, path) -> attributes.put(Field.named(header).orElseThrow(), path));
    return Collections.unmodifiableMap(attributes);
  }

  /** Whether an attribute is a list of which the primary value counts, or the first. */
  public static boolean isList(String attribute) {
    return ScimUserAttributes.isList(attribute);
  }

  /** Writes users to this. */
  public ScimUser(JsonGenerator json) {
    this.json = json;
  }

  /**
   * Writes a user.
   *
   * @param manager the reference to the manager, or empty
   */
  public void write(PlannedChange user, String manager) throws IOException {
    boolean hasEnterprise =
        !manager.isEmpty() || !user.value(Field.SITE).isEmpty() || !user.value(Field.ID).isEmpty();
    json.writeStartObject();
    json.writeArrayFieldStart("schemas");
    json.writeString(SCHEMA);
    if (hasEnterprise) {
      json.writeString(ENTERPRISE);
    }
    json.writeEndArray();
    text("externalId", user.value(Field.ID));
    text("userName", user.value(Field.USERNAME));
    name(user);
    String preferred = user.value(Field.PREFERRED_NAME);
    text("displayName", preferred.isEmpty() ? formatted(user) : preferred);
    text("nickName", preferred);
    list("emails", user.value(Field.EMAIL), true);
    list("phoneNumbers", user.value(Field.PHONE), false);
    list("photos", user.value(Field.PHOTO), false);
    text("password", user.value(Field.PASSWORD));
    json.writeBooleanField("active", !user.value(Field.STATUS).equals("suspended"));
    text("preferredLanguage", user.value(Field.LANGUAGE));
    text("timezone", user.value(Field.TIME_ZONE));
    address(user);
    if (hasEnterprise) {
      json.writeObjectFieldStart(ENTERPRISE);
      text("employeeNumber", user.value(Field.ID));
      text("department", user.value(Field.SITE));
      if (!manager.isEmpty()) {
        json.writeObjectFieldStart("manager");
        json.writeStringField("value", manager);
        json.writeEndObject();
      }
      json.writeEndObject();
    }
    json.writeEndObject();
  }

  private void name(PlannedChange user) throws IOException {
    json.writeObjectFieldStart("name");
    text("formatted", formatted(user));
    text("givenName", user.value(Field.GIVEN_NAME));
    text("middleName", user.value(Field.MIDDLE_NAME));
    text("familyName", user.value(Field.FAMILY_NAME));
    text("honorificSuffix", user.value(Field.SUFFIX));
    json.writeEndObject();
  }

  private static String formatted(PlannedChange user) {
    StringJoiner name = new StringJoiner(" ");
    for (Field field :
        List.of(Field.GIVEN_NAME, Field.MIDDLE_NAME, Field.FAMILY_NAME, Field.SUFFIX)) {
      if (!user.value(field).isEmpty()) {
        name.add(user.value(field));
      }
    }
    return name.toString();
  }

  private void list(String name, String value, boolean isPrimary) throws IOException {
    if (!value.isEmpty()) {
      json.writeArrayFieldStart(name);
      json.writeStartObject();
      json.writeStringField("value", value);
      if (isPrimary) {
        json.writeBooleanField("primary", true);
      }
      json.writeEndObject();
      json.writeEndArray();
    }
  }

  private void address(PlannedChange user) throws IOException {
    if (!user.value(Field.COUNTRY).isEmpty() || !user.value(Field.CITY).isEmpty()) {
      json.writeArrayFieldStart("addresses");
      json.writeStartObject();
      text("locality", user.value(Field.CITY));
      text("country", user.value(Field.COUNTRY));
      json.writeEndObject();
      json.writeEndArray();
    }
  }

  private void text(String name, String value) throws IOException {
    if (!value.isEmpty()) {
      json.writeStringField(name, value);
    }
  }
}
