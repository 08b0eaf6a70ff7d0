package neatroster.core.check.rules.sheets;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.Ledger;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.intake.Column;
import neatroster.core.intake.LeftColumns;
import neatroster.core.model.Counted;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** Columns of marks or codes beside people that nothing is read from. */
public final class ColumnLeftAlone implements ColumnRule {
  static final RuleText TEXT = new RuleText("column-left-alone", Severity.WARNING);

  private static final String COURSES = "courses, beside another column that may be the one";
  private static final String IDS = "a different code for each person";
  private static final int MOST_VALUES = 200;
  private static final int MOST_NAMED = 4;

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    if (sheet.table() != Table.USERS && sheet.table() != Table.ENROLLMENTS) {
      return;
    }
    Map<String, List<Column>> byLook = new LinkedHashMap<>();
    boolean lacksId =
        sheet.table() == Table.USERS && !sheet.has(Field.ID) && !sheet.has(Field.USERNAME);
    for (Column column : Ledger.unused(sheet.reading())) {
      if (column.looks() == Column.Looks.PLAIN && !sheet.reading().isSettled(column)) {
        List<String> values = values(sheet, column);
        Optional<String> look =
            column.evidence().isEmpty() ? LeftColumns.look(values) : Optional.of(COURSES);
        if (look.isEmpty() && lacksId && LeftColumns.mayBeIds(values, sheet.rows())) {
          look = Optional.of(IDS);
        }
        look.ifPresent(like -> byLook.computeIfAbsent(like, l -> new ArrayList<>()).add(column));
      }
    }
    byLook.forEach(
        (look, columns) -> {
          List<String> named =
              columns.stream().limit(MOST_NAMED).map(c -> Quoted.value(c.header())).toList();
          boolean one = columns.size() == 1;
          findings.add(
              Finding.about(
                      sheet.reading(),
                      this,
                      (one ? "The column " : Counted.of(columns.size(), "column") + " (")
                          + String.join(", ", named)
                          + (columns.size() > MOST_NAMED ? ", …)" : one ? "" : ")")
                          + (one ? " holds " : " hold ")
                          + look
                          + ", and nothing is read from "
                          + (one ? "it" : "them")
                          + "."
                          + (look.equals(IDS)
                              ? " If people are known by one of these: columns: {id: "
                                  + columns.get(0).header()
                                  + "} under sheets: in roster.yaml."
                              : ""))
                  .in(columns.get(0)));
        });
  }

  /** The different values of a column, some of them where they are many. */
  private static List<String> values(SheetView sheet, Column column) {
    BitSet seen = new BitSet();
    List<String> values = new ArrayList<>();
    for (int at = 0; at < sheet.rows() && values.size() < MOST_VALUES; at++) {
      int text = sheet.textAt(at, column.index());
      if (text != 0 && !seen.get(text)) {
        seen.set(text);
        Optional.of(sheet.shownAt(column.index(), text).cleaned())
            .filter(value -> !value.isEmpty())
            .ifPresent(values::add);
      }
    }
    return values;
  }
}
