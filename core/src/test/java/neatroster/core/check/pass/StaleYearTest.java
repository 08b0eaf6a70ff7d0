package neatroster.core.check.pass;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.check.CheckInput;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import org.junit.jupiter.api.Test;

/** What is over hangs on the day. */
class StaleYearTest {
  private static final String COURSES =
      """
      code | title | term      | starts
      A-1  | One   | 2025/26   |
      B-1  | Two   | 2025/2026 |
      C-1  | Three | 2026/27   |
      D-1  | Four  | 2026      |
      E-1  | Five  | 2025/26   | 2027-01-11
      F-1  | Six   | 2025      |
      """;

  private static List<Integer> stale(LocalDate today) throws Exception {
    CheckInput checkInput =
        new CheckInput(Settings.standard(), Known.nothing(), Optional.of(today), Optional.empty());
    return Checker.check(Rosters.of(TextSheet.of("courses", COURSES)), checkInput)
        .findings()
        .stream()
        .filter(finding -> finding.rule().text().name().equals("stale-year"))
        .map(finding -> finding.place().row())
        .toList();
  }

  @Test
  void aSchoolYearIsOverWhenTheNextHasBegun() throws Exception {
    assertThat(stale(LocalDate.of(2026, 6, 1))).containsExactly(7);
    assertThat(stale(LocalDate.of(2026, 11, 26))).containsExactly(2, 3, 7);
    assertThat(stale(LocalDate.of(2027, 1, 15))).containsExactly(2, 3, 5, 6, 7);
  }
}
