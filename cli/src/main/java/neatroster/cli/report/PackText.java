package neatroster.cli.report;

import neatroster.cli.terminal.Screen;
import neatroster.core.model.Counted;
import neatroster.core.settings.Settings;
import neatroster.work.pack.PackedRun;

/** A packed run, for people. */
public final class PackText {
  /** So many dropped values are shown; the run holds all. */
  private static final int SHOWN = 20;

  private final Screen screen;
  private final PackedRun packed;

  /** A packed run on the screen. */
  public PackText(Screen screen, PackedRun packed) {
    this.screen = screen;
    this.packed = packed;
  }

  /** Says what was packed and what to do with it. */
  public void write(Settings settings) {
    if (packed.run() == null && packed.stillDue() > 0) {
      screen.line(
          screen.yellow(Counted.of(packed.stillDue(), "change"))
              + ", and none that the formats have room for, so no run was packed.");
      RunText.notCarried(screen, packed.notCarried());
      NoticeText.write(screen, packed.notices().lines());
      return;
    }
    if (packed.run() == null) {
      screen.line("Nothing is to be changed on the platform, so no run was packed.");
      NoticeText.write(screen, packed.notices().lines());
      return;
    }
    screen.line("Packed run " + screen.bold(packed.run()) + " into " + packed.folder());
    screen.line("");
    RunText.files(screen, packed.files());
    RunText.notCarried(screen, packed.notCarried());
    screen.line("");
    if (packed.leftOut() > 0) {
      screen.line(
          screen.yellow(Counted.of(packed.leftOut(), "row") + " left out")
              + ", to be mended in "
              + String.join(", ", packed.corrections()));
      screen.line("(each row says why; give the mended sheet to check again).");
      if (packed.covers()) {
        screen.line("As long as any row is left out, nothing counts as absent.");
      }
    }
    for (PackedRun.Dropped value :
        packed.dropped().subList(0, Math.min(SHOWN, packed.dropped().size()))) {
      screen.line(
          value.place().sheet()
              + ", row "
              + value.place().row()
              + ", "
              + value.field().label()
              + ": "
              + value.why());
    }
    if (packed.dropped().size() > SHOWN) {
      screen.line(
          "… and " + (packed.dropped().size() - SHOWN) + " more such values; see run.json.");
    }
    NoticeText.write(screen, packed.said());
    if (packed.passwords() > 0) {
      screen.line("The batches hold first passwords: keep them where only you can read them.");
    }
    RunText.next(screen, packed.run(), settings);
    sayWaiting();
  }

  /** Whoever delivers two runs that change the same makes everything twice. */
  private void sayWaiting() {
    if (packed.repeats() != null) {
      screen.line(
          screen.yellow("It changes the same as run " + packed.repeats())
              + ", which is not recorded as delivered: deliver one of them, not both.");
    } else if (!packed.waiting().isEmpty()) {
      String last = packed.waiting().get(packed.waiting().size() - 1);
      screen.line(
          screen.yellow("Run " + last + " is not recorded as delivered")
              + (packed.replaces().contains(last)
                  ? ", so what it changes is in this run again, which replaces it. If it was"
                      + " uploaded, say so with neat-roster send "
                      + last
                      + " --by-hand, and pack once more."
                  : "; what both ask for would be made twice. Send it first, or, if it was uploaded,"
                      + " say so with neat-roster send "
                      + last
                      + " --by-hand, and pack once more."));
    }
  }
}
