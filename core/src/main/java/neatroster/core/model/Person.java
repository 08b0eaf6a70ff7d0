package neatroster.core.model;

/**
 * What one person is told apart from others by, from one run to the next: the id, else the email
 * address, else the full name with birth date and site. Each part is empty where it is not known.
 */
public record Person(String id, String email, String fullName, String birthDate, String site) {

  /** The full name with birth date and site as one key. */
  public String nameKey() {
    return fullName + "|" + birthDate + "|" + site;
  }
}
