package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import neatroster.core.TextSheet;
import neatroster.core.grid.UnreadableSheetException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Sheets without headers. */
class ColumnGuesserTest {
  /** The fields of the columns in order, or why there are none. */
  private static String guess(String text) {
    try {
      SheetReading sheet = SheetIntake.of(TextSheet.of("sheet", text), Optional.empty());
      assertThat(sheet.headerRow()).isZero();
      StringBuilder fields = new StringBuilder();
      for (Column column : sheet.columns()) {
        fields.append(column.field().map(field -> field.label() + " ").orElse("- "));
      }
      return fields.toString().strip();
    } catch (UnreadableSheetException e) {
      return "not understood";
    }
  }

  @Test
  void peopleAreToldByWhatTheColumnsHold() {
    assertThat(
            guess(
                """
                501 | Ana Marlowe     | ana@pier.example | 3.4.2011   | blue
                502 | Bo van der Finch| bo@pier.example  | 12.11.2012 | red
                503 | Łucja Wiśnia    |                  | 1.1.2010   | Old Gold
                """))
        .isEqualTo("id full name email birth date -");
    assertThat(guess("Ana | Marlowe\nBo | Finch\nCy | Quay\n")).isEqualTo("given name family name");
    assertThat(guess("ana@pier.example\nbo@pier.example\n")).isEqualTo("email");
    assertThat(guess("林 海\n港 小雨\n")).isEqualTo("full name");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Dear colleague,\nhere is what you asked for; it is late.\nRegards\n",
        "12 | 13\n14 | 15\n",
        "NAV-1 | 2027-01-11\nNAV-2 | 2027-01-12\n",
        "x\ny\n",
      })
  void whatHoldsNoPeopleIsNotUnderstood(String text) {
    assertThat(guess(text)).isEqualTo("not understood");
  }

  @Test
  void codesOfCoursesAreToldWithWhoIsInThem() {
    assertThat(
            guess("amarlin | STG-1 | learner\nivale | STG-1 | learner\nbo | STG-2 | instructor\n"))
        .isEqualTo("user course role");
    assertThat(guess("NAV-2 | élève | z@quai.example\nNAV-2 | élève | h@quai.example\n"))
        .isEqualTo("course role user");
    assertThat(guess("4711 | NAV-2\n4712 | NAV-2\n4713 | NAV-1\n")).isEqualTo("user course");
    assertThat(guess("user | STG-1 | learner\nuser2 | STG-1 | learner\n"))
        .isEqualTo("user course role");
    assertThat(guess("NAV-1 | Coastal Navigation\nNAV-2 | Night Watch\nKNOT-1 | Knots\n"))
        .isEqualTo("code title");
    // People with a course on each row stay people.
    assertThat(guess("Ana | Marlowe | NAV-1\nBo | Finch | NAV-1\nCy | Quay | NAV-2\n"))
        .isEqualTo("given name family name course");
    // What is different on each row beside a name is rather a number of the person.
    assertThat(guess("Ana | Marlowe | STU-1\nBo | Finch | STU-2\n"))
        .isEqualTo("given name family name -");
  }

  @Test
  void aTitleAboveColumnsIsNobody() {
    assertThat(guess("Port Watch\nAna | Marlowe\nBo | Finch\nCy | Quay\n"))
        .isEqualTo("given name family name");
  }

  @Test
  void aFewOddValuesDoNotChangeWhatAColumnIs() {
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < 9; i++) {
      text.append("Ana Marlowe | ana").append(i).append("@pier.example\n");
    }
    text.append("Plato | none\n");
    assertThat(guess(text.toString())).isEqualTo("full name email");
  }

  @Test
  void theFirstRowOfSuchASheetIsData() throws UnreadableSheetException {
    int[] rows = {0};
    SheetRows.read(
        SheetIntake.of(TextSheet.of("sheet", "Ana Marlowe\nBo Finch\n"), Optional.empty()),
        row -> rows[0]++);
    assertThat(rows[0]).isEqualTo(2);
  }
}
