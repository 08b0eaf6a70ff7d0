package neatroster.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class KeyIndexTest {
  @Property
  void numbersDistinctTextsInTheirOrder(@ForAll List<String> texts) {
    KeyIndex index = KeyIndex.exact();
    Map<String, Integer> expected = new LinkedHashMap<>();
    for (String text : texts) {
      String cleaned = Cleaning.clean(text);
      assertThat(index.find(text)).isEqualTo(expected.getOrDefault(cleaned, KeyIndex.NONE));
      expected.putIfAbsent(cleaned, expected.size());
      assertThat(index.add(text)).isEqualTo(expected.get(cleaned));
    }
    assertThat(index.size()).isEqualTo(expected.size());
    expected.forEach((text, number) -> assertThat(index.text(number)).isEqualTo(text));
  }

  @Test
  void holdsMoreThanOneChunkOfKeys() {
    KeyIndex index = KeyIndex.caseless();
    for (int i = 0; i < 120_000; i++) {
      assertThat(index.add("Cadet.Number." + i)).isEqualTo(i);
    }
    for (int i = 0; i < 120_000; i += 997) {
      assertThat(index.find("CADET.number." + i)).isEqualTo(i);
      assertThat(index.text(i)).isEqualTo("Cadet.Number." + i);
    }
  }

  @Test
  void caseMattersOnlyInAnExactIndex() {
    KeyIndex exact = KeyIndex.exact();
    KeyIndex caseless = KeyIndex.caseless();
    for (String text : List.of("NAV-2", "Ünal", "Σίγμα")) {
      exact.add(text);
      caseless.add(text);
      String lower = text.toLowerCase(Locale.ROOT);
      assertThat(exact.find(lower)).isEqualTo(KeyIndex.NONE);
      assertThat(caseless.find(lower)).isEqualTo(caseless.find(text)).isNotNegative();
    }
  }

  @Test
  void aKeyLargerThanAnyChunkIsStillAKey() {
    String huge = "x".repeat(3_000_000);
    KeyIndex index = KeyIndex.exact();
    assertThat(index.add(huge)).isZero();
    assertThat(index.add("after")).isEqualTo(1);
    assertThat(index.add(huge)).isZero();
    assertThat(index.find("after")).isEqualTo(1);
  }
}
