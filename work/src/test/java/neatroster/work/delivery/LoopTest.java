package neatroster.work.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import neatroster.practice.Faults;
import neatroster.work.Problem;
import neatroster.work.School;
import neatroster.work.folder.DeliveredRun;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.RunChoice;
import neatroster.work.pack.PackedRun;
import neatroster.work.pack.Packing;
import neatroster.work.pack.Undoing;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** From sheet to proof and back, with what comes in between. */
class LoopTest {
  private static final Map<String, Integer> ANY = Map.of("removals", 99, "withdrawals", 99);

  @TempDir private Path folder;
  private School school;
  private Faults faults;

  @BeforeEach
  void aSchool() throws Exception {
    school = new School(folder);
    faults = school.platform();
    assertThat(school.issue().issued()).hasSize(3);
  }

  @AfterEach
  void close() {
    school.close();
  }

  private void isThere(String... nothingLeft) throws Exception {
    ConfirmedRun confirmed = school.confirm();
    assertThat(confirmed.isFine()).as(confirmed.changes().missing().toString()).isTrue();
    assertThat(school.preview()).containsExactly(nothingLeft);
  }

  @Test
  void whatIsAskedIsSentAndConfirmedAndNothingIsLeft() throws Exception {
    assertThat(school.preview())
        .containsExactlyInAnyOrder(
            "create course NAV-1",
            "create course KNOT",
            "create user amarlowe",
            "create user bfinch",
            "create user cquay",
            "create group NAV-1 Port Watch",
            "enroll enrollment amarlowe NAV-1 Port Watch",
            "enroll enrollment bfinch NAV-1");
    PackedRun run = school.packed();
    assertThat(run.passwords()).isEqualTo(3);
    RunDelivery.Result sent = school.send();
    assertThat(sent.done()).isEqualTo(8);
    assertThat(sent.left() + sent.refused()).isZero();
    isThere();
    assertThat(school.packed().run()).isNull();
  }

  @Test
  void aRowThatIsLeftOutIsMendedAndComesWithTheNextRun() throws Exception {
    school.file("sheets/seats.csv", "user,course,group", "501,NAV-1,Port Watch", "599,NAV-1,");
    Packing.Result refused = school.pack(false, Map.of());
    assertThat(refused.packed()).isEmpty();
    assertThat(refused.refused()).get().asString().contains("1 error must be mended first");
    PackedRun first = school.pack(true, Map.of()).packed().orElseThrow();
    assertThat(first.leftOut()).isEqualTo(1);
    assertThat(first.corrections()).hasSize(1);
    assertThat(Files.readString(folder.resolve(first.folder()).resolve(first.corrections().get(0))))
        .contains("599")
        .contains("There is no user “599”");
    school.send();
    isThere();
    school.file("sheets/seats.csv", "user,course,group", "501,NAV-1,Port Watch", "503,NAV-1,");
    assertThat(school.preview()).containsExactly("enroll enrollment cquay NAV-1");
    assertThat(school.packed().leftOut()).isZero();
    school.send();
    isThere();
  }

  @Test
  void whatThePlatformRefusedComesBackAndGoesWhenItIsMended() throws Exception {
    faults.set(Faults.Kind.UNIQUE_NAMES, 1);
    school.file("sheets/groups.csv", "course,name", "NAV-1,Port Watch", "KNOT,Port Watch");
    school.packed();
    RunDelivery.Result sent = school.send();
    assertThat(sent.done() + sent.refused()).isEqualTo(9);
    assertThat(sent.left()).isZero();
    ConfirmedRun confirmed = school.confirm();
    assertThat(confirmed.changes().missing().size()).isEqualTo(sent.refused());
    assertThat(confirmed.isFine()).isEqualTo(sent.refused() == 0);
  }

