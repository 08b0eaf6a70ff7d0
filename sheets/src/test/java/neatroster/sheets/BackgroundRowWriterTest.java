package neatroster.sheets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import neatroster.core.grid.RowWriter;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class BackgroundRowWriterTest {
  /** Keeps rows, as long as there is room. */
  private static final class Disk implements RowWriter {
    private final List<String> written = new ArrayList<>();
    private final int room;
    private boolean closed;

    Disk(int room) {
      this.room = room;
    }

    @Override
    public void row(List<String> cells) throws IOException {
      if (written.size() == room) {
        throw new IOException("the disk is full");
      }
      written.add(String.join(",", cells));
    }

    @Override
    public void close() {
      closed = true;
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 511, 512, 513, 20_000})
  void everyRowIsWrittenInItsPlaceAndFinished(int rows) throws Exception {
    Disk disk = new Disk(Integer.MAX_VALUE);
    List<String> expected = new ArrayList<>();
    try (BackgroundRowWriter beside =
        new BackgroundRowWriter(disk, row -> List.of(row.get(0), "done"))) {
      for (int i = 0; i < rows; i++) {
        beside.row(List.of("row " + i));
        expected.add("row " + i + ",done");
      }
    }
    assertThat(disk.written).isEqualTo(expected);
    assertThat(disk.closed).isTrue();
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 100, 5_000, 19_999})
  void aFullDiskIsToldAtTheLatestWhenItIsClosed(int room) throws Exception {
    Disk disk = new Disk(room);
    BackgroundRowWriter beside = new BackgroundRowWriter(disk);
    assertThatThrownBy(
            () -> {
              try (beside) {
                for (int i = 0; i < 20_000; i++) {
                  beside.row(List.of("row " + i));
                }
              }
            })
        .isInstanceOf(IOException.class)
        .hasMessage("the disk is full");
    assertThat(disk.written).hasSize(room);
    assertThat(disk.closed).isTrue();
  }
}
