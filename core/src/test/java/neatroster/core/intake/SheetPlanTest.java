package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.TextSheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.settings.SheetPlan;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SheetPlanTest {
  private static final OwnField TRACK =
      new OwnField("Learning Track", Table.USERS, OwnField.Type.TEXT, List.of(), false, false, "");

  private static SheetPlan plan(Integer headerRow, String leave, String... fieldsAndSources) {
    Map<String, String> columns = new LinkedHashMap<>();
    for (int i = 0; i < fieldsAndSources.length; i += 2) {
      columns.put(fieldsAndSources[i], fieldsAndSources[i + 1]);
    }
    return new SheetPlan(
        "roster.yaml, line 7",
        "intake.csv",
        Optional.empty(),
        Optional.empty(),
        Optional.ofNullable(headerRow),
        columns,
        leave.isEmpty() ? List.of() : List.of(leave),
        Map.of("course", Map.of("NAV-9", "NAV-1")),
        Optional.empty(),
        Optional.empty(),
        false,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  private static SheetReading read(SheetPlan plan, String text) throws UnreadableSheetException {
    Settings settings =
        Settings.builder()
            .reading(new Settings.Reading(List.of(plan), Map.of(), List.of(TRACK)))
            .build();
    return SheetIntake.of(TextSheet.of("intake.csv", text), Optional.empty(), settings);
  }

  private static List<String> rows(SheetReading sheet, Field... fields)
      throws UnreadableSheetException {
    List<String> rows = new ArrayList<>();
    SheetRows.read(
        sheet,
        row -> {
          List<String> cells = new ArrayList<>();
          for (Field field : fields) {
            cells.add(row.text(field));
          }
          rows.add(String.join(",", cells));
        });
    return rows;
  }

  @Test
  void headersThatSayNothingAreReadAsTheSettingsSay() throws Exception {
    SheetReading sheet =
        read(
            plan(null, "note", "family name", "Feld 1", "given name", "C", "learning track", "X9"),
            """
            Auszug
            Feld 1  | note | Feld 2 | X9
            Marlowe | x    | Ana    | A
            """);
    assertThat(sheet.headerRow()).isEqualTo(2);
    assertThat(sheet.has(Field.NOTE)).isFalse();
    assertThat(rows(sheet, Field.GIVEN_NAME, Field.FAMILY_NAME)).containsExactly("Ana,Marlowe");
    assertThat(sheet.ownFields()).containsEntry(TRACK, 3);
  }

  @Test
  void aFieldIsPutTogetherFromColumnsAndTranslated() throws Exception {
    SheetReading sheet =
        read(
            plan(null, "", "course", "{Class}-{Section}"),
            """
            given name | Class | Section
            Ana        | NAV   | 2
            Bo         | NAV   | 9
            Cy         | NAV   |
            """);
    List<String> courses = new ArrayList<>();
    SheetRows.readEnrollments(
        sheet, row -> courses.add(row.number() + " " + row.text(Field.COURSE)));
    // A code that lacks a part is no code.
    assertThat(courses).containsExactly("2 NAV-2", "3 NAV-1");
    assertThat(sheet.composed(Field.COURSE)).contains("{Class}-{Section}");
  }

  @Test
  void aBlankPartOfAListLeavesTheOthers() throws Exception {
    SheetReading sheet =
        read(
            plan(null, "", "course", "{First}; {Second}", "given name", "{Name} {Middle}"),
            """
            Name | Middle | First | Second
            Ana  | Maria  | NAV-1 | NAV-2
            Bo   |        |       | NAV-2
            Cy   |        |       |
            """);
    List<String> courses = new ArrayList<>();
    SheetRows.readEnrollments(
        sheet, row -> courses.add(row.number() + " " + row.text(Field.COURSE)));
    assertThat(courses).containsExactly("2 NAV-1", "2 NAV-2", "3 NAV-2");
    assertThat(rows(sheet, Field.GIVEN_NAME)).containsExactly("Ana Maria", "Bo", "Cy");
  }

  @Test
  void aSheetWithoutHeadersIsReadByPosition() throws Exception {
    SheetReading sheet =
        read(plan(0, "", "given name", "B", "family name", "A"), "Marlowe | Ana\nFinch | Bo\n");
    assertThat(rows(sheet, Field.GIVEN_NAME, Field.FAMILY_NAME))
        .containsExactly("Ana,Marlowe", "Bo,Finch");
  }

  @Test
  void whatTheSheetDoesNotHaveIsSaidWithThePlaceInTheSettings() {
    String text = "given name | Class\nAna | NAV\n";
    assertThatThrownBy(() -> read(plan(null, "", "family name", "Clas"), text))
        .hasMessageContaining("roster.yaml, line 7")
        .hasMessageContaining("is “Class” meant?");
    assertThatThrownBy(() -> read(plan(null, "", "capacity", "Class"), text))
        .hasMessageContaining("there is no field “capacity” in users");
    assertThatThrownBy(() -> read(plan(9, ""), text)).hasMessageContaining("row 9");
  }

  @ParameterizedTest
  @CsvSource({
    "intake.csv, , true",
    "sheets/Intake.CSV, , true",
    "other.csv, , false",
    "intake.csv, Autumn, true",
  })
  void aPlanIsForItsFileWhereverItIs(String file, String sheet, boolean fits) {
    assertThat(plan(null, "").isFor(new SheetName(file, sheet))).isEqualTo(fits);
  }

  @Test
  void theDatesOfAColumnShowTheirOrder() throws Exception {
    String born = "given name | birth date\nAna | 3/4/2011\nBo | 12/31/2010\nCy | 2011-05-06\n";
    SheetReading sheet = read(plan(null, ""), born);
    assertThat(sheet.dateOrder(Field.BIRTH_DATE)).isEqualTo(DateOrder.MONTH_FIRST);
    List<String> dates = new ArrayList<>();
    SheetRows.read(sheet, row -> dates.add(row.text(Field.BIRTH_DATE)));
    assertThat(dates).containsExactly("2011-03-04", "2010-12-31", "2011-05-06");
    // Where the column shows both, or neither, the settings decide.
    SheetReading both = read(plan(null, ""), born + "Di | 31/12/2010\n");
    assertThat(both.dateOrder(Field.BIRTH_DATE)).isEqualTo(DateOrder.DAY_FIRST);
  }

  @Test
  void theExampleRowIsSkippedAsLongAsItIsUntouched() throws Exception {
    String header = "course | name | status | note\n";
    String note = "An example. It is skipped; delete it, or write over it.";
    String untouched = "EXAMPLE-NAV | Port Watch | open | " + note + "\n";
    String used = "NAV-1 | Port Watch | open | " + note + "\n";
    TextSheet sheet = TextSheet.of("groups.csv", header + untouched + used);
    SheetReading reading = SheetIntake.of(sheet, Optional.empty());
    List<SkippedRow> skipped = new ArrayList<>();
    List<String> names = new ArrayList<>();
    SheetRows.read(reading, row -> names.add(row.text(Field.COURSE)), skipped::add);
    assertThat(names).containsExactly("NAV-1");
    assertThat(skipped).containsExactly(new SkippedRow(2, "example row"));
  }

  @Test
  void aSurveySaysWhichRowsBreakThePatternOfTheOthers() throws Exception {
    SheetReading sheet =
        read(
            plan(null, ""),
            """
            given name | family name | username | email
            Ana        | Marlowe     | amarlowe | amarlowe@pier.example
            Bo         | Finch       | bfinch   | bfinch@pier.example
            Mei        | Lin         | linmei   | mlin@pier.example
            Ida        | Holm        | iholm2   | iholm2@pier.example
            Tom        | Reed        | treed    | treed@peer.example
            Una        | Quill       |          |
            """);
    List<String> followed = new ArrayList<>();
    for (SheetSurvey.Followed one : SheetSurvey.of(sheet).followed()) {
      followed.add(one.pattern() + " " + one.filled() + " " + one.breaking());
    }
    assertThat(followed)
        .containsExactly("{given:1}{family} 5 [4]", "{given:1}{family}@pier.example 5 [6]");
  }
}
