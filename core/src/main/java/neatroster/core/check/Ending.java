package neatroster.core.check;

import neatroster.core.model.Field;
import neatroster.core.roster.ResolvedRoster;

/**
 * What there is to look at when all rows have gone by.
 *
 * @param resolved the roster
 * @param counts who is where
 */
public record Ending(ResolvedRoster resolved, RosterCounts counts) {
  /** Starts a finding about a field of a row that has gone by. */
  public Finding.Builder about(int line, Field field, String value, Rule rule, String message) {
    Finding.Builder finding = new Finding.Builder(rule, resolved.rows().place(line), message);
    resolved.rows().sheet(line).column(field).ifPresent(finding::in);
    return finding.showing(value);
  }
}
