package neatroster.cli.handout;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import neatroster.core.handout.Attendee;
import neatroster.core.handout.ClassList;
import neatroster.core.handout.CourseInfo;
import neatroster.core.handout.Section;
import neatroster.core.settings.Settings;

/** Slips, lists, sheets and letters as rows below headers, for mail merge. */
public final class HandoutRows {
  private static final List<String> SLIPS =
      List.of(
          "section",
          "name",
          "given name",
          "family name",
          "username",
          "password",
          "address",
          "platform",
          "school",
          "email",
          "site",
          "courses",
          "guardian name",
          "guardian email",
          "guardian of");
  private static final List<String> CLASS_LISTS =
      List.of("course", "title", "instructors", "name", "username", "role", "group");
  private static final List<String> JOIN_SHEETS =
      List.of("course", "title", "group", "instructors", "join code", "address");
  private static final List<String> CONSENT_LETTERS =
      List.of("name", "given name", "birth date", "guardian name", "guardian email", "site");

  private HandoutRows() {}

  /** The headers of each list. */
  public static List<List<String>> headers() {
    return List.of(SLIPS, CLASS_LISTS, JOIN_SHEETS, CONSENT_LETTERS);
  }

  /** A row for each slip. */
  public static void slips(
      List<Section> sections,
      Settings settings,
      List<CourseInfo> courses,
      Consumer<List<String>> rows) {
    Wording wording = new Wording(settings, courses);
    rows.accept(SLIPS);
    for (Section section : sections) {
      for (Attendee person : section.people()) {
        rows.accept(
            List.of(
                section.title(),
                person.fullName(),
                person.name().given(),
                person.name().family(),
                person.username(),
                person.password(),
                wording.address(),
                settings.school().platformName(),
                wording.school(),
                person.email(),
                person.site(),
                String.join("; ", wording.courses(person)),
                person.guardianName(),
                person.guardianEmail(),
                String.join("; ", person.children())));
      }
    }
  }

  /** A row for each person in each class. */
  public static void classLists(List<ClassList> lists, Consumer<List<String>> rows) {
    rows.accept(CLASS_LISTS);
    for (ClassList list : lists) {
      for (ClassList.Member member : list.members()) {
        rows.accept(
            List.of(
                list.course().code(),
                list.course().title(),
                String.join("; ", list.course().instructors()),
                member.name(),
                member.username(),
                member.role(),
                member.group()));
      }
    }
  }

  /** A row for each code. */
  public static void joinSheets(
      List<CourseInfo> courses, Settings settings, Consumer<List<String>> rows) {
    rows.accept(JOIN_SHEETS);
    String address = settings.school().platformAddress();
    for (CourseInfo course : courses) {
      Map<String, String> codes = new LinkedHashMap<>();
      codes.put("", course.joinCode());
      codes.putAll(course.groups());
      codes.forEach(
          (group, code) -> {
            if (!code.isEmpty()) {
              rows.accept(
                  List.of(
                      course.code(),
                      course.title(),
                      group,
                      String.join("; ", course.instructors()),
                      code,
                      address));
            }
          });
    }
  }

  /** A row for each child for whom nobody has consented. */
  public static void consentLetters(List<Attendee> children, Consumer<List<String>> rows) {
    rows.accept(CONSENT_LETTERS);
    for (Attendee child : children) {
      List<String> row = new ArrayList<>();
      row.add(child.fullName());
      row.add(child.name().given());
      row.add(child.born().map(Object::toString).orElse(""));
      row.add(child.guardianName());
      row.add(child.guardianEmail());
      row.add(child.site());
      rows.accept(row);
    }
  }
}
