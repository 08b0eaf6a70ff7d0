package neatroster.sheets;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;

/**
 * Where a User of SCIM has what a list of people says (RFC 7643, sections 4.1 and 4.3). What reads
 * and what writes Users goes by this table.
 */
public final class ScimUserAttributes {
  /** The schema of users. */
  public static final String SCHEMA = "urn:ietf:params:scim:schemas:core:2.0:User";

  /** The schema of what organisations say of users. */
  public static final String ENTERPRISE =
      "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User";

  /** The number of an employee, where a User has it and no {@code externalId}. */
  public static final String EMPLOYEE_NUMBER = ENTERPRISE + ":employeeNumber";

  /**
   * By the header of a list of people the path of the attribute: those of an extension behind its
   * schema, parts behind a dot.
   */
  public static final Map<String, String> PATHS = paths();

  private static final Set<String> LISTS = Set.of("emails", "phoneNumbers", "photos", "addresses");

  private ScimUserAttributes() {}

  private static Map<String, String> paths() {
    Map<String, String> paths = new LinkedHashMap<>();
    paths.put("id", "externalId");
    paths.put("username", "userName");
    paths.put("given name", "name.givenName");
    paths.put("middle name", "name.middleName");
    paths.put("family name", "name.familyName");
    paths.put("suffix", "name.honorificSuffix");
    paths.put("preferred name", "nickName");
    paths.put("email", "emails");
    paths.put("phone", "phoneNumbers");
    paths.put("site", ENTERPRISE + ":department");
    paths.put("manager", ENTERPRISE + ":manager");
    paths.put("language", "preferredLanguage");
    paths.put("time zone", "timezone");
    paths.put("country", "addresses.country");
    paths.put("city", "addresses.locality");
    paths.put("photo", "photos");
    paths.put("password", "password");
    paths.put("status", "active");
    return Collections.unmodifiableMap(paths);
  }

  /** Whether an attribute is a list of which the primary value counts, or the first. */
  public static boolean isList(String attribute) {
    return LISTS.contains(attribute);
  }
}
