package neatroster.core.handout;

import com.ibm.icu.text.Collator;
import com.ibm.icu.util.ULocale;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import neatroster.core.intake.NameParts;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.roster.Consent;
import neatroster.core.roster.Link;
import neatroster.core.roster.NameCompatibility;
import neatroster.core.roster.People;
import neatroster.core.roster.PersonRecord;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import neatroster.core.value.Instructors;
import neatroster.core.wanted.Membership;
import neatroster.core.wanted.Wanted;
import neatroster.core.wanted.WantedPerson;

/**
 * Who is in which course, with account and first password: what the sheets say together with what
 * was issued. People come in the order of their names.
 */
public final class Attendance {
  private static final String INSTRUCTOR = "instructor";

  private final ResolvedRoster resolved;
  private final People everybody;
  private final Wanted wanted;
  private final Known platform;
  private final KnownUsers known;
  private final UnaryOperator<String> passwords;

  private final List<Draft> drafts = new ArrayList<>();
  private final Map<Integer, Draft> draftOfPerson = new HashMap<>();
  private final Map<String, CourseDraft> courses = new LinkedHashMap<>();
  private final Map<String, String> crossCourseGroups = new LinkedHashMap<>();
  private final List<Attendee> people = new ArrayList<>();

  /** Somebody of whom not everything is known yet. */
  private static final class Draft {
    private KnownUser account;
    private NameParts name = new NameParts("", "", "", "");
    private String fullName = "";
    private String username = "";
    private String email = "";
    private String site = "";
    private String password = "";
    private Optional<LocalDate> born = Optional.empty();
    private boolean consented;
    private String guardianName = "";
    private String guardianEmail = "";
    private final Set<CourseMembership> seats = new LinkedHashSet<>();
    private final List<String> children = new ArrayList<>();
    private boolean inSheets;

    private Attendee attendee() {
      return new Attendee(
          account,
          name,
          fullName,
          username,
          email,
          site,
          password,
          born,
          consented,
          guardianName,
          guardianEmail,
          List.copyOf(seats),
          List.copyOf(children),
          inSheets);
    }
  }

  /** A course of which not everything is known yet. */
  private static final class CourseDraft {
    private String title = "";
    private String joinCode = "";
    private final Map<String, String> groups = new LinkedHashMap<>();
    private final Set<String> instructors = new LinkedHashSet<>();
  }

  private Attendance(Wanted wanted, Known platform, UnaryOperator<String> passwords) {
    this.wanted = wanted;
    this.resolved = wanted.resolved();
    this.everybody = resolved.people();
    this.platform = platform;
    this.known = platform.users();
    this.passwords = passwords;
  }

  /**
   * Goes over a roster.
   *
   * @param wanted what it asks for that can be delivered
   * @param platform what is known: accounts issued and what the platform holds
   * @param passwords the first password of an account by what it is referred to by, or empty
   * @param joinCodes the codes that were issued
   */
  public static Attendance of(
      Wanted wanted, Known platform, UnaryOperator<String> passwords, List<JoinCode> joinCodes) {
    Attendance attendance = new Attendance(wanted, platform, passwords);
    attendance.read(joinCodes);
    return attendance;
  }

  /** Everybody, in the order of family name, given name, username. */
  public List<Attendee> people() {
    return people;
  }

  /** The courses that the sheets list or somebody is in, in the order in which they come. */
  public List<CourseInfo> courses() {
    List<CourseInfo> infos = new ArrayList<>();
    courses.forEach(
        (code, draft) ->
            infos.add(
                new CourseInfo(
                    code,
                    draft.title.isEmpty() ? code : draft.title,
                    List.copyOf(draft.instructors),
                    draft.joinCode,
                    draft.groups)));
    return infos;
  }

  /** The groups across courses, each with the code to join it by, or an empty text. */
  public Map<String, String> crossCourseGroups() {
    return crossCourseGroups;
  }

  private void read(List<JoinCode> joinCodes) {
    wanted.courses((course, row, line) -> course(course, row));
    wanted.groups(
        (group, row, line) -> {
          if (!wanted.removed().hasGroup(group)) {
            group(group, row.text(Field.JOIN_CODE));
          }
        });
    wanted.madeGroups().keySet().forEach(group -> group(group, ""));
    joinCodes.forEach(this::joinCode);
    wanted.people((person, one, row, line) -> user(person, one));
    accountsWithoutRow();
    wanted.memberships().each(this::membership);
    guardians();
    for (Draft draft : drafts) {
      people.add(draft.attendee());
      for (CourseMembership seat : draft.seats) {
        if (seat.role().equals(INSTRUCTOR)) {
          courseNamed(seat.course()).instructors.add(draft.fullName);
        }
      }
    }
    Collator order = Collator.getInstance(ULocale.ROOT);
    people.sort(
        Comparator.<Attendee, String>comparing(person -> person.name().family(), order)
            .thenComparing(person -> person.name().given(), order)
            .thenComparing(Attendee::username));
  }

