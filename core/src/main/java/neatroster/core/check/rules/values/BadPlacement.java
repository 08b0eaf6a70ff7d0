package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A path with gaps in it. */
public final class BadPlacement extends ValueRule {
  static final RuleText TEXT =
      new RuleText(
          "bad-placement",
          Severity.ERROR,
          "A site or a category is a path with a part that is blank, or with a slash at its beginning or end, or with the wrong slash.",
          "The account or the course ends up in a place that nobody looks at, or in none.",
          "Write the path with single slashes between its parts: Main Pier/Cadets.",
          """
          given name | site
          Ana        | Main Pier/Cadets
          Bo         | Main Pier//Cadets     ← Main Pier/Cadets
          """);

  public BadPlacement() {
    super(TEXT, List.of(Field.SITE, Field.CATEGORY), Table.USERS, Table.COURSES);
  }
}
