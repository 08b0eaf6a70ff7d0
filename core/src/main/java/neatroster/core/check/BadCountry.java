package neatroster.core.check;

import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** A country that is no code of one. */
final class BadCountry extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "bad-country",
          Severity.ERROR,
          "A country is not one of the two-letter codes of ISO 3166-1.",
          "The platform refuses the row or drops the value.",
          "Use the code: PT for Portugal.",
          """
          given name | country
          Ana        | PT
          Bo         | Portugal     ← PT
          """);

  BadCountry() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.COUNTRY);
    if (cell.isEmpty() || cell.isBlank()) {
      return;
    }
    String country = row.text(Field.COUNTRY);
    if (!Regions.isCountry(country)) {
      Finding.Builder finding =
          row.finding(
              this, Field.COUNTRY, Quoted.value(country) + " is no country code of two letters.");
      Regions.countryCalled(country).ifPresent(finding::suggesting);
      findings.add(finding);
    }
  }
}
