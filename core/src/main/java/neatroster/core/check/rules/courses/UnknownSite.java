package neatroster.core.check.rules.courses;

import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.state.Known;

/** A site that the platform does not have. */
public final class UnknownSite extends UnknownPlace {
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

  public UnknownSite(Known known) {
    super(TEXT, Field.SITE, known.told().sites());
  }
}
