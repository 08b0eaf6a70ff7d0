package neatroster.runs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.confirm.ChangeResult;
import neatroster.core.model.Field;
import neatroster.formats.OwnColumns;
import neatroster.register.Register;
import neatroster.register.Run;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RunFolderTest {
  private static final LocalDate DAY = LocalDate.of(2027, 1, 12);
  private static final OwnColumns NO_OWN = new OwnColumns(List.of());
  private static final PlannedChange ANA = user("amarlowe");
  private static final PlannedChange BO = user("bfinch");
  private static final PlannedChange GONE =
      new PlannedChange(Phase.REMOVALS, Change.REMOVE, Map.of(Field.COURSE, "NAV-1"));

  /** Secrets that the eye does not read. */
  private static final Seal SEALED =
      new Seal() {
        @Override
        public boolean isSealed() {
          return true;
        }

        @Override
        public OutputStream sealing(OutputStream out, String name) {
          return new FilterOutputStream(out) {
            @Override
            public void write(int one) throws IOException {
              out.write(one ^ 0x55);
            }
          };
        }

        @Override
        public InputStream opened(Path file) throws IOException {
          byte[] bytes = Files.readAllBytes(file);
          for (int i = 0; i < bytes.length; i++) {
            bytes[i] ^= 0x55;
          }
          return new java.io.ByteArrayInputStream(bytes);
        }
      };

  @TempDir private Path temp;

  private static PlannedChange user(String username) {
    return new PlannedChange(
        Phase.USERS, Change.CREATE, Map.of(Field.USERNAME, username, Field.GRADE, "7"));
  }

  private RunFolder packed(PlannedChange... changes) throws IOException {
    try (NewRun run = NewRun.start(temp, DAY)) {
      try (RunChanges keep = new RunChanges(run.in(RunFolder.CHANGES), NO_OWN)) {
        for (PlannedChange change : changes) {
          keep.add(change);
        }
      }
      digest = run.digest(RunFolder.CHANGES);
      run.finish();
      return new RunFolder(temp.resolve(run.name()));
    }
  }

  private String digest;

  private Run run(RunFolder folder, Optional<Run.Confirmed> confirmed, String deliveredAt) {
    return new Run(
        folder.place().getFileName().toString(),
        Instant.parse("2027-01-12T08:00:00Z"),
        digest,
        Optional.of(Instant.parse(deliveredAt)),
        Optional.empty(),
        confirmed,
        false);
  }

  private static Function<PlannedChange, ChangeResult> missing(PlannedChange one, String why) {
    return change ->
        change.key().equals(one.key()) ? ChangeResult.missing(why) : ChangeResult.AS_ASKED;
  }

  private static RunConfirmation ask(
      RunFolder folder, boolean countsUntold, Function<PlannedChange, ChangeResult> outcomes)
      throws IOException {
    RunConfirmation confirmation = new RunConfirmation(folder, NO_OWN, countsUntold);
    confirmation.ask((key, change) -> outcomes.apply(change), true);
    return confirmation;
  }

  @Test
  void runsOfADayAreCountedAndWhatAKilledOneLeftGoes() throws IOException {
    Files.createDirectories(temp.resolve("2027-01-12-9"));
    Files.createDirectories(temp.resolve(".unfinished-2027-01-12-3/plain"));
    assertThat(packed(ANA).place().getFileName()).hasToString("2027-01-12-10");
    try (NewRun given = NewRun.start(temp, DAY)) {
      given.create("plain/users.csv").close();
    }
    assertThat(temp).isDirectoryNotContaining(path -> path.toString().contains("unfinished"));
    assertThat(packed(ANA).place().getFileName()).hasToString("2027-01-12-11");
  }

  @Test
  void changesThatSomebodyEditedAreToldByTheirDigest() throws IOException {
    RunFolder folder = packed(ANA, GONE);
    Run run = run(folder, Optional.empty(), "2027-01-12T09:00:00Z");
    assertThat(folder.isAsPacked(run)).isTrue();
    Path removals = folder.place().resolve("changes/removals.csv");
    Files.writeString(removals, Files.readString(removals).replace("NAV-1", "NAV-2"));
    assertThat(folder.isAsPacked(run)).isFalse();
    Files.delete(removals);
    assertThat(folder.isAsPacked(run)).isFalse();
  }

  @Test
  void whatWasNotTakenComesBackAsSheetsAndIsNotKnown() throws IOException {
    RunFolder folder = packed(ANA, BO, GONE);
    RunConfirmation asked =
        ask(
            folder,
            true,
            change ->
                change.key().equals("bfinch") ? ChangeResult.AS_ASKED : ChangeResult.missing("no"));
    assertThat(asked.failedRows()).containsOnlyKeys("courses.csv", "users.csv");
    assertThat(Files.readString(folder.place().resolve("failed/courses.csv")))
        .contains("NAV-1,removed,no");
    Set<String> taken = new java.util.HashSet<>();
    folder.taken().read(change -> taken.add(change.key()));
    assertThat(taken).containsExactly("bfinch");
    assertThat(folder.outcomes().is(RunOutcomes.Kind.MISSING, ANA)).isTrue();
    Run.Confirmed confirmed = new Run.Confirmed(Instant.EPOCH, folder.digest("taken"), 2);
    Run run = run(folder, Optional.of(confirmed), "2027-01-12T09:00:00Z");
    assertThat(folder.isAsDelivered(run)).isTrue();
    Files.writeString(folder.place().resolve("taken/users.csv"), "change,username\n");
    assertThat(folder.isAsDelivered(run)).isFalse();

    // All is there now: nothing of what was missing stays behind.
    assertThat(ask(folder, true, change -> ChangeResult.AS_ASKED).failedRows()).isEmpty();
    assertThat(folder.place().resolve("failed")).doesNotExist();
    assertThat(folder.outcomes().is(RunOutcomes.Kind.MISSING, ANA)).isFalse();
  }

  @Test
  void aReasonOutlivesAnExportThatKnowsNone() throws IOException {
    RunFolder folder = packed(ANA, BO);
    ask(folder, true, missing(ANA, "the username is taken"));
    RunConfirmation again = ask(folder, true, missing(ANA, ""));
    assertThat(again.missing().get(0).outcome().why()).isEqualTo("the username is taken");
  }

  @Test
  void whatNothingTellsCountsOnlyWhereItCountedBefore() throws IOException {
    RunFolder folder = packed(ANA, BO);
    ChangeResult untold = new ChangeResult(ChangeResult.Kind.NOT_TOLD, List.of(), "");
    assertThat(ask(folder, false, change -> untold).undecided()).isEqualTo(2);
    assertThat(folder.taken().phases()).isEmpty();
    assertThat(ask(folder, false, change -> untold).undecided()).isEqualTo(2);
    assertThat(ask(folder, true, change -> untold).undecided()).isZero();
    assertThat(ask(folder, false, change -> untold).undecided()).isZero();
  }

  @Test
  void whatTheJournalKnowsAsUnsentHasNotArrived() throws Exception {
    RunFolder folder = packed(ANA, BO);
    Run run = run(folder, Optional.empty(), "2027-01-12T09:00:00Z");
    ChangeResult untold = new ChangeResult(ChangeResult.Kind.NOT_TOLD, List.of(), "");
    try (Register register = Register.open(temp)) {
      Journal journal = Journal.of(register.deliveries(), run.name(), "https://pier.example");
      Journal.Key first = new Journal.Key(Phase.USERS, 0);
      journal.ended(List.of(new Journal.Entry(first, Journal.State.DONE, 201, "")), Map.of());
      Undelivered undelivered = Undelivered.of(register.deliveries(), run, folder);
      assertThat(undelivered.judge(first, ANA, untold)).isEqualTo(untold);
      Journal.Key second = new Journal.Key(Phase.USERS, 1);
      assertThat(undelivered.judge(second, BO, untold).kind()).isEqualTo(ChangeResult.Kind.MISSING);
      assertThat(undelivered.judge(second, BO, ChangeResult.AS_ASKED))
          .isEqualTo(ChangeResult.AS_ASKED);
      assertThat(RunTally.of(folder.changes(), journal).left()).isEqualTo(Map.of(Phase.USERS, 1));
    }
  }

  @Test
  void nothingIsKeptWhereNotOneChangeIsThere() throws IOException {
    RunFolder folder = packed(ANA, BO);
    RunConfirmation lacking = new RunConfirmation(folder, NO_OWN, true);
    assertThat(lacking.ask((key, change) -> ChangeResult.missing(""), false)).isEmpty();
    assertThat(lacking.missing()).hasSize(2);
    assertThat(folder.hasTaken()).isFalse();
    assertThat(folder.place().resolve("failed")).doesNotExist();
    RunConfirmation part = new RunConfirmation(folder, NO_OWN, true);
    assertThat(
            part.ask(
                (key, change) ->
                    change.key().equals("bfinch")
                        ? ChangeResult.AS_ASKED
                        : ChangeResult.of(List.of(new ChangeResult.Difference("grade", "7", "6"))),
                false))
        .contains(folder.digest("taken"));
    assertThat(part.asAsked()).isEqualTo(1);
    assertThat(part.different())
        .singleElement()
        .extracting(RunConfirmation.Found::change)
        .extracting(PlannedChange::key)
        .isEqualTo("amarlowe");
    assertThat(part.notTold()).isZero();
    ChangeResult untold = new ChangeResult(ChangeResult.Kind.NOT_TOLD, List.of(), "");
    assertThat(ask(folder, true, change -> untold).notTold()).isEqualTo(2);
  }

  @Test
  void ofARunThatWasConfirmedByHandWhatWasMissingIsMissingUntilItIsSeen() throws Exception {
    RunFolder folder = packed(ANA, BO);
    ask(folder, true, missing(ANA, "the username is taken"));
    Run.Confirmed confirmed = new Run.Confirmed(Instant.EPOCH, folder.digest("taken"), 1);
    Run run = run(folder, Optional.of(confirmed), "2027-01-12T09:00:00Z");
    ChangeResult untold = new ChangeResult(ChangeResult.Kind.NOT_TOLD, List.of(), "");
    ChangeResult told = ChangeResult.missing("refused");
    Journal.Key key = new Journal.Key(Phase.USERS, 0);
    try (Register register = Register.open(temp)) {
      Undelivered undelivered = Undelivered.of(register.deliveries(), run, folder);
      assertThat(undelivered.judge(key, ANA, untold).kind()).isEqualTo(ChangeResult.Kind.MISSING);
      assertThat(undelivered.judge(key, ANA, told)).isEqualTo(told);
      assertThat(undelivered.judge(key, ANA, ChangeResult.AS_ASKED))
          .isEqualTo(ChangeResult.AS_ASKED);
      assertThat(undelivered.judge(key, BO, untold)).isEqualTo(untold);
      // What a later run is about says no more what became of this one.
      assertThat(undelivered.judge(key, BO, told, true)).isEqualTo(ChangeResult.AS_ASKED);
      assertThat(undelivered.judge(key, BO, untold, true)).isEqualTo(untold);
      assertThat(undelivered.judge(key, ANA, told, true).kind())
          .isEqualTo(ChangeResult.Kind.MISSING);
      // Sites are nobody's doing.
      PlannedChange site =
          new PlannedChange(Phase.SITES, Change.CREATE, Map.of(Field.SITE, "Pier"));
      assertThat(undelivered.judge(key, site, untold)).isEqualTo(untold);
      // Where somebody edited what was taken, nothing is known.
      Files.writeString(folder.place().resolve("taken/users.csv"), "change,username\n");
      assertThat(Undelivered.of(register.deliveries(), run, folder).judge(key, ANA, untold))
          .isEqualTo(untold);
    }
  }

  @Test
  void theJournalTellsWhatWasRefusedAndWhatNobodyKnowsOf() throws Exception {
    RunFolder folder = packed(ANA, BO, GONE);
    Run run = run(folder, Optional.empty(), "2027-01-12T09:00:00Z");
    ChangeResult untold = new ChangeResult(ChangeResult.Kind.NOT_TOLD, List.of(), "");
    try (Register register = Register.open(temp)) {
      Journal journal = Journal.of(register.deliveries(), run.name(), "https://pier.example");
      Journal.Key first = new Journal.Key(Phase.USERS, 0);
      Journal.Key second = new Journal.Key(Phase.USERS, 1);
      journal.started(List.of(second));
      journal.ended(
          List.of(new Journal.Entry(first, Journal.State.REFUSED, 409, "uniqueness")), Map.of());
      Undelivered undelivered = Undelivered.of(register.deliveries(), run, folder);
      assertThat(undelivered.judge(first, ANA, untold).why()).isEqualTo("uniqueness");
      assertThat(undelivered.judge(second, BO, untold).why()).contains("no answer says");
      Journal.Key third = new Journal.Key(Phase.REMOVALS, 0);
      assertThat(undelivered.judge(third, GONE, untold).why()).isEqualTo("it was not sent");
      assertThat(journal.hasFound()).isFalse();
      journal.ended(
          List.of(new Journal.Entry(third, Journal.State.DONE, 0, Journal.FOUND)), Map.of());
      assertThat(journal.hasFound() && journal.isFound(third)).isTrue();
      assertThat(RunTally.of(folder.changes(), journal).left()).isEqualTo(Map.of(Phase.USERS, 1));
    }
  }

  @Test
  void aGroupIsChangedByWhatChangesItAndACourseByEveryMembership() throws IOException {
    PlannedChange group =
        new PlannedChange(
            Phase.GROUPS, Change.CREATE, Map.of(Field.COURSE, "NAV-1", Field.NAME, "Port Watch"));
    PlannedChange other =
        new PlannedChange(
            Phase.GROUPS, Change.CREATE, Map.of(Field.COURSE, "NAV-1", Field.NAME, "Other"));
    RunFolder first = packed(group, other, seat("amarlowe", "Other"), seat("bfinch", ""));
    Run earlier = run(first, Optional.empty(), "2027-01-12T09:00:00Z");
    RunFolder second = packed(group, seat("AMarlowe", "Port Watch"));
    Run later = run(second, Optional.empty(), "2027-01-13T09:00:00Z");
    LaterRuns since =
        LaterRuns.of(
            List.of(earlier, later), earlier, run -> new RunFolder(temp.resolve(run.name())));
    assertThat(since.isNone()).isFalse();
    assertThat(since.hasChanged(group)).isTrue();
    assertThat(since.hasChanged(other)).isFalse();
    assertThat(since.hasChanged(seat("amarlowe", "Other"))).isTrue();
    assertThat(since.hasChanged(seat("bfinch", ""))).isFalse();
  }

  private static PlannedChange seat(String user, String group) {
    return new PlannedChange(
        Phase.ENROLLMENTS,
        Change.ENROLL,
        Map.of(Field.USER, user, Field.COURSE, "NAV-1", Field.GROUP, group));
  }

  @Test
  void outcomesThatSomebodyEditedAreRefused() throws IOException {
    RunFolder folder = packed(ANA, BO);
    ask(folder, true, missing(ANA, "the username\nis taken"));
    assertThat(folder.outcomes().is(RunOutcomes.Kind.MISSING, ANA)).isTrue();
    for (String line : List.of("users: create amarlowe,lost,", "users: create amarlowe,missing")) {
      Files.writeString(folder.place().resolve("outcomes.csv"), line + "\n");
      assertThatThrownBy(folder::outcomes)
          .isInstanceOf(IOException.class)
          .hasMessageContaining("outcomes.csv");
    }
  }

  @Test
  void somebodyWithoutAUsernameIsTheSameWhenThePlatformHasMadeOne() throws IOException {
    PlannedChange made =
        new PlannedChange(Phase.USERS, Change.CREATE, Map.of(Field.EMAIL, "di@pier.example"));
    RunFolder folder = packed(made);
    ask(folder, true, missing(made, "not yet"));
    PlannedChange named =
        new PlannedChange(
            Phase.USERS,
            Change.CREATE,
            Map.of(Field.EMAIL, "di@pier.example", Field.USERNAME, "dreed"));
    assertThat(folder.outcomes().is(RunOutcomes.Kind.MISSING, named)).isTrue();
    assertThat(folder.outcomes().is(RunOutcomes.Kind.FOUND, named)).isFalse();
    assertThat(folder.outcomes().is(RunOutcomes.Kind.MISSING, ANA)).isFalse();
  }

  @Test
  void laterRunsAreKnownUnderBothNames() throws IOException {
    RunFolder first = packed(ANA);
    Run earlier = run(first, Optional.empty(), "2027-01-12T09:00:00Z");
    RunFolder second =
        packed(
            new PlannedChange(
                Phase.USERS,
                Change.RENAME,
                Map.of(Field.USERNAME, "akelp", Field.FORMER_USERNAME, "AMarlowe")));
    Run later = run(second, Optional.empty(), "2027-01-13T09:00:00Z");
    Function<Run, RunFolder> folder = run -> new RunFolder(temp.resolve(run.name()));
    LaterRuns since = LaterRuns.of(List.of(earlier, later), earlier, folder);
    assertThat(since.hasChanged(ANA)).isTrue();
    assertThat(since.hasChanged(BO)).isFalse();
    assertThat(LaterRuns.of(List.of(earlier, later), later, folder).isNone()).isTrue();
  }

  @Test
  void firstPasswordsAreSealedAndForgottenOneByOne() throws IOException {
    try (NewRun run = NewRun.start(temp, DAY)) {
      try (RunSecrets secrets = new RunSecrets(run, SEALED)) {
        secrets.add("AMarlowe", "kelp-rope-17");
        secrets.add("bfinch", "tide-mast-40");
      }
      run.finish();
      RunFolder folder = new RunFolder(temp.resolve(run.name()));
      try (var files = Files.list(folder.place())) {
        for (Path file : files.toList()) {
          assertThat(Files.readString(file, StandardCharsets.ISO_8859_1))
              .doesNotContain("kelp-rope-17");
        }
      }
      assertThat(RunSecrets.of(folder.place(), SEALED)).containsEntry("amarlowe", "kelp-rope-17");
      RunSecrets.forget(temp, SEALED, Set.of("amarlowe"));
      assertThat(RunSecrets.of(folder.place(), SEALED)).containsOnlyKeys("bfinch");
      RunSecrets.forget(folder.place());
      assertThat(RunSecrets.of(folder.place(), SEALED)).isEmpty();
    }
  }

  @Test
  void editedBatchesAreNamedAndMissingOnesAreNot() throws IOException {
    RunFolder folder = packed(ANA);
    Files.createDirectories(folder.place().resolve("plain"));
    Files.writeString(folder.place().resolve("plain/users.csv"), "edited");
    String file = "{\"path\":\"plain/%s.csv\",\"sha256\":\"00\",\"rows\":1}";
    Files.writeString(
        folder.place().resolve("run.json"),
        "{\"files\":["
            + file.formatted("users")
            + ","
            + file.formatted("gone")
            + "],"
            + "\"corrections\":[\"a\"],\"notices\":[\"1 difference left\"]}");
    assertThat(folder.edited()).containsExactly("plain/users.csv");
    assertThat(folder.document().orElseThrow().notices()).containsExactly("1 difference left");
    assertThat(folder.mayHoldPasswords()).isTrue();

    RunFolder bare = packed(ANA);
    Files.writeString(bare.place().resolve("run.json"), "{}");
    assertThat(bare.document().orElseThrow().notices()).isEmpty();
    assertThat(bare.edited()).isEmpty();

    RunFolder damaged = packed(ANA);
    Files.writeString(damaged.place().resolve("run.json"), "{\"files\":");
    assertThatThrownBy(damaged::document).isInstanceOf(IOException.class);
    assertThat(damaged.mayHoldPasswords()).isTrue();
  }
}
