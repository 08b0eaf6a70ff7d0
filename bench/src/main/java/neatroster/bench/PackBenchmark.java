package neatroster.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * Times {@code pack} of a generated roster in two formats as whole processes, in turn with {@code
 * check} of it and with FastCSV reading the same files and writing as many bytes, and prints the
 * ratios.
 */
public final class PackBenchmark {
  private static final int RUNS = 3;

  private PackBenchmark() {}

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
    try {
      new RosterGenerator(sizes[0], sizes[1], sizes[2], sizes[3], Kind.SOUND).write(folder);
      for (String format : List.of("plain", "oneroster")) {
        compare(folder, format);
      }
    } finally {
      delete(folder);
    }
  }

  private static void compare(Path folder, String format) throws IOException, InterruptedException {
    List<String> files =
        Stream.of("users.csv", "courses.csv", "groups.csv", "enrollments.csv")
            .map(name -> folder.resolve(name).toString())
            .toList();
    double[] pack = new double[RUNS];
    double[] toBare = new double[RUNS];
    double[] toCheck = new double[RUNS];
    for (int run = -1; run < RUNS; run++) {
      Path to = folder.resolve("to");
      List<String> packing = new ArrayList<>(files);
      packing.addAll(List.of("--to", to.toString(), "--as", format));
      double packed = WholeProcess.ofProgram("-Xmx1800m", "pack", packing);
      long bytes = size(to);
      delete(to);
      double checked = WholeProcess.ofProgram("-Xmx1g", "check", files);
      List<String> bare =
          new ArrayList<>(List.of(String.valueOf(bytes), folder.resolve("out").toString()));
      bare.addAll(files);
      double copied = WholeProcess.seconds("-Xmx256m", "neatroster.bench.BareReadAndWrite", bare);
      if (run >= 0) {
        pack[run] = packed;
        toBare[run] = packed / copied;
        toCheck[run] = packed / checked;
      }
    }
    System.out.printf(
        Locale.ROOT,
        "pack --as %s %.2f s, %.2f times reading and writing as many bytes, %.2f times check"
            + " (medians of %d)%n",
        format,
        WholeProcess.median(pack),
        WholeProcess.median(toBare),
        WholeProcess.median(toCheck),
        RUNS);
  }

  private static long size(Path folder) throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      return all.filter(Files::isRegularFile).mapToLong(file -> file.toFile().length()).sum();
    }
  }

  private static void delete(Path folder) throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(path);
      }
    }
  }
}
