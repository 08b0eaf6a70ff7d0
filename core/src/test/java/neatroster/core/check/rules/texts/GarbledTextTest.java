package neatroster.core.check.rules.texts;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Texts read in a wrong encoding. */
class GarbledTextTest {
  @ParameterizedTest
  @CsvSource({
    "MÃ¼ller, Müller",
    "FranÃ§ois, François",
    "ZoÃ«, Zoë",
    "Å‚ucja, łucja",
    "MÃƒÂ¼ller, Müller",
    "Müller, ''",
    "Ångström, ''",
    "Ñuñez, ''",
    "Marlowe, ''",
  })
  void textThatWasReadInTheWrongEncodingIsReadAgain(String garbled, String right) {
    assertThat(GarbledText.mended(garbled).orElse("")).isEqualTo(right);
  }
}
