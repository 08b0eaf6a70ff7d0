package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import org.junit.jupiter.api.Test;

/** Lists of people without cells. */
class PeopleLinesTest {
  /**
   * Paragraphs of a document: a line that begins with # is a heading, one with + an item of a list;
   * a bar is a line break within a paragraph.
   */
  private record Paragraphs(String file, List<String> text) implements Sheet {
    static Paragraphs of(String file, String... text) {
      return new Paragraphs(file, List.of(text));
    }

    @Override
    public SheetName name() {
      return new SheetName(file, null);
    }

    @Override
    public FileFacts facts() {
      return FileFacts.of("document");
    }

    @Override
    public void read(Receiver receiver) {
      SheetRow row = new SheetRow();
      for (int i = 0; i < text.size(); i++) {
        String line = text.get(i);
        boolean heading = line.startsWith("#");
        boolean item = line.startsWith("+");
        row.begin(i + 1);
        row.kind(heading ? SheetRow.Kind.HEADING : item ? SheetRow.Kind.ITEM : SheetRow.Kind.PLAIN);
        row.add((heading || item ? line.substring(1) : line).replace('|', '\n'));
        if (!receiver.row(row)) {
          return;
        }
      }
    }
  }

  private static SheetReading read(String... text) throws UnreadableSheetException {
    return SheetIntake.of(Paragraphs.of("list.txt", text), Optional.empty());
  }

  private static List<String> people(SheetReading reading) throws UnreadableSheetException {
    List<String> people = new ArrayList<>();
    SheetRows.read(
        reading,
        row -> people.add(row.number() + " " + Names.full(row) + " " + row.text(Field.EMAIL)));
    return people.stream().map(String::strip).toList();
  }

  private static List<String> skipped(SheetReading reading) throws UnreadableSheetException {
    List<String> skipped = new ArrayList<>();
    SheetRows.read(reading, row -> {}, row -> skipped.add(row.row() + " " + row.why()));
    return skipped;
  }

  @Test
  void titlesStandAboveAndRemarksBetween() throws Exception {
    SheetReading list =
        read(
            "Mannschaft Nordlicht",
            "Stand: heute",
            "Gut, Klara",
            "Emil Berger",
            "",
            "Bitte Ölzeug mitbringen.",
            "Hofer, Lina");
    assertThat(people(list)).containsExactly("3 Klara Gut", "4 Emil Berger", "7 Lina Hofer");
    assertThat(skipped(list)).containsExactlyInAnyOrder("1 title", "2 title", "6 remark");
    assertThat(list.table()).isEqualTo(Table.USERS);
    assertThat(list.headerRow()).isZero();
  }

  @Test
  void whatTheWordProcessorSaysOfAParagraphCounts() throws Exception {
    // As plain text the first and the last would be people.
    SheetReading list = read("#Port Watch", "+Ada Marlin", "+Ivo Vale", "+Bo Finch", "Rosa Reed");
    assertThat(people(list)).containsExactly("2 Ada Marlin", "3 Ivo Vale", "4 Bo Finch");
    assertThat(skipped(list)).containsExactlyInAnyOrder("1 title", "5 remark");
  }

  @Test
  void severalPeopleOfALineHaveRowsOfTheirOwn() throws Exception {
    SheetReading list =
        read("Ada Marlin; Vale, Ivo", "Bo Finch <bo@pier.example>|Cy Quay", "", "Di Reed");
    assertThat(people(list))
        .containsExactly(
            "1 Ada Marlin", "2 Ivo Vale", "3 Bo Finch bo@pier.example", "4 Cy Quay", "5 Di Reed");
    assertThat(list.countsPeople()).isTrue();
    assertThat(read("Vale, Ivo", "Ada Marlin (late)").countsPeople()).isFalse();
  }

  @Test
  void whatOnlyTheLastLineHasIsReadToo() throws Exception {
    List<String> lines = new ArrayList<>();
    for (int i = 0; i < 60; i++) {
      lines.add((i + 1) + ") Ada Marlin");
    }
    lines.add("61) Bo Finch <bo@pier.example> (late)");
    SheetReading list = read(lines.toArray(String[]::new));
    assertThat(people(list)).hasSize(61).contains("61 Bo Finch bo@pier.example");
    assertThat(list.columns()).hasSize(3);
  }

  @Test
  void theTitleMayNameTheCourse() throws Exception {
    SheetReading courses =
        SheetIntake.of(
            neatroster.core.TextSheet.of("courses", "code | title\nNAV-2 | Coast\nNAV-3 | Night\n"),
            Optional.empty());
    SheetReading list = read("Crew list NAV-2", "1) Ada Marlin", "2) Vale, Ivo");
    SheetReading enrolling =
        EnrollmentFinder.enrolling(
            list,
            CourseNamesReader.of(List.of(courses), java.util.Map.of()),
            word -> false,
            Optional.empty());
    assertThat(enrolling.courseOfAll()).contains("NAV-2");
  }

  @Test
  void textThatIsNoListIsNotUnderstood() throws Exception {
    for (String[] text :
        new String[][] {
          {"Dear colleagues,", "here is what you asked for.", "Regards"},
          {"Port Watch", "Fore Deck 12", "18:30", "20:15"},
          {"Ada Marlin"},
        }) {
      assertThat(org.assertj.core.api.Assertions.catchThrowable(() -> read(text)))
          .isInstanceOf(UnreadableSheetException.class);
    }
  }

  @Test
  void whatIsSaidToBeUsersIsNotTakenForHeaders() throws Exception {
    SheetReading one =
        SheetIntake.of(Paragraphs.of("one.txt", "Ada Marlin"), Optional.of(Table.USERS));
    assertThat(one.headerRow()).isZero();
    SheetReading two =
        SheetIntake.of(
            Paragraphs.of("two.txt", "Vale, Ivo", "Ada Marlin"), Optional.of(Table.USERS));
    assertThat(people(two)).containsExactly("1 Ivo Vale", "2 Ada Marlin");
  }
}
