package neatroster.core.compare;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.intake.NameParts;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.PersonRecord;
import neatroster.core.settings.Policy;
import neatroster.core.state.KnownRecord;
import neatroster.core.wanted.Wanted;
import neatroster.core.wanted.WantedPerson;

/** What the rows of people change. */
final class UserChanges implements Wanted.PeopleReceiver {
  private static final List<Field> NAMES =
      List.of(Field.GIVEN_NAME, Field.MIDDLE_NAME, Field.FAMILY_NAME, Field.SUFFIX);

  private final ComparisonInput input;
  private final IssuedItems items;
  private final References references;
  private final Sites sites;
  private final AccountRows accounts;
  private final Differences differences;

  /** Who is renamed, by the username on the platform in lower case, in the order of the rows. */
  private final Map<String, Renaming> renamings = new LinkedHashMap<>();

  UserChanges(
      ComparisonInput input,
      IssuedItems items,
      References references,
      Sites sites,
      AccountRows accounts,
      Differences differences) {
    this.input = input;
    this.items = items;
    this.references = references;
    this.sites = sites;
    this.accounts = accounts;
    this.differences = differences;
  }

  /** Somebody who gets another username, and what else changes about them then. */
  private record Renaming(PlannedChange change, List<PlannedChange> then) {}

  @Override
  public void leftOut(RosterRow row, int line, String why) {
    input.leaveOut(row, line, why);
  }

  @Override
  public void person(int person, WantedPerson one, RosterRow row, int line) {
    PersonRecord record = one.record();
    int position = input.resolved.people().account(person);
    KnownUser account = position < 0 ? null : input.known.users().all().get(position);
    String username = record.text(Field.USERNAME);
    if (username.isEmpty() && account != null) {
      username = account.username();
    }
    boolean isTold = account != null && !account.reference().isEmpty();
    if (username.isEmpty() && !isTold && one.isRemoved()) {
      // There is nothing to take away.
      return;
    }
    if (username.isEmpty() && !isTold && !input.isTwoLists) {
      input.leaveOut(row, line, "The user has no account yet. Run neat-roster issue first.");
      return;
    }
    if (position >= 0) {
      input.asked.accounts().set(position);
    }
    if (one.isRemoved()) {
      remove(row, line, record, position, username);
      return;
    }
    String former = formerUsername(record, position, username);
    boolean isThere = account != null && account.isOnPlatform();
    if (!former.isEmpty()) {
      rename(row, one, position, username, former);
    } else if (isThere) {
      passwordDue(account, one);
      known(row, record, position, "");
    } else if (input.policy.of(Table.USERS).skipsNew()) {
      input.skip(Table.USERS, username, record.place());
    } else if (!input.known.isGoneUser(position)
        || !input.staysGone(Table.USERS, username, record.place())) {
      Map<Field, String> values = values(row, one, account, username);
      input.resolved.people().unalteredId(person).ifPresent(id -> values.put(Field.ID, id));
      values.remove(Field.FORMER_USERNAME);
      change(Change.CREATE, values, one);
    }
  }

  private void remove(RosterRow row, int line, PersonRecord record, int position, String username) {
    boolean isThere = position >= 0 && input.known.users().isOnPlatform(position);
    if (username.isEmpty()) {
      input.leaveOut(
          row, line, "The platform made the username; type it to have the user removed.");
    } else if (!input.known.tells(Table.USERS) || isThere) {
      String there = position < 0 ? username : input.known.renamed(position).orElse(username);
      input.asked.removeUser(there, record.place());
      input.receiver.change(
          new PlannedChange(Phase.REMOVALS, Change.REMOVE, Map.of(Field.USERNAME, there))
              .from(input.known.user(position).map(held -> held.all(Phase.USERS)).orElse(Map.of()))
              .because(ComparisonInput.why(Change.REMOVE), record.place()));
    }
  }

  /** Renames somebody; where it is known what the platform holds, nothing else goes along. */
  private void rename(
      RosterRow row, WantedPerson one, int position, String username, String former) {
    PersonRecord record = one.record();
    input.asked.rename(former, username);
    boolean isHeld = input.known.user(position).isPresent();
    Map<Field, String> values = new EnumMap<>(Field.class);
    if (!isHeld) {
      values.putAll(values(row, one, input.known.users().all().get(position), username));
      // What the person chose as a password is not taken away with the name.
      values.remove(Field.PASSWORD);
      values.remove(Field.CHANGE_AT_FIRST_LOGIN);
    }
    values.put(Field.USERNAME, username);
    values.put(Field.FORMER_USERNAME, former);
    PlannedChange change =
        new PlannedChange(Phase.USERS, Change.RENAME, values)
            .with(isHeld ? Map.of() : own(one))
            .from(Map.of(Field.USERNAME, former))
            .because("the row names the former username", record.place());
    List<PlannedChange> then =
        input.holdBack(
            () -> {
              if (isHeld) {
                known(row, record, position, username);
              }
            });
    renamings.put(former.toLowerCase(Locale.ROOT), new Renaming(change, then));
  }

