package neatroster.core.settings;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.grid.SheetName;
import neatroster.core.model.DateOrder;
import neatroster.core.model.OwnField;
import neatroster.core.model.RoleWords;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/**
 * What a roster folder's {@code roster.yaml} says, with the defaults filled in.
 *
 * @param dates how ambiguous dates are read
 * @param usernames how usernames are made and what they may look like
 * @param emails what is done about missing and shared email addresses
 * @param ids what is done about missing ids
 * @param passwords how first passwords are made
 * @param guardians what is done about accounts for guardians
 * @param joinCodes what gets codes to join it by
 * @param anonymousPattern the pattern of usernames that say nothing of anybody
 * @param keeping how the accounts issued are kept
 * @param policy what is done about each kind of difference
 * @param stopAbove how many changes of a kind one run may make, by {@code removals}, {@code
 *     withdrawals} and {@code changes}
 * @param roles the words for roles
 * @param defaultRole the role of an enrollment that names none
 * @param defaults for each table what a blank field of a new row is filled with, by the field's
 *     name; the names of the school's own are in lower case
 * @param courseAliases other names of courses: alias to code
 * @param rules for each rule that the settings mention its severity, or empty where it is switched
 *     off
 * @param reading how sheets are read
 * @param checks what the rules need to know
 * @param school what slips and letters say of school and platform
 * @param service where and how the platform is sent to
 * @param exportsAsOf since when exports count, by their files, where that is not the day on which
 *     they were first seen
 * @param ldifBase the entry of a directory (RFC 4514) that LDIF batches put everything under
 */
