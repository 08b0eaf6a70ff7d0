package neatroster.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NearestTest {
  private static KeyIndex courses(int extra) {
    KeyIndex index = KeyIndex.exact();
    for (String code : new String[] {"NAV-1", "NAV-2", "KNOT-1", "RAD-1", "Port Watch"}) {
      index.add(code);
    }
    for (int i = 0; i < extra; i++) {
      index.add("ZZZZ" + i * 7 + "QQ");
    }
    return index;
  }

  @ParameterizedTest
  @CsvSource({
    "NAV-22, NAV-2",
    "NAV2, NAV-2",
    "RADD-1, RAD-1",
    "NKOT-1, KNOT-1",
    "Prot Watch, Port Watch",
  })
  void findsWhatOneSlipMadeWrongInSmallAndLargeSets(String wrong, String meant) {
    assertThat(Nearest.among(wrong, courses(0))).containsExactly(meant);
    assertThat(Nearest.among(wrong, courses(5000))).containsExactly(meant);
  }

  @Test
  void namesEveryOneThatIsEquallyNear() {
    assertThat(Nearest.among("NAV-3", courses(0))).containsExactly("NAV-1", "NAV-2");
  }

  @Test
  void saysNothingWhereNothingIsNear() {
    assertThat(Nearest.among("Astronomy", courses(0))).isEmpty();
    assertThat(Nearest.among("X", courses(0))).isEmpty();
  }

  @Test
  void looksOnlyBelowThePrefix() {
    KeyIndex groups = KeyIndex.exact();
    groups.add("1:Port Watch");
    groups.add("2:Starboard Watch");
    assertThat(Nearest.among("Port Wach", groups, "1:")).containsExactly("Port Watch");
    assertThat(Nearest.among("Port Wach", groups, "2:")).isEmpty();
  }
}
