package neatroster.core.check;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** A path with gaps in it. */
final class BadPlacement extends TableRule {
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

  BadPlacement() {
    super(TEXT, Table.USERS, Table.COURSES);
  }

  private static final Field[] FIELDS = {Field.SITE, Field.CATEGORY};
  private static final int DEEPEST = 12;

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Field field : FIELDS) {
      Cell cell = row.cell(field);
      if (cell.isEmpty() || cell.isBlank()) {
        continue;
      }
      String path = row.text(field);
      List<String> parts = new ArrayList<>();
      for (String part : path.replace('\\', '/').split("/", -1)) {
        if (!part.isBlank()) {
          parts.add(part.strip());
        }
      }
      String straight = String.join("/", parts);
      if (!straight.equals(path) && !straight.isEmpty()) {
        findings.add(
            row.finding(this, field, Quoted.value(path) + " is a path with a gap or a stray slash.")
                .suggesting(straight));
      } else if (straight.isEmpty() || parts.size() > DEEPEST) {
        findings.add(
            row.finding(
                this,
                field,
                Quoted.value(path)
                    + (straight.isEmpty() ? " names nothing." : " goes deeper than any place.")));
      }
    }
  }
}
