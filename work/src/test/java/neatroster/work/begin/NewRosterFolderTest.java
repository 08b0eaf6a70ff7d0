package neatroster.work.begin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import neatroster.core.intake.SheetReading;
import neatroster.work.Dialog;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.OpenRoster;
import neatroster.work.folder.RosterFolder;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class NewRosterFolderTest {
  @TempDir private Path folder;

  @ParameterizedTest
  @EnumSource
  void theSheetsToFillInAreUnderstoodAndHoldNobody(NewRosterFolder.Starter starter)
      throws Exception {
    Path place = folder.resolve("pier");
    NewRosterFolder made = NewRosterFolder.make(place, Path.of("pier"), starter);
    assertThat(made.sheets()).hasSize(starter == NewRosterFolder.Starter.csv ? 4 : 1);
    CommandContext context =
        new CommandContext(place, RosterFolder.find(place, null), List.of(), Dialog.NOBODY);
    try (OpenRoster open = OpenRoster.open(context, List.of())) {
      assertThat(open.roster().unread()).isEmpty();
      assertThat(open.roster().sheets())
          .extracting(SheetReading::table)
          .hasSize(4)
          .doesNotHaveDuplicates();
      for (SheetReading sheet : open.roster().sheets()) {
        assertThat(open.roster().columns(sheet).rows()).as(sheet.name().toString()).isZero();
      }
    }
  }

  @Test
  void whatIsThereIsNotTouched() throws Exception {
    Path place = folder.resolve("pier");
    NewRosterFolder.make(place, Path.of("pier"), NewRosterFolder.Starter.csv);
    Files.writeString(place.resolve("roster.yaml"), "school: {name: Pier School}\n");
    assertThatThrownBy(
            () -> NewRosterFolder.make(place, Path.of("pier"), NewRosterFolder.Starter.csv))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("is a roster folder already");
    assertThat(place.resolve("roster.yaml")).hasContent("school: {name: Pier School}\n");
    // Half of a folder, without settings, is filled up; what is in its sheets stays.
    Files.delete(place.resolve("roster.yaml"));
    assertThatThrownBy(
            () -> NewRosterFolder.make(place, Path.of("pier"), NewRosterFolder.Starter.csv))
        .isInstanceOf(Problem.class);
    assertThat(Optional.of(place.resolve("roster.yaml")).filter(Files::exists)).isEmpty();
  }
}
