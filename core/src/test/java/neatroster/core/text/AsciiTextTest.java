package neatroster.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import com.ibm.icu.text.Transliterator;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AsciiTextTest {
  private static final Transliterator WHOLE =
      Transliterator.getInstance("Any-Latin; NFD; [:Nonspacing Mark:] Remove; Latin-ASCII");

  @ParameterizedTest
  @CsvSource({
    "Zoë Ångström, Zoe Angstrom",
    "Łucja Wiśniakowska, Lucja Wisniakowska",
    "Þórdís Æðarsdóttir, THordis AEdarsdottir",
    "Weißenfels, Weissenfels",
    "Đorđe, Dorde",
    "Иван, Ivan",
    "李明, li ming",
    "محمد, mhmd",
  })
  void namesOfAnyScriptHaveAsciiLetters(String name, String ascii) {
    assertThat(AsciiText.of(name)).isEqualToIgnoringCase(ascii);
  }

  @ParameterizedTest
  @CsvSource({
    "de, Jörg Größer Ähre, Joerg Groesser Aehre",
    "de-CH, Zürcher, Zuercher",
    "DE_at, Ünal, Uenal",
    "sv, Åse Öberg, Ase Oberg",
    "da, Åse Sørensen, Aase Soerensen",
    "no, Ærø Ås, AEroe Aas",
    "nn, Bø, Boe",
    "tr, Işıl Ünlü, Isil Unlu",
    "ru, Юлия Щукина, Yuliya Shchukina",
    "bg, Щерю, Shteryu",
    "sr, Љиљана, Ljiljana",
    "el, Μπάμπης, Bampis",
    "zh, 曾, zeng",
    "ru, Anna, Anna",
    "xx, Größer, Grosser",
    "'', Größer, Grosser",
  })
  void languagesHaveHabitsOfTheirOwn(String language, String name, String ascii) {
    assertThat(AsciiText.of(name, language).strip()).isEqualToIgnoringCase(ascii);
  }

  @Property
  void theShortWayIsTheLongOne(
      @ForAll @CharRange(from = '\u00c0', to = '\u017f') @StringLength(max = 8) String name) {
    if (AsciiText.isEuropean(name)) {
      assertThat(AsciiText.of(name)).isEqualToIgnoringCase(WHOLE.transliterate(name));
    }
  }

  @Property
  void whatComesOutIsAlwaysAscii(@ForAll @StringLength(max = 12) String any) {
    assertThat(AsciiText.of(any).chars()).allMatch(c -> c < 0x80);
  }
}
