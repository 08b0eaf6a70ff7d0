package neatroster.work.settings;

import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.naming.InvalidNameException;
import javax.naming.ldap.LdapName;
import neatroster.core.check.RuleText;
import neatroster.core.check.pass.Rules;
import neatroster.core.model.DateOrder;
import neatroster.core.model.DateReading;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.RoleWords;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.settings.AcceptedFinding;
import neatroster.core.settings.ChangeLimit;
import neatroster.core.settings.Policy;
import neatroster.core.settings.Settings;
import neatroster.core.text.Cleaning;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;
import neatroster.core.value.Judged;
import neatroster.core.value.Values;

/**
 * Reads {@code roster.yaml}. Every key has a default; a key that has no meaning is an error with
 * its place.
 */
public final class SettingsReader {
  /** Settings of the contract that no command of this version acts on. */
  /** What no two people may share, with what to say instead. */
  private static final Map<Field, String> OF_ONE_PERSON =
      Map.of(
          Field.PASSWORD,
          "a password is no default: who can read the settings could log in as everybody. Say"
              + " passwords: {style: one-for-all, value: {file: …}} to give all the same",
          Field.USERNAME,
          "everybody’s username is another; say usernames: {pattern: …} to have them made",
          Field.EMAIL,
          "everybody’s email address is another; say emails: {when-missing: make, pattern: …}",
          Field.ID,
          "everybody’s id is another; say ids: {when-missing: make, pattern: …}");

  /** By what a row and somebody whom the platform has are told to be the same person. */
  private static final List<String> MARKS = List.of("id", "username", "email");

  private static final List<String> KEYS =
      List.of(
          "dates",
          "consent",
          "most-courses",
          "phones",
          "usernames",
          "emails",
          "ids",
          "passwords",
          "join-codes",
          "match-by",
          "policy",
          "stop-above",
          "roles",
          "default-role",
          "defaults",
          "rules",
          "sheets",
          "known",
          "platform",
          "fields",
          "aliases",
          "accept",
          "words",
          "school",
          "ldif",
          "guardians",
          "accounts",
          "anonymous");

  /** Whoever accepted these would have two people under one mark. */
  private static final Set<String> NEVER_ACCEPTED = Set.of("another-person", "matched-twice");

  /** Names stand on slips and letters, on one line or two. */
  private static final int LONGEST_NAME = 120;

  /** An address is typed by hand and drawn as a square of dots. */
  private static final int LONGEST_ADDRESS = 300;

  private final Settings standard = Settings.standard();

  /** The settings of files that lie in no roster folder. */
  public static Settings standard() {
    return Settings.builder()
        .reading(Settings.Reading.standard().on(LocalDate.now(ZoneId.systemDefault())))
        .build();
  }

  /** Reads a settings file. */
  public static Settings read(Path file, String name) throws SettingsException, IOException {
    return read(YamlFile.text(file, name), name);
  }

  /** Reads the text of a settings file. */
  public static Settings read(String text, String name) throws SettingsException {
    return new SettingsReader().settings(YamlFile.root(name, text));
  }

  private Settings settings(YamlSection root) throws SettingsException {
    root.only(KEYS);
    RoleWords roles = roles(root);
    Settings.Reading reading = ReadingSettings.read(root);
    DateOrder dates = root.choice("dates", ReadingSettings.DATES, standard.dates());
    Settings.Checks checks = checks(root);
    Values judges = new Values(Settings.builder().dates(dates).roles(roles).checks(checks).build());
    AccountSettings accounts = new AccountSettings(root, roles, reading.ownFields());
    return Settings.builder()
        .dates(dates)
        .usernames(accounts.usernames())
        .emails(accounts.emails())
        .ids(accounts.ids())
        .passwords(accounts.passwords())
        .guardians(accounts.guardians())
        .joinCodes(accounts.joinCodes())
        .anonymousPattern(accounts.anonymousPattern())
        .keeping(accounts.keeping())
        .policy(policy(root.section("policy")).matchingByName(matchByName(root)))
        .stopAbove(stopAbove(root.section("stop-above")))
        .roles(roles)
        .defaultRole(defaultRole(root, roles))
        .defaults(accounts.varied("defaults", section -> defaults(section, reading, judges)))
        .courseAliases(aliases(root.section("aliases")))
        .rules(rules(root.section("rules")))
        .reading(reading)
        .checks(checks)
        .school(school(root))
        .service(service(root.section("platform")))
        .exportsAsOf(exportsAsOf(root))
        .ldifBase(ldifBase(root))
        .build();
  }

