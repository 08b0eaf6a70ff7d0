package neatroster.work.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import neatroster.core.model.KnownUser;
import neatroster.core.model.OwnField;
import neatroster.core.model.RoleWords;
import neatroster.core.pattern.Pattern;
import neatroster.core.pattern.PatternException;
import neatroster.core.settings.ScopedSetting;
import neatroster.core.settings.Settings;

/**
 * The settings about accounts: usernames, email addresses, ids and passwords, each perhaps another
 * by role and by site; guardians, join codes, and how accounts are kept.
 */
final class AccountSettings {
  private static final String BY_ROLE = "by-role";
  private static final String BY_SITE = "by-site";

  private static final Map<String, Settings.WhenMissing> WHEN_MISSING =
      YamlSection.ordered("leave", Settings.WhenMissing.LEAVE, "make", Settings.WhenMissing.MAKE);

  private static final Map<String, Boolean> MADE_BY =
      YamlSection.ordered("us", false, "platform", true);

  private final YamlSection root;
  private final List<String> roles;
  private final Set<String> values;
  private final Settings standard = Settings.standard();

  AccountSettings(YamlSection root, RoleWords roles, List<OwnField> ownFields) {
    this.root = root;
    this.roles = new ArrayList<>(roles.roles());
    this.roles.addAll(List.of(KnownUser.GUARDIAN, KnownUser.ANONYMOUS));
    this.values = Pattern.userValues(ownFields);
  }

  /** Reads one setting from its section. */
  @FunctionalInterface
  interface Reader<T> {
    T read(YamlSection section) throws SettingsException;
  }

  /** Reads a setting as it is by itself, for each role, for each site, and for both at once. */
  <T> ScopedSetting<T> varied(String key, Reader<T> reader) throws SettingsException {
    YamlSection section = root.section(key);
    YamlSection usual = section.without(BY_ROLE, BY_SITE);
    YamlSection byRole = section.section(BY_ROLE);
    YamlSection bySite = section.section(BY_SITE);
    for (String role : byRole.keys()) {
      if (!roles.contains(role)) {
        throw byRole.unknownKey(role, "there is no role “" + role + "”", roles);
      }
    }
    ScopedSetting<T> varied = ScopedSetting.same(reader.read(usual));
    for (String role : byRole.keys()) {
      varied = varied.with(role, "", reader.read(byRole.section(role).over(usual)));
    }
    for (String site : bySite.keys()) {
      YamlSection ofSite = bySite.section(site).over(usual);
      varied = varied.with("", site, reader.read(ofSite));
      for (String role : byRole.keys()) {
        varied = varied.with(role, site, reader.read(byRole.section(role).over(ofSite)));
      }
    }
    return varied;
  }

  ScopedSetting<Settings.Usernames> usernames() throws SettingsException {
    return varied("usernames", this::usernames);
  }

  private Settings.Usernames usernames(YamlSection section) throws SettingsException {
    section.only(
        List.of("pattern", "on-clash", "length", "allow", "reserved", "unwanted", "made-by"));
    Settings.Usernames usual = Settings.Usernames.standard();
    verifyPattern(section, values);
    String length = section.text("length", usual.shortest() + "-" + usual.longest());
    Matcher bounds =
        java.util.regex.Pattern.compile("(\\d{1,3})\\s*-\\s*(\\d{1,3})").matcher(length);
    if (!bounds.matches()
        || Integer.parseInt(bounds.group(1)) < 1
        || Integer.parseInt(bounds.group(1)) > Integer.parseInt(bounds.group(2))) {
      throw section.error("length", "here stand the fewest and the most characters, such as 3-30");
    }
    String pattern = section.text("pattern", usual.pattern());
    String allow = section.text("allow", usual.allow());
    verifyAllow(section, allow);
    if ((pattern.contains("{email") || pattern.contains("@")) && !allow.contains("@")) {
      throw section.error(
          "pattern",
          "this makes email addresses, and the characters allowed do not have @ in them; say allow:"
              + " \"a-z0-9._@-\"");
    }
    return new Settings.Usernames(
        pattern,
        section.choice(
            "on-clash",
            YamlSection.ordered(
                "number",
                Settings.OnClash.NUMBER,
                "lengthen",
                Settings.OnClash.LENGTHEN,
                "refuse",
                Settings.OnClash.REFUSE),
            usual.onClash()),
        Integer.parseInt(bounds.group(1)),
        Integer.parseInt(bounds.group(2)),
        allow,
        section.list("reserved", usual.reserved()),
        section.list("unwanted", usual.unwanted()),
        section.choice("made-by", MADE_BY, false));
  }

