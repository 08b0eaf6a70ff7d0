package neatroster.cli.handout;

import static org.assertj.core.api.Assertions.assertThat;

import com.lowagie.text.pdf.PdfDictionary;
import com.lowagie.text.pdf.PdfName;
import com.lowagie.text.pdf.PdfReader;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.handout.Attendee;
import neatroster.core.handout.CourseInfo;
import neatroster.core.handout.CourseMembership;
import neatroster.core.handout.Section;
import neatroster.core.intake.NameParts;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.settings.Settings;
import org.junit.jupiter.api.Test;

class SlipsPdfTest {
  private static final Settings SETTINGS =
      Settings.builder()
          .school(
              new Settings.School(
                  "Port Elsewhere School of Seamanship",
                  "Learning Dock",
                  "https://learn.pier.example"))
          .build();

  private static final List<CourseInfo> COURSES =
      List.of(new CourseInfo("NAV-2", "Coastal navigation", List.of(), "", Map.of()));

  private static Attendee person(
      String name, String username, String password, CourseMembership... seats) {
    NameParts parts = NameParts.split(name);
    return new Attendee(
        new KnownUser(new Person("", "", name, "", ""), username, "", ""),
        parts,
        name,
        username,
        "",
        "Main Pier",
        password,
        Optional.empty(),
        false,
        "",
        "",
        List.of(seats),
        List.of(),
        true);
  }

  private static List<Attendee> people(int count) {
    List<Attendee> people = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      people.add(person("Ana Marlowe", "amarlowe" + i, "gull-tide-mast-" + i));
    }
    return people;
  }

  private static byte[] draw(List<Section> sections, Paper paper, int perPage) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    DrawnPages drawn = SlipsPdf.write(sections, SETTINGS, COURSES, paper, perPage, out);
    try (PdfReader pdf = new PdfReader(out.toByteArray())) {
      assertThat(pdf.getNumberOfPages()).isEqualTo(drawn.pages());
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  private static int pages(int people, int perPage) throws IOException {
    try (PdfReader pdf =
        new PdfReader(draw(List.of(new Section("", people(people))), Paper.A4, perPage))) {
      return pdf.getNumberOfPages();
    }
  }

  private static String text(byte[] pdf, int page) throws IOException {
    return TaggedPdfTest.words(pdf).get(page - 1);
  }

  @Test
  void asManyPagesAsTheSlipsNeed() throws IOException {
    assertThat(pages(1, 8)).isEqualTo(1);
    assertThat(pages(8, 8)).isEqualTo(1);
    assertThat(pages(9, 8)).isEqualTo(2);
    assertThat(pages(25, 12)).isEqualTo(3);
    assertThat(pages(3, 1)).isEqualTo(3);
    assertThat(pages(7, 3)).isEqualTo(3);
    assertThat(pages(5, 2)).isEqualTo(3);
  }

  @Test
  void everyStackBeginsOnAPageOfItsOwnUnderItsTitle() throws IOException {
    byte[] pdf =
        draw(
            List.of(new Section("Coastal", people(9)), new Section("Knots", people(1))),
            Paper.A4,
            8);
    try (PdfReader reader = new PdfReader(pdf)) {
      assertThat(reader.getNumberOfPages()).isEqualTo(3);
    }
    assertThat(text(pdf, 2)).contains("Coastal", "amarlowe8").doesNotContain("Knots");
    assertThat(text(pdf, 3)).contains("Knots", "amarlowe0").doesNotContain("Coastal");
  }

  @Test
  void aSlipTellsWhereToLogInAsWhomAndForWhat() throws IOException {
    Attendee ana =
        person(
            "Ana Marlowe",
            "amarlowe",
            "gull-tide-mast-7",
            new CourseMembership("NAV-2", "learner", "Watch"));
    assertThat(text(draw(List.of(new Section("", List.of(ana))), Paper.A4, 8), 1))
        .contains(
            "PortElsewhere",
            "https://learn.pier.example",
            "Usernameamarlowe",
            "Passwordgull-tide-mast-7",
            "chooseapasswordofyourown",
            "Coastalnavigation(Watch)");
    Attendee forgotten = person("Ana Marlowe", "amarlowe", "");
    assertThat(text(draw(List.of(new Section("", List.of(forgotten))), Paper.A4, 8), 1))
        .contains("theonethatyouhavealready")
        .doesNotContain("chooseapassword");
  }

  @Test
  void namesOfAnyLengthKeepPasswordsWhole() throws IOException {
    String longest =
        "Wilhelmina-Alexandrina " + "Featherstonehaugh-Cholmondeley ".repeat(3).strip();
    String unbroken = "Llanfair".repeat(12);
    List<Attendee> people =
        List.of(
            person(longest, "w".repeat(64), "spaghetti-waterfall-television-strawberry-marmalade"),
            person(unbroken, "llanfair", "gull-tide-mast-7"));
    for (int perPage : new int[] {1, 8, 12}) {
      byte[] pdf = draw(List.of(new Section("", people)), Paper.LETTER, perPage);
      StringBuilder all = new StringBuilder(text(pdf, 1));
      if (perPage == 1) {
        all.append(text(pdf, 2));
      }
      assertThat(all.toString())
          .contains("spaghetti-waterfall-television-strawberry-marmalade")
          .contains("w".repeat(64))
          .contains("gull-tide-mast-7");
    }
  }

  @Test
  void manyCoursesAreCountedWhereTheyDoNotFit() throws IOException {
    CourseMembership[] seats = new CourseMembership[60];
    for (int i = 0; i < seats.length; i++) {
      seats[i] = new CourseMembership("COURSE-" + i, "learner", "");
    }
    Attendee busy = person("Ana Marlowe", "amarlowe", "gull-tide-mast-7", seats);
    assertThat(text(draw(List.of(new Section("", List.of(busy))), Paper.A4, 8), 1))
        .containsPattern("COURSE-0,.*and\\d+more");
  }

  @Test
  void paperHasItsSizeAndFontsAreInTheFile() throws IOException {
    byte[] pdf = draw(List.of(new Section("", people(1))), Paper.LETTER, 8);
    try (PdfReader reader = new PdfReader(pdf)) {
      assertThat(reader.getPageSize(1).getWidth()).isEqualTo(612);
      PdfDictionary fonts = reader.getPageN(1).getAsDict(PdfName.RESOURCES).getAsDict(PdfName.FONT);
      assertThat(fonts.getKeys()).isNotEmpty();
      for (Object key : fonts.getKeys()) {
        PdfDictionary descendant =
            fonts.getAsDict((PdfName) key).getAsArray(PdfName.DESCENDANTFONTS).getAsDict(0);
        assertThat(descendant.getAsDict(PdfName.FONTDESCRIPTOR).get(PdfName.FONTFILE2)).isNotNull();
      }
    }
  }
}