  private static String ldifBase(YamlSection root) throws SettingsException {
    YamlSection ldif = root.section("ldif");
    ldif.only(List.of("base"));
    String base = ldif.text("base", Settings.standard().ldifBase(), LONGEST_NAME);
    try {
      new LdapName(base);
    } catch (InvalidNameException e) {
      throw ldif.error(
          "base", "here stands an entry of a directory, such as ou=people,dc=school,dc=example");
    }
    return base;
  }

  private Settings.School school(YamlSection root) throws SettingsException {
    YamlSection school = root.section("school");
    school.only(List.of("name"));
    YamlSection platform = root.section("platform");
    platform.only(
        List.of(
            "name",
            "address",
            "service",
            "token",
            "user",
            "password",
            "oauth",
            "authority",
            "layout"));
    return new Settings.School(
        school.text("name", "", LONGEST_NAME),
        platform.text("name", "", LONGEST_NAME),
        platform.text("address", "", LONGEST_ADDRESS),
        platform.text("layout", "", LONGEST_NAME));
  }

  private static Settings.Service service(YamlSection platform) throws SettingsException {
    return new Settings.Service(
        platform.text("service", "", LONGEST_ADDRESS),
        proof(platform),
        file(platform, "authority"));
  }

  private static Settings.Proof proof(YamlSection platform) throws SettingsException {
    String token = file(platform, "token");
    String password = file(platform, "password");
    String user = platform.text("user", "", LONGEST_NAME);
    YamlSection oauth = platform.section("oauth");
    oauth.only(List.of("address", "client", "secret", "scope"));
    boolean hasOauth = platform.has("oauth");
    boolean hasUser = !user.isEmpty() || !password.isEmpty();
    if ((token.isEmpty() ? 0 : 1) + (hasOauth ? 1 : 0) + (hasUser ? 1 : 0) > 1) {
      throw platform.error(
          "one thing proves that we may: token, or user and password, or oauth; leave the others"
              + " out");
    }
    if (hasUser && (user.isEmpty() || password.isEmpty())) {
      throw platform.error("user wants password: {file: …} beside it, and password wants user");
    }
    if (user.contains(":")) {
      throw platform.error("user", "here stands a name without a colon");
    }
    if (hasOauth) {
      Settings.Proof.OAuth proof =
          new Settings.Proof.OAuth(
              oauth.text("address", "", LONGEST_ADDRESS),
              oauth.text("client", "", LONGEST_ADDRESS),
              file(oauth, "secret"),
              oauth.text("scope", "", LONGEST_ADDRESS));
      if (proof.address().isEmpty() || proof.client().isEmpty() || proof.file().isEmpty()) {
        throw oauth.error("oauth wants address, client and secret: {file: …}");
      }
      return proof;
    }
    return hasUser ? new Settings.Proof.Password(user, password) : new Settings.Proof.Token(token);
  }

  /** The file that holds something, as {@code token: {file: …}}. */
  private static String file(YamlSection of, String name) throws SettingsException {
    YamlSection section = of.section(name);
    section.only(List.of("file"));
    return section.text("file", "", LONGEST_ADDRESS);
  }