  /** Hands on the renamings: a name is given away before somebody else gets it. */
  void settle() {
    Map<String, Renaming> left = new HashMap<>(renamings);
    List<String> order = new ArrayList<>();
    for (String former : renamings.keySet()) {
      List<String> chain = new ArrayList<>();
      for (String at = former; left.containsKey(at); ) {
        chain.add(0, at);
        at = left.remove(at).change().value(Field.USERNAME).toLowerCase(Locale.ROOT);
      }
      order.addAll(chain);
    }
    for (String former : order) {
      Renaming renaming = renamings.get(former);
      input.receiver.change(renaming.change());
      renaming.then().forEach(input.receiver::change);
    }
  }

  /**
   * What the roster says of somebody whom the platform has.
   *
   * @param renamed the username that they have just got, or empty
   */
  private void known(RosterRow row, PersonRecord record, int position, String renamed) {
    Map<Field, String> key = AccountKey.of(input, position);
    ComparisonInput.put(key, Field.USERNAME, renamed);
    standing(record, position, key);
    Optional<KnownRecord> there = input.known.user(position);
    if (there.isEmpty()) {
      return;
    }
    Map<Field, String> asked = new EnumMap<>(Field.class);
    for (Field field : Phase.USERS.fields()) {
      ComparisonInput.put(asked, field, record.clears(field) ? Cleared.WORD : record.text(field));
    }
    NAMES.forEach(asked::remove);
    if (!PersonRecord.hasInitial(record.fullName())) {
      names(asked, record.name());
      for (Field field : List.of(Field.MIDDLE_NAME, Field.SUFFIX)) {
        if (record.clears(field)) {
          asked.put(field, Cleared.WORD);
        }
      }
    }
    String manager = asked.remove(Field.MANAGER);
    if (manager != null) {
      boolean clears = manager.equals(Cleared.WORD);
      (clears ? Optional.of(manager) : references.orLeftOut(row, Field.MANAGER, manager))
          .ifPresent(m -> asked.put(Field.MANAGER, m));
    }
    if (differences.letsThrough(Table.USERS, Field.SITE, there.get(), asked)) {
      sites.of(asked);
    }
    differences.compare(
        Table.USERS,
        key,
        asked,
        field -> record.clears(field) ? Cleared.WORD : record.own(field),
        there.get(),
        record.place());
  }

  private static void names(Map<Field, String> values, NameParts name) {
    ComparisonInput.put(values, Field.GIVEN_NAME, name.given());
    ComparisonInput.put(values, Field.MIDDLE_NAME, name.middle());
    ComparisonInput.put(values, Field.FAMILY_NAME, name.family());
    ComparisonInput.put(values, Field.SUFFIX, name.suffix());
  }

  /** Shuts somebody out whose row says so, or lets them in again. */
  private void standing(PersonRecord record, int position, Map<Field, String> key) {
    boolean isSuspended = input.known.users().standing(position) == KnownUser.Standing.SUSPENDED;
    String status = record.text(Field.STATUS);
    boolean differs =
        (status.equals("suspended") && !isSuspended) || (status.equals("active") && isSuspended);
    if (!differs) {
      return;
    }
    String there = isSuspended ? "suspended" : "active";
    boolean isElsewhere =
        input
            .known
            .user(position)
            .flatMap(account -> account.delivered(Field.STATUS))
            // Who was made without a word of it may log in.
            .filter(delivered -> !(delivered.isEmpty() ? "active" : delivered).equals(there))
            .isPresent();
    // Somebody suspended them on the platform, or let them in again.
    ComparisonInput.Otherwise otherwise =
        new ComparisonInput.Otherwise(
            Table.USERS,
            input.known.users().reference(position),
            Field.STATUS.label(),
            there,
            status,
            record.place());
    if (!input.givesWay(otherwise, Policy.Known.OVERWRITE, isElsewhere)) {
      return;
    }
    Map<Field, String> values = new EnumMap<>(key);
    values.put(Field.STATUS, status);
    input.receiver.change(
        new PlannedChange(Phase.USERS, isSuspended ? Change.RESTORE : Change.SUSPEND, values)
            .from(Map.of(Field.STATUS, there))
            .because("the row says so", record.place()));
  }

