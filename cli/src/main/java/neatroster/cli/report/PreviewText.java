package neatroster.cli.report;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import neatroster.cli.terminal.Screen;
import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Counted;
import neatroster.work.pack.ChangeWords;
import neatroster.work.preview.Preview;

/** What would change, as people read it: how much, who is where, then every change. */
public final class PreviewText {
  /** So many changes of a phase, and of what is left, are shown. */
  private static final int SHOWN = 20;

  /** Of what one setting leaves so many are shown. */
  private static final int FEW = 5;

  private final Screen screen;

  public PreviewText(Screen screen) {
    this.screen = screen;
  }

  /** Writes it. */
  public void write(Preview preview) {
    if (!preview.isAnythingKnown()) {
      screen.line(
          "Nothing is known of the platform, so everything counts as new. Put exports of what it"
              + " holds into known/, or name them with --known.");
      screen.line("");
    }
    sources(preview);
    if (preview.isTwoLists() && preview.isAnythingKnown()) {
      screen.line(screen.bold("From the older list to this one: ") + preview.people());
      screen.line("");
    }
    if (preview.totals().isNothing()) {
      screen.line("Nothing would change.");
      screen.line("");
    } else {
      counts(preview);
      headcounts(preview);
      moves(preview);
      projected(preview);
      changes(preview);
    }
    preview
        .above()
        .forEach(
            one -> screen.line(screen.red("pack would refuse it") + ". " + one.sentence() + "."));
    if (!preview.above().isEmpty()) {
      screen.line("");
    }
    NoticeText.write(screen, preview.notices().lines());
    leftOut(preview);
    if (preview.isTwoLists()) {
      screen.line("Nothing was written. --report preview.html shows everything.");
      return;
    }
    screen.line(
        "Nothing was written. neat-roster pack writes the batches"
            + (preview.notices().count() + preview.leftOut() > 0 || !preview.totals().isNothing()
                ? "; --report preview.html shows everything."
                : "."));
  }

  private void sources(Preview preview) {
    List<String> lines = ChangeWords.sources(preview.sources());
    if (lines.isEmpty()) {
      return;
    }
    screen.line(
        screen.dim(
            lines.size() == 1
                ? "Compared with " + lines.get(0)
                : "Compared with these; where they differ, the newer counts"));
    if (lines.size() > 1) {
      lines.stream().limit(FEW).forEach(line -> screen.line(screen.dim("  " + line)));
    }
    if (lines.size() > FEW) {
      screen.line(screen.dim("  and " + (lines.size() - FEW) + " older"));
    }
    screen.line("");
  }

  private void projected(Preview preview) {
    List<String> lines = ChangeWords.projected(preview.projected());
    lines.stream().limit(SHOWN).forEach(line -> screen.line(screen.yellow(line)));
    if (lines.size() > SHOWN) {
      screen.line("… and " + (lines.size() - SHOWN) + " more such courses");
    }
    if (!lines.isEmpty()) {
      screen.line("");
    }
  }

  private void counts(Preview preview) {
    preview
        .totals()
        .counts()
        .forEach(
            (phase, changes) ->
                screen.line(
                    String.format(
                        "%-12s %s",
                        phase,
                        changes.entrySet().stream()
                            .map(change -> change.getValue() + " to " + change.getKey())
                            .collect(Collectors.joining(", ")))));
    screen.line("");
  }

  private void headcounts(Preview preview) {
    List<String> lines = new ArrayList<>();
    preview
        .totals()
        .headcounts()
        .forEach(
            (course, roles) ->
                roles.forEach(
                    (role, heads) -> {
                      if (heads[0] != heads[1]) {
                        lines.add(
                            String.format(
                                "  %-20s %-12s %6d  →%6d", course, role, heads[0], heads[1]));
                      }
                    }));
    if (lines.isEmpty()) {
      return;
    }
    screen.line(screen.bold("In the courses") + screen.dim("  now and then"));
    lines.stream().limit(SHOWN).forEach(screen::line);
    if (lines.size() > SHOWN) {
      screen.line("  … and " + (lines.size() - SHOWN) + " more");
    }
    screen.line("");
  }

  private void moves(Preview preview) {
    Map<String, Integer> moves = preview.totals().moves();
    if (moves.isEmpty()) {
      return;
    }
    screen.line(screen.bold("From course to course"));
    moves.entrySet().stream()
        .limit(SHOWN)
        .forEach(
            move ->
                screen.line(
                    String.format(
                        "  %-40s %s",
                        move.getKey(),
                        move.getValue() == 1 ? "1 person" : move.getValue() + " people")));
    if (moves.size() > SHOWN) {
      screen.line("  … and " + (moves.size() - SHOWN) + " more");
    }
    screen.line("");
  }

  private void changes(Preview preview) {
    Map<String, List<String>> shown = new LinkedHashMap<>();
    Map<String, Integer> counts = new LinkedHashMap<>();
    preview.eachChange(
        change -> {
          String phase = change.phase().word();
          counts.merge(phase, 1, Integer::sum);
          List<String> lines = shown.computeIfAbsent(phase, p -> new ArrayList<>());
          if (lines.size() < SHOWN) {
            lines.add(line(change));
          }
        });
    shown.forEach(
        (phase, lines) -> {
          screen.line(screen.bold(phase));
          lines.forEach(screen::line);
          if (counts.get(phase) > lines.size()) {
            screen.line("  … and " + (counts.get(phase) - lines.size()) + " more");
          }
          screen.line("");
        });
  }

  private String line(PlannedChange change) {
    String what = ChangeWords.what(change);
    String why = ChangeWords.why(change);
    return "  "
        + mark(change.change())
        + " "
        + change.key()
        + (what.isEmpty() ? "" : "  " + what)
        + (why.isEmpty() ? "" : "  " + screen.dim(why));
  }

  /** What is taken from somebody stands out. */
  private String mark(Change change) {
    String word = String.format("%-9s", change.word());
    return switch (change) {
      case SUSPEND, WITHDRAW -> screen.yellow(word);
      case REMOVE -> screen.red(word);
      default -> screen.green(word);
    };
  }

  private void leftOut(Preview preview) {
    if (preview.leftOut() == 0) {
      return;
    }
    screen.line(
        screen.red(Counted.of(preview.leftOut(), "row"))
            + " would not be delivered: rows with errors, or of people without an account. neat-roster"
            + " check and issue say more. As long as any row is left out, nothing counts as absent.");
    screen.line("");
  }
}