  private static Map<String, LocalDateTime> exportsAsOf(YamlSection root) throws SettingsException {
    Map<String, LocalDateTime> times = new LinkedHashMap<>();
    for (YamlSection export : root.sections("known")) {
      export.only(List.of("file", "as-of"));
      String file = export.text("file", "", LONGEST_ADDRESS);
      String told = export.text("as-of", "").strip().replace(' ', 'T');
      if (file.isEmpty()) {
        throw export.error("an entry of known names its file, such as “file: known/may.csv”");
      }
      try {
        times.put(
            file,
            told.contains("T") ? LocalDateTime.parse(told) : LocalDate.parse(told).atStartOfDay());
      } catch (DateTimeParseException e) {
        throw export.error("as-of", "here stands a day, such as 2027-05-01, or 2027-05-01 14:30");
      }
    }
    return times;
  }

  private static Settings.Checks checks(YamlSection root) throws SettingsException {
    String region = ReadingSettings.phoneRegion(root);
    YamlSection consent = root.section("consent");
    consent.only(List.of("below-age"));
    Settings.Checks usual = Settings.Checks.standard();
    return new Settings.Checks(
        region,
        root.number("most-courses", 0, 100_000, usual.mostCourses()),
        consent.number("below-age", 0, 120, usual.consentBelowAge()),
        accepted(root));
  }

  private static List<AcceptedFinding> accepted(YamlSection root) throws SettingsException {
    List<YamlSection> exceptions = root.sections("accept");
    List<String> known = exceptions.isEmpty() ? List.of() : namesOfRules();
    List<AcceptedFinding> accepted = new ArrayList<>();
    for (YamlSection exception : exceptions) {
      exception.only(List.of("rule", "value", "sheet", "why"));
      String rule = exception.text("rule", "");
      if (!known.contains(rule)) {
        throw exception.has("rule")
            ? exception.error(
                "rule",
                "there is no rule “"
                    + rule
                    + "”"
                    + Nearest.word(rule, known)
                        .map(near -> "; is “" + near + "” meant?")
                        .orElse(""))
            : exception.error("an exception names its rule, such as “rule: near-twin”");
      }
      if (NEVER_ACCEPTED.contains(rule)) {
        throw exception.error(
            "rule",
            rule
                + " cannot be accepted: one mark would lead to two people. Correct it in the sheet, or"
                + " say “former username” where it is one person; where a family shares an address,"
                + " there is emails: {shared: allow}");
      }
      if (exception.text("why", "").isEmpty()) {
        throw exception.error("an exception says why, such as “why: they are sisters”");
      }
      accepted.add(
          new AcceptedFinding(
              exception.place(),
              rule,
              Optional.of(exception.text("value", "")).filter(value -> !value.isEmpty()),
              Optional.of(exception.text("sheet", "")).filter(sheet -> !sheet.isEmpty()),
              exception.text("why", "")));
    }
    return List.copyOf(accepted);
  }

  private static boolean matchByName(YamlSection root) throws SettingsException {
    List<String> marks = root.list("match-by", MARKS);
    for (String mark : marks) {
      if (!MARKS.contains(mark) && !mark.equals("name")) {
        throw root.error("match-by", "here stand id, username, email and, if wanted, name");
      }
    }
    if (!marks.containsAll(MARKS)) {
      // Whoever has another's username or address would be found by nothing.
      throw root.error(
          "match-by", "id, username and email are always looked at; only name can be left out");
    }
    return marks.contains("name");
  }

