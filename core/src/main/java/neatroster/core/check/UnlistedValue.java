package neatroster.core.check;

import java.util.Locale;
import java.util.Map;
import neatroster.core.model.OwnField;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.model.WrittenDates;
import neatroster.core.text.Cell;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** A value that your own field does not allow. */
final class UnlistedValue extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "unlisted-value",
          Severity.ERROR,
          "A field that roster.yaml declares under fields holds a value that is none of its one-of, or not of its type.",
          "The platform refuses the row, or makes a new value of it.",
          "Use one of the values, or add it to one-of.",
          """
          (roster.yaml) fields: {learning track: {table: users, one-of: [A, B]}}

          given name | learning track
          Ana        | A
          Bo         | C     ← A or B
          """);

  UnlistedValue() {
    super(TEXT, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.row.isDerived()) {
      return;
    }
    for (Map.Entry<OwnField, Integer> own : row.row.reading().ownFields().entrySet()) {
      Cell cell = row.row.cellAt(own.getValue());
      OwnField field = own.getKey();
      if (cell.isEmpty() || cell.isBlank()) {
        continue;
      }
      String value = cell.cleaned();
      if (!field.oneOf().isEmpty() && !field.oneOf().contains(value)) {
        Finding.Builder finding =
            row.finding(
                this,
                own.getValue(),
                Quoted.value(value) + " is none of " + String.join(", ", field.oneOf()) + ".");
        Nearest.word(value, field.oneOf()).ifPresent(finding::suggesting);
        findings.add(finding);
      } else if (!isOf(field.type(), row, cell)) {
        findings.add(
            row.finding(
                this,
                own.getValue(),
                Quoted.value(value)
                    + " is no "
                    + field.type().name().toLowerCase(Locale.ROOT).replace("_", " or ")
                    + "."));
      }
    }
  }

  private static boolean isOf(OwnField.Type type, CheckedRow row, Cell cell) {
    return switch (type) {
      case TEXT -> true;
      case NUMBER -> cell.cleaned().matches("-?\\d{1,15}(?:[.,]\\d{1,6})?");
      case DATE -> WrittenDates.read(cell.cleaned(), row.row.reading().usualDates()).isPresent();
      case YES_NO -> YesNo.isEither(cell.cleaned());
      case EMAIL -> EmailShape.trouble(cell) == null;
    };
  }
}
