package neatroster.core.check;

import java.util.List;
import neatroster.core.grid.Place;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.text.Quoted;
import neatroster.core.wanted.Memberships;
import neatroster.core.wanted.Wanted;

/**
 * What there is to look at when all rows have gone by.
 *
 * @param resolved the roster
 * @param counts who is where
 * @param wanted what is asked for, as far as the rows are understood
 */
public record RosterView(ResolvedRoster resolved, RosterCounts counts, Wanted wanted) {
  /** Starts a finding about a field of a row that has gone by. */
  public Finding.Builder about(int line, Field field, String value, Rule rule, String message) {
    Finding.Builder finding = new Finding.Builder(rule, resolved.rows().place(line), message);
    resolved.rows().sheet(line).column(field).ifPresent(finding::in);
    return finding.showing(value);
  }

  /** Starts a finding about the first of some fields that a row that has gone by fills in. */
  public Finding.Builder about(int line, List<Field> fields, Rule rule, String message) {
    RosterRow row = resolved.rows().row(line);
    return fields.stream()
        .filter(field -> !row.isDerived() && row.has(field))
        .findFirst()
        .map(field -> about(line, field, row.cell(field).cleaned(), rule, message))
        .orElseGet(() -> new Finding.Builder(rule, resolved.rows().place(line), message));
  }

  /** Starts a finding about an instructor whom a course names, and of whom a row says otherwise. */
  public Finding.Builder about(
      Memberships.InstructorElse one, Rule rule, String says, String andThat) {
    Place place = resolved.rows().place(one.rowLine());
    String row = CheckedRow.named(place, resolved.rows().sheet(one.courseLine()));
    String message = Quoted.value(one.name()) + " " + says + " " + row + ", which " + andThat;
    return about(one.courseLine(), Field.INSTRUCTORS, one.name(), rule, message).with(place);
  }
}
