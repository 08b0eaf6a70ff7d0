package neatroster.core.roster;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

// By name

/** What is sources.known() of those who were joined by what tells them apart. */
final class Cluster {
  private static final int NONE = PersonSources.NONE;

  private final PersonSources sources;
  private final List<Integer> nodes = new ArrayList<>();
  private final Set<Integer> ids = new LinkedHashSet<>();
  private final Set<Integer> usernames = new LinkedHashSet<>();
  private final Set<Integer> emails = new LinkedHashSet<>();
  private final Set<Integer> born = new LinkedHashSet<>();
  private final Set<Integer> sites = new LinkedHashSet<>();
  private final Set<Integer> plainSheets = new LinkedHashSet<>();
  private boolean account;

  Cluster(PersonSources sources) {
    this.sources = sources;
  }

  /** Adds a node. */
  void add(int node) {
    nodes.add(node);
    note(ids, sources.bareId(node));
    note(usernames, sources.username(node));
    if (!sources.sharesEmails()) {
      note(emails, sources.email(node));
    }
    note(born, sources.born(node));
    note(sites, sources.site(node));
    if (node >= sources.rows()) {
      account = true;
    } else if (!sources.enrolls(node)) {
      plainSheets.add(sources.sheet(node));
    }
  }

  private static void note(Set<Integer> all, int key) {
    if (key != NONE) {
      all.add(key);
    }
  }

  /** The node that it began with. */
  int first() {
    return nodes.get(0);
  }

  /** Whether there is an account. */
  boolean hasAccount() {
    return account;
  }

  /** Whether a list of people that says no courses has the person. */
  boolean isListed() {
    return !plainSheets.isEmpty();
  }

  /** The nodes. */
  List<Integer> nodes() {
    return nodes;
  }

  /** Whether anything tells the person apart but the name. */
  boolean isMarked() {
    return !ids.isEmpty() || !usernames.isEmpty() || !emails.isEmpty();
  }

  /** Whether others can be found to be this one. */
  boolean isAnchor() {
    return account || (isMarked() && !plainSheets.isEmpty());
  }

  /** Whether two cannot be one person. */
  boolean contradicts(Cluster other) {
    return contradictsBesideAddress(other) || apart(emails, other.emails);
  }

  private boolean contradictsBesideAddress(Cluster other) {
    return apart(ids, other.ids)
        // A username that we made says nothing against one of a list.
        || (!account && !other.account && apart(usernames, other.usernames))
        || apart(born, other.born)
        || apart(sites, other.sites);
  }

  /** Whether nothing but another address keeps apart one who has an id and one who has none. */
  boolean mayHaveTwoAddresses(Cluster listed) {
    return ids.isEmpty()
        && !listed.ids.isEmpty()
        && apart(emails, listed.emails)
        && !contradictsBesideAddress(listed);
  }

  private static boolean apart(Set<Integer> one, Set<Integer> other) {
    return !one.isEmpty() && !other.isEmpty() && one.stream().noneMatch(other::contains);
  }

  /** Whether one list of people has both. */
  boolean sharesPlainSheet(Cluster other) {
    return plainSheets.stream().anyMatch(other.plainSheets::contains);
  }

  /** Whether it is nothing but the account of a guardian. */
  boolean isGuardian() {
    return nodes.stream()
        .allMatch(
            node ->
                node >= sources.rows()
                    && sources.known().all().get(node - sources.rows()).isGuardian());
  }
}
