package neatroster.formats;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.Collections;
import java.util.EnumSet;
import java.util.Set;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.sheets.ScimCourseAttributes;

/**
 * Writes what a Group of SCIM (RFC 7643, section 4.2) says of a course or of a group, but for its
 * members.
 */
public final class ScimGroup {
  /** The schema of Groups. */
  public static final String SCHEMA = "urn:ietf:params:scim:schemas:core:2.0:Group";

  /** What plain SCIM cannot say of courses and groups. */
  public static final String COURSE = ScimCourseAttributes.SCHEMA;

  /** The attribute of that extension that holds who is in the course, with role and groups. */
  public static final String ENROLLMENTS = COURSE + ":enrollments";

  /** What the extension has an attribute for; instructors are among the enrollments. */
  public static final Set<Field> CARRIED = carried();

  private ScimGroup() {}

  private static Set<Field> carried() {
    Set<Field> fields = EnumSet.of(Field.INSTRUCTORS);
    ScimCourseAttributes.NAMES
        .keySet()
        .forEach(header -> fields.add(Field.named(header).orElseThrow()));
    return Collections.unmodifiableSet(fields);
  }

  /** Whether a change is about a course; else about a group. */
  public static boolean isCourse(PlannedChange change) {
    return !change.value(Field.CODE).isEmpty();
  }

  /** The id by which we know it again. */
  public static String externalId(PlannedChange change) {
    return isCourse(change)
        ? "course:" + change.value(Field.CODE)
        : "group:" + change.value(Field.COURSE) + ":" + change.value(Field.NAME);
  }

  /** The name that people see. */
  public static String displayName(PlannedChange change) {
    String title = change.value(isCourse(change) ? Field.TITLE : Field.NAME);
    return title.isEmpty() ? change.value(Field.CODE) : title;
  }

  /** Writes the attributes of the extension into an object that is open. */
  public static void writeExtension(JsonGenerator json, PlannedChange change) throws IOException {
    boolean isCourse = isCourse(change);
    json.writeStringField("kind", isCourse ? "course" : "group");
    for (Field field : CARRIED) {
      String value = change.value(field);
      if (!value.isEmpty() && field != Field.INSTRUCTORS && (isCourse || field != Field.CODE)) {
        if (field == Field.CAPACITY && value.matches("\\d{1,9}")) {
          json.writeNumberField(attribute(field), Integer.parseInt(value));
        } else {
          json.writeStringField(attribute(field), value);
        }
      }
    }
  }

  private static String attribute(Field field) {
    return ScimCourseAttributes.NAMES.get(field.label());
  }
}
