package neatroster.bench;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Times programs as whole processes, the start of Java included. */
final class WholeProcess {
  private WholeProcess() {}

  /**
   * How long a program takes from its start to its end.
   *
   * @param memory the option that says how much memory it may take
   * @param main its main class
   * @param command its first argument, or null
   */
  static double seconds(String memory, String main, String command, List<String> files)
      throws IOException, InterruptedException {
    List<String> line =
        new ArrayList<>(
            List.of(
                ProcessHandle.current().info().command().orElse("java"),
                memory,
                "-XX:+UseSerialGC",
                "-cp",
                System.getProperty("java.class.path"),
                main));
    if (command != null) {
      line.add(command);
    }
    line.addAll(files);
    long start = System.nanoTime();
    Process process =
        new ProcessBuilder(line)
            .inheritIO()
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    int exit = process.waitFor();
    // Where something is wrong with the sheets the program says so with a 1.
    if (exit > 1) {
      throw new IOException(main + " ended with " + exit);
    }
    return (System.nanoTime() - start) / 1e9;
  }

  /** The value in the middle. */
  static double median(double[] values) {
    double[] sorted = values.clone();
    Arrays.sort(sorted);
    return sorted[sorted.length / 2];
  }
}
