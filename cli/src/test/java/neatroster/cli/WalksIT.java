package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import neatroster.practice.Faults;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Random ways through the program: sheets are edited, delivered, cut off, taken back, and after
 * each delivery the platform holds what {@link World} says, and the program says so.
 */
class WalksIT {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final int STEPS = 12;
  private static final int WALKS = Integer.getInteger("walks", 10);
  private static final int MOST_RUNS = 3;
  private static final long FIRST = Long.getLong("walks.first", 1);

  static {
    System.setProperty("neatroster.pause", "1");
  }

  @TempDir Path temp;

  /** What is done in a step. */
  enum Kind {
    ADD,
    JOIN,
    QUIT,
    MOVE,
    REGROUP,
    REROLE,
    LEAVE,
    COME_BACK,
    MARRY,
    WRITE,
    CANCEL,
    NAME_INSTRUCTOR,
    ADD_SIBLING,
    CORRECT_ID,
    EXPORT,
    DELIVER,
    DELIVER_CUT,
    DELIVER_KILLED,
    DELIVER_READ,
    DELIVER_BY_HAND,
    DELIVER_FAULTY,
    UNDO,
    CONFIRM_AN_OLDER_ONE
  }

  private static final List<Kind> EDITS = Arrays.asList(Kind.values()).subList(0, 15);

  /**
   * A step.
   *
   * @param pick whom or what it is about, by its place among all at that time
   */
  record Step(Kind kind, int pick, int choice) {}

  private static List<Step> walk(long seed) {
    SplittableRandom random = new SplittableRandom(seed * 7919);
    List<Step> steps = new ArrayList<>();
    for (int i = 0; i < STEPS; i++) {
      Kind kind = EDITS.get(random.nextInt(EDITS.size()));
      if (i == 0 || random.nextInt(5) < 2) {
        kind =
            switch (random.nextInt(16)) {
              case 0, 1 -> Kind.DELIVER_CUT;
              case 2, 3 -> Kind.DELIVER_FAULTY;
              case 4, 5 -> Kind.DELIVER_READ;
              case 6, 7 -> Kind.DELIVER_BY_HAND;
              case 8 -> Kind.DELIVER_KILLED;
              default -> Kind.DELIVER;
            };
      } else if (random.nextInt(7) == 0) {
        kind = random.nextInt(3) == 0 ? Kind.CONFIRM_AN_OLDER_ONE : Kind.UNDO;
      }
      steps.add(new Step(kind, random.nextInt(1000), random.nextInt(1000)));
    }
    steps.add(new Step(Kind.DELIVER, 0, 0));
    return steps;
  }

  @Test
  void whatIsSaidIsSo() throws Exception {
    List<String> failed = new ArrayList<>();
    int most = Integer.getInteger("walks.failures", 1);
    for (long seed = FIRST; seed < FIRST + WALKS && failed.size() < most; seed++) {
      List<Step> steps = walk(seed);
      long start = System.nanoTime();
      String trouble = trouble(steps, seed);
      if (Boolean.getBoolean("walks.times")) {
        System.out.println(seed + " " + (System.nanoTime() - start) / 1_000_000 + " ms " + trouble);
      }
      if (!trouble.isEmpty()) {
        failed.add("walk " + seed + ", made small:\n" + smallest(steps, trouble, seed));
      }
    }
    assertThat(failed).isEmpty();
  }

  /** Leaves out steps as long as something is wrong. */
  private String smallest(List<Step> steps, String trouble, long seed) throws Exception {
    List<Step> all = new ArrayList<>(steps);
    String said = trouble;
    for (int i = all.size() - 1; i >= 0; i--) {
      Step step = all.remove(i);
      String now = trouble(all, seed);
      if (now.isEmpty()) {
        all.add(i, step);
      } else {
        said = now;
        i = Math.min(i, all.size());
      }
    }
    return all + "\n" + said;
  }

