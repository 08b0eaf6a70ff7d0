package neatroster.cli.handout;

import java.io.OutputStream;
import java.util.List;
import neatroster.cli.handout.PdfFonts.Style;
import neatroster.cli.handout.PdfTags.Tag;
import neatroster.core.handout.Attendee;
import neatroster.core.settings.Settings;

/** Letters to the guardians of children for whom nobody has consented yet, one to a page. */
public final class ConsentLettersPdf {
  private static final float MARGIN = 72;
  private static final float SIZE = 11.5f;

  private ConsentLettersPdf() {}

  /** Draws letters. */
  public static DrawnPages write(
      List<Attendee> children, Settings settings, Paper paper, OutputStream out) {
    PdfPage page = new PdfPage(out, paper, "Consent letters");
    try (page) {
      Wording wording = new Wording(settings, List.of());
      children.forEach(child -> letter(page, wording, child, settings.checks().consentBelowAge()));
    }
    return new DrawnPages(page.pages(), page.fonts().isLacking());
  }

  private static void letter(PdfPage page, Wording wording, Attendee child, int belowAge) {
    page.begin();
    float room = page.width() - 2 * MARGIN;
    page.tag(Tag.SECTION);
    page.tag(Tag.PARAGRAPH);
    page.grey(true);
    page.text(MARGIN, MARGIN, wording.school(), Style.PLAIN, 10);
    page.grey(false);
    float y = MARGIN + 60;
    String heading = "Consent to an account for " + child.fullName();
    page.tag(Tag.HEADING);
    for (String line : page.lines(heading, Style.BOLD, 15, room)) {
      page.text(MARGIN, y, line, Style.BOLD, 15);
      y += 20;
    }
    y += 18;
    for (String paragraph : wording.letter(child, belowAge)) {
      page.tag(Tag.PARAGRAPH);
      for (String line : page.lines(paragraph, Style.PLAIN, SIZE, room)) {
        page.text(MARGIN, y, line, Style.PLAIN, SIZE);
        y += SIZE * 1.5f;
      }
      y += SIZE;
    }
    y += 12;
    for (String choice : List.of("I consent.", "I do not consent.")) {
      page.tag(Tag.PARAGRAPH);
      page.box(MARGIN, y + 1, 10);
      page.text(MARGIN + 18, y, choice, Style.PLAIN, SIZE);
      y += 26;
    }
    y += 48;
    page.line(MARGIN, y, MARGIN + room * 0.35f, y, false);
    page.line(MARGIN + room * 0.45f, y, MARGIN + room, y, false);
    page.grey(true);
    page.tag(Tag.PARAGRAPH);
    page.text(MARGIN, y + 13, "Date", Style.PLAIN, 9);
    page.tag(Tag.PARAGRAPH);
    page.text(MARGIN + room * 0.45f, y + 13, "Signature", Style.PLAIN, 9);
    page.grey(false);
  }
}
