package neatroster.core.check;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import neatroster.core.model.Severity;

/**
 * What a rule says about itself. Its sentences stand in the resource {@code rules/NAME.txt} beside
 * this class, and are read when they are first asked for.
 */
public final class RuleText {
  private static final List<String> PARTS = List.of("finds: ", "matters: ", "mend: ", "example:\n");

  private final String name;
  private final Severity severity;
  private List<String> parts;

  /**
   * The text of a rule.
   *
   * @param name its name in reports and settings
   * @param severity how much it matters unless the settings say otherwise
   */
  public RuleText(String name, Severity severity) {
    this.name = name;
    this.severity = severity;
  }

  /** The rule's name in reports and settings. */
  public String name() {
    return name;
  }

  /** How much it matters unless the settings say otherwise. */
  public Severity severity() {
    return severity;
  }

  /** What it finds, as a sentence. */
  public String finds() {
    return part(0);
  }

  /** Why that matters. */
  public String matters() {
    return part(1);
  }

  /** What to do about it. */
  public String mend() {
    return part(2);
  }

  /** A piece of a sheet in which it finds something. */
  public String example() {
    return part(3);
  }

  @Override
  public String toString() {
    return name;
  }

  private String part(int number) {
    if (parts == null) {
      parts = parts(read());
    }
    return parts.get(number);
  }

  private List<String> parts(String text) {
    List<String> found = new ArrayList<>();
    int at = 0;
    for (String label : PARTS) {
      if (!text.startsWith(label, at)) {
        throw new IllegalStateException(name + ".txt has no line “" + label.strip() + "”");
      }
      boolean isLast = found.size() == PARTS.size() - 1;
      int end = isLast ? text.length() : text.indexOf('\n', at);
      found.add(text.substring(at + label.length(), end));
      at = end + 1;
    }
    return found;
  }

  private String read() {
    try (InputStream in = RuleText.class.getResourceAsStream("rules/" + name + ".txt")) {
      if (in == null) {
        throw new IllegalStateException("the rule " + name + " has no text rules/" + name + ".txt");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
