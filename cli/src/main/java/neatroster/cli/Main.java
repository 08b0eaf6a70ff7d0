package neatroster.cli;

import java.io.UncheckedIOException;
import java.nio.file.InvalidPathException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.function.Supplier;
import neatroster.cli.command.AddCommand;
import neatroster.cli.command.ArrangeCommand;
import neatroster.cli.command.BeginCommand;
import neatroster.cli.command.CheckCommand;
import neatroster.cli.command.ConfirmCommand;
import neatroster.cli.command.DemoCommand;
import neatroster.cli.command.FindCommand;
import neatroster.cli.command.HandoutCommand;
import neatroster.cli.command.HistoryCommand;
import neatroster.cli.command.InspectCommand;
import neatroster.cli.command.IssueCommand;
import neatroster.cli.command.NextStep;
import neatroster.cli.command.PackCommand;
import neatroster.cli.command.PracticeCommand;
import neatroster.cli.command.PreviewCommand;
import neatroster.cli.command.Program;
import neatroster.cli.command.RulesCommand;
import neatroster.cli.command.SendCommand;
import neatroster.cli.command.TidyCommand;
import neatroster.cli.command.UndoCommand;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.ProcessEnvironment;
import neatroster.cli.terminal.TextWrap;
import neatroster.core.grid.OutOfMemoryInSheetException;
import neatroster.core.text.Nearest;
import neatroster.disk.DiskErrors;
import neatroster.disk.TemporaryFiles;
import neatroster.work.Problem;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.IExecutionExceptionHandler;
import picocli.CommandLine.IParameterExceptionHandler;
import picocli.CommandLine.MissingParameterException;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.UsageMessageSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.ParseResult;
import picocli.CommandLine.Spec;
import picocli.CommandLine.UnmatchedArgumentException;

/** The program. */
@Command(
    name = "neat-roster",
    description =
        "Checks spreadsheets of users, courses, groups and enrollments, gives the people their"
            + " accounts, writes import batches for a learning platform, and delivers them.",
    footer = {
      "",
      "Start with:  neat-roster demo",
      "Help on one: neat-roster help COMMAND",
      "Exit codes:  0 done · 1 there are errors in the sheets · 2 wrong usage or settings",
      "             3 a file or the platform could not be read or written · 4 delivered in part",
      "             130 interrupted"
    },
    synopsisSubcommandLabel = "COMMAND")
public final class Main implements Runnable, Program {
  private static final String NAME_AND_VERSION = "neat-roster " + Version.text();

  /** Every command, in the order of the work. */
  private static final Map<String, Supplier<Callable<Integer>>> COMMANDS = new LinkedHashMap<>();

  static {
    COMMANDS.put("begin", BeginCommand::new);
    COMMANDS.put("inspect", InspectCommand::new);
    COMMANDS.put("tidy", TidyCommand::new);
    COMMANDS.put("add", AddCommand::new);
    COMMANDS.put("arrange", ArrangeCommand::new);
    COMMANDS.put("check", CheckCommand::new);
    COMMANDS.put("issue", IssueCommand::new);
    COMMANDS.put("preview", PreviewCommand::new);
    COMMANDS.put("pack", PackCommand::new);
    COMMANDS.put("send", SendCommand::new);
    COMMANDS.put("confirm", ConfirmCommand::new);
    COMMANDS.put("history", HistoryCommand::new);
    COMMANDS.put("undo", UndoCommand::new);
    COMMANDS.put("handout", HandoutCommand::new);
    COMMANDS.put("find", FindCommand::new);
    COMMANDS.put("rules", RulesCommand::new);
    COMMANDS.put("practice", PracticeCommand::new);
    COMMANDS.put("demo", DemoCommand::new);
  }

  private static final int WIDTH = 96;
  private static final int LIST_INDENT = 12;

  private final ProcessEnvironment environment;

  @Spec private CommandSpec spec;

  @Option(
      names = {"--help", "-h"},
      usageHelp = true,
      description = "Shows this help.")
  @SuppressWarnings("UnusedVariable") // picocli reads it
  private boolean help;

  @Option(names = "--version", versionHelp = true, description = "Shows the version.")
  @SuppressWarnings("UnusedVariable") // picocli reads it
  private boolean version;

  private Main(ProcessEnvironment environment) {
    this.environment = environment;
  }

  /** Runs a command line and ends the process with its exit code. */
  public static void main(String[] args) {
    ProcessEnvironment environment = ProcessEnvironment.ofProcess();
    int exit = Exit.DONE;
    if (args.length == 1 && args[0].equals("--version")) {
      // Scripts ask this often; the command line's machinery takes longer to load than to answer.
      environment.out().println(NAME_AND_VERSION);
    } else {
      exit = runWithinMemory(environment, args);
    }
    environment.flush();
    if (environment.out().checkError() && exit < Exit.USAGE) {
      exit = Exit.UNREADABLE;
      environment
          .err()
          .println(
              "neat-roster: Standard output could not be written to its end; what stands there is"
                  + " not the whole answer.");
      environment.err().flush();
    }
    System.exit(exit);
  }

  private static int runWithinMemory(ProcessEnvironment environment, String... args) {
    try {
      TemporaryFiles.clear();
      return execute(environment, args);
    } catch (OutOfMemoryError e) {
      environment
          .err()
          .println(
              "neat-roster: The sheets need more memory than there is. Give more with"
                  + " NEAT_ROSTER_JAVA_OPTIONS=-Xmx4g, or check the sheets in parts.");
      return Exit.UNREADABLE;
    }
  }

