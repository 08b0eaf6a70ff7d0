package neatroster.cli.command;

import java.util.List;
import java.util.Optional;
import picocli.CommandLine.Option;

/** How the learners of a course are divided. */
final class DivideOptions {
  @Option(
      names = "--divide",
      paramLabel = "COURSE",
      description = {
        "Divides the learners of a course who are in no group yet: into the groups that it has, or",
        "as these options say."
      })
  String course;

  @Option(names = "--number", paramLabel = "N", description = "Into so many groups.")
  Integer number;

  @Option(names = "--size", paramLabel = "N", description = "Into groups of at most so many.")
  Integer size;

  @Option(
      names = "--by",
      paramLabel = "FIELD",
      description = "A group for each value of a field, as grade or site.")
  String by;

  @Option(
      names = "--into",
      paramLabel = "NAME",
      description = "Into the group of this name; repeatable.")
  List<String> into = List.of();

  @Option(
      names = "--named",
      paramLabel = "TEXT",
      description = "What new groups are called; {n} is their number (default: Group {n}).")
  String named = "Group {n}";

  @Option(
      names = "--shuffle",
      paramLabel = "NUMBER",
      description = "Shuffled instead of by name; the same number gives the same groups again.")
  Long shuffle;

  @Option(
      names = "--balance",
      paramLabel = "FIELD",
      description = "Spreads each value of a field evenly over the groups.")
  String balance;

  @Option(
      names = "--together",
      paramLabel = "USER,USER",
      description = "People who come into one group; repeatable.")
  List<String> together = List.of();

  @Option(
      names = "--apart",
      paramLabel = "USER,USER",
      description = "People of whom no two come into one group; repeatable.")
  List<String> apart = List.of();

  @Option(
      names = "--anew",
      description = "Lets go of what an earlier --divide of this course has arranged.")
  boolean anew;

  Optional<Long> seed() {
    return Optional.ofNullable(shuffle);
  }
}
