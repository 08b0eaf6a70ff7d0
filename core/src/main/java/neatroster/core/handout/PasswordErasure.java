package neatroster.core.handout;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Which first passwords may be forgotten: those that were told, and that the platform has.
 *
 * @param forgettable what their accounts are referred to by, in lower case
 * @param undelivered how many were told, but not to the platform
 * @param untold what the accounts are referred to by whose passwords were never handed out
 */
public record PasswordErasure(Set<String> forgettable, int undelivered, List<String> untold) {
  /**
   * Judges the first passwords of some people.
   *
   * @param people whose passwords are asked about
   * @param kept what the accounts are referred to by whose passwords are kept, in lower case
   * @param told those whose passwords were handed out
   * @param undelivered those whose passwords no delivered run has brought
   * @param due those whom the platform has, and whose new passwords it was not told
   * @param onPlatform those that the platform has already
   */
  public static PasswordErasure of(
      List<Attendee> people,
      Set<String> kept,
      Set<String> told,
      Set<String> undelivered,
      Set<String> due,
      Set<String> onPlatform) {
    List<String> asked =
        people.stream()
            .filter(Attendee::hasPassword)
            .filter(person -> person.account() != null)
            .map(person -> person.account().reference())
            .filter(user -> kept.contains(user.toLowerCase(Locale.ROOT)))
            .distinct()
            .toList();
    List<String> untold = new ArrayList<>();
    Set<String> forgettable = new LinkedHashSet<>();
    int waiting = 0;
    for (String user : asked) {
      if (!told.contains(user)) {
        untold.add(user);
      } else if (due.contains(user) || (undelivered.contains(user) && !onPlatform.contains(user))) {
        waiting++;
      } else {
        forgettable.add(user.toLowerCase(Locale.ROOT));
      }
    }
    return new PasswordErasure(forgettable, waiting, untold);
  }
}
