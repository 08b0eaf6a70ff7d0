package neatroster.core.roster;

import neatroster.core.state.KnownUsers;

/**
 * Decides who is who: which rows of all lists, and which accounts, are one person. What it decides
 * does not depend on the order of sheets and rows.
 */
public final class PeopleFinder {
  private PeopleFinder() {}

  /**
   * Finds everybody whom the lists of a roster describe.
   *
   * @param known who has an account
   * @param sharedEmails whether several people may have one address, so that it tells nobody apart
   * @param matchesByName whether a list of people and an account that an export alone has are put
   *     together by a name that nobody else has
   */
  public static People find(
      Roster roster, KnownUsers known, boolean sharedEmails, boolean matchesByName) {
    PersonSources sources = new PersonSources(roster, known, sharedEmails);
    DisjointSets joined = new DisjointSets(sources.size());
    DoubtsOfRows doubts = new DoubtsOfRows(sources);
    JoiningByMarks byMarks = new JoiningByMarks(sources, joined, doubts);
    byMarks.join();
    new JoiningByName(sources, joined, doubts, matchesByName).join();
    new SameBirth(sources, joined, doubts).find();
    byMarks.saySoOfNewNames();
    return sources.people(joined, doubts.undecided(), doubts.byLine());
  }
}
