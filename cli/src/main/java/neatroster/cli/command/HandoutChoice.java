package neatroster.cli.command;

import java.util.List;
import java.util.Optional;
import neatroster.work.handout.Recipients;
import picocli.CommandLine.Option;

/** The options that choose whom a handout is for. */
final class HandoutChoice {
  @Option(
      names = "--course",
      paramLabel = "CODE",
      description = "Only who is in this course. Repeatable.")
  private List<String> courses = List.of();

  @Option(
      names = "--group",
      paramLabel = "NAME",
      description = "Only who is in a group of that name. Repeatable.")
  private List<String> groups = List.of();

  @Option(
      names = "--site",
      paramLabel = "PATH",
      description = "Only who is at this site or below it. Repeatable.")
  private List<String> sites = List.of();

  @Option(
      names = "--run",
      paramLabel = "RUN",
      description = "Only whose accounts a packed run creates, such as 2027-01-12-1.")
  private String run;

  @Option(
      names = "--user",
      paramLabel = "USER",
      description = "Only this user: a username, email or id. Repeatable.")
  private List<String> users = List.of();

  Recipients.Named named() {
    return new Recipients.Named(courses, groups, sites, users, Optional.ofNullable(run));
  }
}
