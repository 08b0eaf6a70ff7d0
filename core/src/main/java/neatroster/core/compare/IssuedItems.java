package neatroster.core.compare;

import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * What was issued beside the accounts themselves.
 *
 * @param passwords the first password of an account by what it is referred to by, or an empty text
 *     where there is none or it was forgotten
 * @param passwordsDue the usernames whose accounts the platform has, and whose new passwords it has
 *     still to be told
 * @param joinCodes the codes by {@link neatroster.core.model.JoinCode#of()}
 */
public record IssuedItems(
    UnaryOperator<String> passwords, Set<String> passwordsDue, Map<String, String> joinCodes) {
  /** Passwords and nothing else. */
  public static IssuedItems of(UnaryOperator<String> passwords) {
    return new IssuedItems(passwords, Set.of(), Map.of());
  }

  /** Says nothing of the passwords. */
  @Override
  public String toString() {
    return "IssuedItems";
  }
}
