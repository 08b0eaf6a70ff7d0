package neatroster.core.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class JoinCodeMakerTest {
  @Test
  void codesAreReadableUniqueAndNeverUsedAgain() {
    JoinCodeMaker first = new JoinCodeMaker(new SplittableRandom(7), List.of());
    Set<String> codes = new HashSet<>();
    for (int i = 0; i < 5000; i++) {
      codes.add(first.make());
    }
    assertThat(codes)
        .hasSize(5000)
        .allMatch(
            code -> code.matches("[CDFGHJKLMNPQRTVWXY34679]{3}-[CDFGHJKLMNPQRTVWXY34679]{3}"));
    // The same source of chance draws the same codes again; all of them were given before.
    JoinCodeMaker later =
        new JoinCodeMaker(
            new SplittableRandom(7),
            codes.stream().map(code -> code.toLowerCase(java.util.Locale.ROOT)).toList());
    assertThat(codes).doesNotContain(later.make());
  }
}
