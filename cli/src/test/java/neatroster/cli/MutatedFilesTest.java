package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.SheetIntake;
import neatroster.core.intake.SheetRows;
import neatroster.core.intake.SheetSurvey;
import neatroster.sheets.SheetFile;
import neatroster.sheets.SheetFiles;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Files in which bytes were changed, lost, doubled or moved: each is read, or refused with a
 * sentence. How many of each kind: {@code -Dmutations=2000}.
 */
class MutatedFilesTest {
  private static final Path FILES = Path.of("src/test/resources/inspect");
  private static final int COUNT = Integer.getInteger("mutations", 60);

  /** What breaks readers when it stands where it should not. */
  private static final List<String> NASTY =
      List.of(
          "\"",
          "'",
          "\n",
          "\r",
          "\0",
          ";",
          ",",
          "\t",
          "<",
          ">",
          "&",
          "&#0;",
          "<br>",
          "=1+1",
          "1E400",
          "-1",
          "99999999999",
          "\uFEFF",
          "é",
          "\u202e",
          "9999-99-99",
          "{",
          "}",
          "<t>",
          "</t>",
          "0");

  @TempDir private Path temp;

  @ParameterizedTest
  @ValueSource(
      strings = {"csv", "txt", "xlsx", "xls", "ods", "docx", "odt", "html", "xml", "fods", "prn"})
  void everyMutatedFileIsReadOrRefused(String kind) throws Exception {
    List<byte[]> seeds = new ArrayList<>();
    try (Stream<Path> files = Files.list(FILES)) {
      for (Path file : files.sorted().toList()) {
        if (file.toString().endsWith("." + kind) && Files.size(file) < 60_000) {
          seeds.add(Files.readAllBytes(file));
        }
      }
    }
    assertThat(seeds).isNotEmpty();
    int read = 0;
    for (int i = 0; i < COUNT; i++) {
      Random random = new Random(kind.hashCode() * 31L + i);
      byte[] seed = seeds.get(i % seeds.size());
      Path file = temp.resolve("m" + i + "." + kind);
      Files.write(file, mutated(seed, random));
      try {
        read += read(file);
      } catch (RuntimeException | Error e) {
        throw new AssertionError(kind + ", mutation " + i + " of " + COUNT, e);
      }
      Files.delete(file);
    }
    // Where nothing at all can be read any more the mutations show nothing.
    assertThat(read).isPositive();
  }

  /** Reads a file as inspect does; gives how many sheets were understood. */
  private static int read(Path file) throws IOException {
    int understood = 0;
    try (SheetFile opened = SheetFiles.open(file, file.getFileName().toString())) {
      for (Sheet sheet : opened.sheets()) {
        try {
          SheetRows.hidden(SheetSurvey.of(SheetIntake.of(sheet, Optional.empty())).reading());
          understood++;
        } catch (UnreadableSheetException e) {
          assertThat(e.getMessage()).isNotBlank().doesNotContain("Exception");
        }
      }
    } catch (UnreadableSheetException e) {
      assertThat(e.getMessage()).isNotBlank().doesNotContain("Exception");
    }
    return understood;
  }

  private static byte[] mutated(byte[] seed, Random random) throws IOException {
    boolean zip = seed.length > 1 && seed[0] == 'P' && seed[1] == 'K';
    return zip && random.nextInt(4) > 0 ? inZip(seed, random) : changed(seed, random);
  }

  /** Changes one entry of a zip, which stays a zip. */
  private static byte[] inZip(byte[] seed, Random random) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(seed));
        ZipOutputStream zip = new ZipOutputStream(out)) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        byte[] content = in.readAllBytes();
        boolean text = entry.getName().matches(".*(sheet|content|document|shared|styles|work).*");
        zip.putNextEntry(new ZipEntry(entry.getName()));
        zip.write(text && random.nextBoolean() ? changed(content, random) : content);
      }
    }
    return out.toByteArray();
  }

  private static byte[] changed(byte[] bytes, Random random) {
    byte[] changed = bytes;
    for (int times = 1 + random.nextInt(4); times > 0 && changed.length > 2; times--) {
      int at = random.nextInt(changed.length);
      int length = 1 + random.nextInt(Math.min(40, changed.length - at));
      changed =
          switch (random.nextInt(6)) {
            case 0 -> joined(changed, at, new byte[] {(byte) random.nextInt(256)}, at + 1);
            case 1 -> joined(changed, at, new byte[0], at + length);
            case 2 -> joined(changed, at, Arrays.copyOfRange(changed, at, at + length), at);
            case 3 -> Arrays.copyOf(changed, Math.max(2, at));
            case 4 -> joined(changed, at, nasty(random), at);
            default -> joined(changed, at, nasty(random), at + length);
          };
    }
    return changed;
  }

  private static byte[] nasty(Random random) {
    return NASTY.get(random.nextInt(NASTY.size())).getBytes(StandardCharsets.UTF_8);
  }

  private static byte[] joined(byte[] bytes, int to, byte[] middle, int from) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(bytes, 0, to);
    out.writeBytes(middle);
    out.write(bytes, from, Math.max(0, bytes.length - from));
    return out.toByteArray();
  }
}
