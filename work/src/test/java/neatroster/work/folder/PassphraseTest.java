package neatroster.work.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assumptions.assumeThat;

import java.nio.file.Files;
import java.nio.file.Path;
import neatroster.core.settings.Settings;
import neatroster.work.Dialog;
import neatroster.work.Problem;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PassphraseTest {
  @TempDir private Path folder;

  @BeforeEach
  void nothingIsSetOutside() {
    assumeThat(System.getenv(Passphrase.VARIABLE)).isNull();
  }

  private Passphrase of(String file) {
    return new Passphrase(
        RosterFolder.at(folder, folder), new Settings.Keeping(true, file), Dialog.NOBODY);
  }

  @Test
  void itIsTheFilesTextWithoutTheLineEndAndReadOnce() throws Exception {
    Path file = Files.writeString(folder.resolve("secret.txt"), "  kelp & anchor \r\n");
    Passphrase passphrase = of("secret.txt");
    assertThat(new String(passphrase.get(true))).isEqualTo("  kelp & anchor");
    Files.delete(file);
    assertThat(new String(passphrase.get(false))).isEqualTo("  kelp & anchor");
  }

  @Test
  void aNewOneIsNotTooShortAnOldOneIsWhatItIs() throws Exception {
    Files.writeString(folder.resolve("secret.txt"), "kelp");
    assertThatThrownBy(() -> of("secret.txt").get(true))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("8 characters")
        .hasMessageNotContaining("kelp");
    assertThat(new String(of("secret.txt").get(false))).isEqualTo("kelp");
  }

  @Test
  void whatIsNoPassphraseIsSaid() throws Exception {
    Files.writeString(folder.resolve("empty.txt"), "\n");
    Files.writeString(folder.resolve("book.txt"), "kelp ".repeat(500));
    assertThatThrownBy(() -> of("empty.txt").get(false)).hasMessageContaining("is empty");
    assertThatThrownBy(() -> of("book.txt").get(false)).hasMessageContaining("too large");
    assertThatThrownBy(() -> of("gone.txt").get(false)).hasMessageContaining("is missing");
  }

  @Test
  void withoutATerminalItMustComeFromSomewhere() {
    assertThatThrownBy(() -> of("").get(false))
        .isInstanceOf(Problem.class)
        .hasMessageContaining(Passphrase.VARIABLE)
        .hasMessageContaining("roster.yaml");
  }
}
