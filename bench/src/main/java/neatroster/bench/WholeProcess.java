package neatroster.bench;

import java.io.File;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Times programs as whole processes, the start of Java included. */
final class WholeProcess {
  private WholeProcess() {}

  /**
   * Runs one of our own programs on a bare machine.
   *
   * @param memory the option that says how much memory it may take
   * @param main its main class
   */
  static double seconds(String memory, String main, List<String> arguments)
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
    line.addAll(arguments);
    return seconds(new ProcessBuilder(line));
  }

  /**
   * Runs Neat Roster as its users start it.
   *
   * @param memory the option that says how much memory it may take
   */
  static double ofProgram(String memory, String command, List<String> arguments)
      throws IOException, InterruptedException {
    boolean windows = File.separatorChar == '\\';
    List<String> line =
        new ArrayList<>(
            List.of(
                Path.of(windows ? "neat-roster.cmd" : "neat-roster").toAbsolutePath().toString(),
                command));
    line.addAll(arguments);
    ProcessBuilder program = new ProcessBuilder(line);
    program.environment().put("NEAT_ROSTER_JAVA_OPTIONS", memory);
    return seconds(program);
  }

  private static double seconds(ProcessBuilder program) throws IOException, InterruptedException {
    long start = System.nanoTime();
    int exit =
        program.inheritIO().redirectOutput(ProcessBuilder.Redirect.DISCARD).start().waitFor();
    // Where something is wrong with the sheets the program says so with a 1.
    if (exit > 1) {
      throw new IOException(program.command().get(0) + " ended with " + exit);
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
