package neatroster.formats;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.text.PackedCells;

/** Rows that are divided into files when all are there: what is of one person stays together. */
final class SplitRows {
  private final Map<String, Map<String, List<byte[]>>> rows = new LinkedHashMap<>();
  private final int most;

  /**
   * No rows yet.
   *
   * @param most how many rows a file takes; 0 for any number
   */
  SplitRows(int most) {
    this.most = most;
  }

  /** Takes the files. */
  @FunctionalInterface
  interface Receiver {
    /**
     * Takes a file.
     *
     * @param of the course or site that it is of, or empty
     * @param number its number, from 1; 0 where files have none
     */
    void file(String of, int number, List<List<String>> rows) throws IOException;
  }

  /**
   * Adds a row.
   *
   * @param of the course or site of its file, or empty
   * @param whose what it stays together with
   */
  void add(String of, String whose, List<String> cells) {
    rows.computeIfAbsent(of, key -> new LinkedHashMap<>())
        .computeIfAbsent(whose, key -> new ArrayList<>(2))
        .add(PackedCells.of(cells));
  }

  /** Hands on every file. */
  void read(Receiver receiver) throws IOException {
    for (Map.Entry<String, Map<String, List<byte[]>>> one : rows.entrySet()) {
      int number = most == 0 ? 0 : 1;
      List<List<String>> file = new ArrayList<>();
      for (List<byte[]> together : one.getValue().values()) {
        if (most > 0 && !file.isEmpty() && file.size() + together.size() > most) {
          receiver.file(one.getKey(), number++, file);
          file = new ArrayList<>();
        }
        for (byte[] row : together) {
          file.add(PackedCells.cells(row));
        }
      }
      receiver.file(one.getKey(), number, file);
    }
  }
}
