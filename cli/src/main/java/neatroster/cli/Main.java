package neatroster.cli;

import java.io.UncheckedIOException;
import java.util.List;
import java.util.Optional;
import neatroster.core.text.Nearest;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.MissingParameterException;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.UnmatchedArgumentException;

/** The program. */
@Command(
    name = "neat-roster",
    description = {
      "Checks spreadsheets of users, courses, groups and enrollments, gives the people their",
      "accounts, and writes import batches for a learning platform."
    },
    footer = {
      "",
      "Start with:  neat-roster demo",
      "Exit codes:  0 done · 1 there are errors in the sheets · 2 wrong usage or settings ·",
      "             3 a file could not be read or written · 130 interrupted"
    },
    synopsisSubcommandLabel = "COMMAND",
    subcommands = {CheckCommand.class, IssueCommand.class, PackCommand.class, DemoCommand.class})
public final class Main implements Runnable {
  private final Streams streams;

  @Option(names = "--help", usageHelp = true, description = "Shows this help.")
  @SuppressWarnings("UnusedVariable") // picocli reads it
  private boolean help;

  @Option(names = "--version", versionHelp = true, description = "Shows the version.")
  @SuppressWarnings("UnusedVariable") // picocli reads it
  private boolean version;

  private Main(Streams streams) {
    this.streams = streams;
  }

  /** Runs a command line and ends the process with its exit code. */
  public static void main(String[] args) {
    Streams streams = Streams.ofProcess();
    int exit = run(streams, args);
    streams.flush();
    System.exit(exit);
  }

  /** Runs a command line and gives its exit code. */
  static int run(Streams streams, String... args) {
    CommandLine commands = new CommandLine(new Main(streams));
    commands.getCommandSpec().version("neat-roster " + Version.text());
    commands.setOut(streams.outWriter());
    commands.setErr(streams.errWriter());
    commands.setUsageHelpAutoWidth(false);
    commands.setUsageHelpWidth(96);
    commands.setParameterExceptionHandler((e, arguments) -> usage(streams, e));
    commands.setExecutionExceptionHandler(
        (e, command, parsed) -> trouble(streams, e, List.of(args).contains("--verbose")));
    return commands.execute(args);
  }

  Streams streams() {
    return streams;
  }

  /** Without a command there is nothing to do but to say what there is. */
  @Override
  public void run() {
    CommandLine.usage(this, streams.out());
  }

  private static int usage(Streams streams, ParameterException e) {
    CommandLine command = e.getCommandLine();
    String message = e.getMessage();
    if (e instanceof UnmatchedArgumentException unmatched && !unmatched.getUnmatched().isEmpty()) {
      message = unmatched(command, unmatched.getUnmatched().get(0));
    } else if (e instanceof MissingParameterException) {
      message = "Something is missing: " + message + ".";
    }
    streams.err().println("neat-roster: " + message);
    streams.err().println("Help: " + command.getCommandSpec().qualifiedName() + " --help");
    return Exit.USAGE;
  }

  private static String unmatched(CommandLine command, String argument) {
    if (argument.startsWith("-")) {
      String name =
          argument.contains("=") ? argument.substring(0, argument.indexOf('=')) : argument;
      List<String> known =
          command.getCommandSpec().options().stream().map(option -> option.longestName()).toList();
      return "there is no option " + name + "." + meant(Nearest.word(name, known));
    }
    List<String> known = List.copyOf(command.getSubcommands().keySet());
    return "there is no command “" + argument + "”." + meant(Nearest.word(argument, known));
  }

  private static String meant(Optional<String> word) {
    return word.map(near -> " Is " + near + " meant?").orElse("");
  }

  private static int trouble(Streams streams, Exception e, boolean verbose) {
    int exit = Exit.UNREADABLE;
    String message;
    if (e instanceof Problem problem) {
      exit = problem.exit();
      message = problem.getMessage();
    } else if (e instanceof UncheckedIOException io) {
      message = "A file could not be read or written (" + Workplace.reason(io.getCause()) + ").";
    } else {
      message =
          "Something went wrong that should not have. Nothing was written. Add --verbose and send"
              + " us what it prints.";
    }
    streams.err().println("neat-roster: " + message);
    if (verbose) {
      e.printStackTrace(streams.err());
    }
    return exit;
  }
}