public record Settings(
    DateOrder dates,
    ScopedSetting<Usernames> usernames,
    ScopedSetting<Emails> emails,
    ScopedSetting<Ids> ids,
    ScopedSetting<Passwords> passwords,
    Guardians guardians,
    JoinCodes joinCodes,
    String anonymousPattern,
    Keeping keeping,
    Policy policy,
    Map<String, ChangeLimit> stopAbove,
    RoleWords roles,
    String defaultRole,
    ScopedSetting<Map<Table, Map<String, String>>> defaults,
    Map<String, String> courseAliases,
    Map<String, Optional<Severity>> rules,
    Reading reading,
    Checks checks,
    School school,
    Service service,
    Map<String, LocalDateTime> exportsAsOf,
    String ldifBase) {

  private static final Settings STANDARD = new Builder().build();

  /** What holds where a roster folder has no settings or an empty file of them. */
  public static Settings standard() {
    return STANDARD;
  }

  /** The standard settings, to be changed. */
  public static Builder builder() {
    return new Builder();
  }

  /** The same without some rules, unless the settings say themselves what becomes of them. */
  public Settings withoutRules(List<String> names) {
    Map<String, Optional<Severity>> fewer = new LinkedHashMap<>(rules);
    names.forEach(name -> fewer.putIfAbsent(name, Optional.empty()));
    return changed().rules(fewer).build();
  }

  /** The same with more fields of the school's own. */
  public Settings withFields(List<OwnField> more) {
    List<OwnField> all = new ArrayList<>(reading.ownFields());
    all.addAll(more);
    return changed()
        .reading(new Reading(reading.sheets(), reading.words(), List.copyOf(all), reading.today()))
        .build();
  }

  /** These settings, to be changed. */
  private Builder changed() {
    Builder builder = new Builder();
    builder.dates = dates;
    builder.usernames = usernames;
    builder.emails = emails;
    builder.ids = ids;
    builder.passwords = passwords;
    builder.guardians = guardians;
    builder.joinCodes = joinCodes;
    builder.anonymousPattern = anonymousPattern;
    builder.keeping = keeping;
    builder.policy = policy;
    builder.stopAbove = stopAbove;
    builder.roles = roles;
    builder.defaultRole = defaultRole;
    builder.defaults = defaults;
    builder.courseAliases = courseAliases;
    builder.rules = rules;
    builder.reading = reading;
    builder.checks = checks;
    builder.school = school;
    builder.service = service;
    builder.exportsAsOf = exportsAsOf;
    builder.ldifBase = ldifBase;
    return builder;
  }

  /** Settings that are being put together; what is not said is as in {@link #standard}. */
  public static final class Builder {
    private DateOrder dates = DateOrder.DAY_FIRST;
    private ScopedSetting<Usernames> usernames = ScopedSetting.same(Usernames.standard());
    private ScopedSetting<Emails> emails =
        ScopedSetting.same(new Emails(WhenMissing.LEAVE, "{username}@example.org", false));
    private ScopedSetting<Ids> ids = ScopedSetting.same(new Ids(WhenMissing.LEAVE, "{n:6}"));
    private ScopedSetting<Passwords> passwords =
        ScopedSetting.same(new Passwords(PasswordStyle.WORDS, 4, 8, true, false, ""));
    private Guardians guardians = new Guardians(false);
    private JoinCodes joinCodes = new JoinCodes(false, false);
    private String anonymousPattern = "{word}-{random:4}";
    private Keeping keeping = new Keeping(false, "");
    private Policy policy = new Policy(false, false, false);
    private Map<String, ChangeLimit> stopAbove =
        Map.of(
            "removals", new ChangeLimit(0, false),
            "withdrawals", new ChangeLimit(20, true),
            "changes", new ChangeLimit(50, true));
    private RoleWords roles =
        new RoleWords(
            Map.of(
                "learner", List.of("student", "pupil", "cadet"),
                "instructor", List.of("teacher", "lecturer")));
    private String defaultRole = "learner";
    private ScopedSetting<Map<Table, Map<String, String>>> defaults = ScopedSetting.same(Map.of());
    private Map<String, String> courseAliases = Map.of();
    private Map<String, Optional<Severity>> rules = Map.of();
    private Reading reading = Reading.standard();
    private Checks checks = Checks.standard();
    private School school = new School("", "", "");
    private Service service = Service.none();
    private Map<String, LocalDateTime> exportsAsOf = Map.of();
    private String ldifBase = "dc=school,dc=example";

    private Builder() {}

    /** How ambiguous dates are read. */
    public Builder dates(DateOrder value) {
      dates = value;
      return this;
    }

    /** How usernames are made. */
    public Builder usernames(ScopedSetting<Usernames> value) {
      usernames = value;
      return this;
    }

    /** What is done about email addresses. */
    public Builder emails(ScopedSetting<Emails> value) {
      emails = value;
      return this;
    }

    /** What is done about ids. */
    public Builder ids(ScopedSetting<Ids> value) {
      ids = value;
      return this;
    }

    /** How first passwords are made. */
    public Builder passwords(ScopedSetting<Passwords> value) {
      passwords = value;
      return this;
    }

    /** What is done about guardians. */
    public Builder guardians(Guardians value) {
      guardians = value;
      return this;
    }

    /** What gets join codes. */
    public Builder joinCodes(JoinCodes value) {
      joinCodes = value;
      return this;
    }

    /** The pattern of anonymous usernames. */
    public Builder anonymousPattern(String value) {
      anonymousPattern = value;
      return this;
    }

    /** How accounts are kept. */
    public Builder keeping(Keeping value) {
      keeping = value;
      return this;
    }

    /** What is done about differences. */
    public Builder policy(Policy value) {
      policy = value;
      return this;
    }

    /** How many changes of a kind one run may make. */
    public Builder stopAbove(Map<String, ChangeLimit> value) {
      stopAbove = value;
      return this;
    }

    /** The words for roles. */
    public Builder roles(RoleWords value) {
      roles = value;
      return this;
    }

    /** The role of an enrollment that names none. */
    public Builder defaultRole(String value) {
      defaultRole = value;
      return this;
    }

    /** What blank fields are filled with. */
    public Builder defaults(ScopedSetting<Map<Table, Map<String, String>>> value) {
      defaults = value;
      return this;
    }

    /** Other names of courses. */
    public Builder courseAliases(Map<String, String> value) {
      courseAliases = value;
      return this;
    }

    /** Severities of rules. */
    public Builder rules(Map<String, Optional<Severity>> value) {
      rules = value;
      return this;
    }

    /** How sheets are read. */
    public Builder reading(Reading value) {
      reading = value;
      return this;
    }

    /** What the rules need to know. */
    public Builder checks(Checks value) {
      checks = value;
      return this;
    }

    /** The base of LDIF batches. */
    public Builder ldifBase(String value) {
      ldifBase = value;
      return this;
    }

    /** Where and how the platform is sent to. */
    public Builder service(Service value) {
      service = value;
      return this;
    }

    /** Since when exports count that are older than the day on which they were first seen. */
    public Builder exportsAsOf(Map<String, LocalDateTime> value) {
      exportsAsOf = value;
      return this;
    }

    /** School and platform. */
    public Builder school(School value) {
      school = value;
      return this;
    }

    /** The settings as they are now. */
    public Settings build() {
      return new Settings(
          dates,
          usernames,
          emails,
          ids,
          passwords,
          guardians,
          joinCodes,
          anonymousPattern,
          keeping,
          policy,
          stopAbove,
          roles,
          defaultRole,
          defaults,
          courseAliases,
          rules,
          reading,
          checks,
          school,
          service,
          exportsAsOf,
          ldifBase);
    }
  }

  /**
   * How sheets are read.
   *
   * @param sheets how particular sheets are read
   * @param words for a field, by its name, what its values are to be read as; the names of the
   *     school's own are in lower case
   * @param ownFields fields that the school has beside ours
   * @param today the day on which they are read, for years of two digits
   */
  public record Reading(
      List<SheetPlan> sheets,
      Map<String, Map<String, String>> words,
      List<OwnField> ownFields,
      Optional<LocalDate> today) {
    /** On a day that nobody knows. */
    public Reading(
        List<SheetPlan> sheets, Map<String, Map<String, String>> words, List<OwnField> ownFields) {
      this(sheets, words, ownFields, Optional.empty());
    }

    /** The same on another day. */
    public Reading on(LocalDate day) {
      return new Reading(sheets, words, ownFields, Optional.of(day));
    }

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
      String phoneRegion, int mostCourses, int consentBelowAge, List<AcceptedFinding> accepted) {
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
   * @param unwanted words that no username may contain, beside the ones that everybody knows
   * @param byPlatform whether the platform makes them, not we
   */
  public record Usernames(
      String pattern,
      OnClash onClash,
      int shortest,
      int longest,
      String allow,
      List<String> reserved,
      List<String> unwanted,
      boolean byPlatform) {
    /** The defaults. */
    public static Usernames standard() {
      return new Usernames(
          "{given:1}{family}",
          OnClash.NUMBER,
          3,
          30,
          "a-z0-9._-",
          List.of("admin", "root", "support"),
          List.of(),
          false);
    }
  }

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
   * @param style what passwords look like; none also where the platform makes them
   * @param length how many words, or how many characters
   * @param minimum the fewest characters a password may have
   * @param changeAtFirstLogin whether a user is to choose another when logging in first
   * @param reissueForKnown whether users whom the platform has already get one too
   * @param valueFile the file that holds the password for all of the style that has one; empty
   *     where one is made
   */
  public record Passwords(
      PasswordStyle style,
      int length,
      int minimum,
      boolean changeAtFirstLogin,
      boolean reissueForKnown,
      String valueFile) {}

  /**
   * What is done about guardians.
   *
   * @param accounts whether they get accounts of their own
   */
  public record Guardians(boolean accounts) {}

  /**
   * What gets codes to join it by.
   *
   * @param courses whether courses do
   * @param groups whether groups do
   */
  public record JoinCodes(boolean courses, boolean groups) {}

  /**
   * How the accounts issued are kept.
   *
   * @param sealed whether they are encrypted with a passphrase
   * @param passphraseFile the file that holds the passphrase, or empty
   */
  public record Keeping(boolean sealed, String passphraseFile) {}

  /**
   * What slips and letters say.
   *
   * @param name the school's name, or empty
   * @param platformName what the platform is called, or empty
   * @param platformAddress where to log in, or empty
   * @param platformLayout the layout that batches are written in, or empty
   */
  public record School(
      String name, String platformName, String platformAddress, String platformLayout) {
    /** A school whose platform has no layout. */
    public School(String name, String platformName, String platformAddress) {
      this(name, platformName, platformAddress, "");
    }
  }

  /**
   * Where and how the platform is sent to.
   *
   * @param address the base address of its SCIM service, or empty
   * @param proof what proves to it that we may
   * @param authorityFile the file of certificates that vouch for the service beside the usual ones,
   *     or empty
   */
  public record Service(String address, Proof proof, String authorityFile) {
    /** No platform to send to. */
    public static Service none() {
      return new Service("", new Proof.Token(""), "");
    }
  }

  /** What proves to a service that we may; secrets stand in files of their own. */
  public sealed interface Proof {
    /**
     * A token (RFC 6750).
     *
     * @param file the file that holds it, or empty
     */
    record Token(String file) implements Proof {}

    /**
     * A user and a password (RFC 7617).
     *
     * @param file the file that holds the password
     */
    record Password(String user, String file) implements Proof {}

    /**
     * Tokens that a server of OAuth 2.0 gives for a client's secret (RFC 6749, section 4.4).
     *
     * @param address where it gives them
     * @param client the client's name
     * @param file the file that holds the secret
     * @param scope what the tokens are to be good for, or empty
     */
    record OAuth(String address, String client, String file, String scope) implements Proof {}
  }
}
