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
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.grid.FileFacts;
import neatroster.core.text.LetterLikelihood;

/**
 * How a text file's letters are written down.
 *
 * @param charset the encoding
 * @param markLength how many bytes of byte order mark come first
 * @param doubt another reading that is nearly as likely, or null
 */
record TextEncoding(Charset charset, int markLength, FileFacts.Doubt doubt) {
  private static final int BLOCK = 1 << 16;
  static final int SAMPLE = 1 << 18;
  private static final int JUDGED = 1 << 16;

  private static Map<String, Integer> latin() {
    Map<String, Integer> latin = new LinkedHashMap<>();
    latin.put("windows-1252", 0);
    latin.put("windows-1250", 2);
    latin.put("IBM850", 3);
    latin.put("x-MacRoman", 4);
    latin.put("windows-1254", 4);
    latin.put("windows-1257", 4);
    latin.put("IBM437", 5);
    latin.put("IBM852", 5);
    latin.put("ISO-8859-2", 6);
    latin.put("x-MacCentralEurope", 14);
    return latin;
  }

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

  /** Those in which a wrong reading makes letters of every text. */
  private static final Set<String> OF_MANY_BYTES =
      Set.of("Shift_JIS", "GB18030", "Big5", "EUC-JP", "EUC-KR");

  /** Those of languages written in Latin letters, each with how much rarer than the first. */
  private static final Map<String, Integer> LATIN = latin();

  /** Another reading is doubted where it is not so much less likely. */
  private static final int CLEAR = 5;

  private static final double CLEARLY_MORE = 1.15;

  /** Encodings whose letters are the same in a Windows encoding that has more of them. */
  private static final Map<String, String> WIDER =
      Map.of(
          "ISO-8859-1", "windows-1252",
          "ISO-8859-9", "windows-1254",
          "ISO-8859-8", "windows-1255",
          "ISO-8859-8-I", "windows-1255",
          "ISO-8859-7", "windows-1253",
          "ISO-8859-6", "windows-1256");

  TextEncoding(Charset charset, int markLength) {
    this(charset, markLength, null);
  }

  /** Tells a file's encoding as {@link #byMark} does, else by its first bytes above 127. */
  static TextEncoding of(Path path, byte[] head) throws IOException {
    Optional<TextEncoding> marked = byMark(head);
    return marked.isPresent() ? marked.get() : of(fromFirstLetterBeyondAscii(path));
  }

  /** The encoding that a byte order mark or bytes of nought between the letters tell. */
  static Optional<TextEncoding> byMark(byte[] head) {
    if (startsWith(head, 0xEF, 0xBB, 0xBF)) {
      return Optional.of(new TextEncoding(StandardCharsets.UTF_8, 3));
    }
    if (startsWith(head, 0xFF, 0xFE, 0, 0)) {
      return Optional.of(new TextEncoding(Charset.forName("UTF-32LE"), 4));
    }
    if (startsWith(head, 0, 0, 0xFE, 0xFF)) {
      return Optional.of(new TextEncoding(Charset.forName("UTF-32BE"), 4));
    }
    if (startsWith(head, 0xFF, 0xFE)) {
      return Optional.of(new TextEncoding(StandardCharsets.UTF_16LE, 2));
    }
    if (startsWith(head, 0xFE, 0xFF)) {
      return Optional.of(new TextEncoding(StandardCharsets.UTF_16BE, 2));
    }
    return Optional.ofNullable(wide(head)).map(charset -> new TextEncoding(charset, 0));
  }

  /** The encoding of a text without a mark: UTF-8 if it is valid but for a slip, else a guess. */
  static TextEncoding of(byte[] sample) {
    return isUtf8(sample) ? new TextEncoding(StandardCharsets.UTF_8, 0) : guess(sample);
  }

