package neatroster.core.intake;

import java.util.EnumSet;
import java.util.Set;

/** What a value in one sheet may refer to in another. */
enum ReferenceTarget {
  COURSE("courses"),
  PERSON_ID("ids of people"),
  USERNAME("usernames"),
  EMAIL("email addresses of people"),
  PERSON_NAME("names of people"),
  GROUP("names of groups"),
  SITE("sites"),
  ROLE("words for roles");

  static final Set<ReferenceTarget> MARKS = EnumSet.of(PERSON_ID, USERNAME, EMAIL);
  static final Set<ReferenceTarget> PEOPLE = EnumSet.of(PERSON_ID, USERNAME, EMAIL, PERSON_NAME);

  private final String many;

  ReferenceTarget(String many) {
    this.many = many;
  }

  /** Whether such values stand in two places by no chance: whole names, addresses, courses. */
  boolean isTelling() {
    return this == PERSON_NAME || this == EMAIL || this == COURSE;
  }

  /** What several of them are called in messages. */
  String many() {
    return many;
  }
}
