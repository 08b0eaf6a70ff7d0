package neatroster.work.folder;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import neatroster.work.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SealingTest {
  private static final char[] PASSPHRASE = "kelp & anchor – 42".toCharArray();

  /** Half a megabyte: what is tested is not how long it takes. */
  private static final int FEW_ITERATIONS = 0x90;

  @TempDir private Path folder;

  private Path sealed(byte[] content) throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (OutputStream sealing = Sealing.seal(out, PASSPHRASE, "accounts.csv", FEW_ITERATIONS)) {
      sealing.write(content);
    }
    return Files.write(folder.resolve("accounts.csv.pgp"), out.toByteArray());
  }

  @Test
  void whatIsSealedComesBackAsItWas() throws Exception {
    for (int size : new int[] {0, 1, 65_535, 65_536, 300_001}) {
      byte[] content = new byte[size];
      for (int i = 0; i < size; i++) {
        content[i] = (byte) (i * 31);
      }
      assertThat(Sealing.open(sealed(content), PASSPHRASE)).isEqualTo(content);
    }
  }

  @Test
  void twoSealsOfOneContentDiffer() throws Exception {
    byte[] one = Files.readAllBytes(sealed("amarlowe,gull".getBytes(UTF_8)));
    byte[] other = Files.readAllBytes(sealed("amarlowe,gull".getBytes(UTF_8)));
    assertThat(Arrays.equals(one, other)).isFalse();
  }

  @Test
  void anotherPassphraseOpensNothing() throws Exception {
    Path file = sealed("amarlowe,gull-tide-mast-7".getBytes(UTF_8));
    for (int i = 0; i < 8; i++) {
      char[] wrong = ("wrong " + i).toCharArray();
      assertThatThrownBy(() -> Sealing.open(file, wrong))
          .isInstanceOf(Problem.class)
          .hasMessageContaining("passphrase");
    }
  }

  @Test
  void whatWasTamperedWithOrCutOffIsRefused() throws Exception {
    byte[] content = "amarlowe,gull-tide-mast-7\n".repeat(400).getBytes(UTF_8);
    byte[] whole = Files.readAllBytes(sealed(content));
    Path file = folder.resolve("tampered.pgp");
    for (int at : new int[] {60, whole.length / 2, whole.length - 3}) {
      byte[] tampered = whole.clone();
      tampered[at] ^= 0x20;
      Files.write(file, tampered);
      assertThatThrownBy(() -> Sealing.open(file, PASSPHRASE)).isInstanceOf(Problem.class);
    }
    for (int length : new int[] {0, 1, 20, whole.length - 30}) {
      Files.write(file, Arrays.copyOf(whole, length));
      assertThatThrownBy(() -> Sealing.open(file, PASSPHRASE)).isInstanceOf(Problem.class);
    }
    Files.writeString(file, "username,password\n");
    assertThatThrownBy(() -> Sealing.open(file, PASSPHRASE)).isInstanceOf(Problem.class);
  }
}
