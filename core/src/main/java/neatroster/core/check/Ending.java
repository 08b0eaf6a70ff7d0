package neatroster.core.check;

import neatroster.core.intake.Known;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Roster;

/**
 * What there is to look at when all rows have gone by.
 *
 * @param roster the sheets
 * @param keys the keys of their rows
 * @param counts who is where
 * @param known what the platform holds
 */
record Ending(Roster roster, RosterKeys keys, RosterCounts counts, Known known) {
  /** Whether every sheet of a table was read to its end. */
  boolean lists(Table table) {
    return roster.lists(table);
  }

  /** Starts a finding about a field of a row that has gone by. */
  Finding.Builder about(int line, Field field, String value, Rule rule, String message) {
    Finding.Builder finding = new Finding.Builder(rule, roster.place(line), message);
    roster.sheet(line).column(field).ifPresent(finding::in);
    return finding.showing(value);
  }
}
