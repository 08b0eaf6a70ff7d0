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
  OLD_ENCODING,
  /** As schools have it: many names, accented and of several scripts, rows and courses shuffled. */
  MANY_NAMES,
  /** The same, and an export of the platform has all of it. */
  ALL_KNOWN;

  boolean isShuffled() {
    return this == MANY_NAMES || this == ALL_KNOWN;
  }
}
