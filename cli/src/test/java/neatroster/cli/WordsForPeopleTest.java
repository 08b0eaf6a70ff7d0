package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.cli.terminal.TextWrap;
import neatroster.core.model.Counted;
import neatroster.core.model.Table;
import neatroster.work.folder.FileArgument;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Numbers, line breaks and file arguments as people read and write them. */
class WordsForPeopleTest {
  @TempDir Path folder;

  @Test
  void oneThingIsNotSeveral() {
    assertThat(Counted.of(1, "row")).isEqualTo("1 row");
    assertThat(Counted.of(0, "row")).isEqualTo("0 rows");
    assertThat(Counted.tables(Map.of(Table.USERS, 1, Table.COURSES, 0, Table.GROUPS, 3)))
        .isEqualTo("1 user, 3 groups");
    assertThat(Counted.tables(Map.of())).isEqualTo("no rows");
  }

  @Test
  void sentencesAreBrokenAtSpaces() {
    assertThat(TextWrap.lines("one two three four", 9)).containsExactly("one two", "three", "four");
    assertThat(TextWrap.lines("a-word-that-is-too-long b", 5))
        .containsExactly("a-word-that-is-too-long", "b");
    assertThat(TextWrap.lines("", 5)).containsExactly("");
  }

  @Test
  void aFileArgumentSaysSheetTableOrCourse() throws Exception {
    assertThat(FileArgument.parse(folder, "users.xlsx#Autumn 2027").sheet())
        .contains("Autumn 2027");
    FileArgument table = FileArgument.parse(folder, "groups=lists/a=b.csv");
    assertThat(table.table()).contains(Table.GROUPS);
    assertThat(table.name()).isEqualTo("lists/a=b.csv");
    FileArgument course = FileArgument.parse(folder, "course:NAV-2=book.xlsx#Class");
    assertThat(course.course()).contains("NAV-2");
    assertThat(course.sheet()).contains("Class");
    assertThat(course.path()).isEqualTo(folder.resolve("book.xlsx"));
    assertThat(FileArgument.parse(folder, "planets=list.csv").table()).isEmpty();
  }

  @Test
  void aFileThatHasTheVeryNameComesFirst() throws Exception {
    for (String name : List.of("users=list.csv", "a#b.csv")) {
      Files.writeString(folder.resolve(name), "x");
      FileArgument argument = FileArgument.parse(folder, name);
      assertThat(argument.name()).isEqualTo(name);
      assertThat(argument.table()).isEqualTo(Optional.empty());
      assertThat(argument.sheet()).isEqualTo(Optional.empty());
    }
  }
}
