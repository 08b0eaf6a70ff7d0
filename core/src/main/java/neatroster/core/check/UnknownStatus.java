package neatroster.core.check;

import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** A status that has no meaning here. */
final class UnknownStatus implements RowRule {
  static final RuleText TEXT =
      new RuleText(
          "unknown-status",
          Severity.ERROR,
          "A status that is not one of the words for this table: active, suspended, removed for users; open, closed, removed for courses; open, removed for groups; active, ended for enrollments.",
          "Somebody who should be suspended stays in, or the other way round.",
          "Use one of those words, or leave the cell blank for the first of them.",
          """
          username | given name | status
          amorgan  | Ana        | active
          bfinch   | Bo         | suspnded     ← suspended?
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return EnumSet.allOf(Table.class);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.STATUS);
    if (cell.isEmpty() || cell.isBlank()) {
      return;
    }
    String status = row.text(Field.STATUS).toLowerCase(Locale.ROOT);
    List<String> known = row.table().statuses();
    if (!known.contains(status)) {
      findings.add(
          row.unknown(
              this,
              Field.STATUS,
              Quoted.value(row.text(Field.STATUS))
                  + " is not one of "
                  + String.join(", ", known)
                  + ".",
              Nearest.word(status, known).stream().toList()));
    }
  }
}
