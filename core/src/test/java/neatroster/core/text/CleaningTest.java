package neatroster.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CleaningTest {
  @ParameterizedTest
  @CsvSource(
      quoteCharacter = '"',
      value = {
        "\" Port Watch\", \"Port Watch\"",
        "\"Port  Watch\u00a0\", \"Port Watch\"",
        "\"Port\u200bWatch\", \"PortWatch\"",
        "\"Zoe\u0308\", \"Zoë\"",
        "\"Port\n Watch\t\", \"Port Watch\"",
        "\"می\u200cخواهم\", \"می\u200cخواهم\"",
      })
  void takesOutWhatNobodyMeantToType(String typed, String meant) {
    assertThat(Cleaning.clean(typed)).isEqualTo(meant);
  }

  @Property
  void cleaningTwiceChangesNothingMore(@ForAll String text) {
    String once = Cleaning.clean(text);
    assertThat(Cleaning.clean(once)).isEqualTo(once);
    assertThat(Cleaning.isClean(once)).isTrue();
    assertThat(Cleaning.isClean(text)).isEqualTo(once.equals(text));
  }
}
