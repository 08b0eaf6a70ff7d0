package neatroster.cli.handout;

import java.io.OutputStream;
import java.util.List;
import neatroster.cli.handout.PdfFonts.Style;
import neatroster.cli.handout.PdfTags.Tag;
import neatroster.core.handout.ClassList;
import neatroster.core.handout.CourseInfo;
import neatroster.core.settings.Settings;

/** Lists of who is in a class, without passwords, each class on pages of its own. */
public final class ClassListsPdf {
  private static final float MARGIN = 42;
  private static final float HEAD = 74;
  private static final float LINE = 17;

  private final PdfPage page;
  private final Wording wording;

  private ClassListsPdf(PdfPage page, Wording wording) {
    this.page = page;
    this.wording = wording;
  }

  /** Draws lists. */
  public static DrawnPages write(
      List<ClassList> lists, Settings settings, Paper paper, OutputStream out) {
    PdfPage page = new PdfPage(out, paper, "Class lists");
    try (page) {
      Wording wording = new Wording(settings, lists.stream().map(ClassList::course).toList());
      ClassListsPdf drawing = new ClassListsPdf(page, wording);
      lists.forEach(drawing::list);
    }
    return new DrawnPages(page.pages(), page.fonts().isLacking());
  }

  private void list(ClassList list) {
    int perPage = (int) ((page.height() - 2 * MARGIN - HEAD) / LINE);
    int pages = Math.max(1, (list.members().size() + perPage - 1) / perPage);
    for (int p = 0; p < pages; p++) {
      page.begin();
      // A list that goes on over several pages is one table, and its head is read once.
      head(list, p + 1, pages);
      float[] columns = columns();
      float y = MARGIN + HEAD;
      for (int i = p * perPage; i < Math.min((p + 1) * perPage, list.members().size()); i++) {
        y += LINE;
        ClassList.Member member = list.members().get(i);
        List<String> cells =
            List.of(
                String.valueOf(i + 1),
                member.name(),
                member.username(),
                member.group(),
                member.role());
        row(Tag.CELL, columns, y, cells);
        page.line(MARGIN, y + 5, page.width() - MARGIN, y + 5, false);
      }
    }
  }

  private void head(ClassList list, int number, int pages) {
    CourseInfo course = list.course();
    float right = page.width() - MARGIN;
    page.tag(number == 1 ? Tag.SECTION : Tag.ARTIFACT);
    page.grey(true);
    begin(Tag.PARAGRAPH, number);
    page.text(MARGIN, MARGIN, wording.school(), Style.PLAIN, 9);
    page.tag(Tag.ARTIFACT);
    page.textTo(right, MARGIN, pages == 1 ? "" : number + " of " + pages, Style.PLAIN, 9);
    page.grey(false);
    String title = course.title();
    float points = page.fitting(title, Style.BOLD, 17, right - MARGIN, 9);
    begin(Tag.HEADING, number);
    page.text(
        MARGIN,
        MARGIN + 24,
        page.lines(title, Style.BOLD, points, right - MARGIN).get(0),
        Style.BOLD,
        points);
    String who =
        course.code()
            + (course.instructors().isEmpty()
                ? ""
                : " — " + String.join(", ", course.instructors()))
            + " — "
            + list.members().size()
            + (list.members().size() == 1 ? " person" : " people");
    begin(Tag.PARAGRAPH, number);
    page.text(
        MARGIN,
        MARGIN + 42,
        who,
        Style.PLAIN,
        page.fitting(who, Style.PLAIN, 10, right - MARGIN, 0));
    float[] columns = columns();
    float y = MARGIN + HEAD - 4;
    page.grey(true);
    begin(Tag.TABLE, number);
    row(
        number == 1 ? Tag.HEADER : Tag.ARTIFACT,
        columns,
        y,
        List.of("No.", "Name", "Username", "Group", "Role"));
    page.grey(false);
    page.line(MARGIN, y + 5, right, y + 5, false);
  }

  /** Begins a part of the head, which is read on the first page alone. */
  private void begin(Tag tag, int number) {
    page.tag(number == 1 ? tag : Tag.ARTIFACT);
  }

  private void row(Tag tag, float[] columns, float y, List<String> cells) {
    if (tag != Tag.ARTIFACT) {
      page.tag(Tag.ROW);
    }
    for (int i = 0; i < cells.size(); i++) {
      page.tag(tag);
      cell(columns, i, y, cells.get(i), Style.PLAIN);
    }
  }

  /** Where the columns begin, and where the last one ends. */
  private float[] columns() {
    float width = page.width() - 2 * MARGIN;
    float[] shares = {0, 0.055f, 0.45f, 0.70f, 0.86f, 1};
    float[] columns = new float[shares.length];
    for (int i = 0; i < shares.length; i++) {
      columns[i] = MARGIN + shares[i] * width;
    }
    return columns;
  }

  private void cell(float[] columns, int column, float y, String text, Style style) {
    float room = columns[column + 1] - columns[column] - 6;
    float points = page.fitting(text, style, 9.5f, room, 0);
    List<String> lines = page.lines(text, style, points, room);
    if (!lines.isEmpty()) {
      page.text(columns[column], y, lines.get(0) + (lines.size() > 1 ? "…" : ""), style, points);
    }
  }
}
