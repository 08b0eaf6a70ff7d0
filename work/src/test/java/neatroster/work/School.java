package neatroster.work;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.accounts.Issuing;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.formats.Split;
import neatroster.platform.WaitListener;
import neatroster.practice.Faults;
import neatroster.practice.PracticeServer;
import neatroster.register.Run;
import neatroster.work.delivery.ConfirmedRun;
import neatroster.work.delivery.Confirming;
import neatroster.work.delivery.RunDelivery;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.OpenRoster;
import neatroster.work.folder.RosterFolder;
import neatroster.work.folder.RunChoice;
import neatroster.work.issue.IssueRun;
import neatroster.work.pack.BatchChoice;
import neatroster.work.pack.PackedRun;
import neatroster.work.pack.Packing;
import neatroster.work.pack.Undoing;
import neatroster.work.preview.Preview;

/** A roster folder of a small school, and what commands do in it. */
public final class School implements AutoCloseable {
  private final Path folder;
  private final List<String> remarks = new ArrayList<>();
  private PracticeServer platform;

  /** A folder with three people, two courses and a group, of whom two are in a course. */
  public School(Path folder) throws IOException {
    this.folder = folder;
    file("roster.yaml");
    file(
        "sheets/people.csv",
        "id,given name,family name,email,grade",
        "501,Ana,Marlowe,ana@pier.example,6",
        "502,Bo,Finch,bo@pier.example,6",
        "503,Cy,Quay,cy@pier.example,7");
    file("sheets/courses.csv", "code,title", "NAV-1,Navigation", "KNOT,Knots");
    file("sheets/groups.csv", "course,name", "NAV-1,Port Watch");
    file("sheets/seats.csv", "user,course,group", "501,NAV-1,Port Watch", "502,NAV-1,");
  }

  public Path file(String name, String... lines) throws IOException {
    Path file = folder.resolve(name);
    Files.createDirectories(file.getParent());
    return Files.writeString(file, String.join("\n", lines) + (lines.length > 0 ? "\n" : ""));
  }

  public String text(String name) throws IOException {
    return Files.readString(folder.resolve(name));
  }

  /** Starts a practice platform that the settings name. */
  public Faults platform(String... settings) throws IOException {
    platform = PracticeServer.start(0, folder.resolve("practice.db"), "token", new Faults());
    Path token = file("token", "token");
    Files.setPosixFilePermissions(token, PosixFilePermissions.fromString("rw-------"));
    List<String> lines = new ArrayList<>(List.of(settings));
    lines.add("platform: {service: \"" + platform.service() + "\", token: {file: token}}");
    file("roster.yaml", lines.toArray(String[]::new));
    return platform.faults();
  }

  /** What a command works in that names some exports. */
  public CommandContext context(String... known) {
    return new CommandContext(
        folder,
        RosterFolder.find(folder, null),
        List.of(known),
        new Dialog() {
          @Override
          public void remark(String text) {
            remarks.add(text);
          }

          @Override
          public void remarkOnce(String text) {
            remarks.add(text);
          }

          @Override
          public Optional<char[]> askSecret(String question) {
            return Optional.empty();
          }
        });
  }

  /** What was remarked so far. */
  public List<String> remarks() {
    return remarks;
  }

  public Issuing.Outcome issue() throws Exception {
    CommandContext context = context();
    try (OpenRoster open = OpenRoster.open(context, List.of());
        LockedRosterFolder locked = context.work("issue")) {
      return IssueRun.run(context, open, locked, "");
    }
  }

  /** Packs everything; the formats may be named. */
  public Packing.Result pack(boolean leaveOutFaulty, Map<String, Integer> goAbove, String... as)
      throws Exception {
    CommandContext context = context();
    try (OpenRoster open = OpenRoster.open(context, List.of());
        LockedRosterFolder locked = context.work("pack")) {
      BatchChoice batches =
          BatchChoice.of(new BatchChoice.Asked(List.of(as), null, Split.NONE), context);
      return new Packing(
              context,
              open,
              locked,
              new Packing.Asked(batches, leaveOutFaulty, Optional.empty(), goAbove, true))
          .pack();
    }
  }

  /** Packs what must be sound. */
  public PackedRun packed(String... as) throws Exception {
    Packing.Result result = pack(false, Map.of(), as);
    return result
        .packed()
        .orElseThrow(
            () -> new AssertionError(result.refused() + " " + result.checked().findings()));
  }

  /** Sends the run that was packed last. */
  public RunDelivery.Result send() throws Exception {
    CommandContext context = context();
    try (LockedRosterFolder locked = context.work("send")) {
      RunDelivery delivery =
          new RunDelivery(
              context,
              locked,
              RunChoice.of(locked.register().runs().all(), null),
              EnumSet.allOf(Phase.class),
              WaitListener.NOBODY);
      return delivery.deliver((phase, rows) -> {});
    }
  }

  /** Confirms the run that was packed last by what the platform says, or by some exports. */
  public ConfirmedRun confirm(String... exports) throws Exception {
    return confirm(
        new Confirming.Asked(
            List.of(exports),
            List.of(),
            new Confirming.Words(List.of(), List.of()),
            false,
            false,
            Optional.empty(),
            WaitListener.NOBODY));
  }

  public ConfirmedRun confirm(Confirming.Asked asked) throws Exception {
    CommandContext context = context();
    try (LockedRosterFolder locked = context.work("confirm")) {
      return Confirming.confirm(
          context, locked, RunChoice.of(locked.register().runs().all(), null), asked);
    }
  }

  public Undoing.Result undo(String run, boolean evenInUse, Map<String, Integer> goAbove)
      throws Exception {
    CommandContext context = context();
    try (LockedRosterFolder locked = context.work("undo")) {
      Run undone = RunChoice.of(locked.register().runs().all(), run);
      return new Undoing(
              context, locked, undone, new BatchChoice.Asked(List.of(), null, Split.NONE))
          .pack(evenInUse, goAbove);
    }
  }

  /** What preview says would change, a line each: the phase, the change, who or what. */
  public List<String> preview(String... known) {
    CommandContext context = context(known);
    List<String> lines = new ArrayList<>();
    try (OpenRoster open = OpenRoster.open(context, List.of())) {
      Preview.of(context, open).eachChange(change -> lines.add(line(change)));
    }
    return lines;
  }

  private static String line(PlannedChange change) {
    return change.change().word() + " " + change.phase().one() + " " + change.key();
  }

  @Override
  public void close() {
    if (platform != null) {
      platform.close();
    }
  }
}