  /** Single characters, and ranges as {@code a-z} that go upwards. */
  private static void verifyAllow(YamlSection section, String allow) throws SettingsException {
    for (int i = 0; i + 2 < allow.length(); i++) {
      if (allow.charAt(i + 1) == '-') {
        if (allow.charAt(i) > allow.charAt(i + 2)) {
          throw section.error(
              "allow",
              "“"
                  + allow.substring(i, i + 3)
                  + "” goes backwards; is “"
                  + allow.charAt(i + 2)
                  + "-"
                  + allow.charAt(i)
                  + "” meant?");
        }
        i += 2;
      }
    }
    if (allow.codePoints().noneMatch(Character::isLetterOrDigit)) {
      throw section.error("allow", "here stand the characters allowed, such as a-z0-9._-");
    }
  }

  ScopedSetting<Settings.Emails> emails() throws SettingsException {
    return varied("emails", this::emails);
  }

  private Settings.Emails emails(YamlSection section) throws SettingsException {
    section.only(List.of("when-missing", "pattern", "shared", "made-by"));
    verifyPattern(section, values);
    Settings.Emails usual = standard.emails().usual();
    return new Settings.Emails(
        whenMissing(section, usual.whenMissing()),
        section.text("pattern", usual.pattern()),
        section.choice(
            "shared", YamlSection.ordered("refuse", false, "allow", true), usual.sharedAllowed()));
  }

  ScopedSetting<Settings.Ids> ids() throws SettingsException {
    return varied("ids", this::ids);
  }

  private Settings.Ids ids(YamlSection section) throws SettingsException {
    section.only(List.of("when-missing", "pattern", "made-by"));
    verifyPattern(section, values);
    Settings.Ids usual = standard.ids().usual();
    return new Settings.Ids(
        whenMissing(section, usual.whenMissing()), section.text("pattern", usual.pattern()));
  }

  private static Settings.WhenMissing whenMissing(YamlSection section, Settings.WhenMissing usual)
      throws SettingsException {
    Settings.WhenMissing whenMissing = section.choice("when-missing", WHEN_MISSING, usual);
    // What the platform makes is missing until it has made it.
    return section.choice("made-by", MADE_BY, false) ? Settings.WhenMissing.LEAVE : whenMissing;
  }

  ScopedSetting<Settings.Passwords> passwords() throws SettingsException {
    return varied("passwords", this::passwords);
  }

  private Settings.Passwords passwords(YamlSection section) throws SettingsException {
    section.only(
        List.of(
            "style",
            "length",
            "change-at-first-login",
            "minimum",
            "for-known",
            "made-by",
            "value"));
    Settings.Passwords usual = standard.passwords().usual();
    Settings.PasswordStyle style =
        section.choice(
            "style",
            YamlSection.ordered(
                "words",
                Settings.PasswordStyle.WORDS,
                "characters",
                Settings.PasswordStyle.CHARACTERS,
                "one-for-all",
                Settings.PasswordStyle.ONE_FOR_ALL,
                "none",
                Settings.PasswordStyle.NONE),
            usual.style());
    if (section.choice("made-by", MADE_BY, false)) {
      style = Settings.PasswordStyle.NONE;
    }
    YamlSection value = section.section("value");
    value.only(List.of("file"));
    String file = value.text("file", "");
    int length = style == Settings.PasswordStyle.CHARACTERS ? 12 : usual.length();
    return new Settings.Passwords(
        style,
        section.number("length", 1, 64, length),
        section.number("minimum", 1, 64, usual.minimum()),
        section.yes("change-at-first-login", usual.changeAtFirstLogin()),
        section.choice("for-known", YamlSection.ordered("leave", false, "reissue", true), false),
        file);
  }

  Settings.Guardians guardians() throws SettingsException {
    YamlSection section = root.section("guardians");
    section.only(List.of("accounts"));
    return new Settings.Guardians(
        section.choice("accounts", YamlSection.ordered("leave", false, "make", true), false));
  }

  Settings.JoinCodes joinCodes() throws SettingsException {
    YamlSection section = root.section("join-codes");
    section.only(List.of("courses", "groups"));
    return new Settings.JoinCodes(section.yes("courses", false), section.yes("groups", false));
  }

  String anonymousPattern() throws SettingsException {
    YamlSection section = root.section("anonymous");
    section.only(List.of("pattern"));
    verifyPattern(section, Set.of("word", "random", "n", "course"));
    return section.text("pattern", standard.anonymousPattern());
  }

  Settings.Keeping keeping() throws SettingsException {
    YamlSection section = root.section("accounts");
    section.only(List.of("sealed", "passphrase"));
    YamlSection passphrase = section.section("passphrase");
    passphrase.only(List.of("file"));
    return new Settings.Keeping(section.yes("sealed", false), passphrase.text("file", ""));
  }

  private static void verifyPattern(YamlSection section, Set<String> names)
      throws SettingsException {
    section.verify(
        "pattern",
        pattern -> {
          try {
            Pattern.parse(pattern, names);
            return Optional.empty();
          } catch (PatternException e) {
            return Optional.of(new YamlSection.Fault(e.position(), e.getMessage()));
          }
        });
  }
}
