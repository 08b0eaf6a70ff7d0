package neatroster.runs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import neatroster.core.change.Phase;
import neatroster.register.Register;
import neatroster.register.RegisterException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class JournalTest {
  private static final String RUN = "2027-01-12-1";
  private static final String SERVICE = "https://pier.example/scim";
  private static final Journal.Key MADE = new Journal.Key(Phase.USERS, 0);
  private static final Journal.Key REFUSED = new Journal.Key(Phase.USERS, 1);
  private static final Journal.Key FOUND = new Journal.Key(Phase.COURSES, 0);
  private static final Journal.Key DOUBTFUL = new Journal.Key(Phase.ENROLLMENTS, 700);

  @TempDir private Path temp;

  private static Journal journal(Register register) throws RegisterException {
    return Journal.of(register.deliveries(), RUN, SERVICE);
  }

  @Test
  void whoeverGoesOnKnowsWhatWasSent() throws Exception {
    try (Register register = Register.open(temp)) {
      Journal journal = journal(register);
      journal.started(List.of(MADE, REFUSED, FOUND, DOUBTFUL));
      journal.ended(
          List.of(
              new Journal.Entry(MADE, Journal.State.DONE, 201, ""),
              new Journal.Entry(REFUSED, Journal.State.REFUSED, 409, "somebody has it"),
              new Journal.Entry(FOUND, Journal.State.DONE, 0, Journal.FOUND)),
          Map.of("user amarlowe", "17"));
    }
    try (Register register = Register.open(temp)) {
      Journal journal = journal(register);
      assertThat(journal.state(MADE)).isEqualTo(Journal.State.DONE);
      assertThat(journal.state(DOUBTFUL)).isEqualTo(Journal.State.STARTED);
      assertThat(journal.state(new Journal.Key(Phase.WITHDRAWALS, 700)))
          .isEqualTo(Journal.State.OPEN);
      assertThat(journal.refusal(REFUSED).orElseThrow().reason()).isEqualTo("somebody has it");
      assertThat(journal.isFound(FOUND)).isTrue();
      assertThat(journal.isFound(MADE)).isFalse();
      assertThat(journal.ended()).isEqualTo(3);
      assertThat(journal.refused()).isOne();
      assertThat(register.deliveries().ids(SERVICE)).containsEntry("user amarlowe", "17");
    }
  }

  @Test
  void aRowThatIsSentAgainCountsOnce() {
    Journal journal = Journal.forgetful();
    journal.ended(List.of(new Journal.Entry(REFUSED, Journal.State.REFUSED, 409, "no")), Map.of());
    journal.ended(List.of(new Journal.Entry(REFUSED, Journal.State.DONE, 201, "")), Map.of());
    assertThat(journal.ended()).isOne();
    assertThat(journal.refused()).isZero();
    journal.started(List.of(REFUSED));
    assertThat(journal.ended()).isZero();
  }

  @Test
  void whatFollowsLaterIsNotInDoubt() {
    Journal journal = Journal.forgetful();
    journal.ended(List.of(new Journal.Entry(MADE, Journal.State.HALF, 201, "")), Map.of());
    journal.started(List.of(MADE));
    assertThat(journal.state(MADE)).isEqualTo(Journal.State.HALF);
    assertThat(journal.hasEnded(MADE)).isFalse();
  }

  @Test
  void whatCannotBeRememberedIsNotSent() throws Exception {
    Register register = Register.open(temp);
    Journal journal = journal(register);
    register.close();
    assertThatThrownBy(() -> journal.started(List.of(MADE)))
        .isInstanceOf(UncheckedIOException.class);
    assertThat(journal.state(MADE)).isEqualTo(Journal.State.OPEN);
  }
}
