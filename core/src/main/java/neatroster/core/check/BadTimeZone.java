package neatroster.core.check;

import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** A time zone that does not exist. */
final class BadTimeZone extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "bad-time-zone",
          Severity.ERROR,
          "A time zone is not one of the IANA time zone database, such as Europe/Lisbon.",
          "Everything that is due is due at the wrong hour.",
          "Use the name of the zone: a continent, a slash and a city.",
          """
          given name | time zone
          Ana        | Europe/Lisbon
          Bo         | Lisbon     ← Europe/Lisbon
          """);

  BadTimeZone() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.TIME_ZONE);
    if (cell.isEmpty() || cell.isBlank()) {
      return;
    }
    String zone = row.text(Field.TIME_ZONE);
    if (!Regions.isTimeZone(zone)) {
      Finding.Builder finding =
          row.finding(
              this,
              Field.TIME_ZONE,
              Quoted.value(zone) + " is no time zone such as Europe/Lisbon.");
      Regions.timeZoneCalled(zone).ifPresent(finding::suggesting);
      findings.add(finding);
    }
  }
}
