package neatroster.cli.handout;

import java.util.Locale;
import java.util.Optional;

/** A size of paper (ISO 216, or that of North America), in points. */
public enum Paper {
  A4(595.28f, 841.89f),
  LETTER(612, 792);

  private final float width;
  private final float height;

  Paper(float width, float height) {
    this.width = width;
    this.height = height;
  }

  float width() {
    return width;
  }

  float height() {
    return height;
  }

  /** The paper of that name. */
  public static Optional<Paper> named(String name) {
    for (Paper paper : values()) {
      if (paper.word().equalsIgnoreCase(name)) {
        return Optional.of(paper);
      }
    }
    return Optional.empty();
  }

  /** Its name on the command line. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }
}
