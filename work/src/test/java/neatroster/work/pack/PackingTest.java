package neatroster.work.pack;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import neatroster.core.change.Phase;
import neatroster.runs.Journal;
import neatroster.work.Problem;
import neatroster.work.School;
import neatroster.work.folder.DeliveredRun;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.RunChoice;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PackingTest {
  @TempDir private Path folder;
  private School school;

  @BeforeEach
  void aSchool() throws Exception {
    school = new School(folder);
  }

  private String refused(boolean leaveOutFaulty, Map<String, Integer> goAbove) throws Exception {
    Optional<String> why = school.pack(leaveOutFaulty, goAbove).refused();
    assertThat(folder.resolve("runs")).satisfies(runs -> assertThat(isBlank(runs)).isTrue());
    return why.orElseThrow();
  }

  private static boolean isBlank(Path runs) throws Exception {
    if (!Files.isDirectory(runs)) {
      return true;
    }
    try (Stream<Path> all = Files.list(runs)) {
      return all.findAny().isEmpty();
    }
  }

  @Test
  void withoutAccountsNothingIsPacked() throws Exception {
    assertThat(refused(false, Map.of()))
        .contains("3 users have no username yet")
        .contains("neat-roster issue");
    PackedRun others = school.pack(true, Map.of()).packed().orElseThrow();
    assertThat(others.counts()).containsOnlyKeys("courses", "groups");
    assertThat(others.leftOut()).isEqualTo(5);
  }

  @Test
  void aSheetThatCannotBeReadStopsEvenThoseWhoLeaveOut() throws Exception {
    school.issue();
    school.file("sheets/broken.xlsx", "this is no workbook");
    assertThat(refused(true, Map.of())).contains("could not be read as a whole");
  }

  @Test
  void theSameAgainIsSaidAndSoAreRunsThatWait() throws Exception {
    school.issue();
    PackedRun first = school.packed();
    PackedRun second = school.packed();
    assertThat(first.repeats()).isNull();
    assertThat(second.repeats()).isEqualTo(first.run());
    assertThat(second.waiting()).containsExactly(first.run());
    assertThat(second.ofFolder()).isTrue();
    school.file("sheets/more.csv", "id,given name,family name", "504,Di,Reed");
    school.issue();
    PackedRun third = school.packed();
    assertThat(third.repeats()).isNull();
    assertThat(third.replaces()).contains(first.run(), second.run());
    assertThat(third.counts().get("users")).containsExactly(Map.entry("create", 4));
  }

  @Test
  void whoNamesWhatIsLeftOutDoesWithoutIt() throws Exception {
    school.issue();
    school.file("sheets/groups.csv", "course,name", "NAV-9,Port Watch");
    PackedRun run = school.pack(true, Map.of()).packed().orElseThrow();
    assertThat(run.leftOut()).isPositive();
    assertThat(run.counts()).doesNotContainKey("groups");
    assertThat(run.corrections()).isNotEmpty();
  }

  @Test
  void moreThanTheSettingsLetIsRefused() throws Exception {
    school.file(
        "roster.yaml",
        "policy: {enrollments: {absent: withdraw}}",
        "sheets: [{file: seats.csv, covers: everything}]",
        "stop-above: {withdrawals: 0}");
    school.issue();
    String run = school.packed().run();
    try (LockedRosterFolder locked = school.context().work("send")) {
      DeliveredRun.recordByHand(locked, RunChoice.of(locked.register().runs().all(), run));
    }
    school.file("sheets/seats.csv", "user,course,group", "501,NAV-1,Port Watch");
    assertThat(school.preview()).containsExactly("withdraw withdrawal bfinch NAV-1");
    Optional<String> why = school.pack(false, Map.of()).refused();
    assertThat(why).get().asString().contains("withdrawals");
    assertThat(school.pack(false, Map.of("withdrawals", 0)).refused()).isPresent();
    assertThat(school.pack(false, Map.of("withdrawals", 1)).packed().orElseThrow().counts())
        .containsExactly(Map.entry("withdrawals", Map.of("withdraw", 1)));
    assertThatThrownBy(() -> school.pack(false, Map.of("withdrawels", 1)))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("takes removals, withdrawals or changes");
    assertThatThrownBy(() -> school.pack(false, Map.of("withdrawals", -1)))
        .isInstanceOf(Problem.class);
  }

  @Test
  void formatsThatThereAreNotAreNamed() throws Exception {
    school.issue();
    assertThatThrownBy(() -> school.packed("onerooster"))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("onerooster")
        .hasMessageContaining("oneroster");
    assertThatThrownBy(() -> school.packed("layout:none")).isInstanceOf(Problem.class);
    PackedRun run = school.packed("plain", "scim");
    assertThat(run.files()).extracting(file -> file.format()).contains("plain", "scim");
    assertThat(run.passwords()).isEqualTo(3);
    assertThat(run.passwordsKept()).isEqualTo(3);
  }

  @Test
  void aRunUnderWayComesToItsEndFirst() throws Exception {
    school.platform();
    school.issue();
    String run = school.packed().run();
    try (LockedRosterFolder locked = school.context().work("send")) {
      Journal.of(locked.register().deliveries(), run, "https://pier.example")
          .ended(
              List.of(
                  new Journal.Entry(new Journal.Key(Phase.USERS, 0), Journal.State.DONE, 201, "")),
              Map.of());
    }
    assertThatThrownBy(() -> school.packed()).isInstanceOf(Problem.class).hasMessageContaining(run);
    assertThatThrownBy(() -> school.send())
        .isInstanceOf(Problem.class)
        .hasMessageContaining("was sent to https://pier.example");
    school.close();
  }
}
