package neatroster.sheets;

import java.nio.charset.Charset;
import java.util.Optional;

/**
 * How a text file is to be read where somebody says so; what is left open is told by its content.
 *
 * @param encoding the encoding of its letters
 * @param separator what stands between its cells
 */
public record TextChoice(Optional<Charset> encoding, Optional<Character> separator) {
  /** Nothing is said. */
  public static final TextChoice OPEN = new TextChoice(Optional.empty(), Optional.empty());

  /** The encoding of a name as IANA lists it, if there is one. */
  public static Optional<Charset> encodingNamed(String name) {
    return TextEncoding.named(name);
  }

  /** Whether anything is said. */
  public boolean isOpen() {
    return encoding.isEmpty() && separator.isEmpty();
  }
}
