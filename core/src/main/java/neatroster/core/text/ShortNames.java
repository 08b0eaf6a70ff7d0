package neatroster.core.text;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Given names and the short names that people go by: Bill for William. */
public final class ShortNames {
  private static final Map<String, Set<Integer>> LINES = read();

  private ShortNames() {}

  private static Map<String, Set<Integer>> read() {
    try (InputStream in = ShortNames.class.getResourceAsStream("short-names.txt")) {
      Map<String, Set<Integer>> lines = new HashMap<>();
      int number = 0;
      for (String line :
          new String(in.readAllBytes(), StandardCharsets.US_ASCII).lines().toList()) {
        number++;
        for (String name : line.startsWith("#") ? List.<String>of() : List.of(line.split(" "))) {
          lines.computeIfAbsent(name, n -> new HashSet<>()).add(number);
        }
      }
      return lines;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Whether two different given names, in small letters without accents, may be one person’s. */
  public static boolean mayBeOne(String one, String other) {
    Set<Integer> lines = LINES.get(one);
    return lines != null
        && !one.equals(other)
        && LINES.getOrDefault(other, Set.of()).stream().anyMatch(lines::contains);
  }
}
