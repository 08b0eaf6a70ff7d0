package neatroster.core.handout;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import neatroster.core.intake.NameParts;
import neatroster.core.model.KnownUser;

/**
 * Somebody who gets a slip, or stands in a list.
 *
 * @param account the account, or null where there is none yet
 * @param name the parts of the name; all blank where the account is anonymous
 * @param fullName the whole name
 * @param username the username, or empty
 * @param email the email address, or empty
 * @param site where the person is, or empty
 * @param password the first password, or empty where there is none or it was forgotten
 * @param born the birth date, if the sheet has one
 * @param consented whether somebody has consented
 * @param guardianName the guardian's name, or empty
 * @param guardianEmail the guardian's email address, or empty
 * @param seats the courses that the person is in
 * @param children the names of those whose guardian the person is
 * @param inSheets whether a row of the sheets is about the person
 */
public record Attendee(
    KnownUser account,
    NameParts name,
    String fullName,
    String username,
    String email,
    String site,
    String password,
    Optional<LocalDate> born,
    boolean consented,
    String guardianName,
    String guardianEmail,
    List<CourseMembership> seats,
    List<String> children,
    boolean inSheets) {

  /** Whether there is a first password to tell. */
  public boolean hasPassword() {
    return !password.isEmpty();
  }

  /** Whether somebody has to consent who has not, at an age below this on that day. */
  public boolean needsConsent(int belowAge, LocalDate today) {
    return belowAge > 0
        && !consented
        && born.filter(day -> day.plusYears(belowAge).isAfter(today) && !day.isAfter(today))
            .isPresent();
  }

  /** Says nothing of the password. */
  @Override
  public String toString() {
    return "Attendee[" + username + "]";
  }
}
