package neatroster.core.check;

import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** A language that is no tag of one. */
final class BadLanguage extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "bad-language",
          Severity.ERROR,
          "A language is not a tag of BCP 47 (RFC 5646), such as en, de or pt-BR.",
          "The platform refuses the row or shows everything in its own language.",
          "Use the tag: pt-BR for Brazilian Portuguese.",
          """
          given name | language
          Ana        | en
          Bo         | English     ← en
          """);

  BadLanguage() {
    super(TEXT, Table.USERS, Table.COURSES);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.LANGUAGE);
    if (cell.isEmpty() || cell.isBlank()) {
      return;
    }
    String language = row.text(Field.LANGUAGE);
    if (!Regions.isLanguage(language)) {
      Finding.Builder finding =
          row.finding(
              this,
              Field.LANGUAGE,
              Quoted.value(language) + " is no language tag such as en, de or pt-BR.");
      Regions.languageCalled(language).ifPresent(finding::suggesting);
      findings.add(finding);
    }
  }
}
