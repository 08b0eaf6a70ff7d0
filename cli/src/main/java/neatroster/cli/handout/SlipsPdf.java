package neatroster.cli.handout;

import java.io.OutputStream;
import java.util.List;
import neatroster.cli.handout.PdfFonts.Style;
import neatroster.cli.handout.PdfTags.Tag;
import neatroster.core.handout.Attendee;
import neatroster.core.handout.CourseInfo;
import neatroster.core.handout.Section;
import neatroster.core.settings.Settings;

/** Login slips on paper, several to a page with lines to cut along. */
public final class SlipsPdf {
  private static final float MARGIN = 26;
  private static final float INSET = 12;
  private static final float HEADING = 16;

  /** The slip that the sizes below are made for; larger ones are drawn larger. */
  private static final float USUAL_WIDTH = 270;

  private static final float USUAL_HEIGHT = 193;
  private static final float LARGEST_SCALE = 1.9f;

  private final PdfPage page;
  private final Wording wording;
  private final int columns;
  private final int rows;

  private SlipsPdf(PdfPage page, Wording wording, int perPage) {
    this.page = page;
    this.wording = wording;
    this.columns = perPage > 3 ? 2 : 1;
    this.rows = perPage / columns;
  }

  /**
   * Draws slips.
   *
   * @param perPage how many slips stand on a page: 1, 2, 3, or an even number up to 12
   * @return how many pages there are, and whether a character was lacking
   */
  public static DrawnPages write(
      List<Section> sections,
      Settings settings,
      List<CourseInfo> courses,
      Paper paper,
      int perPage,
      OutputStream out) {
    PdfPage page = new PdfPage(out, paper, "Login slips");
    try (page) {
      SlipsPdf slips = new SlipsPdf(page, new Wording(settings, courses), perPage);
      sections.forEach(slips::section);
    }
    return new DrawnPages(page.pages(), page.fonts().isLacking());
  }

  private void section(Section section) {
    int perPage = columns * rows;
    float top = MARGIN + (section.title().isEmpty() ? 0 : HEADING);
    float width = (page.width() - 2 * MARGIN) / columns;
    float height = (page.height() - top - MARGIN) / rows;
    for (int i = 0; i < section.people().size(); i++) {
      int place = i % perPage;
      if (place == 0) {
        page.begin();
        if (!section.title().isEmpty()) {
          page.tag(i == 0 ? Tag.HEADING : Tag.ARTIFACT);
          page.text(MARGIN + INSET, MARGIN + 4, section.title(), Style.BOLD, 10);
        }
        cutLines(top, width, height, Math.min(perPage, section.people().size() - i));
      }
      float x = MARGIN + place % columns * width;
      int row = place / columns;
      float y = top + row * height;
      slip(section.people().get(i), x, y, width, height);
    }
  }

  /** Lines between the slips there are, not around blank paper. */
  private void cutLines(float top, float width, float height, int slips) {
    if (columns * rows == 1) {
      return;
    }
    int used = (slips + columns - 1) / columns;
    for (int row = 0; row <= used; row++) {
      boolean outer = row == 0 || row == rows;
      if (!outer) {
        page.line(MARGIN, top + row * height, page.width() - MARGIN, top + row * height, true);
      }
    }
    if (columns > 1) {
      page.line(MARGIN + width, top, MARGIN + width, top + used * height, true);
    }
  }

  private void slip(Attendee person, float left, float top, float width, float height) {
    float scale = Math.min(LARGEST_SCALE, Math.min(width / USUAL_WIDTH, height / USUAL_HEIGHT));
    float x = left + INSET;
    float room = width - 2 * INSET;
    float bottom = top + height - 8 * scale;
    float y = top + 18 * scale;
    page.tag(Tag.SECTION);
    page.grey(true);
    page.tag(Tag.PARAGRAPH);
    String site = person.site();
    float siteWidth = Math.min(room / 2, page.fonts().width(site, Style.PLAIN, 7.5f * scale));
    one(x, y, wording.school(), 7.5f * scale, room - siteWidth - 8);
    if (!site.isEmpty()) {
      float points = page.fitting(site, Style.PLAIN, 7.5f * scale, room / 2, 0);
      page.tag(Tag.PARAGRAPH);
      page.textTo(x + room, y, site, Style.PLAIN, points);
    }
    page.grey(false);
    y = name(person, x, y + 20 * scale, room, scale);
    String children = wording.children(person);
    if (!children.isEmpty()) {
      y = paragraph(x, y, children, 8 * scale, room, 2);
    }
    page.tag(Tag.LIST);
    if (!wording.address().isEmpty()) {
      y = item(x, y, room, scale, "Log in at", wording.address(), Style.PLAIN);
    }
    y = item(x, y, room, scale, "Username", wording.username(person), Style.MONO);
    if (person.hasPassword()) {
      y = item(x, y, room, scale, "Password", person.password(), Style.MONO);
    } else {
      y = item(x, y, room, scale, "Password", wording.noPassword(person), Style.PLAIN);
    }
    String note = wording.passwordNote(person);
    page.grey(true);
    if (!note.isEmpty()) {
      y = paragraph(x, y, note, 7.5f * scale, room, 2);
    }
    courses(person, x, y + 2 * scale, room, bottom, scale);
    page.grey(false);
  }

