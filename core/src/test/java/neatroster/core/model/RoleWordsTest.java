package neatroster.core.model;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class RoleWordsTest {
  private final RoleWords words = new RoleWords(Map.of("learner", List.of("Cadet", "Élève")));

  @Test
  void caseAndStraySpacesMakeNoDifference() {
    assertThat(words.role("cadet")).contains("learner");
    assertThat(words.role(" CADET ")).contains("learner");
    assertThat(words.role("élève")).contains("learner");
    assertThat(words.role("dozentin")).contains("instructor");
    assertThat(words.role("boss")).isEmpty();
  }

  /** Two rules ask at once in a large roster: a role must not be unknown to one of them by that. */
  @Test
  void severalThreadsMayAsk() {
    List<String> asked = List.of("learner", "instructor", "Cadet", "assistant", "Koordinatorin");
    long unknown =
        IntStream.range(0, 400_000)
            .parallel()
            .filter(i -> words.number(asked.get(i % asked.size())) == RoleWords.NONE)
            .count();
    assertThat(unknown).isZero();
  }
}