  /**
   * UTF-16 or UTF-32 without a mark: in text of our kind every other byte is 0, or three of four.
   */
  private static Charset wide(byte[] head) {
    int[] noughts = new int[4];
    int length = Math.min(head.length, 2000) & ~3;
    for (int i = 0; i < length; i++) {
      noughts[i & 3] += head[i] == 0 ? 1 : 0;
    }
    int quads = length / 4;
    if (quads < 2) {
      return null;
    }
    boolean[] most = new boolean[4];
    boolean[] none = new boolean[4];
    for (int i = 0; i < 4; i++) {
      most[i] = noughts[i] * 2 > quads;
      none[i] = noughts[i] * 20 <= quads;
    }
    if (most[1] && most[2] && most[3] && none[0]) {
      return Charset.forName("UTF-32LE");
    }
    if (most[0] && most[1] && most[2] && none[3]) {
      return Charset.forName("UTF-32BE");
    }
    if (most[1] && most[3] && none[0] && none[2]) {
      return StandardCharsets.UTF_16LE;
    }
    return most[0] && most[2] && none[1] && none[3] ? StandardCharsets.UTF_16BE : null;
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

  /** Whether any byte is above 127. */
  static boolean isBeyondAscii(byte[] bytes) {
    return firstBeyondAscii(bytes, bytes.length) < bytes.length;
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

  /** Valid UTF-8, or nearly: a byte or two that slipped in do not make it another encoding. */
  private static boolean isUtf8(byte[] sample) {
    CharsetDecoder decoder = StandardCharsets.UTF_8.newDecoder();
    ByteBuffer bytes = ByteBuffer.wrap(sample);
    CharBuffer letters = CharBuffer.allocate(sample.length + 1);
    int wrong = 0;
    // The sample may end inside a letter: that is no error, so the end of input is not announced.
    for (CoderResult result = decoder.decode(bytes, letters, false);
        result.isError();
        result = decoder.decode(bytes, letters, false)) {
      wrong++;
      bytes.position(bytes.position() + result.length());
    }
    letters.flip();
    long right = letters.chars().filter(c -> c >= 0x80).count();
    return wrong == 0 || right >= 2L * wrong;
  }

  private static TextEncoding guess(byte[] sample) {
    if (isMostlyLatin(sample)) {
      return latin(sample);
    }
    Optional<Charset> byNames = EastAsianText.encoding(sample);
    if (byNames.isPresent()) {
      return new TextEncoding(byNames.get(), 0);
    }
    CharsetDetector detector = new CharsetDetector();
    detector.setText(sample);
    List<Charset> likely = new ArrayList<>();
    for (CharsetMatch match : detector.detectAll()) {
      String name = WIDER.getOrDefault(match.getName(), match.getName());
      if (USUAL.contains(name) && !LATIN.containsKey(name) && Charset.isSupported(name)) {
        likely.add(Charset.forName(name));
      }
    }
    if (likely.size() > 1 && OF_MANY_BYTES.contains(likely.get(0).name())) {
      String text = new String(sample, likely.get(0));
      String other = new String(sample, likely.get(1));
      return new TextEncoding(likely.get(0), 0, doubt(text, other, likely.get(1)));
    }
    if (!likely.isEmpty()) {
      return new TextEncoding(likely.get(0), 0);
    }
    return new TextEncoding(Charset.forName("windows-1251"), 0);
  }

  /** The encoding that makes the likeliest names and words of a text in Latin letters. */
  private static TextEncoding latin(byte[] sample) {
    byte[] some = sample.length > JUDGED ? Arrays.copyOf(sample, JUDGED) : sample;
    Charset best = null;
    String bestText = "";
    int most = 0;
    Charset next = null;
    String nextText = "";
    int second = 0;
    for (Map.Entry<String, Integer> candidate : LATIN.entrySet()) {
      if (!Charset.isSupported(candidate.getKey())) {
        continue;
      }
      Charset charset = Charset.forName(candidate.getKey());
      String text = new String(some, charset);
      int likelihood = LetterLikelihood.of(text) - candidate.getValue();
      if (best == null || likelihood > most) {
        if (best != null && !text.equals(bestText)) {
          next = best;
          nextText = bestText;
          second = most;
        }
        best = charset;
        bestText = text;
        most = likelihood;
      } else if ((next == null || likelihood > second) && !text.equals(bestText)) {
        next = charset;
        nextText = text;
        second = likelihood;
      }
    }
    if (best.name().equals("windows-1252") && isHungarian(bestText)) {
      Charset central = Charset.forName("windows-1250");
      String text = new String(some, central);
      return new TextEncoding(central, 0, doubt(text, bestText, best));
    }
    if (next != null && nextText.length() == bestText.length()) {
      // What both read alike says nothing of which is right.
      int[] ofDifferent = ofDifferentWords(bestText, nextText);
      most = ofDifferent[0] - LATIN.get(best.name());
      second = ofDifferent[1] - LATIN.get(next.name());
    }
    boolean clear =
        next == null || second < 0 || (most - second > CLEAR && most > second * CLEARLY_MORE);
    return new TextEncoding(best, 0, clear ? null : doubt(bestText, nextText, next));
  }

  /** How likely the words are in which two readings of the same bytes differ, in each. */
  private static int[] ofDifferentWords(String one, String other) {
    StringBuilder ofOne = new StringBuilder();
    StringBuilder ofOther = new StringBuilder();
    int start = 0;
    for (int i = 0; i <= one.length(); i++) {
      if (i == one.length() || one.charAt(i) <= ' ' || one.charAt(i) == ';') {
        if (!one.regionMatches(start, other, start, i - start)) {
          ofOne.append(one, start, i).append('\n');
          ofOther.append(other, start, i).append('\n');
        }
        start = i + 1;
      }
    }
    return new int[] {LetterLikelihood.of(ofOne), LetterLikelihood.of(ofOther)};
  }

  /**
   * Whether a text has the letters that Hungarian ones turn into, as no language of Western Europe
   * has them together.
   */
  private static boolean isHungarian(String text) {
    boolean turned = text.codePoints().anyMatch(c -> "õûÕÛ".indexOf(c) >= 0);
    boolean western =
        text.codePoints().anyMatch(c -> "ãçñàèêëïîôâåæøÃÇÑÀÈÊËÏÎÔÂÅÆØ".indexOf(c) >= 0);
    boolean hungarian = text.codePoints().anyMatch(c -> "áéíóúÁÉÍÓÚ".indexOf(c) >= 0);
    return turned && hungarian && !western;
  }

  /** The first word that two readings make different words of. */
  private static FileFacts.Doubt doubt(String one, String other, Charset encoding) {
    int at = 0;
    // Another dash or quotation mark makes no other word.
    while (at < one.length() - 1
        && (one.charAt(at) == other.charAt(at)
            || !(Character.isLetter(one.charAt(at)) || Character.isLetter(other.charAt(at))))) {
      at++;
    }
    if (one.charAt(at) == other.charAt(at)) {
      return null;
    }
    int from = at;
    int to = at;
    while (from > 0 && isOfWord(one.charAt(from - 1))) {
      from--;
    }
    while (to < one.length() && isOfWord(one.charAt(to))) {
      to++;
    }
    return new FileFacts.Doubt(name(encoding), one.substring(from, to), other.substring(from, to));
  }

  private static boolean isOfWord(char c) {
    return c >= 0x80 || Character.isLetterOrDigit(c);
  }

  /** The encoding's name as IANA lists it, in small letters. */
  static String name(Charset charset) {
    return switch (charset.name()) {
      case "x-MacRoman" -> "macintosh";
      case "x-MacCentralEurope" -> "x-mac-ce";
      default -> charset.name().toLowerCase(Locale.ROOT);
    };
  }

  /** The encoding of a name as IANA lists it, or as people call it. */
  static Optional<Charset> named(String name) {
    String known =
        switch (name.toLowerCase(Locale.ROOT)) {
          case "macintosh", "mac roman", "macroman" -> "x-MacRoman";
          case "x-mac-ce" -> "x-MacCentralEurope";
          case "ansi" -> "windows-1252";
          default -> name;
        };
    try {
      return Charset.isSupported(known) ? Optional.of(Charset.forName(known)) : Optional.empty();
    } catch (IllegalCharsetNameException e) {
      return Optional.empty();
    }
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
}
