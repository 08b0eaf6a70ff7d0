package neatroster.work.inspect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.List;
import neatroster.work.Problem;
import neatroster.work.School;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.OpenRoster;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class InspectionTest {
  @TempDir private Path folder;
  private School school;

  @BeforeEach
  void aSchool() throws Exception {
    school = new School(folder);
  }

  private Inspection inspect(boolean withExports) {
    CommandContext context = school.context();
    try (OpenRoster open = OpenRoster.open(context, List.of())) {
      return Inspection.of(context, open, withExports);
    }
  }

  @Test
  void sheetsAreTroubledWhereOneIsNoTable() throws Exception {
    assertThat(inspect(false).sheets()).hasSize(4);
    assertThat(inspect(false).isTroubled()).isFalse();
    school.file("sheets/broken.xlsx", "this is no workbook");
    Inspection troubled = inspect(false);
    assertThat(troubled.isTroubled()).isTrue();
    assertThat(troubled.unread()).hasSize(1);
  }

  @Test
  void exportsAreLookedAtWhereTheyAreAskedAbout() throws Exception {
    school.file("known/users.csv", "username,given name", "amarlowe,Ana");
    assertThat(inspect(false).known()).isEmpty();
    assertThat(inspect(true).known()).hasSize(1);
  }

  @Test
  void whatIsSavedIsReadTheSameAndWhatStandsThereIsNotTouched() throws Exception {
    school.file("roster.yaml", "# ours", "school: {name: Pier School}");
    CommandContext context = school.context();
    try (OpenRoster open = OpenRoster.open(context, List.of())) {
      Inspection.of(context, open, false).save(context, context.folder().orElseThrow(), open);
    }
    assertThat(school.text("roster.yaml"))
        .startsWith("# ours\nschool: {name: Pier School}\n")
        .contains("people.csv");
    assertThat(inspect(false).sheets())
        .extracting(sheet -> sheet.reading().table().word())
        .containsExactlyInAnyOrder("courses", "groups", "users", "enrollments");
  }

  @Test
  void aTemplateBecomesALayoutOnce() throws Exception {
    school.file("template.csv", "Given name,Family name,Email,Cost centre");
    TemplateLayout made = TemplateLayout.write(school.context(), "pier", List.of("template.csv"));
    assertThat(made.file()).isEqualTo("layouts/pier.yaml");
    assertThat(made.matched()).hasSize(1);
    assertThat(school.text("layouts/pier.yaml")).contains("Cost centre");
    assertThatThrownBy(
            () -> TemplateLayout.write(school.context(), "pier", List.of("template.csv")))
        .isInstanceOf(Problem.class);
    school.file("other.csv", "one,two,three", "1,2,3");
    assertThatThrownBy(() -> TemplateLayout.write(school.context(), "odd", List.of("other.csv")))
        .hasMessageContaining("no header is one that we know");
  }
}
