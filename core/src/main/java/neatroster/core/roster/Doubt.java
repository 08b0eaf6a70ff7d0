package neatroster.core.roster;

import java.util.List;
import neatroster.core.model.Field;

/**
 * Something about who a row is about that the administrator has to look at.
 *
 * @param kind what it is
 * @param field the field that shows it, or null
 * @param lines other rows that it is about
 * @param accounts known accounts that it is about, by their positions
 * @param detail what else there is to say, or empty
 */
public record Doubt(
    Kind kind, Field field, List<Integer> lines, List<Integer> accounts, String detail) {
  /** What there may be to look at. */
  public enum Kind {
    /** The id, username or email address is another person's, by the name. */
    ANOTHER_PERSON,
    /** The same mark as another row's, and no telling whether they are one person. */
    SHARED_MARK,
    /** A plain list says the same person twice. */
    LISTED_TWICE,
    /** Rows about one person say different things. */
    CONFLICT,
    /** Nothing tells the row from another of the same name. */
    SAME_NAME,
    /** An account has the same marks and another name, which shares a word with the row's. */
    NAME_CHANGED,
    /** Another person has the same name and birth date. */
    SAME_BIRTH,
    /** Somebody else of nearly the same name has the birth date. */
    NEAR_BIRTH,
    /** Another list has somebody of the name, by other marks: one person or two. */
    NAMESAKE,
    /** A list of people has somebody of the name under another address: one person or two. */
    OTHER_ADDRESS,
    /** Several people have the name. */
    SEVERAL,
    /** Nobody has the name, and somebody has nearly the same. */
    NEARLY,
    /** The id is written otherwise elsewhere: without its noughts, or in another case. */
    ALTERED_ID,
    /** The row fits several accounts. */
    SEVERAL_ACCOUNTS,
    /** The username was issued to somebody else. */
    ISSUED_USERNAME,
    /** The email address is that of another person's account. */
    TAKEN_EMAIL,
    /** The person was found by the name alone. */
    BY_NAME,
    /** The platform has somebody of the name, and nothing else says whether it is this person. */
    ONLY_THE_NAME
  }
}
