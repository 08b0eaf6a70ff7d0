package neatroster.bench;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.disk.NewFolder;
import neatroster.formats.OwnColumns;
import neatroster.platform.Delivery;
import neatroster.platform.HttpRetryClient;
import neatroster.platform.HttpTransport;
import neatroster.platform.PlatformAddress;
import neatroster.platform.PlatformIds;
import neatroster.platform.ScimRequest;
import neatroster.platform.ScimResponse;
import neatroster.platform.ServiceProviderConfig;
import neatroster.platform.SignIn;
import neatroster.platform.Transport;
import neatroster.platform.WaitListener;
import neatroster.register.Register;
import neatroster.runs.Journal;
import neatroster.runs.KeptChanges;
import neatroster.runs.RunChanges;
import neatroster.runs.RunFolder;
import neatroster.runs.RunTally;

/**
 * Times the delivery of a generated run to a practice platform in a process of its own, in turn
 * with a bare HTTP client that gets the same requests through to a fresh one, and prints the ratio
 * of their rates.
 */
public final class SendBenchmark {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final int IN_FLIGHT = 4;

  private SendBenchmark() {}

  /**
   * Runs the benchmark: {@code USERS COURSES ENROLLMENTS RUNS}, by default 100,000 users and
   * 500,000 enrollments, three times.
   */
  public static void main(String[] args) throws Exception {
    int[] sizes = {100_000, 2_000, 500_000, 3};
    for (int i = 0; i < Math.min(args.length, sizes.length); i++) {
      sizes[i] = Integer.parseInt(args[i]);
    }
    Path folder = Files.createTempDirectory("neat-roster-bench");
    try {
      changes(folder.resolve("run"), sizes[0], sizes[1], sizes[2]);
      double[] ratios = new double[sizes[3]];
      double[] rates = new double[sizes[3]];
      for (int run = 0; run < sizes[3]; run++) {
        List<Exchange> log = new ArrayList<>();
        double sent;
        try (Server server = new Server(folder.resolve(run + "-sent.db"))) {
          sent = send(folder, run, server, log);
        }
        double bare;
        try (Server server = new Server(folder.resolve(run + "-bare.db"))) {
          bare = bare(server, log);
        }
        rates[run] = (sizes[0] + sizes[1] + sizes[2]) / sent;
        ratios[run] = bare / sent;
      }
      Runtime memory = Runtime.getRuntime();
      System.out.printf(
          Locale.ROOT,
          "send %.0f changes a second, %.2f times the rate of a bare HTTP client (medians of %d);"
              + " %d MB with the recorded requests%n",
          WholeProcess.median(rates),
          WholeProcess.median(ratios),
          sizes[3],
          (memory.totalMemory() - memory.freeMemory()) >> 20);
    } finally {
      try (Stream<Path> all = Files.walk(folder)) {
        for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
          Files.delete(path);
        }
      }
    }
  }

  /** A request that was answered. */
  private record Exchange(ScimRequest call, JsonNode answer) {}

  private static void changes(Path folder, int users, int courses, int enrollments)
      throws IOException {
    try (NewFolder made = NewFolder.beside(folder)) {
      RunChanges changes = new RunChanges(made.in(RunFolder.CHANGES), new OwnColumns(List.of()));
      for (int i = 0; i < courses; i++) {
        add(
            changes,
            Phase.COURSES,
            Change.CREATE,
            Field.CODE,
            "C-" + i,
            Field.TITLE,
            "Course " + i);
      }
      for (int i = 0; i < users; i++) {
        add(
            changes,
            Phase.USERS,
            Change.CREATE,
            Field.USERNAME,
            "user" + i,
            Field.ID,
            String.valueOf(i),
            Field.GIVEN_NAME,
            "Given" + i % 500,
            Field.FAMILY_NAME,
            "Family" + i % 3000,
            Field.EMAIL,
            "user" + i + "@pier.example");
      }
      for (int i = 0; i < enrollments; i++) {
        add(
            changes,
            Phase.ENROLLMENTS,
            Change.ENROLL,
            Field.USER,
            "user" + i % users,
            Field.COURSE,
            "C-" + (i / users * 7 + i) % courses,
            Field.ROLE,
            "learner");
      }
      changes.close();
      made.moveTo(folder);
    }
  }

  private static void add(RunChanges changes, Phase phase, Change change, Object... pairs)
      throws IOException {
    Map<Field, String> values = new EnumMap<>(Field.class);
    for (int i = 0; i < pairs.length; i += 2) {
      values.put((Field) pairs[i], (String) pairs[i + 1]);
    }
    changes.add(new PlannedChange(phase, change, values));
  }

  private static double send(Path folder, int run, Server server, List<Exchange> log)
      throws Exception {
    Transport http =
        new HttpTransport(
            PlatformAddress.of(server.service),
            SignIn.token(server.token),
            List.of(),
            WaitListener.NOBODY);
    ConcurrentLinkedQueue<Exchange> recorded = new ConcurrentLinkedQueue<>();
    Transport recording =
        call -> {
          ScimResponse reply = http.send(call);
          recorded.add(new Exchange(call, reply.body()));
          return reply;
        };
    Path place = Files.createDirectories(folder.resolve("register-" + run));
    try (Register register = Register.open(place)) {
      long start = System.nanoTime();
      Journal journal = Journal.of(register.deliveries(), "run", server.service);
      KeptChanges changes = new RunFolder(folder.resolve("run")).changes();
      Delivery delivery =
          new Delivery(
              recording,
              ServiceProviderConfig.ask(new HttpRetryClient(recording)),
              changes,
              journal,
              new PlatformIds(Map.of()),
              name -> Optional.empty(),
              change -> "",
              (phase, rows) -> {});
      delivery.run(EnumSet.allOf(Phase.class));
      if (!RunTally.of(changes, journal).left().isEmpty()) {
        throw new IllegalStateException("not all was delivered");
      }
      log.addAll(recorded);
      return (System.nanoTime() - start) / 1e9;
    }
  }

  /** Sends the same requests, those that make something before those that refer to it. */
  private static double bare(Server server, List<Exchange> log) throws Exception {
    List<Exchange> making = new ArrayList<>();
    List<Exchange> referring = new ArrayList<>();
    for (Exchange one : log) {
      boolean isMaking = one.call().body().contains("\"method\":\"POST\"");
      (isMaking || one.call().body().isEmpty() ? making : referring).add(one);
    }
    Map<String, String> ids = new ConcurrentHashMap<>();
    HttpClient client = HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
    double seconds = all(client, server, making, Map.of(), ids);
    return seconds + all(client, server, referring, ids, new HashMap<>());
  }

  private static double all(
      HttpClient client,
      Server server,
      List<Exchange> exchanges,
      Map<String, String> ids,
      Map<String, String> found)
      throws Exception {
    List<HttpRequest> requests = new ArrayList<>();
    for (Exchange one : exchanges) {
      requests.add(
          HttpRequest.newBuilder(URI.create(server.service + one.call().path()))
              .header("Authorization", "Bearer " + server.token)
              .method(
                  one.call().method(),
                  HttpRequest.BodyPublishers.ofByteArray(
                      translated(one.call().body(), ids).getBytes(StandardCharsets.UTF_8)))
              .build());
    }
    ExecutorService workers = Executors.newFixedThreadPool(IN_FLIGHT);
    long start = System.nanoTime();
    List<Future<String>> answers = new ArrayList<>();
    for (HttpRequest request : requests) {
      answers.add(
          workers.submit(() -> client.send(request, HttpResponse.BodyHandlers.ofString()).body()));
    }
    for (Future<String> answer : answers) {
      answer.get();
    }
    double seconds = (System.nanoTime() - start) / 1e9;
    workers.shutdown();
    for (int i = 0; i < answers.size(); i++) {
      note(exchanges.get(i).answer(), JSON.readTree(answers.get(i).get()), found);
    }
    return seconds;
  }

  private static void note(JsonNode first, JsonNode second, Map<String, String> ids) {
    JsonNode one = first.path("Operations");
    JsonNode two = second.path("Operations");
    for (int i = 0; i < one.size(); i++) {
      ids.put(id(one.get(i)), id(two.get(i)));
    }
  }

  private static String id(JsonNode operation) {
    String location = operation.path("location").asText();
    return location.substring(location.lastIndexOf('/') + 1);
  }

  /** A body with the ids of the other platform. */
  private static String translated(String body, Map<String, String> ids) {
    if (ids.isEmpty()) {
      return body;
    }
    StringBuilder text = new StringBuilder(body.length());
    int at = 0;
    for (int i = 0; i < body.length(); i++) {
      boolean ends = body.charAt(i) == '"' || body.charAt(i) == '/';
      if (ends) {
        String part = body.substring(at, i);
        text.append(ids.getOrDefault(part, part)).append(body.charAt(i));
        at = i + 1;
      }
    }
    return text.append(body, at, body.length()).toString();
  }

  /** A practice platform in a process of its own. */
  private static final class Server implements AutoCloseable {
    private final Process process;
    private final String service;
    private final String token;

    Server(Path data) throws IOException {
      process =
          new ProcessBuilder(
                  ProcessHandle.current().info().command().orElse("java"),
                  "-cp",
                  System.getProperty("java.class.path"),
                  "neatroster.cli.Main",
                  "practice",
                  "--port",
                  "0",
                  "--data",
                  data.toString(),
                  "--format",
                  "json")
              .redirectError(ProcessBuilder.Redirect.INHERIT)
              .start();
      BufferedReader out =
          new BufferedReader(
              new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
      JsonNode line = JSON.readTree(out.readLine());
      service = line.get("service").asText();
      token = Files.readString(Path.of(line.get("tokenFile").asText())).strip();
    }

    @Override
    public void close() {
      process.destroy();
    }
  }
}
