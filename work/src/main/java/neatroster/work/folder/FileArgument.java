package neatroster.work.folder;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import neatroster.core.model.Table;

/**
 * A FILE of the command line: {@code PATH}, {@code PATH#SHEET}, {@code TABLE=PATH}, {@code
 * course:CODE=PATH}, {@code moves=PATH}, or {@code -} for standard input.
 *
 * @param path the file
 * @param name what the user calls it
 * @param sheet the one sheet that is meant, where one is named
 * @param table the table that the user says it is
 * @param course the course whose class list it is, where the user says so
 * @param moves whether the user says that it lists who moves where
 */
public record FileArgument(
    Path path,
    String name,
    Optional<String> sheet,
    Optional<Table> table,
    Optional<String> course,
    boolean moves) {
  /** The name of standard input. */
  static final String STANDARD_INPUT = "-";

  private static final String CLASS_LIST = "course:";
  private static final String MOVES = "moves=";

  /** A file that is taken as it is. */
  static FileArgument of(Path path, String name) {
    return new FileArgument(
        path, name, Optional.empty(), Optional.empty(), Optional.empty(), false);
  }

  /** The same, whose letters were copied to another file. */
  FileArgument at(Path copy) {
    return new FileArgument(copy, name, sheet, table, course, moves);
  }

  /**
   * Reads an argument; a file that has the very name comes first.
   *
   * @param directory what a relative path is relative to
   */
  public static FileArgument parse(Path directory, String argument) {
    if (Files.exists(directory.resolve(argument))) {
      return of(directory.resolve(argument), argument);
    }
    Optional<Table> table = Optional.empty();
    Optional<String> course = Optional.empty();
    String rest = argument;
    int equals = argument.indexOf('=');
    boolean moves = argument.startsWith(MOVES);
    if (moves) {
      rest = argument.substring(MOVES.length());
    } else if (equals > 0) {
      table = Table.named(argument.substring(0, equals));
      if (argument.startsWith(CLASS_LIST)) {
        course = Optional.of(argument.substring(CLASS_LIST.length(), equals));
        rest = argument.substring(equals + 1);
      }
      if (table.isPresent()) {
        rest = argument.substring(equals + 1);
      }
    }
    Optional<String> sheet = Optional.empty();
    int hash = rest.lastIndexOf('#');
    if (hash > 0 && !Files.exists(directory.resolve(rest))) {
      sheet = Optional.of(rest.substring(hash + 1));
      rest = rest.substring(0, hash);
    }
    return new FileArgument(directory.resolve(rest), rest, sheet, table, course, moves);
  }
}
