package neatroster.work.settings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.grid.SheetName;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.settings.Policy;
import neatroster.core.settings.Settings;
import neatroster.core.settings.SheetPlan;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SettingsReaderTest {
  @TempDir Path folder;

  private Settings read(String yaml) throws Exception {
    Path file = Files.writeString(folder.resolve("roster.yaml"), yaml);
    return SettingsReader.read(file, "roster.yaml");
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "# nothing but a comment\n", "---\n", "usernames:\npolicy: {}\n"})
  void anEmptyFileMeansTheStandard(String yaml) throws Exception {
    Settings settings = read(yaml);
    Settings standard = Settings.standard();
    assertThat(settings.usernames()).isEqualTo(standard.usernames());
    assertThat(settings.emails()).isEqualTo(standard.emails());
    assertThat(settings.passwords()).isEqualTo(standard.passwords());
    assertThat(settings.policy()).isEqualTo(standard.policy());
    assertThat(settings.defaultRole()).isEqualTo("learner");
    assertThat(settings.roles().role("Cadet")).contains("learner");
  }

  @Test
  void theSettingsOfTheContractAreAllRead() throws Exception {
    Settings settings =
        read(
            """
            dates: ask
            phones: {region: ""}
            usernames: {pattern: "{family}.{given:1}", on-clash: lengthen, length: 4-12, allow: "a-z.", reserved: [boss]}
            emails: {when-missing: make, pattern: "{username}@pier.example", shared: allow}
            ids: {when-missing: make, pattern: "C{n:4}"}
            passwords: {style: characters, length: 10, change-at-first-login: true, minimum: 9, for-known: leave}
            join-codes: {courses: false, groups: false}
            match-by: [id, username, email]
            policy:
              sites: {new: create}
              users: {new: create, known: fill-blanks, absent: leave, renamed: refuse, removed: carry-out}
              courses: {removed: refuse}
            stop-above: {removals: 0, withdrawals: 20%, changes: 50%}
            most-courses: 12
            consent: {below-age: 13}
            roles: {learner: [deckhand], bosun: [boatswain]}
            default-role: bosun
            defaults: {users: {language: EN, birthDate: 1.1.2010}, enrollments: {}}
            rules: {stray-space: off, bad-date: warning, near-twin: error}
            aliases: {courses: {First hour: NAV-2}}
            sheets: []
            platform: {name: "", address: "", token: {file: ""}, layout: ""}
            """);
    assertThat(settings.dates()).isEqualTo(DateOrder.ASK);
    assertThat(settings.usernames().usual())
        .isEqualTo(
            new Settings.Usernames(
                "{family}.{given:1}",
                Settings.OnClash.LENGTHEN,
                4,
                12,
                "a-z.",
                List.of("boss"),
                List.of(),
                false));
    assertThat(settings.emails().usual().sharedAllowed()).isTrue();
    assertThat(settings.emails().usual().whenMissing()).isEqualTo(Settings.WhenMissing.MAKE);
    assertThat(settings.ids().usual().pattern()).isEqualTo("C{n:4}");
    assertThat(settings.passwords().usual())
        .isEqualTo(
            new Settings.Passwords(Settings.PasswordStyle.CHARACTERS, 10, 9, true, false, ""));
    assertThat(settings.policy()).isEqualTo(new Policy(true, false, false));
    assertThat(settings.roles().role("DECKHAND")).contains("learner");
    assertThat(settings.roles().role("boatswain")).contains("bosun");
    assertThat(settings.roles().role("teacher")).contains("instructor");
    assertThat(settings.defaultRole()).isEqualTo("bosun");
    assertThat(settings.defaults().usual().get(Table.USERS))
        .isEqualTo(Map.of("language", "en", "birth date", "2010-01-01"));
    assertThat(settings.rules())
        .isEqualTo(
            Map.of(
                "stray-space",
                Optional.empty(),
                "bad-date",
                Optional.of(Severity.WARNING),
                "near-twin",
                Optional.of(Severity.ERROR)));
    assertThat(settings.checks().consentBelowAge()).isEqualTo(13);
    assertThat(settings.courseAliases()).isEqualTo(Map.of("First hour", "NAV-2"));
    assertThat(settings.policy().matchByName()).isFalse();
    assertThat(read("match-by: [name, id, username, email]").policy().matchByName()).isTrue();
    assertThatThrownBy(() -> read("match-by: [id, name]"))
        .hasMessageContaining("are always looked at");
  }

  @Test
  void whatIsDoneAboutDifferencesIsReadForEachTableAndField() throws Exception {
    Settings settings =
        read(
            """
            policy:
              sites: {new: skip}
              users: {new: skip, known: {default: leave, email: overwrite}, absent: suspend}
              groups: {new: create}
              enrollments: {known: overwrite, absent: withdraw}
            stop-above: {removals: 3, changes: 10%}
            """);
    Policy policy = settings.policy();
    assertThat(policy.skipsNewSites()).isTrue();
    assertThat(policy.of(Table.USERS).skipsNew()).isTrue();
    assertThat(policy.of(Table.USERS).known(Field.EMAIL)).isEqualTo(Policy.Known.OVERWRITE);
    assertThat(policy.of(Table.USERS).known(Field.PHONE)).isEqualTo(Policy.Known.LEAVE);
    assertThat(policy.of(Table.USERS).absent()).isEqualTo(Policy.Absent.SUSPEND);
    assertThat(policy.of(Table.ENROLLMENTS).absent()).isEqualTo(Policy.Absent.WITHDRAW);
    assertThat(policy.of(Table.COURSES).known(Field.TITLE)).isEqualTo(Policy.Known.LEAVE);
    assertThat(policy.makeGroups()).isTrue();
    assertThat(settings.stopAbove().get("removals").of(1000)).isEqualTo(3);
    assertThat(settings.stopAbove().get("changes").of(1000)).isEqualTo(100);
    assertThat(settings.stopAbove().get("withdrawals").of(1000)).isEqualTo(200);
    for (String wrong :
        List.of(
            "policy: {users: {known: {colour: leave}}}",
            "policy: {users: {known: keep}}",
            "policy: {enrollments: {absent: suspend}}",
            "stop-above: {removals: few}",
            "stop-above: {people: 3}")) {
      assertThatThrownBy(() -> read(wrong)).isInstanceOf(SettingsException.class);
    }
  }

  @Test
  void howSheetsAreReadIsPartOfTheSettings() throws Exception {
    Settings settings =
        read(
            """
                phones: {region: gb}
                most-courses: 7
                words: {category: {Deck: 12}}
                aliases: {groups: {PW: Port Watch}, sites: {MP: Main Pier}}
                fields:
                  learning track: {table: users, one-of: [A, B], required: true, pattern: "{n:2}"}
                  locker: {type: number, unique: yes}
                sheets:
                  - file: "intake-*.xlsx"
                    sheet: Autumn
                    table: users
                    header-row: 3
                    columns: {family name: Surname, course: "{Class}-{Section}", locker: Spind}
                    leave: [Remarks]
                    words: {role: {Kadett: learner}}
                    covers: course NAV-2
                    dates: month-first
                """);
    assertThat(settings.checks().phoneRegion()).isEqualTo("GB");
    assertThat(settings.checks().mostCourses()).isEqualTo(7);
    assertThat(settings.reading().words())
        .containsEntry("category", Map.of("Deck", "12"))
        .containsEntry("members of", Map.of("PW", "Port Watch"))
        .containsEntry("site", Map.of("MP", "Main Pier"));
    assertThat(settings.reading().ownFields())
        .extracting(OwnField::name, OwnField::required, OwnField::unique, OwnField::type)
        .containsExactly(
            tuple("learning track", true, false, OwnField.Type.TEXT),
            tuple("locker", false, true, OwnField.Type.NUMBER));
    SheetPlan plan = settings.reading().sheets().get(0);
    assertThat(plan.isFor(new SheetName("sheets/Intake-2027.xlsx", "autumn"))).isTrue();
    assertThat(plan.isFor(new SheetName("sheets/intake-2027.xlsx", "Spring"))).isFalse();
    assertThat(plan.columns()).containsEntry("course", "{Class}-{Section}");
    assertThat(plan.covers()).contains("course NAV-2");
    assertThat(plan.dates()).contains(DateOrder.MONTH_FIRST);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "passwords: {length: many}",
        "passwords: {length: 0}",
        "usernames: [a, b]",
        "sheets: intake.xlsx",
        "sheets: [{table: users}]",
        "sheets: [{file: a.csv, columns: {famly name: A}}]",
        "sheets: [{file: a.csv, columns: {course: \"{Class\"}}]",
        "sheets: [{file: a.csv, covers: most}]",
        "fields: {email: {one-of: [a]}}",
        "fields: {track: {type: colour}}",
        "words: {colour: {a: b}}",
        "accept: [{rule: near-twin}]",
        "usernames: {pattern: [a]}",
        "default-role: captain",
        "defaults: {users: {shoe: 43}}",
        "defaults: {groups: {}}",
        "defaults: {users: {country: Portugal}}",
        "defaults: {courses: {starts: soon}}",
        "fields: {berth: {one-of: [A, B]}}\ndefaults: {users: {berth: C}}",
        "words: {berth: {x: A}}",
        "dates: day-first\ndates: ask",
        "emails: {pattern: '{username'}",
        "? [a]\n: b",
        "policy: {users: {removed: yes please}}",
      })
  void everyErrorNamesLineAndColumn(String yaml) {
    assertThatThrownBy(() -> read(yaml))
        .isInstanceOf(SettingsException.class)
        .hasMessageMatching("(?s)roster.yaml, line \\d+, column \\d+: .*");
  }

  @Test
  void aHostileFileEndsInOneLine() throws Exception {
    String bomb =
        "a: &a [x,x,x,x,x,x,x,x,x]\n"
            + "b: &b [*a,*a,*a,*a,*a,*a,*a,*a]\n".repeat(1)
            + "c: &c [*b,*b,*b,*b,*b,*b,*b,*b]\nd: [*c,*c,*c,*c,*c,*c,*c]\n";
    assertThatThrownBy(() -> read(bomb)).isInstanceOf(SettingsException.class);
    assertThatThrownBy(() -> read("[".repeat(5000))).isInstanceOf(SettingsException.class);
    assertThatThrownBy(() -> read("a: " + "x".repeat(2_000_000)))
        .isInstanceOf(SettingsException.class)
        .hasMessageContaining("larger");
    Files.write(folder.resolve("roster.yaml"), new byte[] {(byte) 0xff, (byte) 0xfe, 1, 0});
    assertThatThrownBy(() -> SettingsReader.read(folder.resolve("roster.yaml"), "roster.yaml"))
        .isInstanceOf(SettingsException.class)
        .hasMessageContaining("UTF-8");
  }
}
