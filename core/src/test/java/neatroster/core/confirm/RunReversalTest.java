package neatroster.core.confirm;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import neatroster.core.Rosters;
import neatroster.core.change.Change;
import neatroster.core.change.DeliveredChanges;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.statement.Statement;
import neatroster.core.statement.Statements;
import org.junit.jupiter.api.Test;

class RunReversalTest {
  private final List<Statement> statements = new ArrayList<>();

  private static PlannedChange enrolled(Change change, String group, String role) {
    return new PlannedChange(
        Phase.ENROLLMENTS,
        change,
        Map.of(
            Field.USER, "amarlowe", Field.COURSE, "NAV-1", Field.GROUP, group, Field.ROLE, role));
  }

  private DeliveredChanges deliver(List<PlannedChange> changes) {
    DeliveredChanges delivered = new DeliveredChanges(changes);
    statements.add(new Statement.Delivery(delivered, Instant.EPOCH.plusSeconds(statements.size())));
    return delivered;
  }

  private Known known() throws Exception {
    return Statements.read(Rosters.of(), statements, List.of(), false);
  }

  @Test
  void whoLeavesAFurtherGroupAgainIsInTheCourseAsBefore() throws Exception {
    deliver(
        List.of(
            new PlannedChange(Phase.USERS, Change.CREATE, Map.of(Field.USERNAME, "amarlowe")),
            enrolled(Change.ENROLL, "Port", "learner")));
    DeliveredChanges further =
        deliver(
            List.of(
                enrolled(Change.RE_ROLE, "Port", "instructor").from(Map.of(Field.ROLE, "learner")),
                enrolled(Change.ENROLL, "Star", "instructor")));
    List<PlannedChange> back = new ArrayList<>();
    ArrivalCheck arrival = new ArrivalCheck(Settings.builder().build(), known());
    new RunReversal(further, arrival, made -> false).read(back::add, what -> {});
    // A platform may know one role for a person in a course, whatever the groups.
    assertThat(back)
        .extracting(PlannedChange::change, change -> change.value(Field.ROLE))
        .containsExactly(tuple(Change.RE_ROLE, "learner"), tuple(Change.REGROUP, "learner"));

    deliver(back);
    List<String> seats = new ArrayList<>();
    Known again = known();
    again
        .memberships()
        .each(
            one ->
                seats.add(
                    again.memberships().groupOf(one) + " " + again.memberships().roleOf(one)));
    assertThat(seats).containsExactly("Port learner");
  }
}
