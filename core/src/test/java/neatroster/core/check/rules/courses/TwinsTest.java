package neatroster.core.check.rules.courses;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Two spellings of one name. */
class TwinsTest {
  @ParameterizedTest
  @CsvSource({
    "Port Watch, port  watch, true",
    "Port Watch, Port-Watch, true",
    "Port Watch, PortWatch, true",
    "École du Quai, Ecole du quai, true",
    "Port Watch, Prot Watch, true",
    "Port Watch, Port Wach, true",
    "Port Watch, Port Watchh, true",
    "Port Watch, Pert Watch, true",
    "Port Watch, Роrt Wаtсh, true",
    "Port Watch, P0rt Watch, true",
    "Port Watch, Fort Watch, false",
    "Port Watch, Starboard Watch, false",
    "Group 1, Group 2, false",
    "Group 1, Group 11, false",
    "Deck A, Deck B, false",
    "Deck II, Deck III, false",
    "Team 2b, Team 2c, false",
    "Cats, Bats, false",
    "Cat, Cats, false",
    "Year 2027, Year 2026, false",
    "Night Watch, Night Watch 2, false",
  })
  void twoSpellingsOfOneNameAreToldFromTwoNames(String one, String other, boolean twins) {
    assertThat(Twins.are(one, other)).isEqualTo(twins);
    assertThat(Twins.are(other, one)).isEqualTo(twins);
    // Whoever looks for twins among many compares only those that have something in common.
    assertThat(twins && new TwinCandidates(List.of(one, other), new Twins(), 0).behind(0).isEmpty())
        .isFalse();
  }
}
