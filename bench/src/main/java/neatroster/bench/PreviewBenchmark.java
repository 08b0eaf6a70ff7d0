package neatroster.bench;

import java.io.BufferedReader;
import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * Times {@code preview} of a generated roster against as many known, 1% of which is otherwise, as a
 * whole process, in turn with {@code check} of the same files, and prints the ratio and the memory.
 */
public final class PreviewBenchmark {
  private static final int RUNS = 3;

  private static final List<String> NAMES =
      List.of("users.csv", "courses.csv", "groups.csv", "enrollments.csv");

  private PreviewBenchmark() {}

  /**
   * Runs the benchmark: {@code USERS COURSES GROUPS ENROLLMENTS}, by default 200,000 users and
   * 1,000,000 enrollments.
   */
  public static void main(String[] args) throws IOException, InterruptedException {
    int[] sizes = {200_000, 4_000, 20_000, 1_000_000};
    for (int i = 0; i < Math.min(args.length, sizes.length); i++) {
      sizes[i] = Integer.parseInt(args[i]);
    }
    Path folder = Files.createTempDirectory("neat-roster-bench");
    Path known = Files.createTempDirectory("neat-roster-bench");
    try {
      new RosterGenerator(sizes[0], sizes[1], sizes[2], sizes[3], Kind.SOUND).write(folder);
      for (String name : NAMES) {
        copyAlmost(folder.resolve(name), known.resolve(name));
      }
      compare(folder, known);
    } finally {
      for (Path place : List.of(folder, known)) {
        try (Stream<Path> all = Files.list(place)) {
          for (Path file : all.toList()) {
            Files.delete(file);
          }
        }
        Files.delete(place);
      }
    }
  }

  /** Copies a sheet without every hundredth row, which the platform lacks then. */
  private static void copyAlmost(Path from, Path to) throws IOException {
    try (BufferedReader in = Files.newBufferedReader(from);
        BufferedWriter out = Files.newBufferedWriter(to)) {
      int row = 0;
      for (String line = in.readLine(); line != null; line = in.readLine()) {
        if (row++ % 100 != 99) {
          out.write(line);
          out.newLine();
        }
      }
    }
  }

  private static void compare(Path folder, Path known) throws IOException, InterruptedException {
    List<String> files = NAMES.stream().map(name -> folder.resolve(name).toString()).toList();
    List<String> against = new ArrayList<>(files);
    against.add("--known");
    NAMES.forEach(name -> against.add(known.resolve(name).toString()));
    double[] ratio = new double[RUNS];
    double[] plain = new double[RUNS];
    for (int run = -1; run < RUNS; run++) {
      double previewed = WholeProcess.ofProgram("-Xmx1800m", "preview", against);
      double checked = WholeProcess.ofProgram("-Xmx1800m", "check", against);
      double alone = WholeProcess.ofProgram("-Xmx1800m", "check", files);
      if (run >= 0) {
        ratio[run] = previewed / checked;
        plain[run] = previewed / alone;
      }
    }
    Arrays.sort(ratio);
    Arrays.sort(plain);
    System.out.printf(
        Locale.ROOT,
        "preview in 1.8 GB of heap: %.2f times check against the same known, %.2f times check of the"
            + " roster alone%n",
        ratio[RUNS / 2],
        plain[RUNS / 2]);
  }
}
