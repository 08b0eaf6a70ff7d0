package neatroster.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * Times {@code issue} for people without accounts as whole processes, in turn with {@code check} of
 * the same file, and prints the ratio.
 */
public final class IssueBenchmark {
  private static final int RUNS = 5;
  private static final String[] GIVEN = {"Ana", "Bo", "Cy", "Di", "Élodie", "Jörg", "Ida", "Hal"};
  private static final String[] FAMILY = {
    "Marlowe", "Finch", "Quay", "Reed", "Kelp", "Vale", "Lin"
  };

  private IssueBenchmark() {}

  /** Runs the benchmark for so many people, by default 100,000. */
  public static void main(String[] args) throws IOException, InterruptedException {
    int people = args.length > 0 ? Integer.parseInt(args[0]) : 100_000;
    Path folder = Files.createTempDirectory("neat-roster-bench");
    try {
      StringBuilder users = new StringBuilder("id,given name,family name,birth date\n");
      for (int i = 0; i < people; i++) {
        String given = GIVEN[i % GIVEN.length] + (char) ('a' + i % 23);
        String family = FAMILY[i % FAMILY.length] + (char) ('a' + i % 19);
        users.append(i).append(',').append(given).append(',').append(family);
        users.append(String.format(Locale.ROOT, ",2012-01-%02d%n", i % 28 + 1));
      }
      Path file = Files.writeString(folder.resolve("users.csv"), users);
      double[] check = new double[RUNS];
      double[] issue = new double[RUNS];
      double[] ratio = new double[RUNS];
      for (int run = -1; run < RUNS; run++) {
        Path place = folder.resolve("run" + run);
        double checked = seconds("check", List.of(file.toString()));
        double issued = seconds("issue", List.of("--to", place.toString(), file.toString()));
        if (run >= 0) {
          check[run] = checked;
          issue[run] = issued;
          ratio[run] = issued / checked;
        }
      }
      System.out.printf(
          Locale.ROOT,
          "issue %.2f s, check %.2f s, ratio %.2f (medians of %d)%n",
          WholeProcess.median(issue),
          WholeProcess.median(check),
          WholeProcess.median(ratio),
          RUNS);
    } finally {
      try (Stream<Path> all = Files.walk(folder)) {
        for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
          Files.delete(path);
        }
      }
    }
  }

  private static double seconds(String command, List<String> arguments)
      throws IOException, InterruptedException {
    return WholeProcess.ofProgram("-Xmx512m", command, arguments);
  }
}
