package neatroster.work.pack;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import neatroster.work.Problem;
import neatroster.work.School;
import neatroster.work.folder.DeliveredRun;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.RunChoice;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class UndoingTest {
  private static final Map<String, Integer> ANY = Map.of("removals", 99, "withdrawals", 99);

  @TempDir private Path folder;
  private School school;

  @BeforeEach
  void aSchool() throws Exception {
    school = new School(folder);
    school.issue();
  }

  /** Packs a run and says that it was uploaded. */
  private String uploaded(String... as) throws Exception {
    String run = school.packed(as).run();
    try (LockedRosterFolder locked = school.context().work("send")) {
      DeliveredRun.recordByHand(locked, RunChoice.of(locked.register().runs().all(), run));
    }
    return run;
  }

  @Test
  void onlyWhatWasDeliveredIsTakenBackAndOnlyOnce() throws Exception {
    String run = school.packed().run();
    assertThatThrownBy(() -> school.undo(run, false, ANY))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("is not recorded as delivered");
    assertThatThrownBy(() -> school.undo("2027-01-12-9", false, ANY)).isInstanceOf(Problem.class);
    String second = uploaded();
    UndoneRun undone = school.undo(second, false, ANY).undone().orElseThrow();
    assertThat(undone.undoes()).isEqualTo(second);
    assertThat(undone.counts())
        .containsEntry("removals", Map.of("remove", 6))
        .containsEntry("withdrawals", Map.of("withdraw", 2));
    try (LockedRosterFolder locked = school.context().work("send")) {
      DeliveredRun.recordByHand(locked, RunChoice.of(locked.register().runs().all(), undone.run()));
    }
    assertThatThrownBy(() -> school.undo(second, false, ANY))
        .hasMessageContaining("was taken back already, by run " + undone.run());
  }

  @Test
  void itGoesTheWayItCame() throws Exception {
    String run = uploaded("oneroster", "ldif");
    UndoneRun undone = school.undo(run, false, ANY).undone().orElseThrow();
    assertThat(undone.files())
        .extracting(file -> file.path().replaceAll("/.*", ""))
        .contains("oneroster", "ldif");
  }

  @Test
  void whatOthersCameIntoSinceIsNotTakenAwayUnasked() throws Exception {
    String run = uploaded();
    school.file(
        "known/users.csv",
        "username,given name,family name",
        "amarlowe,Ana,Marlowe",
        "bfinch,Bo,Finch",
        "cquay,Cy,Quay",
        "stranger,Di,Reed");
    school.file(
        "known/seats.csv",
        "user,course,role,group",
        "amarlowe,NAV-1,learner,Port Watch",
        "bfinch,NAV-1,learner,",
        "stranger,KNOT,learner,");
    Undoing.Result refused = school.undo(run, false, ANY);
    assertThat(refused.undone()).isEmpty();
    assertThat(refused.refused())
        .get()
        .asString()
        .contains("The run made KNOT, and 1 enrollment in it came since by other ways");
    assertThat(school.undo(run, true, ANY).undone()).isPresent();
  }

  @Test
  void aRunThatSomebodyEditedIsNotTrusted() throws Exception {
    String run = uploaded();
    Path changes = folder.resolve("runs/" + run + "/changes/users.csv");
    Files.writeString(changes, Files.readString(changes).replace("amarlowe", "bmarlowe"));
    assertThatThrownBy(() -> school.undo(run, false, ANY))
        .isInstanceOf(Problem.class)
        .hasMessageContaining(run);
  }

  @Test
  void limitsThatThereAreNotAreRefused() throws Exception {
    String run = uploaded();
    assertThatThrownBy(() -> school.undo(run, false, Map.of("departures", 9)))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("takes removals, withdrawals or changes");
    assertThat(school.undo(run, false, Map.of("removals", 99)).refused())
        .get()
        .asString()
        .contains("withdrawals")
        .doesNotContain("removals");
  }
}
