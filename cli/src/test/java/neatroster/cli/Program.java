package neatroster.cli;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** The built program, run as a process in a folder. */
final class Program {
  /** What a run of the program gave back. */
  record Result(int exit, String out, String err) {}

  private final Path folder;
  private final Path streams;

  Program(Path folder) throws IOException {
    this.folder = folder;
    this.streams = Files.createTempDirectory("neat-roster-test");
    streams.toFile().deleteOnExit();
  }

  static Path root() {
    return Path.of(System.getProperty("neatroster.root"));
  }

  Result run(String... args) throws IOException, InterruptedException {
    return run(List.of(), args);
  }

  Result run(List<String> javaOptions, String... args) throws IOException, InterruptedException {
    Process process = start(javaOptions, args);
    if (!process.waitFor(120, TimeUnit.SECONDS)) {
      process.destroyForcibly();
      throw new IOException("the program hangs: " + String.join(" ", args));
    }
    return new Result(process.exitValue(), read("out"), read("err"));
  }

  Process start(List<String> javaOptions, String... args) throws IOException {
    List<String> line = new ArrayList<>();
    line.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
    // Runs of a second are not worth the better compiler.
    line.addAll(List.of("-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC"));
    line.addAll(javaOptions);
    line.add("-jar");
    line.add(System.getProperty("neatroster.jar"));
    line.addAll(List.of(args));
    return new ProcessBuilder(line)
        .directory(folder.toFile())
        .redirectInput(new File("/dev/null").exists() ? new File("/dev/null") : new File("NUL"))
        .redirectOutput(stream("out"))
        .redirectError(stream("err"))
        .start();
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

  Path file(String name, String... lines) throws IOException {
    Path file = folder.resolve(name);
    Files.createDirectories(file.getParent());
    return Files.writeString(file, String.join("\n", lines) + (lines.length > 0 ? "\n" : ""));
  }
}
