package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import neatroster.core.TextSheet;
import neatroster.core.grid.SheetName;
import org.junit.jupiter.api.Test;

/** What copies of sheets say of their source. */
class SourceNoteTest {
  @Test
  void aSheetOfCorrectionsSaysWhereItIsFrom() throws Exception {
    SheetReading source =
        SheetIntake.of(
            TextSheet.of("sheets/a, b.csv", "given name | family name\nAna | Marlowe\n"),
            Optional.empty());
    String header = SourceNoteText.header(source);
    TextSheet copy = TextSheet.of("corrections/a.csv", "given name | family name | " + header);
    assertThat(SourceNote.in(copy))
        .contains(
            new SourceNote(
                new SheetName("sheets/a, b.csv", null), Optional.empty(), true, Optional.empty()));
    // A copy of a copy is still of the first.
    SheetReading again =
        SheetIntake.of(
            TextSheet.of("corrections/a.csv", "given name | " + header + "\nAna | x\n"),
            Optional.empty(),
            neatroster.core.settings.Settings.standard(),
            SourceNote.in(copy));
    assertThat(SourceNoteText.header(again)).isEqualTo(header);
  }

  @Test
  void theListOfFindingsSaysItOfEachTab() throws Exception {
    TextSheet list =
        TextSheet.of(
            "marked.xlsx",
            """
            Findings of neat-roster check
            Tab “Autumn” is a copy of intake.xlsx, sheet Autumn, course NAV-2.
            Tab “plain 2” is a copy of sheets/plain.csv.
            """);
    assertThat(SourceNote.ofTabs(list))
        .containsEntry(
            "Autumn",
            new SourceNote(
                new SheetName("intake.xlsx", "Autumn"),
                Optional.of("NAV-2"),
                false,
                Optional.empty()))
        .containsEntry(
            "plain 2",
            new SourceNote(
                new SheetName("sheets/plain.csv", null),
                Optional.empty(),
                false,
                Optional.empty()));
    assertThat(SourceNote.in(TextSheet.of("x", "given name | why left out\n"))).isEmpty();
  }
}
