package neatroster.core.compare;

import java.util.BitSet;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.intake.NameParts;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.state.KnownUsers;

/** The batch rows of accounts that no row of a sheet asks for: guardians' and anonymous ones. */
final class AccountRows {
  private final Settings settings;
  private final KnownUsers known;
  private final IssuedItems items;
  private final BitSet written = new BitSet();

  AccountRows(Settings settings, KnownUsers known, IssuedItems items) {
    this.settings = settings;
    this.known = known;
    this.items = items;
  }

  /**
   * The row that creates a guardian's account, or null where there is none to create.
   *
   * @param guardian the account's position among the known, or -1
   */
  PlannedChange guardian(int guardian) {
    if (guardian < 0 || written.get(guardian)) {
      return null;
    }
    KnownUser account = known.all().get(guardian);
    written.set(guardian);
    if (!account.isGuardian() || account.isOnPlatform()) {
      return null;
    }
    Map<Field, String> values = values(account);
    NameParts name = NameParts.split(account.person().fullName());
    put(values, Field.GIVEN_NAME, name.given());
    put(values, Field.FAMILY_NAME, name.family());
    put(values, Field.SUFFIX, name.suffix());
    values.put(Field.ROLE, "observer");
    return new PlannedChange(Phase.USERS, Change.CREATE, values, own(Table.USERS));
  }

  /** The anonymous accounts that the platform does not have. */
  List<KnownUser> anonymous() {
    return known.all().stream()
        .filter(account -> account.isAnonymous() && !account.isOnPlatform())
        .toList();
  }

  /** The row that creates an anonymous account; its username stands for the name. */
  PlannedChange anonymous(KnownUser account) {
    Map<Field, String> values = values(account);
    values.put(Field.GIVEN_NAME, account.username());
    return new PlannedChange(Phase.USERS, Change.CREATE, values, own(Table.USERS));
  }

  /** The school's own fields, of which nothing is known. */
  Map<String, String> own(Table table) {
    Map<String, String> own = new LinkedHashMap<>();
    settings.reading().ownFields().stream()
        .filter(field -> field.table() == table)
        .forEach(field -> own.put(field.name(), ""));
    return own;
  }

  private Map<Field, String> values(KnownUser account) {
    Map<Field, String> values = new EnumMap<>(Field.class);
    put(values, Field.USERNAME, account.username());
    put(values, Field.EMAIL, account.anyEmail());
    put(values, Field.ID, account.anyId());
    password(values, account.reference(), account.role(), account.person().site());
    return values;
  }

  /** Adds a first password, and whether it is to be changed. */
  void password(Map<Field, String> values, String reference, String role, String site) {
    if (!values.containsKey(Field.PASSWORD)) {
      put(values, Field.PASSWORD, items.passwords().apply(reference));
    }
    if (values.containsKey(Field.PASSWORD)
        && settings.passwords().of(role, site).changeAtFirstLogin()) {
      values.put(Field.CHANGE_AT_FIRST_LOGIN, "yes");
    }
  }

  private static void put(Map<Field, String> values, Field field, String value) {
    if (!value.isEmpty()) {
      values.put(field, value);
    }
  }
}
