package neatroster.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * Times {@code check} on generated rosters of every {@link Kind} as whole processes, in turn with
 * FastCSV's bare read of the same files, and prints the ratios.
 */
public final class CheckBenchmark {
  private static final int RUNS = 5;

  private CheckBenchmark() {}

  /**
   * Runs the benchmark: {@code USERS COURSES GROUPS ENROLLMENTS}, by default 200,000 users and
   * 1,000,000 enrollments.
   */
  public static void main(String[] args) throws IOException, InterruptedException {
    int[] sizes = {200_000, 4_000, 20_000, 1_000_000};
    for (int i = 0; i < Math.min(args.length, sizes.length); i++) {
      sizes[i] = Integer.parseInt(args[i]);
    }
    for (Kind kind : Kind.values()) {
      Path folder = Files.createTempDirectory("neat-roster-bench");
      try {
        new RosterGenerator(sizes[0], sizes[1], sizes[2], sizes[3], kind).write(folder);
        compare(kind, folder);
      } finally {
        try (Stream<Path> all = Files.list(folder)) {
          for (Path file : all.toList()) {
            Files.delete(file);
          }
        }
        Files.delete(folder);
      }
    }
  }

  private static void compare(Kind kind, Path folder) throws IOException, InterruptedException {
    List<String> files =
        Stream.of("users.csv", "courses.csv", "groups.csv", "enrollments.csv")
            .map(name -> folder.resolve(name).toString())
            .toList();
    List<String> arguments = new ArrayList<>(files);
    if (kind == Kind.ALL_KNOWN) {
      arguments.add("--known");
      arguments.addAll(files);
    }
    double[] check = new double[RUNS];
    double[] read = new double[RUNS];
    double[] ratio = new double[RUNS];
    for (int run = -1; run < RUNS; run++) {
      double checked = WholeProcess.ofProgram("-Xmx1g", "check", arguments);
      double bare = WholeProcess.seconds("-Xmx256m", "neatroster.bench.BareRead", files);
      if (run >= 0) {
        check[run] = checked;
        read[run] = bare;
        ratio[run] = checked / bare;
      }
    }
    System.out.printf(
        Locale.ROOT,
        "%s: check %.2f s, bare read %.2f s, ratio %.2f (medians of %d)%n",
        kind,
        WholeProcess.median(check),
        WholeProcess.median(read),
        WholeProcess.median(ratio),
        RUNS);
  }
}
