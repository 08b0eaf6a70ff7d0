package neatroster.sheets;

import java.util.Map;

/**
 * Where an {@code inetOrgPerson} of LDIF has what a list of people says (RFC 2798, RFC 4519). What
 * reads and what writes entries goes by this table.
 */
public final class LdifPersonAttributes {
  /** By the header of a list of people the attribute. */
  public static final Map<String, String> ATTRIBUTES =
      Map.ofEntries(
          Map.entry("username", "uid"),
          Map.entry("given name", "givenName"),
          Map.entry("family name", "sn"),
          Map.entry("preferred name", "displayName"),
          Map.entry("email", "mail"),
          Map.entry("phone", "telephoneNumber"),
          Map.entry("id", "employeeNumber"),
          Map.entry("role", "employeeType"),
          Map.entry("grade", "departmentNumber"),
          Map.entry("language", "preferredLanguage"),
          Map.entry("city", "l"),
          Map.entry("password", "userPassword"));

  private LdifPersonAttributes() {}
}
