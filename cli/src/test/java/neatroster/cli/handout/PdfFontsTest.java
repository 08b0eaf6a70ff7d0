package neatroster.cli.handout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.stream.Collectors;
import neatroster.cli.handout.PdfFonts.Piece;
import neatroster.cli.handout.PdfFonts.Style;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PdfFontsTest {
  private final PdfFonts fonts = new PdfFonts();

  private String seen(String text) {
    return fonts.pieces(text, Style.PLAIN).stream()
        .map(piece -> fontOf(piece) + "“" + piece.text() + "”")
        .collect(Collectors.joining(" "));
  }

  private static String fontOf(Piece piece) {
    return piece.font().getPostscriptFontName().replaceAll("^NotoSans|-?Regular$", "");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Zoë Vandermeer",
        "Łucja Wiśniakowska",
        "Nguyễn Thuỳ Triều",
        "Анна Корабельникова",
        "Ελένη Θαλασσινού",
        "محمد البحراني",
        "שרה לוי",
        "अनन्या समुद्रे",
        "শ্রীময়ী কৃষ্ণ",
        "ਗੁਰਪ੍ਰੀਤ ਸਿੰਘ",
        "કૃષ્ણ પટેલ",
        "ଶ୍ରୀ କୃଷ୍ଣ",
        "கிருஷ்ணன் முருகன்",
        "కృష్ణ రావు",
        "ಕೃಷ್ಣ ರಾವ್",
        "കൃഷ്ണൻ നായർ",
        "ක්‍රිෂ්ණා",
        "กานต์ วงศ์สุวรรณ",
        "ສົມຈິດ",
        "សុខា ចាន់",
        "မောင်အောင်",
        "ნინო ბერიძე",
        "Նարե Սարգսյան",
        "አበበ ተስፋዬ",
        "欧阳小龙",
        "船越さくら",
        "カタカナ",
        "김민준",
        "ㄅㄆㄇ"
      })
  void everyScriptHasItsLetters(String name) {
    assertThat(fonts.pieces(name, Style.BOLD)).isNotEmpty();
    assertThat(fonts.isLacking()).as(name).isFalse();
    assertThat(fonts.width(name, Style.PLAIN, 12)).isPositive();
  }

  @Test
  void whatNoFontHasIsSaid() {
    fonts.pieces("Ana 𓀀", Style.PLAIN);
    assertThat(fonts.isLacking()).isTrue();
  }

  @Test
  void piecesComeInTheOrderInWhichTheyAreSeen() {
    assertThat(seen("Ana Marlowe")).isEqualTo("“Ana Marlowe”");
    assertThat(seen("Ali محمد Reed")).isEqualTo("“Ali ” Arabic“محمد” “ Reed”");
    // In a name that begins on the right what comes first is seen last.
    assertThat(seen("محمد Ali")).isEqualTo("“Ali” Arabic“محمد ”");
    assertThat(seen("欧阳 Ana")).isEqualTo("DroidSansFallback“欧阳 ” “Ana”");
  }

  @Test
  void aNameInTwoScriptsIsAsWideAsItsParts() {
    float both = fonts.width("Ana欧阳", Style.PLAIN, 20);
    float parts = fonts.width("Ana", Style.PLAIN, 20) + fonts.width("欧阳", Style.PLAIN, 20);
    assertThat(both).isCloseTo(parts, within(0.2f));
    assertThat(fonts.width("Ana", Style.PLAIN, 40))
        .isCloseTo(2 * fonts.width("Ana", Style.PLAIN, 20), within(0.1f));
    assertThat(fonts.width("", Style.PLAIN, 20)).isZero();
  }

  @Test
  void lettersOfAPasswordAreAllEquallyWide() {
    List<Float> widths =
        "il1O0wm-"
            .chars()
            .mapToObj(c -> fonts.width(String.valueOf((char) c), Style.MONO, 10))
            .toList();
    assertThat(widths)
        .allSatisfy(width -> assertThat(width).isCloseTo(widths.get(0), within(0.01f)));
  }
}
