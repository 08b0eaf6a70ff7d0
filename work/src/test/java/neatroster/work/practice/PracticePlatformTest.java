package neatroster.work.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import neatroster.practice.Faults;
import neatroster.work.Problem;
import neatroster.work.School;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PracticePlatformTest {
  private static final Path DATA = Path.of("practice.db");

  @TempDir private Path folder;
  private School school;

  @BeforeEach
  void aSchool() throws Exception {
    school = new School(folder);
  }

  @Test
  void itKeepsItsTokenAndIsReadableByItsOwnerAlone() throws Exception {
    String token;
    try (PracticePlatform first = PracticePlatform.start(school.context(), 0, DATA, new Faults())) {
      assertThat(first.tokenFile()).isEqualTo(Path.of("practice.db.token"));
      assertThat(first.service()).startsWith("http://127.0.0.1:");
      assertThat(first.faults()).isEmpty();
      token = school.text("practice.db.token");
    }
    assertThat(Files.getPosixFilePermissions(folder.resolve(DATA)).toString())
        .doesNotContain("OTHERS", "GROUP");
    try (PracticePlatform again =
        PracticePlatform.start(
            school.context(), 0, DATA, PracticePlatform.faults(List.of("no-bulk")))) {
      assertThat(again.faults()).contains("no-bulk");
      assertThat(school.text("practice.db.token")).isEqualTo(token);
    }
  }

  @Test
  void itBeginsWithWhatAnExportSays() throws Exception {
    school.file("people.csv", "username,given name,family name", "amarlowe,Ana,Marlowe");
    try (PracticePlatform filled =
        PracticePlatform.start(school.context("users=people.csv"), 0, DATA, new Faults())) {
      String token = school.text("practice.db.token").strip();
      school.file(
          "roster.yaml",
          "platform: {service: \"" + filled.service() + "\", token: {file: practice.db.token}}");
      assertThat(token).hasSizeGreaterThan(20);
      school.issue();
      school.packed();
      assertThat(school.send().refused()).isPositive();
    }
    assertThatThrownBy(
            () -> PracticePlatform.start(school.context("users=people.csv"), 0, DATA, new Faults()))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("holds data already");
  }

  @Test
  void whereItsDataCannotBeIsSaid() {
    assertThatThrownBy(
            () ->
                PracticePlatform.start(
                    school.context(), 0, Path.of("missing/practice.db"), new Faults()))
        .hasMessageContaining("There is no folder missing");
    assertThatThrownBy(
            () ->
                PracticePlatform.start(
                    school.context(), 0, Path.of("sheets/people.csv"), new Faults()))
        .isInstanceOf(Problem.class);
  }

  @Test
  void faultsAreNamedWithTheirNumbers() {
    Faults faults = PracticePlatform.faults(List.of("slow=20", "no-patch", "busy=3"));
    assertThat(faults.text()).contains("slow").contains("20").contains("no-patch").contains("busy");
    assertThatThrownBy(() -> PracticePlatform.faults(List.of("slov=3")))
        .hasMessage("There is no fault “slov”. Is slow meant?");
    assertThatThrownBy(() -> PracticePlatform.faults(List.of("zzzzzzzz")))
        .hasMessageContaining("There are ");
    assertThatThrownBy(() -> PracticePlatform.faults(List.of("no-bulk=3")))
        .hasMessageContaining("takes no number");
    for (String bad : List.of("slow", "slow=", "slow=x", "slow=-1", "slow=999999999")) {
      assertThatThrownBy(() -> PracticePlatform.faults(List.of(bad)))
          .as(bad)
          .hasMessageContaining("takes a number, such as slow=5");
    }
  }
}
