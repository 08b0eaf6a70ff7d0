package neatroster.work.handout;

import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import neatroster.core.check.CheckInput;
import neatroster.core.check.pass.Checker;
import neatroster.core.handout.Attendance;
import neatroster.core.handout.Attendee;
import neatroster.core.handout.Choice;
import neatroster.core.handout.Section;
import neatroster.core.roster.Roster;
import neatroster.core.state.Known;
import neatroster.core.text.FormulaSigns;
import neatroster.core.text.Nearest;
import neatroster.register.RegisterException;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.OpenRoster;
import neatroster.work.folder.RosterFolder;
import neatroster.work.folder.RunChoice;

/**
 * The people of a roster folder, and whom of them a handout is for.
 *
 * @param attendance everybody, with the courses
 * @param choice whom it is for
 * @param known what is known of the platform
 * @param passwords the first passwords that are kept, by what their accounts are referred to by, in
 *     lower case; none where they were not asked for
 */
public record Recipients(
    Attendance attendance, Choice choice, Known known, Map<String, String> passwords) {

  /**
   * Whom somebody names; what is left empty chooses everybody.
   *
   * @param courses codes of courses
   * @param groups names of groups
   * @param sites sites, with those below them
   * @param users usernames, email addresses or ids
   * @param run a packed run, whose new accounts are meant
   */
  public record Named(
      List<String> courses,
      List<String> groups,
      List<String> sites,
      List<String> users,
      Optional<String> run) {}

  /**
   * Finds them.
   *
   * @param withPasswords whether first passwords are needed, which may have to be opened
   * @throws Problem where a name is nobody's, or a file cannot be read
   */
  public static Recipients of(
      CommandContext context, LockedRosterFolder lockedFolder, Named named, boolean withPasswords)
      throws IOException, RegisterException {
    if (lockedFolder.folder().files("sheets").isEmpty()) {
      Roster none = new Roster(List.of(), List.of(), List.of());
      return of(context, lockedFolder, none, named, withPasswords);
    }
    try (OpenRoster open = OpenRoster.open(context, List.of())) {
      Recipients recipients = of(context, lockedFolder, open.roster(), named, withPasswords);
      open.verifyUnchanged();
      return recipients;
    }
  }

  private static Recipients of(
      CommandContext context,
      LockedRosterFolder lockedFolder,
      Roster roster,
      Named named,
      boolean withPasswords)
      throws IOException, RegisterException {
    CheckInput checkInput = KnownFiles.checkInput(context, lockedFolder.known(), roster);
    Map<String, String> passwords = withPasswords ? lockedFolder.accounts().passwords() : Map.of();
    Attendance attendance =
        Attendance.of(
            Checker.check(roster, checkInput).wanted(),
            checkInput.known(),
            reference -> passwords.getOrDefault(reference.toLowerCase(Locale.ROOT), ""),
            lockedFolder.register().joinCodes());
    Choice choice = choice(named, attendance, lockedFolder.folder());
    return new Recipients(attendance, choice, checkInput.known(), passwords);
  }

  /** What the names choose. */
  static Choice choice(Named named, Attendance attendance, RosterFolder folder) {
    Choice choice =
        new Choice(
            named.courses,
            named.groups,
            named.sites,
            named.users,
            named
                .run
                .map(name -> RunChoice.of(LockedRosterFolder.runsIn(folder), name))
                .map(packed -> RunChoice.usernames(folder, packed)));
    choice
        .unknown(attendance)
        .ifPresent(
            unknown -> {
              throw Problem.usage(
                  "There is no "
                      + unknown.what()
                      + " “"
                      + unknown.name()
                      + "”."
                      + Nearest.word(unknown.name(), unknown.known())
                          .map(near -> " Is “" + near + "” meant?")
                          .orElse(""));
            });
    return choice;
  }

  /** The people who are chosen. */
  public List<Attendee> people() {
    return choice.people(attendance);
  }

  /**
   * Refuses login slips as a file of plain text in which a spreadsheet program would calculate a
   * username or a password.
   *
   * @throws Problem where one begins as a formula does
   */
  public static void verifyPlainText(List<Section> slips) {
    for (Section section : slips) {
      for (Attendee person : section.people()) {
        if (FormulaSigns.begin(person.username()) || FormulaSigns.begin(person.password())) {
          throw Problem.refused(
              "The username or password of "
                  + person.fullName()
                  + " begins as a formula does, and a spreadsheet program that opens a CSV file"
                  + " would change it. Write the list as .xlsx.");
        }
      }
    }
  }
}
