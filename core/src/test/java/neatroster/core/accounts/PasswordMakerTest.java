package neatroster.core.accounts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import neatroster.core.settings.Settings;
import neatroster.core.settings.Settings.PasswordStyle;
import neatroster.core.text.UnwantedWords;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class PasswordMakerTest {
  private static PasswordMaker maker(PasswordStyle style, int length, int minimum, long seed) {
    return new PasswordMaker(
        new Settings.Passwords(style, length, minimum, true, false, ""),
        PasswordWords.all(),
        new SplittableRandom(seed));
  }

  @Property
  void passwordsAreAsLongAsTheSettingsAsk(
      @ForAll @IntRange(min = 1, max = 8) int length,
      @ForAll @IntRange(min = 1, max = 40) int minimum,
      @ForAll long seed) {
    String words = maker(PasswordStyle.WORDS, length, minimum, seed).make();
    assertThat(words.split("-", -1).length).isGreaterThanOrEqualTo(length);
    assertThat(words.length()).isGreaterThanOrEqualTo(minimum);
    assertThat(words.split("-", -1)).doesNotHaveDuplicates();
    String characters = maker(PasswordStyle.CHARACTERS, length, minimum, seed).make();
    assertThat(characters).hasSize(Math.max(length, minimum));
  }

  @Test
  void theStrengthIsThatOfTheChoices() {
    double words = PasswordWords.all().size();
    double choices = words * (words - 1) * (words - 2) * (words - 3);
    assertThat(maker(PasswordStyle.WORDS, 4, 8, 1).bits())
        .isCloseTo(Math.log(choices) / Math.log(2), within(1e-9));
    assertThat(maker(PasswordStyle.CHARACTERS, 12, 8, 1).bits())
        .isCloseTo(12 * Math.log(50) / Math.log(2), within(1e-9));
    assertThat(maker(PasswordStyle.CHARACTERS, 4, 10, 1).bits())
        .isCloseTo(10 * Math.log(50) / Math.log(2), within(1e-9));
    // What everybody knows is no secret.
    assertThat(maker(PasswordStyle.ONE_FOR_ALL, 4, 8, 1).bits()).isZero();
    assertThat(maker(PasswordStyle.NONE, 4, 8, 1).bits()).isZero();
  }

  @Test
  void wordsAreFarFromEachOtherAndFitForChildren() {
    List<String> words = PasswordWords.all();
    UnwantedWords unwanted = new UnwantedWords(List.of());
    assertThat(words).noneMatch(unwanted::isIn);
    Set<String> prefixes = new HashSet<>();
    for (String word : words) {
      // One slip of one letter never makes another word.
      for (int i = 0; i < word.length(); i++) {
        String without = word.substring(0, i) + "*" + word.substring(i + 1);
        assertThat(prefixes.add(without)).as(word + " " + without).isTrue();
      }
    }
  }

  @Test
  void charactersAreDrawnEvenly() {
    PasswordMaker maker = maker(PasswordStyle.CHARACTERS, 64, 8, 11);
    int[] counts = new int[128];
    for (int i = 0; i < 1000; i++) {
      maker.make().chars().forEach(c -> counts[c]++);
    }
    double each = 64_000.0 / ClearCharacters.MIXED.length();
    for (char c : ClearCharacters.MIXED.toCharArray()) {
      assertThat((double) counts[c]).as(String.valueOf(c)).isCloseTo(each, within(each / 4));
    }
  }
}
