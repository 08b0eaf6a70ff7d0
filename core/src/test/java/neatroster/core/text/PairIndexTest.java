package neatroster.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;

class PairIndexTest {
  @Property
  void remembersTheFirstValueOfEachPair(
      @ForAll @Size(max = 400) java.util.List<@IntRange(max = 40) Integer> numbers) {
    PairIndex index = new PairIndex();
    Map<Long, Integer> expected = new HashMap<>();
    for (int i = 1; i < numbers.size(); i++) {
      int first = numbers.get(i - 1);
      int second = Integer.MAX_VALUE - numbers.get(i);
      Integer before = expected.putIfAbsent((long) first << 32 | second, i);
      assertThat(index.putIfNew(first, second, i))
          .isEqualTo(before == null ? PairIndex.NEW : before);
    }
  }

  @org.junit.jupiter.api.Test
  void growsWithoutForgetting() {
    PairIndex index = new PairIndex();
    for (int i = 0; i < 50_000; i++) {
      assertThat(index.putIfNew(i, i % 7, i)).isEqualTo(PairIndex.NEW);
    }
    for (int i = 0; i < 50_000; i++) {
      assertThat(index.putIfNew(i, i % 7, 0)).isEqualTo(i);
    }
  }
}
