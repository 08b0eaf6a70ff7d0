package neatroster.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A large roster is checked in little memory. */
class LargeRosterIT {
  @TempDir Path folder;

  @Test
  void aMillionEnrollmentsAreCheckedIn256Megabytes() throws Exception {
    new RosterGenerator(200_000, 4_000, 20_000, 1_000_000).write(folder);
    Files.writeString(
        folder.resolve("enrollments.csv"),
        "nobody.at.all,SEA-10001,learner,\n",
        java.nio.file.StandardOpenOption.APPEND);
    List<String> line =
        new ArrayList<>(
            List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx256m",
                "-cp",
                System.getProperty("java.class.path"),
                "neatroster.cli.Main",
                "check"));
    for (String name : List.of("users.csv", "courses.csv", "groups.csv", "enrollments.csv")) {
      line.add(name);
    }
    Process process =
        new ProcessBuilder(line).directory(folder.toFile()).redirectErrorStream(true).start();
    String out = read(process);
    assertThat(process.waitFor()).as(out).isEqualTo(1);
    assertThat(out)
        .contains("row 1000002, column user")
        .contains(
            "Checked 200000 users, 4000 courses, 20000 groups, 1000001 enrollments: 1 error.");
  }

  private static String read(Process process) throws IOException {
    return new String(
        process.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
  }
}
