package neatroster.cli.handout;

import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import neatroster.core.handout.Attendee;
import neatroster.core.handout.ClassList;
import neatroster.core.handout.CourseInfo;
import neatroster.core.handout.Section;
import neatroster.core.settings.Settings;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Entities;

/**
 * Slips, lists, sheets and letters as a page that needs nothing else and prints well. Each is put
 * together as a tree of elements, so that no name can be anything but text, and written before the
 * next one is begun.
 */
public final class HandoutHtml {
  private final Wording wording;
  private final OutputStream out;

  private HandoutHtml(Wording wording, OutputStream out) {
    this.wording = wording;
    this.out = out;
  }

  /**
   * Writes slips.
   *
   * @param perPage 1 for slips on pages of their own; else they follow each other in two columns
   */
  public static DrawnPages slips(
      List<Section> sections,
      Settings settings,
      List<CourseInfo> courses,
      int perPage,
      OutputStream out)
      throws IOException {
    HandoutHtml html = new HandoutHtml(new Wording(settings, courses), out);
    html.begin("Login slips");
    for (Section section : sections) {
      html.write("<div class=\"section\">");
      if (!section.title().isEmpty()) {
        html.write(new Element("h1").attr("dir", "auto").text(section.title()).outerHtml());
      }
      html.write("<div class=\"" + (perPage == 1 ? "slips one" : "slips") + "\">\n");
      for (Attendee person : section.people()) {
        html.write(html.slip(person).outerHtml() + "\n");
      }
      html.write("</div></div>\n");
    }
    return html.end();
  }

  /** Writes class lists. */
  public static DrawnPages classLists(List<ClassList> lists, Settings settings, OutputStream out)
      throws IOException {
    HandoutHtml html =
        new HandoutHtml(new Wording(settings, lists.stream().map(ClassList::course).toList()), out);
    html.begin("Class lists");
    for (ClassList list : lists) {
      html.write(html.list(list).outerHtml() + "\n");
    }
    return html.end();
  }

  /** Writes a sheet for each course and group that has a code. */
  public static DrawnPages joinSheets(List<CourseInfo> courses, Settings settings, OutputStream out)
      throws IOException {
    HandoutHtml html = new HandoutHtml(new Wording(settings, courses), out);
    html.begin("Join sheets");
    for (CourseInfo course : courses) {
      if (!course.joinCode().isEmpty()) {
        html.write(html.joinSheet(course, "", course.joinCode()).outerHtml() + "\n");
      }
      for (Map.Entry<String, String> group : course.groups().entrySet()) {
        if (!group.getValue().isEmpty()) {
          html.write(html.joinSheet(course, group.getKey(), group.getValue()).outerHtml() + "\n");
        }
      }
    }
    return html.end();
  }

  /** Writes letters. */
  public static DrawnPages consentLetters(
      List<Attendee> children, Settings settings, OutputStream out) throws IOException {
    HandoutHtml html = new HandoutHtml(new Wording(settings, List.of()), out);
    html.begin("Consent letters");
    for (Attendee child : children) {
      html.write(html.letter(child, settings.checks().consentBelowAge()).outerHtml() + "\n");
    }
    return html.end();
  }

  private void begin(String title) throws IOException {
    write(
        "<!doctype html>\n<html lang=\"en\"><head><meta charset=\"utf-8\">"
            + "<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">"
            + "<meta name=\"generator\" content=\""
            + Handout.MARK
            + "\">"
            + "<meta http-equiv=\"Content-Security-Policy\""
            + " content=\"default-src 'none'; style-src 'unsafe-inline'\"><title>"
            + Entities.escape(title)
            + "</title><style>\n"
            + css()
            + "</style></head><body><main>\n");
  }

  private DrawnPages end() throws IOException {
    write("</main></body></html>\n");
    return DrawnPages.withoutPages();
  }

