package neatroster.core.check.rules.courses;

import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.state.Known;

/** A category that the platform does not have. */
public final class UnknownCategory extends UnknownPlace {
  static final RuleText TEXT =
      new RuleText(
          "unknown-category",
          Severity.WARNING,
          "A category is none of those that the platform has, as far as the exports in known/ show.",
          "The platform makes a new category, or refuses the row.",
          "Correct it, or leave it if a new category is meant.",
          """
          (known)
          code  | title | category
          NAV-1 | Coast | Deck/Year 1
          NAV-2 | Night | Deck/Year 2

          code  | title | category
          NAV-3 | Dusk  | Deck/Yaer 2     ← Deck/Year 2?
          """);

  public UnknownCategory(Known known) {
    super(TEXT, Field.CATEGORY, known.told().categories());
  }
}
