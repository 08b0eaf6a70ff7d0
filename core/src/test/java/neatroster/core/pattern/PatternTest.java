package neatroster.core.pattern;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Map;
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
}
