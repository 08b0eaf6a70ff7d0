package neatroster.cli.report;

import java.util.List;
import neatroster.cli.terminal.Screen;
import neatroster.core.model.Counted;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;

/**
 * Says what {@code handout --forget} did.
 *
 * @param forgotten how many first passwords were removed
 * @param undelivered how many are kept because no batch has them
 * @param untold whose are kept because nothing was printed for them
 * @param stillIn the files and runs that hold first passwords all the same
 */
public record ForgetReport(
    int forgotten, int undelivered, List<String> untold, List<String> stillIn) {
  private static final int NAMED = 5;

  /** The document for programs. */
  public JsonObject document() {
    return Json.of("handout")
        .put("forgotten", forgotten)
        .put("kept", undelivered + untold.size())
        .put("notHandedOut", untold)
        .put("stillIn", stillIn);
  }

  public void text(Screen screen) {
    screen.line("Forgot " + screen.bold(Counted.of(forgotten, "first password")) + ".");
    if (undelivered > 0) {
      screen.line(
          Counted.of(undelivered, "password")
              + (undelivered == 1 ? " is" : " are")
              + " kept: no run that brings "
              + (undelivered == 1 ? "it" : "them")
              + " is recorded as delivered, and the platform could not be told any more. Deliver one"
              + " first (neat-roster pack, neat-roster send), or say that it was: neat-roster send"
              + " RUN --by-hand");
    }
    if (!untold.isEmpty()) {
      screen.line(
          screen.yellow(Counted.of(untold.size(), "password"))
              + (untold.size() == 1 ? " is" : " are")
              + " kept: neither slips nor a list for mail merge were ever made for "
              + String.join(", ", untold.subList(0, Math.min(NAMED, untold.size())))
              + (untold.size() > NAMED ? ", …" : "")
              + ". Print them first: neat-roster handout");
    }
    if (!stillIn.isEmpty()) {
      screen.line("First passwords still stand in:");
      stillIn.forEach(place -> screen.line("  " + place));
      screen.line("Delete these too when nobody needs them any more.");
    }
  }
}
