package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import neatroster.core.text.RowBlock;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class FoldedTextFilterTest {
  @Property
  void whatWasAddedIsFoundAsItIsWritten(@ForAll("cells") String written) {
    FoldedTextFilter whole = new FoldedTextFilter();
    whole.add(ColumnSample.fold(written));
    assertThat(whole.mayHave(block(written), 0)).isTrue();
    for (String word : ReferenceTargets.nameKey(written).split(" ", -1)) {
      FoldedTextFilter words = new FoldedTextFilter();
      words.add(word);
      assertThat(
              ReferenceTargets.nameKey(written).isEmpty() || words.mayHaveWord(block(written), 0))
          .isTrue();
    }
  }

  @Test
  void whatWasNotAddedIsNot() {
    FoldedTextFilter filter = new FoldedTextFilter();
    filter.add("lund");
    filter.add("17");
    assertThat(filter.mayHave(block("Lünd"), 0)).isTrue();
    assertThat(filter.mayHave(block("0017"), 0)).isTrue();
    assertThat(filter.mayHave(block("Łünd"), 0)).isFalse();
    assertThat(filter.mayHaveWord(block("Quay, Tom"), 0)).isFalse();
    assertThat(filter.mayHaveWord(block("1.Lund"), 0)).isTrue();
    assertThat(filter.mayHaveWord(block("Żak Ánna"), 0)).isFalse();
  }

  @Provide
  Arbitrary<String> cells() {
    Arbitrary<Character> letters =
        Arbitraries.oneOf(
            Arbitraries.chars().range(' ', '\u0530'),
            Arbitraries.chars().range('a', 'z'),
            Arbitraries.of(' ', ',', '-', '\'', 'Σ', 'ß', 'İ', '船', '\u0301', '\u00a0'));
    return letters
        .list()
        .ofMaxSize(24)
        .map(
            list -> {
              StringBuilder text = new StringBuilder();
              list.forEach(text::append);
              return text.toString();
            });
  }

  private static RowBlock block(String cell) {
    byte[] text = cell.getBytes(StandardCharsets.UTF_8);
    RowBlock block = new RowBlock();
    block.begin(Arrays.copyOf(text, text.length + RowBlock.BEHIND), 1);
    block.cell(0, text.length);
    block.endRow();
    block.end();
    return block;
  }
}
