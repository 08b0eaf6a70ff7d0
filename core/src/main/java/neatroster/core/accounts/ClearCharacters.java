package neatroster.core.accounts;

/** Characters that nobody mistakes for each other on paper. */
final class ClearCharacters {
  /** For passwords: without 0 O o, 1 I l, 5 S, 2 Z, 8 B. */
  static final String MIXED = "abcdefghijkmnpqrstuvwxyzACDEFGHJKLMNPQRTUVWXY34679";

  /** For usernames: small letters and digits without 0 o, 1 i l, 5 s, 2 z, 9 g q. */
  static final String SMALL = "abcdefhjkmnprtuvwxy34678";

  /**
   * For join codes: capitals and digits without those, and without vowels, so that no word forms.
   */
  static final String CAPITALS = "CDFGHJKLMNPQRTVWXY34679";

  private ClearCharacters() {}
}
