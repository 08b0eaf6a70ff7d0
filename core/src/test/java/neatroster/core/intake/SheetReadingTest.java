package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import neatroster.core.TextSheet;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SheetReadingTest {
  private static SheetReading read(String text) throws UnreadableSheetException {
    return SheetIntake.of(TextSheet.of("sheet", text), Optional.empty());
  }

  @ParameterizedTest
  @CsvSource({
    "given name | email, users",
    "GIVEN_NAME | Family-Name, users",
    "role | user | course, enrollments",
    "course | role | group, enrollments",
    "course | name, groups",
    "Name | capacity, groups",
    "title | code | site, courses",
    "code, courses",
    "id | username | role | status, users",
  })
  void tellsTheTableByItsHeaders(String header, String table) throws UnreadableSheetException {
    assertThat(read(header + "\n").table().word()).isEqualTo(table);
  }

  @Test
  void headersAreKnownWhateverTheirOrderCaseAndSpacing() throws UnreadableSheetException {
    SheetReading sheet =
        read("\n\n FAMILY  NAME | E-Mail | Shoe Size | givenname | Birth_Date | \n");
    assertThat(sheet.headerRow()).isEqualTo(3);
    assertThat(sheet.columns())
        .extracting(Column::field)
        .containsExactly(
            Optional.of(Field.FAMILY_NAME),
            Optional.of(Field.EMAIL),
            Optional.empty(),
            Optional.of(Field.GIVEN_NAME),
            Optional.of(Field.BIRTH_DATE));
  }

  @Test
  void theFirstOfTwoColumnsOfOneNameCounts() throws UnreadableSheetException {
    SheetReading sheet = read("given name | email | Email\nAna | a@b.example | c@d.example\n");
    List<String> emails = new ArrayList<>();
    SheetRows.read(sheet, row -> emails.add(row.text(Field.EMAIL)));
    assertThat(emails).containsExactly("a@b.example");
  }

  @Test
  void blankRowsAreNoRows() throws UnreadableSheetException {
    List<Integer> rows = new ArrayList<>();
    SheetRows.read(
        read("code | title\n | \nA | One\n | \n\nB | Two\n"), row -> rows.add(row.number()));
    assertThat(rows).containsExactly(3, 6);
  }

  @Test
  void aSheetOfNothingOursIsRefusedUntilTheUserSaysWhatItIs() throws Exception {
    TextSheet sheet = TextSheet.of("sheet", "Planet | Moon\n");
    assertThatThrownBy(() -> SheetIntake.of(sheet, Optional.empty()))
        .isInstanceOfSatisfying(
            UnreadableSheetException.class,
            e -> {
              assertThat(e.isNotATable()).isTrue();
              assertThat(e.isEmpty()).isFalse();
            })
        .hasMessageContaining("row 1");
    assertThat(SheetIntake.of(sheet, Optional.of(Table.USERS)).table()).isEqualTo(Table.USERS);
    assertThatThrownBy(() -> read("\n | \n"))
        .isInstanceOfSatisfying(
            UnreadableSheetException.class, e -> assertThat(e.isEmpty()).isTrue());
  }

  @Test
  void columnsAreLetteredAsSpreadsheetsDo() {
    assertThat(new Column(0, "", Optional.empty(), null).letters()).isEqualTo("A");
    assertThat(new Column(25, "", Optional.empty(), null).letters()).isEqualTo("Z");
    assertThat(new Column(26, "", Optional.empty(), null).letters()).isEqualTo("AA");
    assertThat(new Column(701, "", Optional.empty(), null).letters()).isEqualTo("ZZ");
  }
}
