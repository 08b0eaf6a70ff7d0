package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A language that is no tag of one. */
public final class BadLanguage extends ValueRule {
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

  public BadLanguage() {
    super(TEXT, List.of(Field.LANGUAGE), Table.USERS, Table.COURSES);
  }
}