  /** What is wrong on a walk; an empty text where nothing is. */
  private String trouble(List<Step> steps, long seed) throws Exception {
    Path folder = Files.createTempDirectory(temp, "walk");
    // Some go to a server of another make, half of these to one that can do little.
    try (Target target =
        seed % 8 == 5
            ? new Foreign(new ForeignServer(seed % 16 == 5))
            : new Ours(new PracticePlatform(folder.resolve("practice.db")))) {
      return new Walk(folder, target, seed % 3 == 0).go(steps);
    } finally {
      try (Stream<Path> files = Files.walk(folder)) {
        for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
          Files.delete(file);
        }
      }
    }
  }

  /** Where walks deliver to. */
  private interface Target extends AutoCloseable {
    void nameIn(Path folder) throws IOException;

    long requests();

    /** Sets a fault that it has every so many requests, where it can be faulty; 0 for none. */
    void fails(Faults.Kind kind, int every);

    /** What it holds. */
    World.Held there(World world) throws Exception;

    /** What of a state it can show. */
    World.Held shown(World.Held state);

    @Override
    void close();
  }

  /** The practice platform. */
  private record Ours(PracticePlatform platform) implements Target {
    @Override
    public void nameIn(Path folder) throws IOException {
      platform.nameIn(folder);
    }

    @Override
    public long requests() {
      return platform.requests();
    }

    @Override
    public void fails(Faults.Kind kind, int every) {
      platform.faults().set(kind, every);
    }

    @Override
    public World.Held shown(World.Held state) {
      return state;
    }

    @Override
    public void close() {
      platform.close();
    }

    @Override
    public World.Held there(World world) throws Exception {
      World.Held there = new World.Held(new TreeMap<>(), new TreeSet<>(), new TreeMap<>());
      Map<String, String> ids = new HashMap<>();
      for (JsonNode user : platform.all("Users")) {
        String id = user.path("externalId").asText();
        String key = World.keyOf(id);
        ids.put(user.get("id").asText(), key);
        world.usernames.put(key, user.path("userName").asText());
        World.Person twin =
            there
                .people()
                .put(
                    key,
                    new World.Person(
                        id,
                        user.path("name").path("givenName").asText(),
                        user.path("name").path("familyName").asText(),
                        user.path("emails").path(0).path("value").asText(),
                        user.path("active").asBoolean(true)));
        if (twin != null) {
          there.people().put(key + " again", twin);
        }
      }
      for (JsonNode group : platform.all("Groups")) {
        JsonNode course = group.path("urn:neatroster:scim:schemas:extension:course:1.0");
        if (!course.path("kind").asText().equals("course")) {
          continue;
        }
        there.courses().add(course.get("code").asText());
        for (JsonNode seat : course.path("enrollments")) {
          Set<String> groups = new TreeSet<>();
          seat.path("groups").forEach(name -> groups.add(name.asText()));
          there
              .seats()
              .put(
                  ids.get(seat.get("user").asText()) + " " + course.get("code").asText(),
                  new World.Seat(seat.path("role").asText(), groups));
        }
      }
      return there;
    }
  }

  /** A server of another make, which knows of no roles. */
  private record Foreign(ForeignServer server) implements Target {
    @Override
    public void nameIn(Path folder) throws IOException {
      PracticePlatform.name(folder, server.service(), "any");
    }

    @Override
    public long requests() {
      return server.requests();
    }

    @Override
    public void fails(Faults.Kind kind, int every) {
      // It never does.
    }

    @Override
    public World.Held there(World world) {
      World.Held there = new World.Held(new TreeMap<>(), new TreeSet<>(), new TreeMap<>());
      Map<String, String> keys = new HashMap<>();
      server.users.all.forEach(
          (number, user) -> {
            String id = user.getExternalId().orElse("");
            keys.put(number, World.keyOf(id));
            world.usernames.put(World.keyOf(id), user.getUserName().orElse(""));
            World.Person twin =
                there
                    .people()
                    .put(
                        World.keyOf(id),
                        new World.Person(
                            id,
                            user.getName().flatMap(name -> name.getGivenName()).orElse(""),
                            user.getName().flatMap(name -> name.getFamilyName()).orElse(""),
                            user.getEmails().get(0).getValue().orElse(""),
                            user.isActive().orElse(true)));
            if (twin != null) {
              there.people().put(id + " again", twin);
            }
          });
      server.groups.all.values().stream()
          .map(group -> group.getExternalId().orElse("?"))
          .filter(name -> name.startsWith("course:"))
          .forEach(name -> there.courses().add(name.substring(7)));
      server
          .groups
          .all
          .values()
          .forEach(
              group -> {
                String[] name = group.getExternalId().orElse("?").split(":", -1);
                group
                    .getMembers()
                    .forEach(
                        member -> {
                          String key = keys.get(member.getValue().orElse("")) + " " + name[1];
                          World.Seat seat =
                              there
                                  .seats()
                                  .computeIfAbsent(key, k -> new World.Seat("", new TreeSet<>()));
                          if (name[0].equals("group")) {
                            seat.groups().add(name[2]);
                          }
                        });
              });
      return there;
    }

    @Override
    public World.Held shown(World.Held state) {
      World.Held shown = state.copy();
      shown.seats().replaceAll((key, seat) -> new World.Seat("", seat.groups()));
      return shown;
    }

    @Override
    public void close() {
      server.close();
    }
  }

  /** One walk. */
  private static final class Walk {
    private Path folder;
    private final Target platform;
    private final World world;
    private World.Held held = new World.Held(new TreeMap<>(), new TreeSet<>(), new TreeMap<>());
    private World.Held before = held;
    private String last = "";
    private final List<String> delivered = new ArrayList<>();
    private String said = "";

    Walk(Path folder, Target platform, boolean hasSiblings) throws IOException {
      this.folder = folder;
      this.platform = platform;
      world = new World(hasSiblings);
      Files.writeString(
          folder.resolve("roster.yaml"),
          """
          policy:
            users: {known: overwrite, absent: suspend, renamed: follow}
            courses: {removed: carry-out}
            groups: {new: create}
            enrollments: {known: overwrite, absent: withdraw}
          stop-above: {removals: 999, withdrawals: 999, changes: 999}
          sheets:
            - {file: people.csv, covers: everything}
            - {file: places.csv, covers: everything}
          """
              + (hasSiblings ? "emails: {shared: allow}\n" : ""));
      platform.nameIn(folder);
    }

    String go(List<Step> steps) throws Exception {
      for (int i = 0; i < steps.size(); i++) {
        Step step = steps.get(i);
        String trouble = go(step);
        if (!trouble.isEmpty()) {
          return "step " + i + " " + step + ": " + trouble;
        }
      }
      return "";
    }

    private String go(Step step) throws Exception {
      int pick = step.pick();
      int choice = step.choice();
      switch (step.kind()) {
        case ADD -> world.addAndJoin(choice, pick);
        case JOIN -> world.join(pick, choice);
        case QUIT -> world.quit(pick);
        case MOVE -> world.move(pick, choice);
        case REGROUP -> world.regroup(pick, choice);
        case REROLE -> world.rerole(pick, choice);
        case LEAVE -> world.leave(pick);
        case COME_BACK -> world.comeBack(pick, choice);
        case MARRY -> world.marry(pick, choice);
        case WRITE -> world.write(pick, choice);
        case CANCEL -> world.cancel(pick);
        case NAME_INSTRUCTOR -> world.nameInstructor(pick, choice);
        case ADD_SIBLING -> world.addSibling(pick, choice);
        case CORRECT_ID -> world.correct(pick);
        case EXPORT -> export();
        case DELIVER, DELIVER_CUT, DELIVER_KILLED, DELIVER_READ, DELIVER_BY_HAND -> {
          return deliver(step.kind(), choice);
        }
        case DELIVER_FAULTY -> {
          return deliverFaulty(pick);
        }
        case CONFIRM_AN_OLDER_ONE -> {
          return confirmAnOlderOne(pick);
        }
        case UNDO -> {
          return last.isEmpty() ? "" : undo();
        }
      }
      return "";
    }

    /** Whoever looks after the platform saves an export of it, of today or of whenever it was. */
    private void export() throws Exception {
      world.export(folder, platform.there(world));
    }

    /** One row is faulty and left out: nothing of it goes, and nothing counts as absent. */
    private String deliverFaulty(int pick) throws Exception {
      World.Held wanted = world.deliveredWithout(held, pick);
      world.writeFaulty(folder, pick);
      run("issue");
      if (run("pack", "--leave-out-faulty", "--format", "json") > 1) {
        return failed("pack --leave-out-faulty");
      }
      JsonNode report = JSON.readTree(said);
      String packed = report.path("run").asText("");
      if (report.path("counts").isEmpty()) {
        return differs("nothing sound is to be packed", wanted);
      }
      if (!send(Kind.DELIVER, 0)) {
        return failed("send");
      }
      before = held;
      held = wanted;
      last = packed;
      delivered.add(packed);
      String differs = differs("after the sound rows", held);
      return differs.isEmpty() && run("confirm", last) != 0 ? failed("confirm") : differs;
    }

    /** What later runs changed is not held against an older one. */
    private String confirmAnOlderOne(int pick) throws Exception {
      if (delivered.isEmpty()) {
        return "";
      }
      String older = delivered.get(pick % delivered.size());
      int exit = run("confirm", older);
      return exit == 0 || exit == 1 ? "" : failed("confirm " + older);
    }

    private int run(String... words) throws IOException {
      Program.Result result = Program.within(folder, words);
      int exit = result.exit();
      said = result.out();
      if (Boolean.getBoolean("walks.verbose")) {
        System.out.println(String.join(" ", words) + " → " + exit + "\n" + said + result.err());
        if (words[0].equals("send") && !last.isEmpty()) {
          Path changes = folder.resolve("runs/" + last + "/changes/enrollments.csv");
          System.out.println(Files.exists(changes) ? Files.readString(changes) : "");
        }
      }
      if (exit > 1) {
        said += result.err();
      }
      return exit;
    }

    private String failed(String what) {
      return what + " failed:\n" + said;
    }

    /** Delivers the sheets; what a platform that breaks down refuses, the next run brings. */
    private String deliver(Kind kind, int choice) throws Exception {
      world.write(folder);
      if (run("issue") != 0) {
        return failed("issue");
      }
      World.Held wanted = world.delivered(held);
      int runs = 0;
      for (boolean isDone = false; !isDone; runs++) {
        int exit =
            kind == Kind.DELIVER_READ
                ? run("pack", "--known", "platform", "--format", "json")
                : run("pack", "--format", "json");
        if (exit != 0) {
          return failed("pack");
        }
        String packed = JSON.readTree(said).path("run").asText("");
        if (packed.isEmpty()) {
          break;
        }
        if (runs == MOST_RUNS) {
          return failed("settling");
        }
        last = packed;
        delivered.add(packed);
        isDone =
            kind == Kind.DELIVER_BY_HAND
                ? sendByHand()
                : send(runs == 0 ? kind : Kind.DELIVER, choice);
      }
      if (runs == 0) {
        return differs("nothing is to be packed", wanted);
      }
      before = held;
      held = wanted;
      String trouble = settled();
      last = runs == 1 ? last : "";
      return trouble;
    }

    /** Sends a run, and says whether all of it went in. */
    private boolean send(Kind how, int choice) throws Exception {
      int exit;
      if (how == Kind.DELIVER_KILLED) {
        exit = sendKilled(1 + choice % 7);
      } else if (how == Kind.DELIVER_CUT) {
        Faults.Kind kind =
            List.of(Faults.Kind.CUT_AFTER, Faults.Kind.CUT_BEFORE, Faults.Kind.BROKEN)
                .get(choice % 3);
        platform.fails(Faults.Kind.NO_BULK, choice % 2);
        platform.fails(kind, 2 + choice % 5);
        exit = run("send", "--yes");
        platform.fails(kind, 0);
        platform.fails(Faults.Kind.NO_BULK, 0);
      } else {
        return run("send", "--yes") == 0;
      }
      return exit == 0 || (run("send", "--yes") == 0 && !said.contains("Nothing was sent"));
    }

    /**
     * Sends as a process of its own, which is killed after some requests unless it ended before.
     */
    private int sendKilled(int requests) throws Exception {
      long until = platform.requests() + requests;
      Process process = new Program(folder).start(List.of(), "send", "--yes");
      while (process.isAlive() && platform.requests() < until) {
        Thread.sleep(1);
      }
      process.destroyForcibly();
      return process.waitFor();
    }

    /** Somebody brings the run to the platform from elsewhere, and it is recorded here. */
    private boolean sendByHand() throws Exception {
      Path here = folder;
      Path elsewhere = Files.createTempDirectory(folder.getParent(), "elsewhere");
      try (Stream<Path> files = Files.walk(folder)) {
        for (Path file : files.filter(one -> !one.toString().contains("practice.db")).toList()) {
          Path copy = elsewhere.resolve(folder.relativize(file).toString());
          if (Files.isRegularFile(file)) {
            Files.copy(file, copy, StandardCopyOption.COPY_ATTRIBUTES);
          } else {
            Files.createDirectories(copy);
          }
        }
      }
      folder = elsewhere;
      boolean isSent = run("send", "--yes") == 0;
      folder = here;
      return isSent && run("send", "--by-hand") == 0;
    }

    /** What must be so after a delivery that came to its end. */
    private String settled() throws Exception {
      String differs = differs("after the delivery", held);
      if (!differs.isEmpty()) {
        return differs;
      }
      if (run("confirm", last) != 0 || !said.contains("Nothing is missing")) {
        return failed("confirm");
      }
      return "";
    }

    private String undo() throws Exception {
      if (run("undo", last, "--format", "json") != 0) {
        return failed("undo");
      }
      last = JSON.readTree(said).get("run").asText();
      if (!send(Kind.DELIVER, 0)) {
        return failed("send");
      }
      held = before;
      String trouble = differs("after undo", held);
      last = "";
      return trouble;
    }

    private String differs(String when, World.Held wanted) throws Exception {
      List<String> missing = platform.shown(wanted).lines();
      List<String> there = platform.there(world).lines();
      List<String> extra = new ArrayList<>(there);
      extra.removeAll(missing);
      missing.removeAll(there);
      return missing.isEmpty() && extra.isEmpty()
          ? ""
          : when + ", missing: " + missing + ", too much: " + extra;
    }
  }
}
