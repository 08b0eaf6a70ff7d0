package neatroster.core.handout;

import java.time.LocalDate;
import java.util.List;

/**
 * Whose guardians are to be asked for consent.
 *
 * @param children those below the age whose consent is missing
 * @param undated how many give no birth date, so that it cannot be told
 */
public record ConsentRecipients(List<Attendee> children, long undated) {
  /**
   * Finds them among the people in the sheets.
   *
   * @param age below which consent is needed, in years; 0 asks for none
   */
  public static ConsentRecipients of(List<Attendee> people, int age, LocalDate today) {
    List<Attendee> inSheets = people.stream().filter(Attendee::inSheets).toList();
    long undated =
        inSheets.stream()
            .filter(person -> person.born().isEmpty() && !person.consented())
            .filter(person -> person.children().isEmpty())
            .count();
    return new ConsentRecipients(
        inSheets.stream().filter(person -> person.needsConsent(age, today)).toList(),
        age > 0 ? undated : 0);
  }
}
