package neatroster.sheets;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetRow;
import neatroster.core.text.Cell;
import neatroster.core.text.OddText;
import neatroster.core.text.RowBlock;
import neatroster.core.text.TextHash;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.lifecycle.AfterTry;
import net.jqwik.api.lifecycle.BeforeTry;

/** Read in blocks, a text has the rows that it has when it is read row by row. */
class BlocksPropertyTest {
  private static final List<String> PIECES =
      List.of(
          "a",
          "Ana",
          "\"",
          "\"\"",
          "\"b\"",
          "\"x,y\"",
          "\"two\nlines\"",
          ",",
          ",",
          ",",
          " ",
          "é",
          "Ł",
          "\ud83d\ude80",
          "?",
          "=1",
          "#N/A",
          "Err:502",
          "x".repeat(80),
          "\t",
          "'",
          "\n",
          "\n",
          "\r\n",
          "\r");

  private Path folder;

  @BeforeTry
  void makeFolder() throws IOException {
    folder = Files.createTempDirectory("blocks");
  }

  @AfterTry
  void removeFolder() throws IOException {
    try (var files = Files.list(folder)) {
      for (Path file : files.toList()) {
        Files.delete(file);
      }
    }
    Files.delete(folder);
  }

  private static String text(Random random) {
    StringBuilder text = new StringBuilder("id,name,mail\n");
    boolean wild = random.nextInt(3) == 0;
    for (int row = random.nextInt(40); row > 0; row--) {
      if (wild) {
        for (int i = random.nextInt(8); i >= 0; i--) {
          text.append(PIECES.get(random.nextInt(PIECES.size())));
        }
      } else {
        String cell = PIECES.get(random.nextInt(5) == 0 ? 4 + random.nextInt(2) : 0);
        text.append(cell).append(",Zoë ").append(row).append(",\"m\"");
      }
      text.append(random.nextBoolean() ? "\n" : "\r\n");
    }
    if (random.nextInt(4) == 0) {
      text.append("last,row");
    }
    return text.toString();
  }

  @Property
  void theRowsAreTheSame(@ForAll long seed) throws Exception {
    Random random = new Random(seed);
    String text = text(random);
    Charset charset =
        List.of(StandardCharsets.UTF_8, StandardCharsets.UTF_8, Charset.forName("windows-1252"))
            .get(random.nextInt(3));
    Path file = Files.write(folder.resolve("list.csv"), text.getBytes(charset));
    List<String> rows = new ArrayList<>();
    List<String> inBlocks = new ArrayList<>();
    try (SheetFile opened = SheetFiles.open(file, "list.csv")) {
      opened.sheets().get(0).read(row -> rows.add(written(row)));
    }
    try (SheetFile opened = SheetFiles.open(file, "list.csv")) {
      opened
          .sheets()
          .get(0)
          .readBlocks(
              new Sheet.BlockReceiver() {
                @Override
                public boolean row(SheetRow row) {
                  return inBlocks.add(written(row));
                }

                @Override
                public boolean block(RowBlock block) {
                  return inBlocks.addAll(written(block));
                }
              });
    }
    assertThat(inBlocks).isEqualTo(rows);
  }

  @Property
  void blocksOfAnySizeHaveTheSameRows(@ForAll long seed) throws Exception {
    String text = text(new Random(seed));
    List<String> whole = split(text, 1 << 16);
    for (int size : new int[] {2, 7, 64, 300}) {
      assertThat(split(text, size)).isEqualTo(whole);
    }
  }

  private static List<String> split(String text, int size) throws IOException {
    BlockSplitter splitter =
        new BlockSplitter(
            new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)), ',', '"');
    List<String> rows = new ArrayList<>();
    RowBlock block = new RowBlock();
    byte[] room = new byte[size];
    for (byte[] bytes = splitter.next(block, room);
        bytes != null;
        bytes = splitter.next(block, new byte[size])) {
      rows.addAll(written(block));
    }
    rows.add("doubtful at " + (splitter.isDoubtful() ? splitter.nextNumber() : 0));
    return rows;
  }

  private static String written(SheetRow row) {
    StringBuilder all = new StringBuilder().append(row.number());
    for (int i = 0; i < row.size(); i++) {
      all.append('|').append(row.cell(i));
    }
    return all.toString();
  }

  private static List<String> written(RowBlock block) {
    List<String> rows = new ArrayList<>();
    for (int row = 0; row < block.rows(); row++) {
      StringBuilder all = new StringBuilder().append(block.number(row));
      for (int cell = block.firstCell(row); cell < block.endCell(row); cell++) {
        Cell text = new Cell();
        block.addTo(cell, new char[4], text::show);
        all.append('|').append(text);
        assertThat(block.isOdd(cell)).isEqualTo(OddText.is(text));
        assertThat(block.hash(cell))
            .isEqualTo(
                TextHash.of(
                    text.toString().getBytes(StandardCharsets.UTF_8),
                    0,
                    text.toString().getBytes(StandardCharsets.UTF_8).length));
      }
      rows.add(all.toString());
    }
    return rows;
  }
}
