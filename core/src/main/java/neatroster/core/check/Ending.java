package neatroster.core.check;

import neatroster.core.model.Field;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.wanted.Wanted;

/**
 * What there is to look at when all rows have gone by.
 *
 * @param resolved the roster
 * @param counts who is where
 * @param wanted what is asked for, as far as the rows are understood
 */
public record Ending(ResolvedRoster resolved, RosterCounts counts, Wanted wanted) {
  /** Starts a finding about a field of a row that has gone by. */
  public Finding.Builder about(int line, Field field, String value, Rule rule, String message) {
    Finding.Builder finding = new Finding.Builder(rule, resolved.rows().place(line), message);
    resolved.rows().sheet(line).column(field).ifPresent(finding::in);
    return finding.showing(value);
  }
}
