package neatroster.runs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.entry;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.Teaching;
import neatroster.core.compare.WholeRecords;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import neatroster.formats.BatchBackground;
import neatroster.formats.BatchFormat;
import neatroster.formats.BatchFormats;
import neatroster.formats.Split;
import neatroster.register.Register;
import neatroster.sheets.OneRosterExports;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RunBatchesTest {
  private static final LocalDate DAY = LocalDate.of(2027, 1, 12);

  private static final Seal OPEN =
      new Seal() {
        @Override
        public boolean isSealed() {
          return false;
        }

        @Override
        public OutputStream sealing(OutputStream out, String name) {
          throw new AssertionError("nothing is sealed");
        }

        @Override
        public InputStream opened(Path file) {
          throw new AssertionError("nothing is sealed");
        }
      };

  private static final PlannedChange COURSE =
      new PlannedChange(
          Phase.COURSES, Change.CREATE, Map.of(Field.CODE, "NAV-1", Field.TITLE, "Navigation"));
  private static final PlannedChange ANA =
      new PlannedChange(
          Phase.USERS,
          Change.CREATE,
          Map.of(Field.USERNAME, "AMarlowe", Field.GIVEN_NAME, "Ana", Field.PASSWORD, "kelp-17"));
  private static final PlannedChange BO =
      new PlannedChange(
          Phase.USERS,
          Change.CREATE,
          Map.of(Field.EMAIL, "bo@pier.example", Field.ID, "502", Field.PASSWORD, "tide-40"));
  private static final PlannedChange CY =
      new PlannedChange(
          Phase.USERS, Change.CHANGE, Map.of(Field.USERNAME, "cquay", Field.GRADE, "7"));

  @TempDir private Path temp;

  private BatchBackground background(Known known) throws Exception {
    try (Register register = Register.open(temp)) {
      return RunBackground.of(
          Settings.standard(),
          known,
          new WholeRecords(known),
          new Teaching(known.memberships()),
          register,
          OneRosterExports.NONE,
          "1.2",
          Split.NONE);
    }
  }

  /** A run of some formats that is packed, with what was said of it. */
  private RunBatches packed(List<String> formats, PlannedChange... changes) throws Exception {
    List<BatchFormat> all =
        formats.stream().map(name -> BatchFormats.named(name).orElseThrow()).toList();
    try (NewRun run = NewRun.start(temp, DAY)) {
      RunBatches batches = new RunBatches(run, OPEN, all, background(Known.nothing()));
      for (PlannedChange change : changes) {
        batches.add(change);
      }
      batches.close();
      files = batches.files();
      digest = batches.digest();
      run.finish();
      return batches;
    }
  }

  private List<RunBatches.PackedFile> files;
  private String digest;

  private RunFolder folder() {
    return new RunFolder(temp.resolve("2027-01-12-1"));
  }

  private static List<String> keys(KeptChanges changes) throws IOException {
    List<String> keys = new ArrayList<>();
    changes.read(change -> keys.add(change.key()));
    return keys;
  }

  @Test
  void whatIsPackedIsCountedKeptAndWritten() throws Exception {
    RunBatches batches = packed(List.of("plain"), COURSE, ANA, BO, CY);
    assertThat(batches.counts())
        .containsOnly(
            entry("courses", Map.of("create", 1)),
            entry("users", Map.of("create", 2, "change", 1)));
    assertThat(batches.stillDue()).isZero();
    assertThat(batches.passwords()).containsExactly("AMarlowe", "bo@pier.example");
    assertThat(batches.passwordsKept()).isEqualTo(2);
    assertThat(batches.notCarried()).isEmpty();
    assertThat(batches.sourcedIds()).isEmpty();
    assertThat(keys(folder().changes()))
        .containsExactlyInAnyOrder("NAV-1", "AMarlowe", "bo@pier.example", "cquay");
    assertThat(keys(folder().due())).isEmpty();
    assertThat(digest).isEqualTo(folder().digest(RunFolder.CHANGES));
    assertThat(files).hasSize(2).allMatch(file -> file.format().equals("plain"));
    for (RunBatches.PackedFile file : files) {
      assertThat(folder().place().resolve(file.path())).isRegularFile();
      assertThat(file.sha256()).matches("[0-9a-f]{64}");
    }
    assertThat(RunSecrets.of(folder().place(), OPEN))
        .containsOnly(entry("amarlowe", "kelp-17"), entry("bo@pier.example", "tide-40"));
    try (Stream<Path> changes = Files.walk(folder().place().resolve(RunFolder.CHANGES))) {
      for (Path file : changes.filter(Files::isRegularFile).toList()) {
        assertThat(Files.readString(file)).doesNotContain("kelp-17", "tide-40");
      }
    }
  }

  @Test
  void whatNoFormatCarriesStaysDueAndItsPasswordIsNotKept() throws Exception {
    RunBatches batches = packed(List.of("scim"), ANA, CY);
    assertThat(batches.stillDue()).isEqualTo(1);
    assertThat(batches.counts()).containsOnly(entry("users", Map.of("create", 1)));
    assertThat(keys(folder().due())).containsExactly("cquay");
    assertThat(keys(folder().changes())).containsExactly("AMarlowe");
    assertThat(batches.notCarried())
        .isNotEmpty()
        .allMatch(one -> one.format().equals("scim") && one.count() > 0);
  }

  @Test
  void whatOneOfTwoFormatsCarriesIsNotDue() throws Exception {
    RunBatches batches = packed(List.of("scim", "plain"), ANA, CY);
    assertThat(batches.stillDue()).isZero();
    assertThat(files).extracting(RunBatches.PackedFile::format).contains("scim", "plain");
    assertThat(batches.notCarried()).extracting(RunBatches.NotCarried::format).contains("scim");
  }

  @Test
  void aRunSaysOfItselfWhatItWasPackedAs() throws Exception {
    packed(List.of("plain"), ANA);
    Path document = folder().place().resolve("run.json");
    Files.writeString(
        document,
        "{\"files\":[{\"path\":\"plain/3-users.csv\",\"sha256\":\"0\"},"
            + "{\"path\":\"layout-pier/a.csv\",\"sha256\":\"0\"},"
            + "{\"path\":\"oneroster/oneroster-1.1-bulk.zip\",\"sha256\":\"0\"}],"
            + "\"firstPasswords\":2,\"passwordsKept\":1}");
    RunDocument read = folder().document().orElseThrow();
    assertThat(read.formats()).containsExactly("plain", "layout:pier", "oneroster");
    assertThat(read.oneRoster()).contains("1.1");
    assertThat(read.passwordsWanted()).isEqualTo(1);
    assertThat(folder().mayHoldPasswords()).isTrue();
    Files.writeString(document, "{\"firstPasswords\":0}");
    // The file beside the batches has some all the same.
    assertThat(folder().mayHoldPasswords()).isTrue();
    assertThat(folder().document().orElseThrow().oneRoster()).isEmpty();
    assertThat(folder().document().orElseThrow().passwordsWanted()).isZero();
    RunSecrets.forget(folder().place());
    assertThat(folder().mayHoldPasswords()).isFalse();
    assertThat(folder().isThere() && folder().hasChanges()).isTrue();
    RunFolder gone = new RunFolder(temp.resolve("2027-01-12-9"));
    assertThat(gone.isThere() || gone.hasChanges() || gone.mayHoldPasswords()).isFalse();
  }

  @Test
  void passwordsOfOneRunAreForgottenAccountByAccount() throws Exception {
    packed(List.of("plain"), ANA, BO);
    RunSecrets.forget(temp, OPEN, Set.of("nobody"));
    assertThat(RunSecrets.of(folder().place(), OPEN)).hasSize(2);
    RunSecrets.forget(temp, OPEN, Set.of("bo@pier.example"));
    assertThat(RunSecrets.of(folder().place(), OPEN)).containsOnlyKeys("amarlowe");
    RunSecrets.forget(temp, OPEN, Set.of("amarlowe"));
    assertThat(RunSecrets.areIn(folder().place())).isFalse();
  }

  @Test
  void theBackgroundTellsAFirstRunAndGuardians() throws Exception {
    assertThat(background(Known.nothing()).isFirst()).isTrue();
    KnownUser guardian =
        new KnownUser(new Person("", "gm@pier.example", "G Marlowe", "", ""), "GMarlowe", "", "")
            .forRole(KnownUser.GUARDIAN);
    BatchBackground second = background(Known.of(new KnownUsers(List.of(guardian))));
    assertThat(second.guards().test("gmarlowe")).isTrue();
    assertThat(second.guards().test("amarlowe")).isFalse();
    assertThat(Instant.now()).isAfterOrEqualTo(second.packedAt());
  }
}
