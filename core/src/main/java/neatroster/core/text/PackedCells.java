package neatroster.core.text;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Cells by the million, kept as bytes until they are written. */
public final class PackedCells {
  /** Stands in no cell: control characters are taken out when sheets are read. */
  private static final char END = '\u0000';

  private PackedCells() {}

  /** Cells as bytes; a null character in them becomes a space. */
  public static byte[] of(List<String> cells) {
    StringBuilder text = new StringBuilder();
    for (String cell : cells) {
      text.append(cell.replace(END, ' ')).append(END);
    }
    return text.toString().getBytes(StandardCharsets.UTF_8);
  }

  /** Packed cells with more behind them. */
  public static byte[] joined(byte[] first, byte[] second) {
    byte[] both = Arrays.copyOf(first, first.length + second.length);
    System.arraycopy(second, 0, both, first.length, second.length);
    return both;
  }

  /** The cells that were packed. */
  public static List<String> cells(byte[] packed) {
    String text = new String(packed, StandardCharsets.UTF_8);
    List<String> cells = new ArrayList<>();
    int start = 0;
    for (int end = text.indexOf(END); end >= 0; end = text.indexOf(END, start)) {
      cells.add(text.substring(start, end));
      start = end + 1;
    }
    return cells;
  }
}