  /** Runs a command line and gives its exit code. */
  static int execute(ProcessEnvironment environment, String... words) {
    String[] args = helpAsOption(words);
    CommandLine commands = new CommandLine(new Main(environment));
    // Describing a command to the parser takes time: only the one that is meant, where that can be
    // told.
    Set<String> meant =
        args.length > 0 && COMMANDS.containsKey(args[0]) ? Set.of(args[0]) : COMMANDS.keySet();
    meant.forEach(name -> commands.addSubcommand(name, COMMANDS.get(name).get()));
    commands.getCommandSpec().version(NAME_AND_VERSION);
    commands.setOut(environment.outWriter());
    commands.setErr(environment.errWriter());
    commands
        .getHelpSectionMap()
        .put(UsageMessageSpec.SECTION_KEY_COMMAND_LIST, help -> commandList(help));
    commands.setUsageHelpAutoWidth(false);
    commands.setUsageHelpWidth(WIDTH);
    Troubles troubles = new Troubles(environment, List.of(args).contains("--verbose"));
    commands.setParameterExceptionHandler(troubles);
    commands.setExecutionExceptionHandler(troubles);
    return commands.execute(args);
  }

  /** {@code help check} is {@code check --help}. */
  private static String[] helpAsOption(String... words) {
    boolean isHelp = words.length > 0 && words.length < 3 && words[0].equals("help");
    if (!isHelp) {
      return words;
    }
    if (words.length == 1) {
      return new String[] {"--help"};
    }
    return COMMANDS.containsKey(words[1])
        ? new String[] {words[1], "--help"}
        : new String[] {words[1]};
  }

  /** Every command with the first sentence of what it does. */
  private static String commandList(CommandLine.Help help) {
    StringBuilder list = new StringBuilder();
    help.subcommands()
        .forEach(
            (name, command) -> {
              String[] description = command.commandSpec().usageMessage().description();
              List<String> lines =
                  TextWrap.lines(firstSentence(String.join(" ", description)), WIDTH - LIST_INDENT);
              for (int i = 0; i < lines.size(); i++) {
                list.append(String.format("  %-10s%s%n", i == 0 ? name : "", lines.get(i)));
              }
            });
    return list.toString();
  }

  private static String firstSentence(String text) {
    int end = text.indexOf(". ");
    return end < 0 ? text : text.substring(0, end + 1);
  }

  /** Says what went wrong. A class of its own can be kept in the archive that we start from. */
  private static final class Troubles
      implements IParameterExceptionHandler, IExecutionExceptionHandler {
    private final ProcessEnvironment environment;
    private final boolean verbose;

    Troubles(ProcessEnvironment environment, boolean verbose) {
      this.environment = environment;
      this.verbose = verbose;
    }

    @Override
    public int handleParseException(ParameterException e, String[] args) {
      return usage(environment, e);
    }

    @Override
    public int handleExecutionException(Exception e, CommandLine command, ParseResult parsed) {
      return trouble(environment, e, verbose);
    }
  }

  @Override
  public ProcessEnvironment environment() {
    return environment;
  }

  @Override
  public int run(ProcessEnvironment inside, String... words) {
    return execute(inside, words);
  }

  /**
   * Without a command it says where one stands, or, where that is no roster folder, what there is.
   */
  @Override
  public void run() {
    if (!NextStep.say(environment)) {
      spec.commandLine().usage(environment.outWriter());
    }
  }

  private static int usage(ProcessEnvironment environment, ParameterException e) {
    CommandLine command = e.getCommandLine();
    String message = e.getMessage();
    if (e instanceof UnmatchedArgumentException unmatched && !unmatched.getUnmatched().isEmpty()) {
      message = unmatched(command, unmatched.getUnmatched().get(0));
    } else if (e instanceof MissingParameterException) {
      message = "Something is missing: " + message + ".";
    }
    environment.err().println("neat-roster: " + message);
    environment.err().println("Help: " + command.getCommandSpec().qualifiedName() + " --help");
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
    Set<String> known = command.getSubcommands().keySet();
    return "there is no command “" + argument + "”." + meant(Nearest.word(argument, known));
  }

  private static String meant(Optional<String> word) {
    return word.map(near -> " Is " + near + " meant?").orElse("");
  }

  private static int trouble(ProcessEnvironment environment, Exception e, boolean verbose) {
    int exit = Exit.UNREADABLE;
    String message;
    if (e instanceof Problem problem) {
      exit = Exit.of(problem);
      message = problem.getMessage();
    } else if (e instanceof OutOfMemoryInSheetException memory) {
      message =
          memory.sheet()
              + " needs more memory than there is. Give more with NEAT_ROSTER_JAVA_OPTIONS=-Xmx4g, or"
              + " check it in parts.";
    } else if (e instanceof InvalidPathException path) {
      message =
          "“"
              + path.getInput()
              + "” cannot be the name of a file here. If it has accents, run the command with"
              + " LC_ALL=C.UTF-8.";
    } else if (e instanceof UncheckedIOException io) {
      message = "A file could not be read or written (" + DiskErrors.reason(io.getCause()) + ").";
    } else {
      message =
          "Something went wrong that should not have, and the work was not done to its end. Add --verbose and send"
              + " us what it prints.";
    }
    environment.err().println("neat-roster: " + message);
    if (verbose) {
      e.printStackTrace(environment.err());
    }
    return exit;
  }
}
