package neatroster.cli.command;

import java.util.List;
import java.util.Optional;
import neatroster.work.arrange.Dividing;
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
  private Integer number;

  @Option(names = "--size", paramLabel = "N", description = "Into groups of at most so many.")
  private Integer size;

  @Option(
      names = "--by",
      paramLabel = "FIELD",
      description = "A group for each value of a field, as grade or site.")
  private String by;

  @Option(
      names = "--into",
      paramLabel = "NAME",
      description = "Into the group of this name; repeatable.")
  private List<String> into = List.of();

  @Option(
      names = "--named",
      paramLabel = "TEXT",
      description = "What new groups are called; {n} is their number (default: Group {n}).")
  private String named = "Group {n}";

  @Option(
      names = "--shuffle",
      paramLabel = "NUMBER",
      description = "Shuffled instead of by name; the same number gives the same groups again.")
  private Long shuffle;

  @Option(
      names = "--balance",
      paramLabel = "FIELD",
      description = "Spreads each value of a field evenly over the groups.")
  private String balance;

  @Option(
      names = "--together",
      paramLabel = "USER,USER",
      description = "People who come into one group; repeatable.")
  private List<String> together = List.of();

  @Option(
      names = "--apart",
      paramLabel = "USER,USER",
      description = "People of whom no two come into one group; repeatable.")
  private List<String> apart = List.of();

  @Option(
      names = "--anew",
      description = "Lets go of what an earlier --divide of this course has arranged.")
  private boolean anew;

  /** What the command line asks for. */
  Dividing.Asked asked() {
    return new Dividing.Asked(
        course,
        Optional.ofNullable(number),
        Optional.ofNullable(size),
        Optional.ofNullable(by),
        into,
        named,
        Optional.ofNullable(shuffle),
        Optional.ofNullable(balance),
        together,
        apart,
        anew);
  }
}
