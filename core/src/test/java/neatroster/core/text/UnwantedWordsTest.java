package neatroster.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class UnwantedWordsTest {
  private final UnwantedWords words = new UnwantedWords(List.of("Barnacle", "  ", "Büx"));

  @ParameterizedTest
  @ValueSource(
      strings = {
        "essex",
        "scunthorpe.hotel",
        "dickens",
        "hancock",
        "cockburn",
        "cassidy",
        "titus",
        "mikeass",
        "swank",
        "thurer",
        "saputa",
        "button"
      })
  void peoplesNamesAreLeftAlone(String username) {
    assertThat(words.isIn(username)).isEqualTo(username.startsWith("scunthorpe"));
  }

  @Property
  void signsAndDigitsHideNothing(@ForAll @IntRange(min = 0, max = 8) int at) {
    String hidden = "barnacle".substring(0, at) + "._-7" + "barnacle".substring(at);
    assertThat(words.isIn(hidden)).isTrue();
    assertThat(words.isIn(hidden.toUpperCase(java.util.Locale.ROOT))).isTrue();
  }
}
