package neatroster.sheets;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * What our extension of Groups (RFC 7643, sections 3.3 and 4.2) says of courses and groups. What
 * reads and what writes Groups goes by this table.
 */
public final class ScimCourseAttributes {
  /** The schema of the extension. */
  public static final String SCHEMA = "urn:neatroster:scim:schemas:extension:course:1.0";

  /** By the header of a list of courses the attribute of the extension. */
  public static final Map<String, String> NAMES = names();

  private ScimCourseAttributes() {}

  private static Map<String, String> names() {
    Map<String, String> names = new LinkedHashMap<>();
    names.put("code", "code");
    names.put("title", "title");
    names.put("description", "description");
    names.put("category", "category");
    names.put("site", "site");
    names.put("starts", "starts");
    names.put("ends", "ends");
    names.put("capacity", "capacity");
    names.put("language", "language");
    names.put("join code", "joinCode");
    return Collections.unmodifiableMap(names);
  }
}
