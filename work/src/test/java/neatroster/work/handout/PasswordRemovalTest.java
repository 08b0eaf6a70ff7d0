package neatroster.work.handout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.IntConsumer;
import neatroster.core.handout.Attendee;
import neatroster.core.handout.Section;
import neatroster.work.Problem;
import neatroster.work.School;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.LockedRosterFolder;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PasswordRemovalTest {
  private static final Recipients.Named EVERYBODY =
      new Recipients.Named(List.of(), List.of(), List.of(), List.of(), Optional.empty());

  @TempDir private Path folder;
  private School school;

  @BeforeEach
  void aSchool() throws Exception {
    school = new School(folder);
    school.platform();
    school.issue();
  }

  @AfterEach
  void close() {
    school.close();
  }

  /** Records that slips were printed for somebody. */
  private void tell(String... users) throws Exception {
    try (LockedRosterFolder locked = school.context().work("handout")) {
      locked.register().passwords().tell(List.of(users), List.of());
    }
  }

  private PasswordRemoval remove(IntConsumer agreement) throws Exception {
    CommandContext context = school.context();
    try (LockedRosterFolder locked = context.work("handout")) {
      return PasswordRemoval.of(Recipients.of(context, locked, EVERYBODY, true), locked, agreement);
    }
  }

  private static void never(int count) {
    throw new AssertionError("asked about " + count);
  }

  @Test
  void whatNobodyWasToldOrThePlatformLacksIsKept() throws Exception {
    PasswordRemoval first = remove(PasswordRemovalTest::never);
    assertThat(first.removed() + first.undelivered()).isZero();
    assertThat(first.untold()).containsExactlyInAnyOrder("amarlowe", "bfinch", "cquay");
    tell("amarlowe", "bfinch");
    PasswordRemoval second = remove(PasswordRemovalTest::never);
    assertThat(second.undelivered()).isEqualTo(2);
    assertThat(second.untold()).containsExactly("cquay");
  }

  @Test
  void whatWasToldAndDeliveredGoesFromTheAccountsAndTheRuns() throws Exception {
    String run = school.packed().run();
    school.send();
    tell("amarlowe", "bfinch");
    assertThatThrownBy(
            () ->
                remove(
                    count -> {
                      assertThat(count).isEqualTo(2);
                      throw Problem.usage("Not now.");
                    }))
        .hasMessage("Not now.");
    String before = school.text("accounts/accounts.csv");
    PasswordRemoval removal = remove(count -> {});
    assertThat(removal.removed()).isEqualTo(2);
    assertThat(removal.untold()).containsExactly("cquay");
    assertThat(removal.stillIn()).contains("runs/" + run);
    assertThat(school.text("accounts/accounts.csv")).isNotEqualTo(before);
    assertThat(remove(PasswordRemovalTest::never).removed()).isZero();
    CommandContext context = school.context();
    try (LockedRosterFolder locked = context.work("handout")) {
      Recipients left = Recipients.of(context, locked, EVERYBODY, true);
      assertThat(left.people().stream().filter(Attendee::hasPassword))
          .extracting(Attendee::username)
          .containsExactly("cquay");
      assertThat(Recipients.of(context, locked, EVERYBODY, false).passwords()).isEmpty();
    }
  }

  @Test
  void whatASpreadsheetProgramWouldCalculateIsNotWrittenAsPlainText() throws Exception {
    school.file("sheets/more.csv", "id,given name,family name", "504,Di,Reed");
    school.file("known/users.csv", "id,username,given name,family name", "504,-dreed,Di,Reed");
    CommandContext context = school.context();
    try (LockedRosterFolder locked = context.work("handout")) {
      List<Attendee> people = Recipients.of(context, locked, EVERYBODY, true).people();
      Section all = new Section("", people);
      assertThat(people).anyMatch(person -> person.username().equals("-dreed"));
      assertThatThrownBy(() -> Recipients.verifyPlainText(List.of(all)))
          .isInstanceOf(Problem.class)
          .hasMessageContaining("Write the list as .xlsx");
      Recipients.verifyPlainText(List.of());
    }
  }
}