  private static String css() throws IOException {
    try (InputStream in = HandoutHtml.class.getResourceAsStream("handout.css")) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  private void write(String text) throws IOException {
    out.write(text.getBytes(StandardCharsets.UTF_8));
  }

  private Element slip(Attendee person) {
    Element slip = new Element("div").addClass("slip");
    Element head = slip.appendElement("div").addClass("head");
    head.appendElement("span").text(wording.school());
    head.appendElement("span").attr("dir", "auto").text(person.site());
    slip.appendElement("h2").attr("dir", "auto").text(wording.name(person));
    small(slip, wording.children(person));
    Element items = slip.appendElement("dl");
    if (!wording.address().isEmpty()) {
      item(items, "Log in at", wording.address(), false);
    }
    item(items, "Username", wording.username(person), true);
    if (person.hasPassword()) {
      item(items, "Password", person.password(), true);
    } else {
      item(items, "Password", wording.noPassword(person), false);
    }
    small(slip, wording.passwordNote(person));
    List<String> courses = wording.courses(person);
    if (!courses.isEmpty()) {
      small(slip, (courses.size() == 1 ? "Course: " : "Courses: ") + String.join(", ", courses));
    }
    return slip;
  }

  private static void small(Element parent, String text) {
    if (!text.isEmpty()) {
      parent.appendElement("p").addClass("small").text(text);
    }
  }

  private static void item(Element list, String label, String value, boolean exact) {
    list.appendElement("dt").text(label);
    list.appendElement("dd").appendElement(exact ? "code" : "span").text(value);
  }

  private Element list(ClassList list) {
    Element page = new Element("div").addClass("page");
    CourseInfo course = list.course();
    small(page, wording.school());
    page.appendElement("h1").attr("dir", "auto").text(course.title());
    small(
        page,
        course.code()
            + (course.instructors().isEmpty()
                ? ""
                : " — " + String.join(", ", course.instructors())));
    Element table = page.appendElement("table");
    Element headers = table.appendElement("thead").appendElement("tr");
    for (String header : List.of("No.", "Name", "Username", "Group", "Role")) {
      headers.appendElement("th").text(header);
    }
    Element body = table.appendElement("tbody");
    int number = 1;
    for (ClassList.Member member : list.members()) {
      Element row = body.appendElement("tr");
      for (String cell :
          List.of(
              String.valueOf(number++),
              member.name(),
              member.username(),
              member.group(),
              member.role())) {
        row.appendElement("td").attr("dir", "auto").text(cell);
      }
    }
    return page;
  }

  private Element joinSheet(CourseInfo course, String group, String code) {
    Element page = new Element("div").addClass("page").addClass("join");
    small(page, wording.school());
    page.appendElement("h1").attr("dir", "auto").text(course.title());
    if (!group.isEmpty()) {
      page.appendElement("h1").attr("dir", "auto").text(group);
    }
    if (!course.instructors().isEmpty()) {
      page.appendElement("p").text("with " + String.join(", ", course.instructors()));
    }
    if (!wording.address().isEmpty()) {
      small(page, "Go to");
      page.appendElement("p").addClass("address").text(wording.address());
    }
    small(page, "and join with the code");
    page.appendElement("p").appendElement("code").text(code);
    if (!wording.address().isEmpty()) {
      qrCode(page, wording.address());
    }
    return page;
  }

  private static void qrCode(Element parent, String text) {
    BitMatrix code;
    try {
      code = QrCode.of(text);
    } catch (WriterException e) {
      // Too long for a code: the address in letters is there.
      return;
    }
    StringBuilder dots = new StringBuilder();
    for (int y = 0; y < code.getHeight(); y++) {
      for (int x = 0; x < code.getWidth(); x++) {
        if (code.get(x, y)) {
          dots.append('M').append(x).append(' ').append(y).append("h1v1h-1z");
        }
      }
    }
    parent
        .appendElement("svg")
        .attr("viewBox", "0 0 " + code.getWidth() + " " + code.getHeight())
        .attr("role", "img")
        .attr("aria-label", text)
        .appendElement("path")
        .attr("d", dots.toString());
  }

  private Element letter(Attendee child, int belowAge) {
    Element letter = new Element("div").addClass("page").addClass("letter");
    small(letter, wording.school());
    letter
        .appendElement("h1")
        .attr("dir", "auto")
        .text("Consent to an account for " + child.fullName());
    wording.letter(child, belowAge).forEach(text -> letter.appendElement("p").text(text));
    letter.appendElement("p").addClass("choice").text("☐ I consent.");
    letter.appendElement("p").addClass("choice").text("☐ I do not consent.");
    Element sign = letter.appendElement("div").addClass("sign");
    sign.appendElement("span").text("Date");
    sign.appendElement("span").text("Signature");
    return letter;
  }
}
