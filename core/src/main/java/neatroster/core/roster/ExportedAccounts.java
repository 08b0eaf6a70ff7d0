package neatroster.core.roster;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Table;

/**
 * The accounts that we issued together with those that the platform's exports list. Which row of an
 * export is an account of ours is found as it is for any list of people: under the same id or
 * username, somebody whose name does not fit is somebody else.
 */
final class ExportedAccounts {
  private final KnownUsers issued;
  private final People people;
  private final List<KnownUser> all;
  private final Map<Integer, String> renamed = new HashMap<>();

  /** For each account that an export lists the line of its row there. */
  private final Map<Integer, Integer> lines = new HashMap<>();

  /** The accounts of ours that an export had already. */
  private final Set<Integer> seen = new HashSet<>();

  ExportedAccounts(Roster exports, List<KnownUser> issued, boolean sharedEmails) {
    this.issued = new KnownUsers(issued);
    all = new ArrayList<>(issued);
    people = PeopleFinder.find(exports, this.issued, sharedEmails);
    exports.read(Table.USERS, this::add);
  }

  /** Everybody: first those whom we issued an account, in their order. */
  KnownUsers all() {
    return new KnownUsers(all);
  }

  /** For each account that an export lists the line of its row there. */
  Map<Integer, Integer> lines() {
    return lines;
  }

  /** The username that an account of ours has on the platform, where it is another. */
  Map<Integer, String> renamed() {
    return renamed;
  }

  private void add(RosterRow row, int line) {
    KnownUser.Standing standing =
        row.text(Field.STATUS).equalsIgnoreCase("suspended")
            ? KnownUser.Standing.SUSPENDED
            : KnownUser.Standing.ON_PLATFORM;
    String username = row.text(Field.USERNAME);
    int ours = ours(row, line);
    boolean other = ours >= 0 && !username.isEmpty() && issued.findUsername(username) != ours;
    if (ours < 0 || (!seen.add(ours) && other)) {
      lines.put(all.size(), line);
      all.add(new KnownUser(person(row), username, "", "", standing));
      return;
    }
    lines.putIfAbsent(ours, line);
    all.set(ours, all.get(ours).with(standing));
    if (!username.isEmpty() && !username.equalsIgnoreCase(all.get(ours).username())) {
      renamed.put(ours, username);
    }
  }

  /** The position of the account of ours that a row of an export is, or -1. */
  private int ours(RosterRow row, int line) {
    Link person = people.ofLine(line);
    int account = person.isFound() ? people.account(person.number()) : -1;
    if (account < 0 && row.has(Field.USERNAME)) {
      // A platform changes names as people marry; with the id as well, it is the same account.
      int owner = issued.findUsername(row.text(Field.USERNAME));
      String id = row.text(Field.ID);
      boolean same = owner >= 0 && !id.isEmpty() && id.equals(issued.all().get(owner).anyId());
      account = same ? owner : -1;
    }
    return account;
  }

  private static Person person(RosterRow row) {
    return new Person(
        row.text(Field.ID),
        row.text(Field.EMAIL),
        Names.full(row),
        row.text(Field.BIRTH_DATE),
        row.text(Field.SITE));
  }
}
