package neatroster.core.compare;

import java.util.EnumMap;
import java.util.Map;
import neatroster.core.intake.NameParts;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;

/** What a change tells an account by that the platform has. */
final class AccountKey {
  private AccountKey() {}

  /**
   * The username, else the email address, else the id; of two lists that are compared the name too.
   * Empty where nothing tells the account.
   */
  static Map<Field, String> of(ComparisonInput input, int position) {
    KnownUser account = input.known.users().all().get(position);
    Map<Field, String> key = new EnumMap<>(Field.class);
    ComparisonInput.put(
        key, Field.USERNAME, input.known.renamed(position).orElse(account.username()));
    if (key.isEmpty()) {
      ComparisonInput.put(key, Field.EMAIL, account.anyEmail());
    }
    if (key.isEmpty()) {
      ComparisonInput.put(key, Field.ID, account.anyId());
    }
    if (key.isEmpty() && input.isTwoLists) {
      NameParts name = NameParts.split(account.person().fullName());
      ComparisonInput.put(key, Field.GIVEN_NAME, name.given());
      ComparisonInput.put(key, Field.FAMILY_NAME, name.family());
    }
    return key;
  }
}
