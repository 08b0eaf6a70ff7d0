package neatroster.cli;

import java.io.ByteArrayOutputStream;
import java.io.File;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import neatroster.cli.terminal.ProcessEnvironment;

/**
 * The program in a folder: within this process where it is what commands do that is tested, as a
 * process of its own where that is.
 */
public final class Program {
  private static final Path JAR =
      Path.of(System.getProperty("neatroster.jar", "")).toAbsolutePath();

  /** What a run of the program gave back. */
  record Result(int exit, String out, String err) {}

  private final Path folder;
  private final Path streams;
  private boolean isProcess;

  public Program(Path folder) throws IOException {
    this.folder = folder;
    this.streams = Files.createTempDirectory("neat-roster-test");
    streams.toFile().deleteOnExit();
  }

  static Path root() {
    return Path.of(System.getProperty("neatroster.root"));
  }

  /** Runs it as a process of its own from now on. */
  Program asProcess() {
    isProcess = true;
    return this;
  }

  Result run(String... args) throws IOException, InterruptedException {
    Result result = isProcess ? run(List.of(), args) : within(folder, args);
    JsonSchemas.verify(args, result.out());
    return result;
  }

  /** Runs it within this process. */
  static Result within(Path folder, String... args) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ByteArrayOutputStream err = new ByteArrayOutputStream();
    int exit;
    try (PrintStream to = new PrintStream(out, false, StandardCharsets.UTF_8);
        PrintStream errors = new PrintStream(err, false, StandardCharsets.UTF_8)) {
      exit =
          Main.execute(
              new ProcessEnvironment(to, errors, StandardCharsets.UTF_8, folder, false), args);
    }
    return new Result(
        exit, out.toString(StandardCharsets.UTF_8), err.toString(StandardCharsets.UTF_8));
  }

  Result run(List<String> javaOptions, String... args) throws IOException, InterruptedException {
    return ended(start(javaOptions, args), String.join(" ", args));
  }

  private Result ended(Process process, String what) throws IOException, InterruptedException {
    if (!process.waitFor(120, TimeUnit.SECONDS)) {
      process.destroyForcibly();
      throw new IOException("the program hangs: " + what);
    }
    return new Result(process.exitValue(), read("out"), read("err"));
  }

  /** Makes the demo school's roster folder under a name, with a run packed and nothing sent. */
  Program demoSchool(String name) throws IOException, InterruptedException {
    Path school = folder.resolve(name);
    Path demo = root().resolve("cli/src/main/resources/neatroster/cli/command/demo");
    try (Stream<Path> files = Files.walk(demo)) {
      for (Path file : files.toList()) {
        Files.copy(file, school.resolve(demo.relativize(file).toString()));
      }
    }
    Program program = new Program(school);
    for (String command : List.of("issue", "pack")) {
      Result result = program.run(command);
      if (result.exit() != 0) {
        throw new IOException(command + " failed: " + result.out() + result.err());
      }
    }
    return program;
  }

  /**
   * Runs a line of the shell in the folder; {@code $RUN} in it starts the program.
   *
   * @param variables names and values of its environment
   */
  Result shell(String line, String... variables) throws IOException, InterruptedException {
    ProcessBuilder shell = inFolder(List.of("/bin/sh", "-c", line));
    shell.environment().put("RUN", String.join(" ", java(List.of())));
    shell.environment().put("LAUNCHER", root().resolve("neat-roster").toString());
    for (int i = 0; i < variables.length; i += 2) {
      shell.environment().put(variables[i], variables[i + 1]);
    }
    return ended(shell.start(), line);
  }

  /** Waits until a process has done something; it still runs then. */
  static void await(Process process, Callable<Boolean> progress) throws Exception {
    while (!progress.call()) {
      if (!process.isAlive()) {
        throw new IOException("the program ended before; exit code " + process.exitValue());
      }
      Thread.sleep(1);
    }
  }

  /** Waits until a process has done something, kills it, and makes sure that the kill hit. */
  static void kill(Process process, Callable<Boolean> progress) throws Exception {
    await(process, progress);
    process.destroyForcibly();
    if (process.waitFor() == 0) {
      throw new IOException("the program ended before it was killed");
    }
  }

  /** Interrupts a process as somebody at the keyboard does. */
  static void interrupt(Process process) throws IOException, InterruptedException {
    new ProcessBuilder("/bin/sh", "-c", "kill -INT " + process.pid()).start().waitFor();
  }

  /** Whether a process has a file of that name open, where the system tells. */
  static boolean hasOpen(Process process, String name) throws IOException {
    try (Stream<Path> open = Files.list(Path.of("/proc/" + process.pid() + "/fd"))) {
      return open.anyMatch(
          file -> {
            try {
              return Files.readSymbolicLink(file).endsWith(name);
            } catch (IOException e) {
              // Closed meanwhile.
              return false;
            }
          });
    } catch (NoSuchFileException e) {
      return false;
    }
  }

  Process start(List<String> javaOptions, String... args) throws IOException {
    List<String> line = java(javaOptions);
    line.addAll(List.of(args));
    return inFolder(line).start();
  }

  private static List<String> java(List<String> javaOptions) throws IOException {
    List<String> line = new ArrayList<>();
    line.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
    // Runs of a second are not worth the better compiler.
    line.addAll(List.of("-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC"));
    line.addAll(List.of("-XX:SharedArchiveFile=" + archive(), "-Xshare:auto"));
    line.addAll(List.of("-Xlog:disable", "-Xlog:all=error:stderr"));
    line.addAll(javaOptions);
    line.add("-jar");
    line.add(JAR.toString());
    return line;
  }

  /**
   * The classes that the launcher keeps to start from, without which each run would load them anew;
   * its first start makes them.
   */
  private static Path archive() throws IOException {
    Path archive = JAR.resolveSibling("neat-roster.jsa");
    // Tests run in several processes at once.
    try (FileChannel file =
            FileChannel.open(
                JAR.resolveSibling("tests.lock"),
                StandardOpenOption.CREATE,
                StandardOpenOption.WRITE);
        FileLock held = file.lock()) {
      if (held.isValid()
          && (!Files.exists(archive)
              || Files.getLastModifiedTime(archive).compareTo(Files.getLastModifiedTime(JAR))
                  < 0)) {
        new ProcessBuilder(root().resolve("neat-roster").toString(), "--version")
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start()
            .waitFor();
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
    return archive;
  }

  private ProcessBuilder inFolder(List<String> line) {
    ProcessBuilder process =
        new ProcessBuilder(line)
            .directory(folder.toFile())
            .redirectInput(new File("/dev/null").exists() ? new File("/dev/null") : new File("NUL"))
            .redirectOutput(stream("out"))
            .redirectError(stream("err"));
    // The tests' own: nobody's cache is touched.
    process.environment().put("XDG_CACHE_HOME", cache().toString());
    return process;
  }

  /** The program's cache folder in tests. */
  static Path cache() {
    // Tests run in several processes at once.
    return root().resolve("cli/target/test-cache/" + ProcessHandle.current().pid());
  }

  /** What the program that was started last said so far. */
  String out() throws IOException {
    return read("out");
  }

  /** What the program that was started last said beside its result. */
  String err() throws IOException {
    return read("err");
  }

  private File stream(String name) {
    File file = streams.resolve(name).toFile();
    file.deleteOnExit();
    return file;
  }

  private String read(String name) throws IOException {
    return Files.readString(stream(name).toPath(), StandardCharsets.UTF_8);
  }

  public Path file(String name, String... lines) throws IOException {
    Path file = folder.resolve(name);
    Files.createDirectories(file.getParent());
    return Files.writeString(file, String.join("\n", lines) + (lines.length > 0 ? "\n" : ""));
  }
}
