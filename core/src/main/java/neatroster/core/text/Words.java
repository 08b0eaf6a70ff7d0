package neatroster.core.text;

import java.util.Optional;
import java.util.function.Consumer;

/** Words among which the nearest to a mistyped one is looked for. */
public interface Words {
  /** How many there are, at the most. */
  int size();

  /** Hands on each. */
  void each(Consumer<String> word);

  /** The word that is the same as a text, as it first came. */
  Optional<String> stored(CharSequence text);
}
