package neatroster.core.pattern;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PatternTest {
  private static final Map<String, String> ZOE =
      Map.of(
          "given", "Zoë Marie",
          "family", "O'Rourke-Ångström",
          "birth date", "3.4.2011",
          "id", "017");

  @ParameterizedTest
  @CsvSource({
    "{given:1}{family}, zorourke-angstrom",
    "{family:8}.{given}, orourke-.zoemarie",
    "{given|upper:1}, ''",
    "{given:1|upper}{family:3|title}, ZOro",
    "{birth date|yyyy}{id}, 2011017",
    "{birth date|ddMM}, 0304",
    "{middle|or x}{n:3}, x007",
    "{{{id}}}, {017}",
    "{Given:3}{birthDate|yy}, zoe11",
  })
  void fillsItsSlots(String pattern, String filled) throws PatternException {
    if (filled.isEmpty()) {
      assertThatThrownBy(() -> Pattern.parse(pattern, Pattern.userValues()))
          .isInstanceOf(PatternException.class);
      return;
    }
    assertThat(Pattern.parse(pattern, Pattern.userValues()).fill(ZOE, 7, 0)).isEqualTo(filled);
  }

  @ParameterizedTest
  @CsvSource({
    "{given:1}{famly}, 11, family",
    "a{given, 2, {{",
    "a}b, 2, }}",
    "{given|uper}, 8, upper",
    "{given:0}, 8, 1 to 99",
  })
  void saysWhereItIsWrong(String pattern, int position, String hint) {
    assertThatThrownBy(() -> Pattern.parse(pattern, Pattern.userValues()))
        .isInstanceOfSatisfying(
            PatternException.class,
            e -> {
              assertThat(e.position()).isEqualTo(position);
              assertThat(e).hasMessageContaining(hint);
            });
  }

  private static final RandomSource CHANCE =
      new RandomSource() {
        @Override
        public String word() {
          return "Gull";
        }

        @Override
        public String characters(int count) {
          return "x7k4m9".substring(0, count);
        }
      };

  @ParameterizedTest
  @CsvSource({
    "{word}-{random:3}, gull-x7k",
    "{random}, x7k4",
    "{word:2}{n:2}, gu07",
    "{word|upper}{random:1}, GULLx",
  })
  void someSlotsAreLeftToChance(String text, String filled) throws PatternException {
    Pattern pattern = Pattern.parse(text, Pattern.userValues());
    assertThat(pattern.isLeftToChance()).isTrue();
    assertThat(pattern.fill(ZOE, 7, 0, CHANCE)).isEqualTo(filled);
    assertThat(pattern.fits(filled, ZOE)).isTrue();
    assertThat(pattern.fits("zoë", ZOE)).isFalse();
  }

  @Test
  void chanceIsNeverLengthened() throws PatternException {
    Pattern pattern = Pattern.parse("{random:2}{family:1}", Pattern.userValues());
    assertThat(pattern.spare(ZOE)).isEqualTo("orourke-angstrom".length() - 1);
    assertThat(pattern.fill(ZOE, 0, 2, CHANCE)).isEqualTo("x7oro");
  }

  @Test
  void fieldsOfTheSchoolsOwnMayBeNamed() throws PatternException {
    OwnField berth =
        new OwnField("Berth", Table.USERS, OwnField.Type.TEXT, List.of(), false, false, "");
    assertThat(
            Pattern.parse("b{berth}", Pattern.userValues(List.of(berth)))
                .fill(Map.of("berth", "12 A"), 0, 0))
        .isEqualTo("b12a");
    OwnField ofCourses =
        new OwnField("deck", Table.COURSES, OwnField.Type.TEXT, List.of(), false, false, "");
    assertThatThrownBy(() -> Pattern.parse("{deck}", Pattern.userValues(List.of(ofCourses))))
        .isInstanceOf(PatternException.class);
  }
}
