package neatroster.work.settings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AccountSettingsTest {
  @TempDir private Path folder;

  private Settings read(String yaml) throws Exception {
    Path file = Files.writeString(folder.resolve("roster.yaml"), yaml);
    return SettingsReader.read(file, "roster.yaml");
  }

  @Test
  void whatARoleOrASiteDoesNotSayIsAsForEverybody() throws Exception {
    Settings settings =
        read(
            """
                usernames:
                  pattern: "{given}"
                  length: 4-12
                  by-role:
                    instructor: {pattern: "t-{family}"}
                    guardian: {on-clash: refuse}
                  by-site:
                    Main Pier: {length: 2-9, unwanted: [barnacle]}
                passwords:
                  style: characters
                  by-role: {learner: {style: words, length: 3}}
                """);
    Settings.Usernames teacher = settings.usernames().of("instructor", "Main Pier/Staff");
    assertThat(teacher.pattern()).isEqualTo("t-{family}");
    assertThat(teacher.longest()).isEqualTo(9);
    assertThat(teacher.unwanted()).containsExactly("barnacle");
    Settings.Usernames guardian = settings.usernames().of("guardian", "");
    assertThat(guardian.pattern()).isEqualTo("{given}");
    assertThat(guardian.onClash()).isEqualTo(Settings.OnClash.REFUSE);
    assertThat(guardian.longest()).isEqualTo(12);
    assertThat(settings.passwords().usual().length()).isEqualTo(12);
    assertThat(settings.passwords().of("learner", "").style())
        .isEqualTo(Settings.PasswordStyle.WORDS);
    assertThat(settings.passwords().of("learner", "").length()).isEqualTo(3);
  }

  @Test
  void defaultsAreLaidOverEachOtherFieldByField() throws Exception {
    Settings settings =
        read(
            """
                defaults:
                  users: {language: en, country: GB}
                  enrollments: {role: learner}
                  by-site:
                    Cais: {users: {language: pt}}
                """);
    assertThat(settings.defaults().of("", "Cais/Norte"))
        .isEqualTo(
            Map.of(
                Table.USERS,
                Map.of("language", "pt", "country", "GB"),
                Table.ENROLLMENTS,
                Map.of("role", "learner")));
  }

  @Test
  void itemsAreLeftToThePlatformOneByOne() throws Exception {
    Settings settings =
        read(
            """
                usernames: {made-by: platform, by-role: {instructor: {made-by: us}}}
                emails: {when-missing: make, made-by: platform}
                ids: {when-missing: make}
                passwords: {made-by: platform}
                """);
    assertThat(settings.usernames().of("learner", "").byPlatform()).isTrue();
    assertThat(settings.usernames().of("instructor", "").byPlatform()).isFalse();
    assertThat(settings.emails().usual().whenMissing()).isEqualTo(Settings.WhenMissing.LEAVE);
    assertThat(settings.ids().usual().whenMissing()).isEqualTo(Settings.WhenMissing.MAKE);
    assertThat(settings.passwords().usual().style()).isEqualTo(Settings.PasswordStyle.NONE);
  }

  @Test
  void everythingElseAboutAccounts() throws Exception {
    Settings settings =
        read(
            """
                guardians: {accounts: make}
                join-codes: {courses: true, groups: no}
                anonymous: {pattern: "{course}-{n:2}"}
                accounts: {sealed: yes, passphrase: {file: ../secret.txt}}
                passwords: {change-at-first-login: false, for-known: reissue}
                policy: {users: {renamed: follow}}
                school: {name: Port Elsewhere}
                platform: {name: Learning Dock, address: "https://learn.pier.example", token: {file: ""}}
                fields: {berth: {table: users}}
                ids: {pattern: "{berth}-{n}"}
                """);
    assertThat(settings.guardians().accounts()).isTrue();
    assertThat(settings.joinCodes()).isEqualTo(new Settings.JoinCodes(true, false));
    assertThat(settings.anonymousPattern()).isEqualTo("{course}-{n:2}");
    assertThat(settings.keeping()).isEqualTo(new Settings.Keeping(true, "../secret.txt"));
    assertThat(settings.passwords().usual().changeAtFirstLogin()).isFalse();
    assertThat(settings.passwords().usual().reissueForKnown()).isTrue();
    assertThat(settings.policy().followRenames()).isTrue();
    assertThat(settings.school())
        .isEqualTo(
            new Settings.School("Port Elsewhere", "Learning Dock", "https://learn.pier.example"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "usernames: {by-role: {teecher: {pattern: x}}} | column 23 | there is no role “teecher”",
        "usernames: {by-site: {Pier: {patern: x}}} | column 30 | “pattern” meant?",
        "usernames: {by-site: {Pier: {pattern: '{n'}}} | column 40 | a { without a }",
        "usernames: {pattern: '{email}'} | column 22 | do not have @",
        "usernames: {pattern: '{shoe size}'} | column 24 | there is no value “shoe size”",
        "anonymous: {pattern: '{given}-{n}'} | column 24 | there is no value “given”",
        "guardians: {accounts: maybe} | column 23 | not one of leave, make",
        "guardians: {acounts: make} | column 13 | “accounts” meant?",
        "join-codes: {courses: often} | column 23 | not one of true, false, yes, no",
        "accounts: {sealed: maybe} | column 20 | is not one of",
        "accounts: {passphrase: swordfish} | column 24 | here stand keys",
        "usernames: {by-role: {learner: {by-site: {}}}} | column 33 | there is no setting “by-site”",
        "usernames: {length: 30-3} | column 21 | fewest and the most",
        "policy: {users: {renamed: yes}} | column 27 | “yes” is not one of refuse, follow",
      })
  void aSlipIsAnsweredWithItsPlace(String yaml, String place, String hint) {
    assertThatThrownBy(() -> read(yaml.strip()))
        .isInstanceOf(SettingsException.class)
        .hasMessageContaining("roster.yaml, line 1, " + place.strip() + ":")
        .hasMessageContaining(hint.strip());
  }

  @Test
  void aPassphraseInTheSettingsThemselvesIsNotAccepted() {
    assertThatThrownBy(() -> read("accounts: {passphrase: swordfish}"))
        .hasMessageNotContaining("swordfish");
  }
}
