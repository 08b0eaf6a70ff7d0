package neatroster.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the judges lean on. */
class HelpersOfJudgesTest {
  @ParameterizedTest
  @CsvSource({
    "+44 20 7946 0123, '', +442079460123",
    "0044 (0)20 7946 0123, '', +442079460123",
    "020 7946 0123, GB, +442079460123",
    "020 7946 0123, '', ''",
    "030 901820, DE, +4930901820",
    "call home, GB, ''",
    "+1 2, '', ''",
  })
  void phoneNumbersAreOneHoweverTheyAreWritten(String written, String region, String e164) {
    assertThat(Phones.e164(written, region).orElse("")).isEqualTo(e164);
  }

  @ParameterizedTest
  @CsvSource({
    "Portugal, PT",
    "DEUTSCHLAND, DE",
    "España, ES",
    "Royaume-Uni, GB",
    "UK, GB",
    "PRT, PT",
    "Portugla, PT",
    "Atlantis, ''",
  })
  void countriesAreKnownByWhatPeopleCallThem(String name, String code) {
    assertThat(Regions.countryCalled(name).orElse("")).isEqualTo(code);
  }

  @ParameterizedTest
  @CsvSource({
    "English, en",
    "deutsch, de",
    "portugiesisch, pt",
    "pt_BR, pt-BR",
    "Englisch, en",
    "Klingon-ish, ''",
  })
  void languagesAreKnownByWhatPeopleCallThem(String name, String tag) {
    assertThat(Regions.languageCalled(name).orElse("")).isEqualTo(tag);
  }

  @ParameterizedTest
  @CsvSource({
    "Lisbon, Europe/Lisbon",
    "new york, America/New_York",
    "europe/berlin, Europe/Berlin",
    "Europe/Berln, Europe/Berlin",
  })
  void timeZonesAreKnownByTheirCity(String name, String zone) {
    assertThat(Regions.timeZoneCalled(name)).contains(zone);
  }

  @Test
  void instructorsAreListedInAnyOfTheUsualWays() {
    assertThat(Instructors.of("ana; bo@pier.example,\n 501 ;;"))
        .containsExactly("ana", "bo@pier.example", "501");
    assertThat(Instructors.of(" ")).isEmpty();
  }

  @Test
  void yesAndNoAreUnderstoodInFiveLanguages() {
    for (String yes : new String[] {"yes", "Sí", "OUI", "ja", "sim", "x", "✓"}) {
      assertThat(YesNo.isYes(yes)).as(yes).isTrue();
    }
    for (String no : new String[] {"no", "non", "Nein", "não", "0", "-"}) {
      assertThat(YesNo.isYes(no)).as(no).isFalse();
      assertThat(YesNo.isEither(no)).as(no).isTrue();
    }
    assertThat(YesNo.isEither("perhaps")).isFalse();
  }
}
