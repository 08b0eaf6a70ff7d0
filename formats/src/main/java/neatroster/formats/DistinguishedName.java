package neatroster.formats;

/** Names of entries in a directory (RFC 4514). */
final class DistinguishedName {
  private DistinguishedName() {}

  /** The entry of a user under the one of a site; a blank site is the base itself. */
  static String user(String username, String site, String base) {
    return rdn("uid", username) + "," + site(site, base);
  }

  /** The entry of a site, by its path. */
  static String site(String path, String base) {
    if (path.isEmpty()) {
      return base;
    }
    int last = path.lastIndexOf('/');
    String above = last < 0 ? "" : path.substring(0, last).strip();
    return rdn("ou", path.substring(last + 1).strip()) + "," + site(above, base);
  }

  /** The last part of an entry's name. */
  static String rdn(String attribute, String value) {
    StringBuilder escaped = new StringBuilder(attribute).append('=');
    for (int i = 0; i < value.length(); i++) {
      char c = value.charAt(i);
      boolean atEnd = i == value.length() - 1;
      if (c == 0) {
        escaped.append("\\00");
        continue;
      }
      if (",+\"\\<>;=".indexOf(c) >= 0 || (c == ' ' && (i == 0 || atEnd)) || (c == '#' && i == 0)) {
        escaped.append('\\');
      }
      escaped.append(c);
    }
    return escaped.toString();
  }
}