  @Test
  void aServiceThatEndsInTheMiddleGoesOnWhereItStopped() throws Exception {
    faults.set(Faults.Kind.NO_BULK, 1);
    faults.set(Faults.Kind.READ_ONLY, 1);
    PackedRun run = school.packed();
    assertThat(school.send().done()).isZero();
    assertThatThrownBy(() -> school.undo(run.run(), false, ANY))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("in part");
    faults.set(Faults.Kind.READ_ONLY, 0);
    RunDelivery.Result sent = school.send();
    assertThat(sent.done() + sent.refused()).isEqualTo(8);
  }

  @Test
  void aRunIsTakenBackAndThePlatformIsAsItWas() throws Exception {
    PackedRun run = school.packed();
    school.send();
    isThere();
    Undoing.Result above = school.undo(run.run(), false, Map.of());
    assertThat(above.undone()).isEmpty();
    assertThat(above.refused()).get().asString().contains("removals");
    Undoing.Result undone = school.undo(run.run(), false, ANY);
    assertThat(undone.undone().orElseThrow().undoes()).isEqualTo(run.run());
    RunDelivery.Result sent = school.send();
    assertThat(sent.refused() + sent.left()).isZero();
    assertThat(school.confirm().isFine()).isTrue();
    // The sheets ask for all of it still.
    assertThat(school.preview()).hasSize(8);
  }

  @Test
  void theSecondWeekChangesOnlyWhatIsNew() throws Exception {
    school.platform(
        "policy: {users: {known: overwrite}, enrollments: {absent: withdraw}}",
        "sheets: [{file: seats.csv, covers: everything}]");
    school.packed();
    school.send();
    isThere();
    school.file(
        "sheets/people.csv",
        "id,given name,family name,email,grade",
        "501,Ana,Marlowe-Reed,ana@pier.example,6",
        "502,Bo,Finch,bo@pier.example,6",
        "503,Cy,Quay,cy@pier.example,7",
        "504,Di,Reed,di@pier.example,7");
    school.file("sheets/seats.csv", "user,course,group", "501,NAV-1,Port Watch", "504,KNOT,");
    school.issue();
    assertThat(school.preview())
        .containsExactly(
            "change user amarlowe",
            "create user dreed",
            "enroll enrollment dreed KNOT",
            "withdraw withdrawal bfinch NAV-1");
    assertThat(school.pack(false, Map.of()).refused()).get().asString().contains("withdrawals");
    assertThat(school.pack(false, ANY).packed()).isPresent();
    school.send();
    isThere();
  }

  @Test
  void whatOnlyAnExportTellsIsDecidedByIt() throws Exception {
    school.packed();
    try (LockedRosterFolder locked = school.context().work("send")) {
      DeliveredRun.recordByHand(locked, RunChoice.of(locked.register().runs().all(), null));
    }
    school.file(
        "export/users.csv",
        "username,given name,family name,email",
        "amarlowe,Ana,Marlowe,ana@pier.example",
        "bfinch,Bo,Finch,bo@pier.example");
    school.file("export/courses.csv", "code,title", "NAV-1,Navigation", "KNOT,Knots");
    school.file("export/groups.csv", "course,name", "NAV-1,Port Watch");
    school.file(
        "export/seats.csv",
        "user,course,role,group",
        "amarlowe,NAV-1,learner,Port Watch",
        "bfinch,NAV-1,learner,");
    ConfirmedRun confirmed =
        school.confirm(
            "users=export/users.csv",
            "courses=export/courses.csv",
            "groups=export/groups.csv",
            "enrollments=export/seats.csv");
    assertThat(confirmed.isFine()).isFalse();
    assertThat(confirmed.changes().missing())
        .singleElement()
        .extracting(found -> found.change().key())
        .isEqualTo("cquay");
    assertThat(confirmed.changes().asAsked()).isEqualTo(7);
    // Who is missing is asked for again, and nobody else.
    assertThat(school.preview()).isEqualTo(List.of("create user cquay"));
  }
}
