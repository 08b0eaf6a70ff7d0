package neatroster.cli.handout;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.handout.Attendee;
import neatroster.core.handout.CourseInfo;
import neatroster.core.handout.CourseMembership;
import neatroster.core.settings.Settings;

/** What stands on slips, sheets and letters, in the same words whatever they are drawn as. */
final class Wording {
  private final Settings settings;
  private final Map<String, CourseInfo> courses = new LinkedHashMap<>();

  Wording(Settings settings, List<CourseInfo> courses) {
    this.settings = settings;
    courses.forEach(course -> this.courses.put(course.code(), course));
  }

  String school() {
    return settings.school().name();
  }

  /** What the platform is called. */
  String platform() {
    String name = settings.school().platformName();
    return name.isEmpty() ? "the learning platform" : name;
  }

  /** Where to log in, or blank. */
  String address() {
    return settings.school().platformAddress();
  }

  /** Whose slip it is; a line to write on where nobody is to know. */
  String name(Attendee person) {
    return person.fullName().isEmpty() ? "Name: ______________________" : person.fullName();
  }

  /** The username, or how the account goes by another name. */
  String username(Attendee person) {
    if (!person.username().isEmpty()) {
      return person.username();
    }
    return person.email().isEmpty() ? "the school will tell you" : person.email();
  }

  /** What stands where a slip has no first password to tell. */
  String noPassword(Attendee person) {
    boolean none = passwords(person).style() == Settings.PasswordStyle.NONE;
    return none ? "the platform asks you to choose one" : "the one that you have already";
  }

  /** What follows the password, or blank. */
  String passwordNote(Attendee person) {
    return person.hasPassword() && passwords(person).changeAtFirstLogin()
        ? "When you log in for the first time, choose a password of your own."
        : "";
  }

  private Settings.Passwords passwords(Attendee person) {
    String role = person.account() == null ? "" : person.account().role();
    return settings.passwords().of(role, person.site());
  }

  /** The person's courses, each with role and group where that says something. */
  List<String> courses(Attendee person) {
    List<String> named = new ArrayList<>();
    for (CourseMembership seat : person.seats()) {
      List<String> more = new ArrayList<>();
      if (!seat.role().equals(settings.defaultRole())) {
        more.add(seat.role());
      }
      if (!seat.group().isEmpty()) {
        more.add(seat.group());
      }
      named.add(
          title(seat.course()) + (more.isEmpty() ? "" : " (" + String.join(", ", more) + ")"));
    }
    return named;
  }

  String title(String code) {
    CourseInfo course = courses.get(code);
    return course == null ? code : course.title();
  }

  /** What is said of a guardian's children, or blank. */
  String children(Attendee person) {
    return person.children().isEmpty() ? "" : "guardian of " + String.join(", ", person.children());
  }

  /** The sentences of a letter that asks for consent. */
  List<String> letter(Attendee child, int belowAge) {
    String school = school().isEmpty() ? "Our school" : school();
    return List.of(
        "Dear "
            + (child.guardianName().isEmpty() ? "parent or guardian" : child.guardianName())
            + ",",
        school
            + " uses "
            + platform()
            + (address().isEmpty() ? "" : " (" + address() + ")")
            + ". We would like to give "
            + child.fullName()
            + ", born on "
            + child.born().map(Object::toString).orElse("")
            + ", an account there, so that "
            + child.name().given()
            + " can take part in courses and hand in work.",
        "For this the platform keeps the name, the username, the courses and what is done in them."
            + " For children below "
            + belowAge
            + " years we need your consent. You may take it back at any time; the account is then"
            + " closed.",
        "Please mark one, sign, and send this letter back to the school.");
  }
}
