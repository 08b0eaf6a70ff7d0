package neatroster.core.check;

import java.util.HashSet;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.roster.Known;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** A site that the platform does not have. */
final class UnknownSite implements ColumnRule {
  static final RuleText TEXT =
      new RuleText(
          "unknown-site",
          Severity.WARNING,
          "A site is none of those that the platform has, as far as the exports in known/ show.",
          "The platform makes a new site, or refuses the row.",
          "Correct it, or leave it if a new site is meant.",
          """
          (known)
          username | given name | site
          mlund    | Mikkel     | Main Pier/Cadets
          tnovak   | Tomas      | Main Pier/Crew

          given name | site
          Ana        | Main Pier/Cadet     ← Main Pier/Cadets?
          """);

  private final Known known;
  private final Set<String> told = new HashSet<>();

  /** What the platform has, and what that is in. */
  private final Set<String> there = new HashSet<>();

  UnknownSite(Known known) {
    this.known = known;
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    if (known.sites().isEmpty() || !sheet.has(Field.SITE)) {
      return;
    }
    TextTests strange =
        sheet.tests(
            Field.SITE,
            cell -> !cell.isBlank() && !isKnown(sheet.reading().judged(Field.SITE, cell).text()));
    for (int position = 0; position < sheet.rows(); position++) {
      if (strange.passes(sheet.text(position, Field.SITE)) && !sheet.isTorn(position)) {
        String value = sheet.row(position).text(Field.SITE);
        // Each is told once: a new place has many people.
        if (told.add(value)) {
          Finding.Builder finding =
              sheet.finding(
                  position,
                  Field.SITE,
                  this,
                  "The platform has no site " + Quoted.value(value) + "; it would be a new one.");
          Nearest.word(value, known.sites()).ifPresent(finding::suggesting);
          findings.add(finding);
        }
      }
    }
  }

  /** Whether the platform has a place, or one within it. */
  private boolean isKnown(String value) {
    if (there.isEmpty()) {
      for (String path : known.sites()) {
        for (int end = path.length(); end > 0; end = path.lastIndexOf('/', end - 1)) {
          there.add(path.substring(0, end));
        }
      }
    }
    return there.contains(value);
  }
}
