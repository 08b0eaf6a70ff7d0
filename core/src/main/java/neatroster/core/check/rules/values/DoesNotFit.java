package neatroster.core.check.rules.values;

import neatroster.core.check.Finding;
import neatroster.core.check.NoticeRule;
import neatroster.core.check.RuleText;
import neatroster.core.grid.Place;
import neatroster.core.model.Severity;

/** A value that a layout has no room for; {@code pack} finds it before it writes anything. */
public final class DoesNotFit implements NoticeRule {
  static final RuleText TEXT =
      new RuleText(
          "does-not-fit",
          Severity.ERROR,
          "A value does not fit into a cell of the layout that is packed: it is too long, has a character that the layout does not allow or that its encoding lacks, or is blank where the layout says required. Only pack with --as layout:NAME finds this, before anything is written.",
          "The platform would refuse the row, cut the value off or put question marks into a name.",
          "Mend the value in the sheet, or mend the layout: {family|ascii} writes plain letters, {family:20} the first 20 of them.",
          """
                    (layouts/harbour.yaml)
          files: [{row: user, columns: [{header: LOGIN, value: "{username}", longest: 8}]}]

          (roster.yaml) platform: {layout: harbour}


          username  | given name | family name
          aferreira | Ana        | Ferreira     ← has 9 characters
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /**
   * The finding for a row.
   *
   * @param why what does not fit, in a sentence
   * @param value the value, or null where it is not to be shown
   */
  public static Finding of(Place place, String why, String value) {
    return new Finding.Builder(new DoesNotFit(), place, why).showing(value).build(TEXT.severity());
  }
}
