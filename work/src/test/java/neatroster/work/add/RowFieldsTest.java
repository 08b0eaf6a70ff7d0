package neatroster.work.add;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.work.Problem;
import neatroster.work.School;
import neatroster.work.folder.AddedSheet;
import neatroster.work.folder.CommandContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RowFieldsTest {
  @TempDir private Path folder;

  @Test
  void aFieldIsNamedAsInOurSheetsOrAsTheSchoolCallsItsOwn() throws Exception {
    School school = new School(folder);
    school.file("roster.yaml", "fields: {Sailing track: {table: users}}");
    RowFields users = new RowFields(Table.USERS, school.context().settings());
    assertThat(users.values(List.of("Given Name=Ana", "sailing TRACK=A=B", "email=")))
        .containsExactly(
            Map.entry("given name", "Ana"),
            Map.entry("Sailing track", "A=B"),
            Map.entry("email", ""));
    RowFields courses = new RowFields(Table.COURSES, school.context().settings());
    assertThatThrownBy(() -> courses.values(List.of("sailing track=A")))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("no field “sailing track” of courses")
        .hasMessageContaining("There are: code, catalog code");
    assertThatThrownBy(() -> users.values(List.of("family nam=Quay")))
        .hasMessageContaining("Is family name meant?");
    for (String bad : List.of("=x", "Ana")) {
      assertThatThrownBy(() -> users.values(List.of(bad))).hasMessageContaining("FIELD=VALUE");
    }
    assertThatThrownBy(() -> RowFields.table("user"))
        .hasMessageStartingWith("There is no table “user”. Is users meant?");
  }

  @Test
  void theExampleIsARowThatCanBeTyped() {
    for (Table table : Table.values()) {
      RowFields fields = new RowFields(table, Settings.standard());
      List<String> words = new ArrayList<>();
      Matcher quoted = Pattern.compile("\"([^\"]+)\"|(\\S+)").matcher(fields.example());
      while (quoted.find()) {
        words.add(quoted.group(1) == null ? quoted.group(2) : quoted.group(1));
      }
      assertThat(fields.values(words)).as(fields.example()).hasSizeGreaterThan(1);
    }
  }

  @Test
  void whatOtherSheetsSayIsAskedForToo() {
    RowFields users = new RowFields(Table.USERS, Settings.standard());
    assertThat(users.worthAsking(List.of()))
        .containsExactly(Field.GIVEN_NAME, Field.FAMILY_NAME, Field.EMAIL, Field.ID);
    assertThat(
            users.worthAsking(List.of(Field.GRADE, Field.EMAIL, Field.PASSWORD, Field.FULL_NAME)))
        .endsWith(Field.ID, Field.GRADE)
        .doesNotContain(Field.PASSWORD, Field.FULL_NAME)
        .doesNotHaveDuplicates();
    assertThat(new RowFields(Table.GROUPS, Settings.standard()).worthAsking(List.of()))
        .containsExactly(Field.COURSE, Field.NAME);
  }

  private static AddedRow judged(School school, Table table, Map<String, String> values) {
    CommandContext context = school.context();
    AddedSheet sheet =
        AddedSheet.read(
                context.folder().orElseThrow(),
                "added-" + table.word() + ".csv",
                new RowFields(table, context.settings()).always())
            .with(values);
    return AddedRow.judge(context, sheet, table);
  }

  @Test
  void aRowIsJudgedAmongAllThatTheFolderHolds() throws Exception {
    School school = new School(folder);
    AddedRow sound =
        judged(school, Table.USERS, Map.of("given name", "Di", "family name", "Reed", "id", "504"));
    assertThat(sound.isFaulty() || sound.isThere()).isFalse();
    AddedRow there =
        judged(
            school,
            Table.USERS,
            Map.of("given name", "Ana", "family name", "Marlowe", "id", "501"));
    assertThat(there.isThere()).isTrue();
    assertThat(there.already())
        .singleElement()
        .asString()
        .startsWith("Ana Marlowe is there already: sheets/people.csv, row 2");
    assertThat(there.places()).singleElement().extracting(place -> place.row()).isEqualTo(2);
    AddedRow faulty = judged(school, Table.ENROLLMENTS, Map.of("user", "501", "course", "NAV-9"));
    assertThat(faulty.isFaulty()).isTrue();
    AddedRow again =
        judged(
            school,
            Table.ENROLLMENTS,
            Map.of("user", "501", "course", "NAV-1", "group", "Port Watch"));
    assertThat(again.isThere()).isTrue();
    assertThat(
            AddedRow.fieldsOf(
                school.context(),
                AddedSheet.blank(
                    school.context().folder().orElseThrow(), "added-users.csv", List.of()),
                Table.USERS))
        .contains(Field.GRADE, Field.EMAIL)
        .doesNotContain(Field.SITE);
  }
}
