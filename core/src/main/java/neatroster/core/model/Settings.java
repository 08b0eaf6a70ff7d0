package neatroster.core.model;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a roster folder's {@code roster.yaml} says, with the defaults filled in.
 *
 * @param dates how ambiguous dates are read
 * @param usernames how usernames are made and what they may look like
 * @param emails what is done about missing and shared email addresses
 * @param ids what is done about missing ids
 * @param passwords how first passwords are made
 * @param policy what is done about each kind of difference
 * @param roles the words for roles
 * @param defaultRole the role of an enrollment that names none
 * @param defaults for each table what a blank field of a new row is filled with
 * @param courseAliases other names of courses: alias to code
 * @param rules for each rule that the settings mention its severity, or empty where it is switched
 *     off
 * @param reading how sheets are read
 * @param checks what the rules need to know
 */
public record Settings(
    DateOrder dates,
    Usernames usernames,
    Emails emails,
    Ids ids,
    Passwords passwords,
    Policy policy,
    RoleWords roles,
    String defaultRole,
    Map<Table, Map<Field, String>> defaults,
    Map<String, String> courseAliases,
    Map<String, Optional<Severity>> rules,
    Reading reading,
    Checks checks) {

  /** What holds where a roster folder has no settings or an empty file of them. */
  public static Settings standard() {
    return new Settings(
        DateOrder.DAY_FIRST,
        new Usernames(
            "{given:1}{family}",
            OnClash.NUMBER,
            3,
            30,
            "a-z0-9._-",
            List.of("admin", "root", "support")),
        new Emails(WhenMissing.LEAVE, "{username}@example.org", false),
        new Ids(WhenMissing.LEAVE, "{n:6}"),
        new Passwords(PasswordStyle.WORDS, 4, 8),
        new Policy(false, false),
        new RoleWords(
            Map.of(
                "learner", List.of("student", "pupil", "cadet"),
                "instructor", List.of("teacher", "lecturer"))),
        "learner",
        Map.of(),
        Map.of(),
        Map.of(),
        Reading.standard(),
        Checks.standard());
  }

  /** These settings with others for reading sheets. */
  public Settings with(Reading other) {
    return new Settings(
        dates,
        usernames,
        emails,
        ids,
        passwords,
        policy,
        roles,
        defaultRole,
        defaults,
        courseAliases,
        rules,
        other,
        checks);
  }

  /** These settings with others for the rules. */
  public Settings with(Map<String, Optional<Severity>> otherRules, Checks other) {
    return new Settings(
        dates,
        usernames,
        emails,
        ids,
        passwords,
        policy,
        roles,
        defaultRole,
        defaults,
        courseAliases,
        otherRules,
        reading,
        other);
  }

  /**
   * How sheets are read.
   *
   * @param sheets how particular sheets are read
   * @param words for a field what its values are to be read as
   * @param ownFields fields that the school has beside ours
   */
  public record Reading(
      List<SheetPlan> sheets, Map<Field, Map<String, String>> words, List<OwnField> ownFields) {
    /** Nothing in particular. */
    public static Reading standard() {
      return new Reading(List.of(), Map.of(), List.of());
    }

    /** How a sheet is to be read, if the settings say so; the first that fits counts. */
    public Optional<SheetPlan> planFor(SheetName name) {
      return sheets.stream().filter(plan -> plan.isFor(name)).findFirst();
    }
  }

  /**
   * What the rules need to know.
   *
   * @param phoneRegion the region (ISO 3166-1 alpha-2) of phone numbers without a country code, or
   *     empty
   * @param mostCourses in more courses than these nobody is
   * @param consentBelowAge below this age somebody has to consent; 0 where nobody has to
   * @param accepted what is found and meant
   */
  public record Checks(
      String phoneRegion, int mostCourses, int consentBelowAge, List<Accepted> accepted) {
    /** The defaults. */
    public static Checks standard() {
      return new Checks("", 12, 13, List.of());
    }
  }

  /** What is done where two people would get the same username. */
  public enum OnClash {
    /** The next free number is appended. */
    NUMBER,
    /** More letters of the shortened part are taken first, then numbers. */
    LENGTHEN,
    /** The later one gets no account. */
    REFUSE
  }

  /** What is done where a value is missing. */
  public enum WhenMissing {
    LEAVE,
    MAKE
  }

  /** What first passwords look like. */
  public enum PasswordStyle {
    WORDS,
    CHARACTERS,
    ONE_FOR_ALL,
    NONE
  }

  /**
   * How usernames are made and what they may look like.
   *
   * @param pattern the pattern that makes a username
   * @param onClash what is done where two people would get the same one
   * @param shortest the fewest characters
   * @param longest the most characters
   * @param allow the characters allowed, as {@code a-z0-9._-}
   * @param reserved usernames that nobody gets
   */
  public record Usernames(
      String pattern,
      OnClash onClash,
      int shortest,
      int longest,
      String allow,
      List<String> reserved) {}

  /**
   * What is done about email addresses.
   *
   * @param whenMissing whether an email address is made where a user has none
   * @param pattern the pattern that makes one
   * @param sharedAllowed whether two users may have the same one
   */
  public record Emails(WhenMissing whenMissing, String pattern, boolean sharedAllowed) {}

  /**
   * What is done about ids.
   *
   * @param whenMissing whether an id is made where a user has none
   * @param pattern the pattern that makes one
   */
  public record Ids(WhenMissing whenMissing, String pattern) {}

  /**
   * How first passwords are made.
   *
   * @param style what passwords look like
   * @param length how many words, or how many characters
   * @param minimum the fewest characters a password may have
   */
  public record Passwords(PasswordStyle style, int length, int minimum) {}

  /**
   * What is done about differences between the roster and the platform.
   *
   * @param removeUsers whether rows with the status {@code removed} are carried out for users, or
   *     refused
   * @param removeCourses the same for courses and their groups
   */
  public record Policy(boolean removeUsers, boolean removeCourses) {}
}