  private Policy policy(YamlSection section) throws SettingsException {
    section.only(List.of("sites", "users", "courses", "groups", "enrollments"));
    Map<String, Boolean> removed = YamlSection.ordered("refuse", false, "carry-out", true);
    Map<String, Boolean> fresh = YamlSection.ordered("create", false, "skip", true);
    YamlSection sites = section.section("sites");
    sites.only(List.of("new"));
    YamlSection users = section.section("users");
    users.only(List.of("new", "known", "absent", "changed", "renamed", "removed", "class-lists"));
    YamlSection courses = section.section("courses");
    courses.only(List.of("new", "known", "absent", "changed", "removed"));
    YamlSection groups = section.section("groups");
    groups.only(List.of("new", "known", "changed"));
    YamlSection enrollments = section.section("enrollments");
    enrollments.only(List.of("new", "known", "absent", "changed"));
    Map<Table, Policy.OfTable> tables = new EnumMap<>(Table.class);
    tables.put(
        Table.USERS,
        ofTable(
            Table.USERS,
            users,
            users.choice("new", fresh, false),
            Map.of(
                "leave", Policy.Absent.LEAVE,
                "suspend", Policy.Absent.SUSPEND,
                "remove", Policy.Absent.REMOVE)));
    tables.put(
        Table.COURSES,
        ofTable(
            Table.COURSES,
            courses,
            courses.choice("new", fresh, false),
            Map.of("leave", Policy.Absent.LEAVE, "remove", Policy.Absent.REMOVE)));
    String freshGroups =
        groups.choice(
            "new", YamlSection.ordered("create", "create", "skip", "skip", "refuse", "refuse"), "");
    tables.put(Table.GROUPS, ofTable(Table.GROUPS, groups, freshGroups.equals("skip"), Map.of()));
    tables.put(
        Table.ENROLLMENTS,
        ofTable(
            Table.ENROLLMENTS,
            enrollments,
            enrollments.choice("new", YamlSection.ordered("enroll", false, "skip", true), false),
            Map.of("leave", Policy.Absent.LEAVE, "withdraw", Policy.Absent.WITHDRAW)));
    return new Policy(
        tables,
        sites.choice("new", fresh, false),
        users.choice("removed", removed, false),
        courses.choice("removed", removed, false),
        users.choice("renamed", YamlSection.ordered("refuse", false, "follow", true), false),
        freshGroups.equals("create"),
        false,
        users.choice(
            "class-lists", YamlSection.ordered("may-not-add", false, "may-add", true), false));
  }

  private static Policy.OfTable ofTable(
      Table table, YamlSection section, boolean skipsNew, Map<String, Policy.Absent> absent)
      throws SettingsException {
    Policy.OfTable usual = Policy.usual().get(table);
    Map<String, Policy.Known> words = new LinkedHashMap<>();
    for (Policy.Known known : Policy.Known.values()) {
      words.put(known.word(), known);
    }
    Policy.Known known = usual.known();
    Map<Field, Policy.Known> knownOf = new EnumMap<>(Field.class);
    if (section.isSection("known")) {
      YamlSection fields = section.section("known");
      known = fields.choice("default", words, known);
      for (String name : fields.keys()) {
        if (!name.equals("default")) {
          Field field =
              table.fields().stream()
                  .filter(one -> one.label().equals(name))
                  .findFirst()
                  .orElseThrow(
                      () -> fields.error(name, "there is no such field of " + table.word()));
          knownOf.put(field, fields.choice(name, words, known));
        }
      }
    } else {
      known = section.choice("known", words, known);
    }
    return new Policy.OfTable(
        skipsNew,
        known,
        knownOf,
        absent.isEmpty()
            ? Policy.Absent.LEAVE
            : section.choice("absent", absent, Policy.Absent.LEAVE),
        section.choice("changed", YamlSection.ordered("leave", false, "overwrite", true), false));
  }

  private Map<String, ChangeLimit> stopAbove(YamlSection section) throws SettingsException {
    section.only(List.of("removals", "withdrawals", "changes"));
    Map<String, ChangeLimit> limits = new LinkedHashMap<>(standard.stopAbove());
    for (String kind : section.keys()) {
      String text = section.text(kind, "");
      if (!text.matches("\\d{1,8}|\\d{1,3} ?%")) {
        throw section.error(kind, "here stands a whole number, or a percentage such as 20%");
      }
      boolean percentage = text.endsWith("%");
      limits.put(kind, new ChangeLimit(Integer.parseInt(text.replaceAll("\\D", "")), percentage));
    }
    return limits;
  }

