package neatroster.bench;

/** What kind of roster is generated. */
public enum Kind {
  /** Five columns of users, and nothing wrong. */
  SOUND,
  /** The same with a slip of the hand in one of a hundred rows. */
  DIRTY,
  /** Twenty columns of users, and nothing wrong. */
  WIDE,
  /** As the sound one in windows-1252, with accents in one of twenty names. */
  OLD_ENCODING
}
