package neatroster.work.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.util.Set;
import neatroster.work.Problem;

/**
 * What proves to the platform that we may change it: from the environment, or from a file that
 * nobody but its owner can read. It is never on a command line and never shown.
 */
public final class PlatformSecret {
  /** The variable of the environment that holds it. */
  public static final String VARIABLE = "NEAT_ROSTER_TOKEN";

  private PlatformSecret() {}

  /**
   * The token of a folder's platform.
   *
   * @param file the file that the settings name, or empty
   */
  public static String token(RosterFolder folder, String file) {
    String set = System.getenv(VARIABLE);
    if (set != null && !set.isBlank()) {
      return ofHeader(set.strip(), VARIABLE + " in the environment ");
    }
    if (file.isEmpty()) {
      throw Problem.usage(
          "The platform wants a token. Put it into a file that only you can read and name that in "
              + folder.shown("roster.yaml")
              + ": platform: {token: {file: …}}, or give it in the environment as "
              + VARIABLE
              + ". Where the platform wants a user and a password instead, or OAuth:"
              + " platform: {user: …, password: {file: …}}, or {oauth: {address: …, client: …,"
              + " secret: {file: …}}}.");
    }
    return tokenIn(folder.path(file));
  }

  /** The token in a file. */
  static String tokenIn(Path file) {
    return ofHeader(inFile(file, "the token"), file + ", which should hold the token, ");
  }

  /**
   * What a file holds that nobody but its owner can read.
   *
   * @param what what it should hold, as messages call it
   */
  public static String inFile(Path file, String what) {
    try {
      if (Files.isRegularFile(file)
          && Files.getFileStore(file).supportsFileAttributeView("posix")) {
        Set<PosixFilePermission> permissions = Files.getPosixFilePermissions(file);
        if (permissions.contains(PosixFilePermission.GROUP_READ)
            || permissions.contains(PosixFilePermission.OTHERS_READ)) {
          throw Problem.unreadable(
              file
                  + " holds "
                  + what
                  + " and can be read by others on this machine. Close it first: chmod 600 "
                  + file,
              null);
        }
      }
    } catch (IOException e) {
      throw Problem.unreadable(file + ", which should hold " + what + ", cannot be read.", e);
    }
    return SecretFile.read(file, what);
  }

  /** A token that can stand in a header (RFC 6750, section 2.1, and what others take). */
  private static String ofHeader(String token, String where) {
    if (token.chars().anyMatch(c -> c <= ' ' || c > '~')) {
      throw Problem.usage(
          where
              + "has a sign in it that no token has: a space, a letter with an accent, or one that"
              + " does not show. Copy it anew.");
    }
    return token;
  }
}