  /** A long name gets smaller, then a second line, then smaller still. */
  private float name(Attendee person, float x, float y, float room, float scale) {
    page.tag(Tag.HEADING);
    String name = wording.name(person);
    float points = page.fitting(name, Style.BOLD, 15 * scale, room, 11 * scale);
    List<String> lines = page.lines(name, Style.BOLD, points, room);
    while (lines.size() > 2 && points > 7 * scale) {
      points -= 0.5f * scale;
      lines = page.lines(name, Style.BOLD, points, room);
    }
    float at = y;
    for (String line : lines.subList(0, Math.min(3, lines.size()))) {
      page.text(x, at, line, Style.BOLD, points);
      at += points * 1.2f;
    }
    return at - points * 1.2f + 22 * scale;
  }

  private float item(
      float x, float y, float room, float scale, String label, String value, Style style) {
    float labelWidth = 56 * scale;
    page.grey(true);
    page.tag(Tag.ITEM);
    page.tag(Tag.LABEL);
    page.text(x, y, label, Style.PLAIN, 8 * scale);
    page.grey(false);
    page.tag(Tag.VALUE);
    float points = page.fitting(value, style, 11.5f * scale, room - labelWidth, 8 * scale);
    float at = y;
    for (String line : page.lines(value, style, points, room - labelWidth)) {
      page.text(x + labelWidth, at, line, style, points);
      at += points * 1.25f;
    }
    return at - points * 1.25f + 19 * scale;
  }

  private void one(float x, float y, String text, float points, float room) {
    if (!text.isEmpty()) {
      float fit = page.fitting(text, Style.PLAIN, points, room, 0);
      List<String> lines = page.lines(text, Style.PLAIN, fit, room);
      page.text(x, y, lines.get(0), Style.PLAIN, fit);
    }
  }

  private float paragraph(float x, float y, String text, float points, float room, int most) {
    page.tag(Tag.PARAGRAPH);
    List<String> lines = page.lines(text, Style.PLAIN, points, room);
    float at = y;
    for (int i = 0; i < Math.min(most, lines.size()); i++) {
      boolean cut = i == most - 1 && lines.size() > most;
      page.text(x, at, lines.get(i) + (cut ? " …" : ""), Style.PLAIN, points);
      at += points * 1.35f;
    }
    return at + points * 0.6f;
  }

  /** As many courses as there is room for, and how many more there are. */
  private void courses(Attendee person, float x, float y, float room, float bottom, float scale) {
    float points = 8 * scale;
    float lineHeight = points * 1.3f;
    int most = (int) ((bottom - y) / lineHeight) + 1;
    List<String> courses = wording.courses(person);
    if (courses.isEmpty() || most < 1) {
      return;
    }
    page.tag(Tag.PARAGRAPH);
    for (int shown = courses.size(); shown >= 0; shown--) {
      int left = courses.size() - shown;
      String more = left == 0 ? "" : (shown == 0 ? "" : ", ") + "and " + left + " more";
      String text =
          (courses.size() == 1 ? "Course: " : "Courses: ")
              + (shown == 0
                  ? courses.size() + " of them"
                  : String.join(", ", courses.subList(0, shown)) + more);
      List<String> lines = page.lines(text, Style.PLAIN, points, room);
      if (lines.size() <= most || shown == 0) {
        for (int i = 0; i < Math.min(most, lines.size()); i++) {
          page.text(x, y + i * lineHeight, lines.get(i), Style.PLAIN, points);
        }
        return;
      }
    }
  }
}