  /**
   * The username that the platform still knows somebody under who has another now; empty where
   * nobody is renamed.
   */
  private String formerUsername(PersonRecord record, int found, String username) {
    if (found < 0 || !input.policy.followRenames() || input.known.isAbsentUser(found)) {
      return "";
    }
    KnownUser account = input.known.users().all().get(found);
    String onPlatformAs =
        input
            .known
            .renamed(found)
            .orElse(
                account.isOnPlatform() ? account.username() : record.text(Field.FORMER_USERNAME));
    boolean wasOurs =
        account.formerUsernames().stream().anyMatch(onPlatformAs::equalsIgnoreCase)
            || record.text(Field.FORMER_USERNAME).equalsIgnoreCase(onPlatformAs);
    return wasOurs && !username.equalsIgnoreCase(onPlatformAs) ? onPlatformAs : "";
  }

  /** Another first password for somebody whom the platform has. */
  private void passwordDue(KnownUser account, WantedPerson one) {
    if (!items.passwordsDue().contains(account.reference())) {
      return;
    }
    Map<Field, String> values = new EnumMap<>(Field.class);
    values.put(Field.USERNAME, account.username());
    accounts.password(values, account.reference(), account.role(), one.site());
    if (values.containsKey(Field.PASSWORD)) {
      input.receiver.change(
          new PlannedChange(Phase.USERS, Change.CHANGE, values)
              .because("another first password was issued", one.record().place()));
    }
  }

  private Map<Field, String> values(
      RosterRow row, WantedPerson one, KnownUser account, String username) {
    PersonRecord record = one.record();
    Map<Field, String> values = new EnumMap<>(Field.class);
    for (Field field : Phase.USERS.fields()) {
      ComparisonInput.put(values, field, one.text(field));
    }
    ComparisonInput.put(values, Field.USERNAME, username);
    NameParts name = record.name();
    boolean known = account != null && !account.person().fullName().isEmpty();
    if (known
        && (record.fullName().isEmpty()
            || (PersonRecord.hasInitial(record.fullName())
                && !PersonRecord.hasInitial(account.person().fullName())))) {
      // A list of addresses alone, or of initials: who it is was known before.
      name = NameParts.split(account.person().fullName());
    }
    names(values, name);
    if (account != null) {
      putIfBlank(values, Field.EMAIL, account.anyEmail());
      putIfBlank(values, Field.ID, account.anyId());
      putIfBlank(values, Field.BIRTH_DATE, account.person().birthDate());
    }
    String reference = username.isEmpty() && account != null ? account.reference() : username;
    String role = one.role().isEmpty() && account != null ? account.role() : one.role();
    accounts.password(values, reference, role, one.site());
    sites.of(values);
    String manager = values.remove(Field.MANAGER);
    if (manager != null) {
      references
          .orLeftOut(row, Field.MANAGER, manager)
          .ifPresent(m -> values.put(Field.MANAGER, m));
    }
    guardian(record, values);
    return values;
  }

  private static void putIfBlank(Map<Field, String> values, Field field, String value) {
    if (!values.containsKey(field)) {
      ComparisonInput.put(values, field, value);
    }
  }

  /**
   * Sees to it that a child's guardian comes before the child, and is named as who looks after it.
   */
  private void guardian(PersonRecord record, Map<Field, String> values) {
    if (!input.settings.guardians().accounts() || !record.has(Field.GUARDIAN_EMAIL)) {
      return;
    }
    String email = record.text(Field.GUARDIAN_EMAIL);
    int account = input.known.users().findEmail(email);
    PlannedChange created = accounts.guardian(account);
    if (created != null) {
      input.receiver.change(created);
    }
    Link guardian = input.resolved.people().find(email);
    String reference =
        guardian.isFound() && references.has(guardian.number())
            ? references.of(guardian.number())
            : "";
    if (!reference.isEmpty()) {
      values.putIfAbsent(Field.MANAGER, reference);
    }
  }

  private Map<String, String> own(WantedPerson one) {
    Map<String, String> own = new LinkedHashMap<>();
    for (OwnField field : input.settings.reading().ownFields()) {
      if (field.table() == Table.USERS) {
        own.put(field.name(), one.own(field));
      }
    }
    return own;
  }

  private void change(Change change, Map<Field, String> values, WantedPerson one) {
    input.receiver.change(
        new PlannedChange(Phase.USERS, change, values)
            .with(own(one))
            .because(ComparisonInput.why(change), one.record().place()));
  }
}
