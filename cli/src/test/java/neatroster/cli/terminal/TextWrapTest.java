package neatroster.cli.terminal;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.AlphaChars;
import net.jqwik.api.constraints.Chars;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;

class TextWrapTest {
  @Test
  void aLineIsBrokenBetweenWordsAndSetInAsItWas() {
    assertThat(TextWrap.shown("  note one two three", 12))
        .containsExactly("  note one", "    two", "    three");
    assertThat(TextWrap.shown("\u001b[1;31merror\u001b[0m", 5))
        .containsExactly("\u001b[1;31merror\u001b[0m");
  }

  @Property
  void noWordIsLostAndNoLineIsTooLong(
      @ForAll @AlphaChars @Chars(' ') @StringLength(max = 200) String text,
      @ForAll @IntRange(min = 40, max = 80) int width) {
    String shown = String.join(" ", TextWrap.shown(text, width));
    assertThat(shown.replaceAll("\\s+", " ").strip())
        .isEqualTo(text.replaceAll("\\s+", " ").strip());
    for (String line : TextWrap.shown(text, width)) {
      assertThat(line.length() <= width || line.strip().indexOf(' ') < 0).as(line).isTrue();
    }
  }
}
