package neatroster.work.handout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.handout.Attendance;
import neatroster.core.handout.Attendee;
import neatroster.core.handout.Choice;
import neatroster.core.handout.ClassList;
import neatroster.core.handout.Section;
import neatroster.core.intake.SheetIntake;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import neatroster.sheets.SheetFile;
import neatroster.sheets.SheetFiles;
import neatroster.work.Problem;
import neatroster.work.folder.RosterFolder;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RecipientsTest {
  @TempDir private Path folder;
  private Attendance attendance;

  @BeforeEach
  void readSheets() throws Exception {
    sheet(
        "users",
        "id,username,given name,family name,site",
        "501,ana,Ana,Marlowe,Main Pier",
        "502,bob,Bo,Finch,Main Pier/Cadets",
        "503,cyq,Cy,Quay,Main Pier East",
        "504,dir,Di,Reed,");
    sheet("courses", "code,title", "NAV-2,Coastal", "KNOT,KNOT", "RAD,Radio");
    sheet(
        "groups",
        "course,name,join code",
        "NAV-2,Watch,W-1",
        "KNOT,Watch,",
        "NAV-2,Other,O-1",
        ",Choir,C-1");
    sheet(
        "enrollments",
        "user,course,group,role",
        "501,NAV-2,Watch,",
        "501,KNOT,,",
        "502,KNOT,Watch,instructor",
        "503,NAV-2,Other,");
    List<KnownUser> issued = new ArrayList<>();
    for (String[] user :
        new String[][] {{"501", "ana"}, {"502", "bob"}, {"503", "cyq"}, {"504", "dir"}}) {
      issued.add(new KnownUser(new Person(user[0], "", "", "", ""), user[1], "", ""));
    }
    Known known = Known.of(new KnownUsers(issued));
    List<SheetReading> sheets = new ArrayList<>();
    try (Closer closer = new Closer()) {
      for (String name : List.of("users", "courses", "groups", "enrollments")) {
        SheetFile file = closer.open(folder.resolve(name + ".csv"));
        sheets.add(SheetIntake.of(file.sheets().get(0), Optional.empty(), Settings.standard()));
      }
      Roster roster =
          new Roster(sheets, List.of(), sheets.stream().map(SheetReading::name).toList());
      CheckResult checked = Checker.check(roster, CheckInput.of(Settings.standard(), known));
      Map<String, String> passwords = Map.of("ana", "pw", "bob", "pw", "cyq", "pw");
      attendance =
          Attendance.of(
              checked.wanted(), known, user -> passwords.getOrDefault(user, ""), List.of());
    }
  }

  private void sheet(String name, String... lines) throws IOException {
    Files.writeString(folder.resolve(name + ".csv"), String.join("\n", lines) + "\n");
  }

  /** Closes every file that was opened. */
  private static final class Closer implements AutoCloseable {
    private final List<SheetFile> files = new ArrayList<>();

    SheetFile open(Path path) throws IOException, UnreadableSheetException {
      files.add(SheetFiles.open(path, path.getFileName().toString()));
      return files.get(files.size() - 1);
    }

    @Override
    public void close() throws IOException {
      for (SheetFile file : files) {
        file.close();
      }
    }
  }

  /** What somebody chooses: course, group, site, user or run, each before its name. */
  private Choice filter(String... words) {
    Map<String, List<String>> named = new HashMap<>();
    for (int i = 0; i < words.length; i += 2) {
      named.computeIfAbsent(words[i], kind -> new ArrayList<>()).add(words[i + 1]);
    }
    return Recipients.choice(
        new Recipients.Named(
            named.getOrDefault("course", List.of()),
            named.getOrDefault("group", List.of()),
            named.getOrDefault("site", List.of()),
            named.getOrDefault("user", List.of()),
            named.getOrDefault("run", List.of()).stream().findFirst()),
        attendance,
        RosterFolder.at(folder, folder));
  }

  private List<String> people(String... words) {
    return filter(words).people(attendance).stream().map(Attendee::username).toList();
  }

  private List<String> stacks(String by, String... words) {
    return filter(words).sections(attendance, by, Settings.standard()).stream()
        .map(RecipientsTest::stack)
        .toList();
  }

  private static String stack(Section section) {
    return section.title() + ": " + section.people().stream().map(Attendee::username).toList();
  }

  @Test
  void everyChoiceNarrowsTheOthers() {
    assertThat(people()).containsExactly("bob", "ana", "cyq", "dir");
    assertThat(people("course", "NAV-2")).containsExactly("ana", "cyq");
    assertThat(people("course", "NAV-2", "course", "KNOT")).containsExactly("bob", "ana", "cyq");
    assertThat(people("group", "Watch")).containsExactly("bob", "ana");
    assertThat(people("group", "Watch", "course", "KNOT")).containsExactly("bob");
    assertThat(people("site", "Main Pier")).containsExactly("bob", "ana");
    assertThat(people("site", "Main Pier", "course", "NAV-2")).containsExactly("ana");
    assertThat(people("user", "504", "user", "ANA")).containsExactly("ana", "dir");
  }

  @Test
  void slipsAreForThoseWithNewsUnlessSomebodyIsNamed() {
    assertThat(stacks("")).containsExactly(": [bob, ana, cyq]");
    assertThat(stacks("", "user", "dir")).containsExactly(": [dir]");
    assertThat(stacks("", "course", "RAD")).isEmpty();
  }

  @Test
  void stacksComeInTheOrderOfTheCourses() {
    assertThat(stacks("course")).containsExactly("Coastal (NAV-2): [ana, cyq]", "KNOT: [bob]");
    assertThat(stacks("course", "course", "KNOT")).containsExactly("KNOT: [bob, ana]");
    assertThat(stacks("group")).containsExactly("Other: [cyq]", "Watch: [bob, ana]");
    assertThat(stacks("site", "user", "dir", "user", "bob"))
        .containsExactly("In no site: [dir]", "Main Pier/Cadets: [bob]");
  }

  @Test
  void classListsNameEverybodyOnceForEachSeat() {
    List<ClassList> lists = filter().classLists(attendance);
    assertThat(lists).extracting(list -> list.course().code()).containsExactly("NAV-2", "KNOT");
    assertThat(lists.get(1).members())
        .extracting(member -> member.name() + " " + member.role() + " " + member.group())
        .containsExactly("Finch, Bo instructor Watch", "Marlowe, Ana learner ");
    assertThat(filter("group", "Other").classLists(attendance))
        .singleElement()
        .extracting(list -> list.members().size())
        .isEqualTo(1);
  }

  @Test
  void sheetsToJoinByAreForCoursesAndGroupsAlsoForThoseAcrossCourses() {
    assertThat(joinable())
        .containsExactly("Coastal{Watch=W-1, Other=O-1}", "KNOT{Watch=}", "Radio{}", "ChoirC-1{}");
    assertThat(joinable("course", "NAV-2")).containsExactly("Coastal{Watch=W-1, Other=O-1}");
    assertThat(joinable("group", "Choir")).contains("ChoirC-1{}", "Coastal{}");
    assertThat(joinable("group", "Other"))
        .contains("Coastal{Other=O-1}")
        .doesNotContain("ChoirC-1{}");
  }

  private List<String> joinable(String... words) {
    return filter(words).joinable(attendance).stream()
        .map(course -> course.title() + course.joinCode() + course.groups())
        .toList();
  }

  @Test
  void whatNobodyHasIsAnswered() {
    assertThatThrownBy(() -> filter("course", "NAV2"))
        .isInstanceOf(Problem.class)
        .hasMessage("There is no course “NAV2”. Is “NAV-2” meant?");
    assertThatThrownBy(() -> filter("group", "Watsh")).hasMessageContaining("“Watch” meant?");
    assertThatThrownBy(() -> filter("site", "Pier")).hasMessageContaining("no site “Pier”");
    assertThatThrownBy(() -> filter("user", "amalowe")).hasMessageContaining("no user");
    assertThatThrownBy(() -> filter("run", "2027-01-12-1")).hasMessageContaining("No run");
  }
}
