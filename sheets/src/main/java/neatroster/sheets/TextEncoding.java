package neatroster.sheets;

import com.ibm.icu.text.CharsetDetector;
import com.ibm.icu.text.CharsetMatch;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;

/**
 * How a text file's letters are written down.
 *
 * @param charset the encoding
 * @param markLength how many bytes of byte order mark come first
 */
record TextEncoding(Charset charset, int markLength) {
  private static final int BLOCK = 1 << 16;
  private static final int SAMPLE = 1 << 18;

  /**
   * What record systems and spreadsheet programs write; a guess outside of these is more often
   * wrong than right.
   */
  private static final Set<String> USUAL =
      Set.of(
          "windows-1250",
          "windows-1251",
          "windows-1252",
          "windows-1253",
          "windows-1254",
          "windows-1255",
          "windows-1256",
          "ISO-8859-2",
          "ISO-8859-5",
          "ISO-8859-7",
          "ISO-8859-8",
          "ISO-8859-9",
          "KOI8-R",
          "Shift_JIS",
          "GB18030",
          "Big5",
          "EUC-JP",
          "EUC-KR");

  /** Those of languages written in Latin letters. */
  private static final Set<String> LATIN =
      Set.of("windows-1250", "windows-1252", "windows-1254", "ISO-8859-2", "ISO-8859-9");

  private static final String TURKISH = "\u00d0\u00dd\u00de\u00f0\u00fd\u00fe";

  /** Encodings whose letters are the same in a Windows encoding that has more of them. */
  private static final Map<String, String> WIDER =
      Map.of(
          "ISO-8859-1", "windows-1252",
          "ISO-8859-9", "windows-1254",
          "ISO-8859-8", "windows-1255",
          "ISO-8859-8-I", "windows-1255",
          "ISO-8859-7", "windows-1253",
          "ISO-8859-6", "windows-1256");

  /**
   * Tells a file's encoding by its marks, else by whether it is valid UTF-8, else by which 8-bit
   * encoding makes the likeliest letters of it.
   */
  static TextEncoding of(Path path, byte[] head) throws IOException {
    if (startsWith(head, 0xEF, 0xBB, 0xBF)) {
      return new TextEncoding(StandardCharsets.UTF_8, 3);
    }
    if (startsWith(head, 0xFF, 0xFE)) {
      return new TextEncoding(StandardCharsets.UTF_16LE, 2);
    }
    if (startsWith(head, 0xFE, 0xFF)) {
      return new TextEncoding(StandardCharsets.UTF_16BE, 2);
    }
    Charset wide = wide(head);
    if (wide != null) {
      return new TextEncoding(wide, 0);
    }
    byte[] sample = fromFirstLetterBeyondAscii(path);
    return new TextEncoding(isUtf8(sample) ? StandardCharsets.UTF_8 : guess(sample), 0);
  }

  /** UTF-16 without a mark: in text of our kind every other byte is 0. */
  private static Charset wide(byte[] head) {
    int even = 0;
    int odd = 0;
    int length = Math.min(head.length, 2000) & ~1;
    for (int i = 0; i < length; i += 2) {
      even += head[i] == 0 ? 1 : 0;
      odd += head[i + 1] == 0 ? 1 : 0;
    }
    int pairs = length / 2;
    if (pairs >= 4 && odd > pairs / 2 && even == 0) {
      return StandardCharsets.UTF_16LE;
    }
    return pairs >= 4 && even > pairs / 2 && odd == 0 ? StandardCharsets.UTF_16BE : null;
  }

  private static boolean startsWith(byte[] head, int... mark) {
    for (int i = 0; i < mark.length; i++) {
      if (head.length <= i || (head[i] & 0xff) != mark[i]) {
        return false;
      }
    }
    return true;
  }

  /**
   * Some of the file from the line on that has its first byte above 127; nothing where it is all
   * ASCII.
   */
  private static byte[] fromFirstLetterBeyondAscii(Path path) throws IOException {
    ByteArrayOutputStream sample = new ByteArrayOutputStream();
    byte[] block = new byte[BLOCK];
    try (InputStream in = Files.newInputStream(path)) {
      for (int read = in.readNBytes(block, 0, BLOCK);
          read > 0;
          read = in.readNBytes(block, 0, BLOCK)) {
        if (sample.size() > 0) {
          sample.write(block, 0, read);
          if (sample.size() >= SAMPLE) {
            break;
          }
        } else {
          int first = firstBeyondAscii(block, read);
          if (first < read) {
            sample.write(block, Math.max(0, first - 200), read - Math.max(0, first - 200));
          }
        }
      }
    }
    return sample.toByteArray();
  }

  private static int firstBeyondAscii(byte[] block, int length) {
    ByteBuffer bytes = ByteBuffer.wrap(block, 0, length);
    int i = 0;
    while (i + 8 <= length && (bytes.getLong(i) & 0x8080808080808080L) == 0) {
      i += 8;
    }
    while (i < length && block[i] >= 0) {
      i++;
    }
    return i;
  }

  private static boolean isUtf8(byte[] sample) {
    CharsetDecoder decoder =
        StandardCharsets.UTF_8
            .newDecoder()
            .onMalformedInput(CodingErrorAction.REPORT)
            .onUnmappableCharacter(CodingErrorAction.REPORT);
    CharBuffer letters = CharBuffer.allocate(sample.length + 1);
    // The sample may end inside a letter: that is no error, so the end of input is not announced.
    CoderResult result = decoder.decode(ByteBuffer.wrap(sample), letters, false);
    return !result.isError();
  }

  private static Charset guess(byte[] sample) {
    boolean latin = isMostlyLatin(sample);
    CharsetDetector detector = new CharsetDetector();
    detector.setText(sample);
    for (CharsetMatch match : detector.detectAll()) {
      String name = WIDER.getOrDefault(match.getName(), match.getName());
      if (USUAL.contains(name) && LATIN.contains(name) == latin && Charset.isSupported(name)) {
        boolean turkish = name.equals("windows-1254");
        return Charset.forName(turkish && !hasTurkishLetters(sample) ? "windows-1252" : name);
      }
    }
    return Charset.forName(latin ? "windows-1252" : "windows-1251");
  }

  /**
   * Whether the words that have a byte above 127 have mostly others: a few accents among plain
   * letters are a language written in Latin letters, words wholly above 127 are none.
   */
  private static boolean isMostlyLatin(byte[] sample) {
    int high = 0;
    int plain = 0;
    int plainOfWord = 0;
    int highOfWord = 0;
    for (byte b : sample) {
      boolean letter = (b >= 'a' && b <= 'z') || (b >= 'A' && b <= 'Z');
      if (b < 0) {
        highOfWord++;
      } else if (letter) {
        plainOfWord++;
      } else {
        high += highOfWord;
        plain += highOfWord > 0 ? plainOfWord : 0;
        highOfWord = 0;
        plainOfWord = 0;
      }
    }
    return high + highOfWord <= plain + plainOfWord;
  }

  /** The letters in which Turkish differs from the western languages, in windows-1254. */
  private static boolean hasTurkishLetters(byte[] sample) {
    for (byte b : sample) {
      if (TURKISH.indexOf(b & 0xff) >= 0) {
        return true;
      }
    }
    return false;
  }
}