  private static RoleWords roles(YamlSection root) throws SettingsException {
    YamlSection section = root.section("roles");
    Map<String, List<String>> words = new LinkedHashMap<>();
    words.put("learner", List.of("student", "pupil", "cadet"));
    words.put("instructor", List.of("teacher", "lecturer"));
    for (String role : section.keys()) {
      words.put(role, section.list(role, List.of()));
    }
    return new RoleWords(words);
  }

  private String defaultRole(YamlSection root, RoleWords roles) throws SettingsException {
    Map<String, String> choices = new LinkedHashMap<>();
    roles.roles().forEach(role -> choices.put(role, role));
    return root.choice("default-role", choices, standard.defaultRole());
  }

  private static Map<Table, Map<String, String>> defaults(
      YamlSection section, Settings.Reading reading, Values judges) throws SettingsException {
    section.only(List.of("users", "courses", "enrollments"));
    Map<Table, Map<String, String>> defaults = new EnumMap<>(Table.class);
    for (String key : section.keys()) {
      Table table = Table.named(key).orElseThrow();
      YamlSection values = section.section(key);
      Map<String, String> filled = new LinkedHashMap<>();
      for (String name : values.keys()) {
        Optional<Field> field = Field.named(name).filter(table.fields()::contains);
        Optional<OwnField> own =
            ReadingSettings.ownNamed(name, reading.ownFields())
                .filter(one -> one.table() == table && field.isEmpty());
        if (own.isPresent()) {
          filled.put(
              own.get().key(),
              good(values, name, judges.judge(own.get(), values.text(name, ""), WHOLE)));
          continue;
        }
        if (field.isEmpty()) {
          throw values.unknownKey(
              name,
              "there is no field “" + name + "” in " + table.word(),
              Stream.concat(
                      table.fields().stream().map(Field::label),
                      reading.ownFields().stream().map(OwnField::name))
                  .toList());
        }
        if (table == Table.USERS && OF_ONE_PERSON.containsKey(field.get())) {
          throw values.error(name, OF_ONE_PERSON.get(field.get()));
        }
        filled.put(
            field.get().label(),
            good(values, name, judges.judge(table, field.get(), values.text(name, ""))));
      }
      defaults.put(table, filled);
    }
    return defaults;
  }

  private static final DateReading WHOLE = DateReading.whole(DateOrder.DAY_FIRST);

  /** A default as it is delivered; one that no cell could hold either is a slip. */
  private static String good(YamlSection values, String name, Judged judged)
      throws SettingsException {
    if (!judged.isGood()) {
      throw values.error(
          name,
          Quoted.value(judged.text())
              + " "
              + judged.trouble().replaceAll("\\.$", "")
              + (judged.probably() == null ? "" : "; is “" + judged.probably() + "” meant?"));
    }
    return judged.text();
  }

  private Map<String, String> aliases(YamlSection section) throws SettingsException {
    section.only(List.of("courses", "groups", "sites", "categories"));
    YamlSection courses = section.section("courses");
    Map<String, String> aliases = new HashMap<>();
    for (String alias : courses.keys()) {
      aliases.put(Cleaning.clean(alias), courses.text(alias, ""));
    }
    return aliases;
  }

  /** To know them every rule is made: only where one is named. */
  private static List<String> namesOfRules() {
    return Rules.texts().stream().map(RuleText::name).toList();
  }

  private Map<String, Optional<Severity>> rules(YamlSection section) throws SettingsException {
    List<String> known = section.keys().iterator().hasNext() ? namesOfRules() : List.of();
    Map<String, Optional<Severity>> severities =
        YamlSection.ordered(
            "error",
            Optional.of(Severity.ERROR),
            "warning",
            Optional.of(Severity.WARNING),
            "note",
            Optional.of(Severity.NOTE));
    severities.put("off", Optional.empty());
    Map<String, Optional<Severity>> rules = new HashMap<>();
    for (String rule : section.keys()) {
      if (!known.contains(rule)) {
        throw section.unknownKey(rule, "there is no rule “" + rule + "”", known);
      }
      rules.put(rule, section.choice(rule, severities, Optional.empty()));
    }
    return rules;
  }
}
