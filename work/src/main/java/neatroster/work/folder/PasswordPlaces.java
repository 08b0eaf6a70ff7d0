package neatroster.work.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import neatroster.register.Register;
import neatroster.register.RegisterException;
import neatroster.runs.RunFolder;

/** Where first passwords stand besides the accounts file: slips that were written, runs. */
public final class PasswordPlaces {
  private PasswordPlaces() {}

  /** The files and runs that are still there, as people read them. */
  public static List<String> of(RosterFolder folder, Register register)
      throws IOException, RegisterException {
    List<String> places = new ArrayList<>();
    List<String> gone = new ArrayList<>();
    Path root = folder.root().toAbsolutePath().normalize();
    for (String file : register.passwords().slipsFiles()) {
      Path path = Path.of(file);
      if (Files.isRegularFile(path)) {
        places.add(path.startsWith(root) ? folder.shown(slashed(root.relativize(path))) : file);
      } else {
        gone.add(file);
      }
    }
    register.passwords().slipsGone(gone);
    Path runs = folder.path("runs");
    if (Files.isDirectory(runs)) {
      try (Stream<Path> all = Files.list(runs)) {
        all.filter(run -> new RunFolder(run).mayHoldPasswords())
            .map(run -> folder.shown("runs/" + run.getFileName()))
            .sorted()
            .forEach(places::add);
      }
    }
    return places;
  }

  private static String slashed(Path path) {
    return path.toString().replace('\\', '/');
  }
}
