package neatroster.formats;

import neatroster.disk.NewFiles;

/**
 * LDIF (RFC 2849): people as {@code inetOrgPerson} (RFC 2798) under an {@code organizationalUnit}
 * for each site. A directory has no courses.
 */
final class LdifFormat implements BatchFormat {
  @Override
  public String name() {
    return "ldif";
  }

  @Override
  public BatchWriter writer(NewFiles files, BatchBackground background) {
    return new LdifWriter(files, background);
  }
}
