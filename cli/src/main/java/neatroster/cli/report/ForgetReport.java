package neatroster.cli.report;

import neatroster.cli.terminal.Screen;
import neatroster.core.model.Counted;
import neatroster.work.handout.PasswordRemoval;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;

/** Says what {@code handout --forget} did. */
public record ForgetReport(PasswordRemoval removal) {
  private static final int NAMED = 5;

  /** The document for programs. */
  public JsonObject document() {
    return Json.of("handout")
        .put("forgotten", removal.removed())
        .put("kept", removal.undelivered() + removal.untold().size())
        .put("notHandedOut", removal.untold())
        .put("stillIn", removal.stillIn());
  }

  public void text(Screen screen) {
    screen.line("Forgot " + screen.bold(Counted.of(removal.removed(), "first password")) + ".");
    if (removal.undelivered() > 0) {
      screen.line(
          Counted.of(removal.undelivered(), "password")
              + (removal.undelivered() == 1 ? " is" : " are")
              + " kept: no run that brings "
              + (removal.undelivered() == 1 ? "it" : "them")
              + " is recorded as delivered, and the platform could not be told any more. Deliver one"
              + " first (neat-roster pack, neat-roster send), or say that it was: neat-roster send"
              + " RUN --by-hand");
    }
    if (!removal.untold().isEmpty()) {
      screen.line(
          screen.yellow(Counted.of(removal.untold().size(), "password"))
              + (removal.untold().size() == 1 ? " is" : " are")
              + " kept: neither slips nor a list for mail merge were ever made for "
              + String.join(
                  ", ", removal.untold().subList(0, Math.min(NAMED, removal.untold().size())))
              + (removal.untold().size() > NAMED ? ", …" : "")
              + ". Print them first: neat-roster handout");
    }
    if (!removal.stillIn().isEmpty()) {
      screen.line("First passwords still stand in:");
      removal.stillIn().forEach(place -> screen.line("  " + place));
      screen.line("Delete these too when nobody needs them any more.");
    }
  }
}
