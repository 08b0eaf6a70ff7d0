package neatroster.core.check;

import java.text.Normalizer;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import neatroster.core.intake.NameParts;
import neatroster.core.intake.Names;
import neatroster.core.roster.People;
import neatroster.core.roster.ResolvedRoster;

/** People without a username, by what it may become: their names and initials run together. */
final class FutureUsernames {
  /** More people than these are not looked through for a guess. */
  private static final int MOST = 200_000;

  private static final int SEVERAL = -1;

  private final Map<String, Integer> lines = new HashMap<>();

  FutureUsernames(ResolvedRoster roster) {
    People people = roster.people();
    for (int person = 0; person < people.count() && lines.size() < MOST; person++) {
      int line = people.firstLine(person);
      if (line >= 0 && people.username(person).isEmpty() && people.account(person) < 0) {
        NameParts name = Names.parts(roster.rows().row(line));
        String given = bare(name.given());
        String family = bare(name.family());
        if (!given.isEmpty() && !family.isEmpty()) {
          List.of(
                  given + family,
                  family + given,
                  given.charAt(0) + family,
                  family + given.charAt(0))
              .forEach(key -> lines.merge(key, line, (one, other) -> SEVERAL));
        }
      }
    }
  }

  /** The only line of somebody whose username a text may become. */
  Optional<Integer> line(String text) {
    int at = text.indexOf('@');
    return Optional.ofNullable(lines.get(bare(at < 0 ? text : text.substring(0, at))))
        .filter(line -> line != SEVERAL);
  }

  /** Letters alone, small and without accents. */
  private static String bare(String text) {
    StringBuilder bare = new StringBuilder(text.length());
    Normalizer.normalize(text.toLowerCase(Locale.ROOT), Normalizer.Form.NFKD)
        .codePoints()
        .filter(Character::isLetter)
        .forEach(bare::appendCodePoint);
    return bare.toString();
  }
}
