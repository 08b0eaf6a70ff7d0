package neatroster.cli.handout;

import java.io.OutputStream;
import java.util.List;
import java.util.Map;
import neatroster.cli.handout.PdfFonts.Style;
import neatroster.cli.handout.PdfTags.Tag;
import neatroster.core.handout.CourseInfo;
import neatroster.core.settings.Settings;

/** A sheet for the wall of each class: where to go, and the code to join by. */
public final class JoinSheetsPdf {
  private static final float MARGIN = 56;

  private final PdfPage page;
  private final Wording wording;

  private JoinSheetsPdf(PdfPage page, Wording wording) {
    this.page = page;
    this.wording = wording;
  }

  /** Draws a page for each course, and one for each of its groups that has a code of its own. */
  public static DrawnPages write(
      List<CourseInfo> courses, Settings settings, Paper paper, OutputStream out) {
    PdfPage page = new PdfPage(out, paper, "Join sheets");
    try (page) {
      JoinSheetsPdf drawing = new JoinSheetsPdf(page, new Wording(settings, courses));
      for (CourseInfo course : courses) {
        if (!course.joinCode().isEmpty()) {
          drawing.sheet(course, "", course.joinCode());
        }
        for (Map.Entry<String, String> group : course.groups().entrySet()) {
          if (!group.getValue().isEmpty()) {
            drawing.sheet(course, group.getKey(), group.getValue());
          }
        }
      }
    }
    return new DrawnPages(page.pages(), page.fonts().isLacking());
  }

  private void sheet(CourseInfo course, String group, String code) {
    page.begin();
    page.tag(Tag.SECTION);
    float middle = page.width() / 2;
    float room = page.width() - 2 * MARGIN;
    page.tag(Tag.PARAGRAPH);
    page.grey(true);
    line(middle, 96, wording.school(), Style.PLAIN, 14, room);
    page.grey(false);
    float y = 150;
    page.tag(Tag.HEADING);
    float points = page.fitting(course.title(), Style.BOLD, 34, room, 20);
    List<String> title = page.lines(course.title(), Style.BOLD, points, room);
    for (String part : title.subList(0, Math.min(3, title.size()))) {
      page.centered(middle, y, part, Style.BOLD, points);
      y += points * 1.2f;
    }
    if (!group.isEmpty()) {
      page.tag(Tag.PARAGRAPH);
      line(middle, y, group, Style.BOLD, 22, room);
      y += 30;
    }
    if (!course.instructors().isEmpty()) {
      page.tag(Tag.PARAGRAPH);
      line(middle, y, "with " + String.join(", ", course.instructors()), Style.PLAIN, 15, room);
      y += 24;
    }
    y += 34;
    if (!wording.address().isEmpty()) {
      page.tag(Tag.PARAGRAPH);
      page.grey(true);
      page.centered(middle, y, "Go to", Style.PLAIN, 13);
      page.grey(false);
      line(middle, y + 30, wording.address(), Style.BOLD, 24, room);
      y += 74;
    }
    page.tag(Tag.PARAGRAPH);
    page.grey(true);
    page.centered(middle, y, "and join with the code", Style.PLAIN, 13);
    page.grey(false);
    line(middle, y + 62, code, Style.MONO, 58, room);
    y += 96;
    if (!wording.address().isEmpty()) {
      float side = 190;
      page.qrCode(middle - side / 2, y, side, wording.address());
    }
  }

  private void line(float x, float y, String text, Style style, float points, float room) {
    if (!text.isEmpty()) {
      page.centered(x, y, text, style, page.fitting(text, style, points, room, 0));
    }
  }
}
