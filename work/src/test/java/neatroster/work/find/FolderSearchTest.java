package neatroster.work.find;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import neatroster.core.roster.TextSearch;
import neatroster.work.School;
import neatroster.work.folder.CommandContext;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class FolderSearchTest {
  @TempDir private Path folder;
  private School school;

  @BeforeEach
  void aSchool() throws Exception {
    school = new School(folder);
  }

  private FolderSearch search(String text) {
    CommandContext context = school.context();
    return FolderSearch.of(context, context.folder().orElseThrow(), text);
  }

  private List<String> places(String text) {
    return search(text).hits().stream().map(TextSearch.Hit::place).toList();
  }

  @Test
  void onePersonIsFoundInEveryListAndTheirPlacesStandTogether() throws Exception {
    school.issue();
    school.file("known/users.csv", "username,given name,email", "amarlowe,Ana,ana@pier.example");
    FolderSearch found = search("MARLOWE");
    assertThat(found.hits()).hasSize(2);
    assertThat(found.together()).hasSize(1);
    assertThat(found.together().get(0)).isEqualTo(found.hits());
    assertThat(places("ana@pier")).anyMatch(place -> place.contains("known/users.csv"));
  }

  @Test
  void coursesAndGroupsStandAlone() {
    assertThat(places("navig")).singleElement().asString().contains("sheets/courses.csv");
    FolderSearch all = search("nav-1");
    assertThat(all.together()).hasSameSizeAs(all.hits());
    assertThat(places("port watch")).hasSize(2);
    assertThat(search("nobody of that name").hits()).isEmpty();
  }

  @Test
  void whatCouldNotBeLookedThroughIsSaid() throws Exception {
    school.file("sheets/broken.xlsx", "this is no workbook");
    search("ana");
    assertThat(school.remarks()).anyMatch(said -> said.contains("broken.xlsx was not looked"));
  }

  @Test
  void aFolderWithoutSheetsIsLookedThroughToo() throws Exception {
    Path other = folder.resolve("other");
    School none = new School(other);
    for (String name : List.of("people", "courses", "groups", "seats")) {
      Files.delete(other.resolve("sheets/" + name + ".csv"));
    }
    none.file("known/users.csv", "username,given name", "amarlowe,Ana");
    CommandContext context = none.context();
    assertThat(FolderSearch.of(context, context.folder().orElseThrow(), "amarl").hits()).hasSize(1);
  }
}
