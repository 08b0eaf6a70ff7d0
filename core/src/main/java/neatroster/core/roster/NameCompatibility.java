package neatroster.core.roster;

/** Whether two names may be one person's: in any order, with initials, without middle names. */
public final class NameCompatibility {
  private NameCompatibility() {}

  /** Whether two whole names may be one person's; a blank one fits any. */
  public static boolean fits(String one, String other) {
    return PersonName.of(one).fit(PersonName.of(other)) != PersonName.Fit.NOT;
  }
}
