package neatroster.core.grid;

/**
 * How a sheet is written down.
 *
 * @param format the format in one word, as {@code csv}
 * @param encoding how text is encoded, as {@code windows-1252}; null where the format leaves no
 *     choice
 * @param separator what stands between cells; null where the format has none
 * @param writesEveryCell whether the format writes down every cell of a row, so that a short row
 *     means a slip
 * @param doubt another encoding that the text may be in, or null
 */
public record FileFacts(
    String format, String encoding, String separator, boolean writesEveryCell, Doubt doubt) {
  /**
   * Another way to read a text's letters that is nearly as likely.
   *
   * @param encoding the other encoding
   * @param here a word as it was read
   * @param there the same word in the other encoding
   */
  public record Doubt(String encoding, String here, String there) {}

  /** Facts of a text of whose encoding there is no doubt. */
  public FileFacts(String format, String encoding, String separator, boolean writesEveryCell) {
    this(format, encoding, separator, writesEveryCell, null);
  }

  /** Facts of a format with neither encoding nor separator, which leaves blank cells out. */
  public static FileFacts of(String format) {
    return new FileFacts(format, null, null, false);
  }

  /** What stands between cells, in words. */
  public String separatorWord() {
    return switch (separator) {
      case "," -> "commas";
      case ";" -> "semicolons";
      case "\t" -> "tabs";
      case "|" -> "bars";
      case ":" -> "colons";
      case "\u001f" -> "unit separators";
      default -> "“" + separator + "”";
    };
  }
}
