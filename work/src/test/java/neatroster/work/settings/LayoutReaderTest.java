package neatroster.work.settings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import neatroster.core.layout.Layout;
import neatroster.core.settings.Settings;
import org.junit.jupiter.api.Test;

/** A slip in a layout is said with its line and column. */
class LayoutReaderTest {
  private static final String START = "files:\n  - row: user\n";
  private static final String COLUMNS =
      "    columns:\n      - {header: A, value: \"{username}\"}\n";

  private static Layout read(String text) throws SettingsException {
    return LayoutReader.read(text, "layouts/slip.yaml", "slip", Settings.standard());
  }

  private static void assertError(String layout, String... says) {
    assertThatThrownBy(() -> read(layout))
        .isInstanceOf(SettingsException.class)
        .hasMessageContaining("layouts/slip.yaml")
        .hasMessageContainingAll(says);
  }

  @Test
  void slips() {
    assertError("files:\n  - row: person\n", "line 2, column 10", "user, course, group");
    assertError("files: []\n", "a layout says its files");
    assertError(START + "    colums: []\n", "line 3, column 5", "is “columns” meant");
    assertError(START + "    separator: ;;\n" + COLUMNS, "line 3", "one character");
    assertError(START + "    encoding: windows-9999\n" + COLUMNS, "line 3", "windows-9999");
    assertError(START + "    dates: day.month\n" + COLUMNS, "line 3", "dd.MM.yyyy");
    assertError(START + "    changes: [enroll]\n" + COLUMNS, "line 3", "is not done to a user");
    assertError(START + "    name: \"../x.csv\"\n" + COLUMNS, "line 3", "without a folder");
    assertError(START + "    name: \"{course}.csv\"\n" + COLUMNS, "line 3", "not of one course");
    assertError(
        START + "    columns:\n      - {header: A, value: \"{username\"}\n",
        "line 4, column 29",
        "a { without a }");
    assertError(
        START
            + COLUMNS
            + "      - {header: \"B{i}\", value: \"{course}\", each: enrollment, most: 2}\n"
            + "      - {header: \"C{i}\", value: \"{role}\", each: enrollment, most: 3}\n",
        "line 6",
        "equally often");
    assertError(START + COLUMNS + "words: {role: {lerner: X}}\n", "line 5", "is “learner” meant");
    assertError("files: {\n", "this is not YAML");
  }

  @Test
  void whatNoFieldHasMayBeAColumnOfTheSheets() throws SettingsException {
    Layout layout =
        read(START + "    columns:\n      - {header: A, value: \"{usrname} {Cost centre}\"}\n");
    assertThat(layout.extras())
        .extracting(extra -> extra.field().name())
        .containsExactly("usrname", "cost centre");
    assertThat(layout.extras().get(0).otherwise())
        .contains("line 4, column 30", "is “username” meant");
  }

  @Test
  void whoIsTakenAwayGoesOnlyWhereItIsSaid() throws SettingsException {
    assertThat(read(START + COLUMNS).files().get(0).changes())
        .extracting(change -> change.word())
        .containsExactlyInAnyOrder("create", "change", "rename");
    assertThat(
            read(START + COLUMNS + "      - {header: B, value: \"{change}\"}\n")
                .files()
                .get(0)
                .changes())
        .hasSize(6);
  }
}
