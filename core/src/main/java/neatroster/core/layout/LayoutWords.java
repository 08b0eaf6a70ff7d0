package neatroster.core.layout;

import java.util.Map;

/**
 * The words that a platform has for ours.
 *
 * @param ofValues for each value, by its name, the words for what it may be
 * @param yes the word for yes
 * @param no the word for no
 */
public record LayoutWords(Map<String, Map<String, String>> ofValues, String yes, String no) {
  /** Our own words. */
  public static final LayoutWords OURS = new LayoutWords(Map.of(), "yes", "no");

  boolean hasOwnYes() {
    return !yes.equals(OURS.yes);
  }

  String word(String name, String value) {
    return ofValues.getOrDefault(name, Map.of()).getOrDefault(value, value);
  }
}
