package neatroster.sheets;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Tells the encodings of Chinese, Japanese and Korean texts apart by the family names with which
 * cells begin: in another encoding the same bytes are letters that begin no names.
 */
final class EastAsianText {
  private static final Map<String, List<String>> NAMES = read();

  /** Japanese names are written in two encodings. */
  private static final String OTHER_JAPANESE = "EUC-JP";

  private static final String JAPANESE = "Shift_JIS";

  private EastAsianText() {}

  private static Map<String, List<String>> read() {
    try (InputStream in = EastAsianText.class.getResourceAsStream("east-asian-names.txt")) {
      Map<String, List<String>> names = new LinkedHashMap<>();
      new String(in.readAllBytes(), StandardCharsets.UTF_8)
          .lines()
          .filter(line -> !line.startsWith("#"))
          .forEach(
              line -> {
                int colon = line.indexOf(':');
                names.put(
                    line.substring(0, colon),
                    List.of(line.substring(colon + 1).strip().split(" ", -1)));
              });
      names.put(OTHER_JAPANESE, names.get(JAPANESE));
      return names;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** The encoding in which at least half of the cells begin with family names, if any. */
  static Optional<Charset> encoding(byte[] sample) {
    Charset best = null;
    int most = 0;
    for (Map.Entry<String, List<String>> candidate : NAMES.entrySet()) {
      if (Charset.isSupported(candidate.getKey())) {
        Charset charset = Charset.forName(candidate.getKey());
        int percent = decoded(sample, charset).map(t -> percent(t, candidate.getValue())).orElse(0);
        if (percent > most) {
          best = charset;
          most = percent;
        }
      }
    }
    return most >= 50 ? Optional.of(best) : Optional.empty();
  }

  /** The text, where every byte but those at the sample's end is one of a letter. */
  private static Optional<String> decoded(byte[] sample, Charset charset) {
    int length = sample.length;
    while (length > 0 && sample.length - length < 4 && sample[length - 1] < 0) {
      length--;
    }
    try {
      return Optional.of(
          charset.newDecoder().decode(ByteBuffer.wrap(sample, 0, length)).toString());
    } catch (CharacterCodingException e) {
      return Optional.empty();
    }
  }

  /** How many in a hundred cells with letters beyond Latin ones begin with one of the names. */
  private static int percent(String text, List<String> names) {
    int cells = 0;
    int named = 0;
    for (String cell : text.split("[\\n\\r,;\\t|]+", -1)) {
      String bare = cell.replaceAll("^[\\s\"\u3000]+", "");
      if (!bare.isEmpty() && bare.charAt(0) >= 0x2e80) {
        cells++;
        named += names.stream().anyMatch(bare::startsWith) ? 1 : 0;
      }
    }
    return cells == 0 ? 0 : named * 100 / cells;
  }
}
