package neatroster.sheets;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Names in the encodings of three decades; a few lines must do to tell which it is. */
class OldEncodingsTest {
  private static final List<String> NAMES =
      List.of(
          "Lucía,Núñez José,Peña Inés,Ibáñez Begoña,Rúa",
          "Zoé,Lefèvre Chloé,Garçon François,Hélène Noël,Hébert",
          "Jürgen,Groß Käthe,Müller Jörg,Weiß Änne,Köhler",
          "João,Gonçalves Inês,Conceição Mário,Guimarães",
          "Łukasz,Wiśniewski Małgorzata,Żak Bożena,Dąbrowska",
          "Jiří,Nováček Zdeněk,Dvořák Lenka,Šťastná",
          "Žygimantas,Šimkus Rūta,Kučinskė Ąžuolas,Jonaitis",
          "Åsa,Sjöström Björn,Östberg Göran,Ångström",
          "Őrs,Kovács Győző,Szőke Zsófia,Tóth Ágnes,Hegedűs",
          "JÜRGEN,MÜLLER ZOÉ,LEFÈVRE JOSÉ,PEÑA");

  static Stream<Arguments> namesInEncodings() {
    List<Arguments> all = new ArrayList<>();
    for (String encoding :
        List.of(
            "windows-1252",
            "windows-1250",
            "windows-1257",
            "IBM437",
            "IBM850",
            "IBM852",
            "x-MacRoman",
            "ISO-8859-2")) {
      for (String names : NAMES) {
        boolean western = encoding.endsWith("1252") || !names.contains("ž");
        // In IBM852 a Hungarian list is as likely to be another.
        boolean told = !(encoding.equals("IBM852") && names.contains("ő"));
        if (western && told && Charset.forName(encoding).newEncoder().canEncode(names)) {
          all.add(Arguments.of(encoding, names));
        }
      }
    }
    return all.stream();
  }

  private static String read(byte[] bytes) throws Exception {
    StringBuilder text = new StringBuilder();
    try (TextReader reader = new TextReader(new ByteArrayInputStream(bytes), null, told -> {})) {
      char[] some = new char[7];
      for (int read = reader.read(some, 0, 7); read >= 0; read = reader.read(some, 0, 7)) {
        text.append(some, 0, read);
      }
    }
    return text.toString();
  }

  @ParameterizedTest
  @MethodSource("namesInEncodings")
  void namesComeOutAsTheyWere(String encoding, String names) throws Exception {
    String text = "given name,family name\r\n" + names.replace(" ", "\r\n") + "\r\n";
    assertThat(read(text.getBytes(Charset.forName(encoding)))).isEqualTo(text);
  }

  @ParameterizedTest
  @CsvSource({
    "IBM850, Zoé Lefèvre",
    "IBM437, Ibáñez Inés",
    "windows-1250, Jiří Novák",
    "windows-1252, Noël Hébert",
    "windows-1252, Ana Conceição",
  })
  void oneNameWithAnAccentIsEnough(String encoding, String name) throws Exception {
    String text = "Ada Marlin\n" + name + "\nBo Finch\n";
    assertThat(read(text.getBytes(Charset.forName(encoding)))).isEqualTo(text);
  }

  @Test
  void theEncodingShowsAtTheFirstLetterThatIsNoAsciiWhereverItIs() throws Exception {
    String text = "Ada,Marlin\n".repeat(20_000) + "Zoé,Lefèvre\n" + "Bo,Finch\n".repeat(40_000);
    assertThat(read(text.getBytes(Charset.forName("IBM850")))).isEqualTo(text);
    assertThat(read(text.getBytes(StandardCharsets.UTF_8))).isEqualTo(text);
  }

  @Test
  void oneOddByteDoesNotMakeUtf8AnotherEncoding() {
    byte[] text = "Zoë,Müller\nChloé,Garçon\nAda,M.rlin\n".getBytes(StandardCharsets.UTF_8);
    text[text.length - 7] = (byte) 0xE9;
    assertThat(TextEncoding.of(text).charset()).isEqualTo(StandardCharsets.UTF_8);
  }

  @Test
  void whereTwoReadingsAreNearBothAreShown() {
    byte[] text = "Győző,Kovács\nErzsébet,Szűcs\n".getBytes(Charset.forName("windows-1250"));
    TextEncoding told = TextEncoding.of(text);
    assertThat(told.doubt()).isNotNull();
    assertThat(List.of(told.doubt().here(), told.doubt().there())).contains("Győző");
    byte[] clear = "Müller\nGroß\nKäthe\nJörg\n".getBytes(Charset.forName("windows-1252"));
    assertThat(TextEncoding.of(clear).doubt()).isNull();
  }

  @ParameterizedTest
  @CsvSource({"UTF-16LE, 0", "UTF-16BE, 0", "UTF-32LE, 0", "UTF-32BE, 0", "UTF-32, 0"})
  void wideLettersAreToldWithoutAMark(String encoding, int mark) {
    byte[] text = "nome;apelido\nJoão;Conceição\n".getBytes(Charset.forName(encoding));
    TextEncoding told = TextEncoding.byMark(text).orElseThrow();
    assertThat(new String(text, told.charset())).isEqualTo("nome;apelido\nJoão;Conceição\n");
    assertThat(told.markLength()).isEqualTo(mark);
  }

  /** Ten names of each country tell the encoding: in others they begin no names. */
  @ParameterizedTest
  @CsvSource({
    "GBK, 王小明 李娜 张伟 刘洋 陈静 杨勇 赵敏 黄磊 周杰 吴芳",
    "Big5, 王小明 李娜 張偉 劉洋 陳靜 楊勇 趙敏 黃磊 周杰 吳芳",
    "EUC-KR, 김민준 이서연 박지훈 최수빈 정우진 강지민 조현우 윤서아 장도윤 임하은",
    "Shift_JIS, 佐藤健 鈴木愛 高橋翔 田中美咲 伊藤大輔 渡辺さくら 山本拓也 中村陽子 小林誠 加藤恵",
    "EUC-JP, 佐藤健 鈴木愛 高橋翔 田中美咲 伊藤大輔 渡辺さくら 山本拓也 中村陽子 小林誠 加藤恵",
    "KOI8-R, Иван Ольга Алексей Мария Дмитрий Елена Сергей Анна Павел Наталья"
  })
  void namesOfOtherScripts(String encoding, String names) throws Exception {
    String text = "name\n" + names.replace(' ', '\n') + "\n";
    assertThat(read(text.getBytes(Charset.forName(encoding)))).isEqualTo(text);
  }
}
