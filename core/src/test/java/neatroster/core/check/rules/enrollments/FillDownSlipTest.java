package neatroster.core.check.rules.enrollments;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Codes that count upwards. */
class FillDownSlipTest {
  @ParameterizedTest
  @CsvSource({
    "NAV-2, NAV-3, true",
    "NAV-9, NAV-10, true",
    "NAV-09, NAV-10, true",
    "A007, A008, true",
    "NAV-2, NAV-2, false",
    "NAV-3, NAV-2, false",
    "NAV-2, RAD-3, false",
    "NAV-2, NAV-4, false",
    "NAV, NAV1, false",
    "17, 18, true",
    "99, 100, true",
    "NAV-2a, NAV-3a, false",
  })
  void aCodeCountsUpwardsByOne(String before, String after, boolean next) {
    assertThat(FillDownSlip.isNext(before, after)).isEqualTo(next);
  }
}