  private CourseDraft courseNamed(String code) {
    return courses.computeIfAbsent(
        code,
        c -> {
          CourseDraft draft = new CourseDraft();
          draft.title = platform.courses().getOrDefault(c, "");
          return draft;
        });
  }

  private void course(int course, RosterRow row) {
    if (!wanted.removed().hasCourse(course)) {
      CourseDraft draft = courseNamed(row.text(Field.CODE));
      draft.title = row.text(Field.TITLE);
      draft.joinCode = row.text(Field.JOIN_CODE);
      Instructors.of(row.text(Field.INSTRUCTORS)).stream()
          // Who comes from elsewhere stands in no list.
          .filter(name -> !resolved.user(name).isFound())
          .forEach(draft.instructors::add);
    }
  }

  private void group(int group, String joinCode) {
    Link course = resolved.groups().course(group);
    Map<String, String> groups =
        course.isFound()
            ? courseNamed(resolved.courses().code(course.number())).groups
            : crossCourseGroups;
    groups.put(resolved.groups().name(group), joinCode);
  }

  private void joinCode(JoinCode code) {
    CourseDraft draft = courses.get(code.course());
    if (draft != null && code.group().isEmpty()) {
      draft.joinCode = draft.joinCode.isEmpty() ? code.code() : draft.joinCode;
      return;
    }
    Map<String, String> groups = code.course().isEmpty() ? crossCourseGroups : Map.of();
    if (draft != null) {
      groups = draft.groups;
    }
    if (groups.containsKey(code.group())) {
      groups.merge(code.group(), code.code(), (given, made) -> given.isEmpty() ? made : given);
    }
  }

  private void user(int person, WantedPerson one) {
    if (one.isRemoved()) {
      return;
    }
    PersonRecord record = one.record();
    Draft draft = new Draft();
    draft.inSheets = true;
    draft.name = record.name();
    draft.fullName = draft.name.shown();
    draft.username = record.text(Field.USERNAME);
    draft.email = record.text(Field.EMAIL);
    draft.site = one.site();
    draft.password = record.password();
    draft.born = record.date(Field.BIRTH_DATE);
    String consent = record.text(Field.CONSENT);
    draft.consented = Consent.isGiven(consent);
    draft.guardianName = record.text(Field.GUARDIAN_NAME);
    draft.guardianEmail = record.text(Field.GUARDIAN_EMAIL);
    everybody.knownAs(person).ifPresent(account -> fill(draft, account, everybody.account(person)));
    draftOfPerson.put(person, draft);
    drafts.add(draft);
  }

  private void fill(Draft draft, KnownUser account, int position) {
    draft.account = account;
    if (draft.username.isEmpty()) {
      draft.username = account.username();
    }
    if (draft.username.isEmpty()) {
      // The platform made it.
      draft.username = platform.renamed(position).orElse("");
    }
    if (draft.email.isEmpty()) {
      draft.email = account.anyEmail();
    }
    if (draft.fullName.isEmpty() && !account.person().fullName().isEmpty()) {
      draft.fullName = account.person().fullName();
      draft.name = NameParts.split(draft.fullName);
    }
    if (draft.password.isBlank()) {
      draft.password = passwords.apply(account.reference());
    }
  }

  /** Accounts of people who are in no sheet: guardians', anonymous ones, those of earlier years. */
  private void accountsWithoutRow() {
    for (int i = 0; i < known.all().size(); i++) {
      int person = everybody.ofAccount(i);
      if (person < 0 || everybody.firstLine(person) >= 0 || draftOfPerson.containsKey(person)) {
        continue;
      }
      KnownUser account = known.all().get(i);
      Draft draft = new Draft();
      draft.site = account.person().site();
      fill(draft, account, i);
      draftOfPerson.put(person, draft);
      drafts.add(draft);
    }
  }

  private void membership(Membership membership) {
    String course = membership.courseCode();
    Draft draft = draftOfPerson.get(membership.person());
    if (course.isEmpty()) {
      return;
    }
    if (draft != null) {
      courseNamed(course);
      draft.seats.add(new CourseMembership(course, membership.role(), membership.groupName()));
    } else if (membership.person() < 0 && membership.role().equals(INSTRUCTOR)) {
      courseNamed(course).instructors.add(membership.name());
    }
  }

  private void guardians() {
    Map<String, Draft> guardians = new HashMap<>();
    for (Draft draft : drafts) {
      if (!draft.email.isEmpty()) {
        guardians.put(draft.email.toLowerCase(Locale.ROOT), draft);
      }
    }
    for (Draft child : drafts) {
      Draft guardian = guardians.get(child.guardianEmail.toLowerCase(Locale.ROOT));
      if (guardian != null
          && guardian != child
          && !child.guardianEmail.isEmpty()
          && NameCompatibility.fits(guardian.fullName, child.guardianName)) {
        guardian.children.add(child.fullName);
        guardian.inSheets = true;
      }
    }
  }
}
