package neatroster.cli.delivery;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class WaitDisplayTest {
  private final ByteArrayOutputStream out = new ByteArrayOutputStream();
  private final WaitDisplay display =
      new WaitDisplay(new PrintStream(out, true, StandardCharsets.UTF_8), true);

  private String shownOnceThereIs(String text) throws InterruptedException {
    while (!out.toString(StandardCharsets.UTF_8).contains(text)) {
      Thread.sleep(50);
    }
    return out.toString(StandardCharsets.UTF_8);
  }

  @Test
  void whatWasReadIsCountedAndAnAnswerThatTakesLongIsSaidInstead() throws Exception {
    display.waitsFor("an answer of the platform");
    display.waitsFor("");
    display.hasRead(12_500);

    assertThat(shownOnceThereIs("so far"))
        .contains("reading what the platform holds, 12500 so far")
        .doesNotContain("waiting");

    display.waitsFor("an answer of the platform");
    shownOnceThereIs("waiting for an answer of the platform, ");

    display.waitsFor("");
    display.hasRead(0);
    assertThat(out.toString(StandardCharsets.UTF_8)).endsWith("\r\u001b[K");
  }
}
