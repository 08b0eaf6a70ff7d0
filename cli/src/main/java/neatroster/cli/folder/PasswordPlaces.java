package neatroster.cli.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import neatroster.register.Register;
import neatroster.register.RegisterException;

/** Where first passwords stand besides the accounts file: slips that were written, runs. */
public final class PasswordPlaces {
  private PasswordPlaces() {}

  /** The files and runs that are still there, as people read them. */
  public static List<String> of(RosterFolder folder, Register register)
      throws IOException, RegisterException {
    List<String> places = new ArrayList<>();
    List<String> gone = new ArrayList<>();
    Path root = folder.root().toAbsolutePath().normalize();
    for (String file : register.slipsFiles()) {
      Path path = Path.of(file);
      if (Files.isRegularFile(path)) {
        places.add(path.startsWith(root) ? folder.shown(slashed(root.relativize(path))) : file);
      } else {
        gone.add(file);
      }
    }
    register.slipsGone(gone);
    Path runs = folder.path("runs");
    if (Files.isDirectory(runs)) {
      try (Stream<Path> all = Files.list(runs)) {
        all.filter(PasswordPlaces::mayHold)
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

  /** Whether a run holds first passwords; one that does not say may. */
  private static boolean mayHold(Path run) {
    if (!RunDocument.isIn(run)) {
      return false;
    }
    try {
      Long count = RunDocument.read(run).firstPasswords();
      return count == null || count > 0 || RunSecrets.areIn(run);
    } catch (IOException e) {
      return true;
    }
  }
}
