package neatroster.cli.command;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Supplier;
import neatroster.cli.delivery.WaitDisplay;
import neatroster.cli.terminal.ProcessEnvironment;
import neatroster.cli.terminal.Screen;
import neatroster.platform.WaitListener;
import neatroster.work.delivery.PlatformExport;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.RosterFolder;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** The options that every command has. */
public final class CommonOptions {
  private static final int USUAL_WIDTH = 100;

  @Option(
      names = "--folder",
      paramLabel = "DIR",
      description =
          "The roster folder (default: this one, or the nearest above with a roster.yaml).")
  private Path folder;

  @Option(
      names = "--known",
      paramLabel = "FILE",
      arity = "1..*",
      description =
          "Exports of what the platform holds already (besides those in the roster folder’s"
              + " known/); “platform” reads it from the platform that roster.yaml names.")
  private List<String> known = List.of();

  @Option(
      names = "--format",
      paramLabel = "text|json",
      description = "How the result is written (default: text).")
  private Format format = Format.text;

  @Option(
      names = "--color",
      paramLabel = "auto|always|never",
      description = "Whether text is coloured (default: auto).")
  private Color color = Color.auto;

  @Option(names = "--quiet", description = "No remarks besides the result.")
  private boolean quiet;

  @Option(names = "--verbose", description = "Technical details where something goes wrong.")
  private boolean verbose;

  @Option(
      names = {"--help", "-h"},
      usageHelp = true,
      description = "Shows this help.")
  @SuppressWarnings("UnusedVariable") // picocli reads it
  private boolean help;

  @Spec(Spec.Target.MIXEE)
  private CommandSpec command;

  private Screen screen;

  /** How results are written; the names are those on the command line. */
  enum Format {
    text,
    json
  }

  /** When text is coloured; the names are those on the command line. */
  enum Color {
    auto,
    always,
    never
  }

  /** What the command works in. */
  CommandContext context() {
    Path directory = environment().directory();
    CommandContext context =
        new CommandContext(directory, RosterFolder.find(directory, folder), known, screen());
    if (known.contains(PlatformExport.WORD)) {
      RosterFolder place =
          context.folderOr(
              "--known platform reads the platform that a roster folder names, and there is no such"
                  + " folder here. Try --folder.");
      context.standFor(
          Map.of(
              PlatformExport.WORD,
              PlatformExport.read(place, context.settings(), screen(), waits())));
    }
    return context;
  }

  /** A path that the user named, where it is. */
  Path resolve(Path named) {
    return environment().directory().resolve(named);
  }

  boolean json() {
    return format == Format.json;
  }

  boolean isQuiet() {
    return quiet;
  }

  boolean verbose() {
    return verbose;
  }

  ProcessEnvironment environment() {
    return program().environment();
  }

  Program program() {
    return (Program) command.root().userObject();
  }

  /** Who says what is waited for. */
  WaitListener waits() {
    return quiet
        ? WaitListener.NOBODY
        : new WaitDisplay(environment().err(), environment().terminal());
  }

  /** Another command line with the options that say how its output is shown. */
  String[] likeThis(List<String> args) {
    List<String> all = new ArrayList<>(args);
    all.add("--color");
    all.add(color.name());
    if (quiet) {
      all.add("--quiet");
    }
    if (verbose) {
      all.add("--verbose");
    }
    return all.toArray(String[]::new);
  }

  /** Gives the result as JSON, or in words. */
  void show(Supplier<JsonObject> document, Consumer<Screen> text) {
    if (json()) {
      Json.write(screen().out(), document.get());
    } else {
      text.accept(screen());
    }
  }

  /** Where this command's words go. */
  public Screen screen() {
    if (screen == null) {
      ProcessEnvironment environment = environment();
      boolean colored =
          switch (color) {
            case always -> true;
            case never -> false;
            case auto -> environment.terminal() && System.getenv("NO_COLOR") == null;
          };
      boolean wraps = (environment.terminal() || System.getenv("COLUMNS") != null) && !json();
      screen =
          new Screen(
              environment.out(), environment.err(), colored && !json(), quiet, width(), wraps);
    }
    return screen;
  }

  private static int width() {
    // What the user says, else what the terminal said to the launcher.
    for (String columns :
        new String[] {System.getenv("COLUMNS"), System.getProperty("neatroster.columns")}) {
      if (columns != null && columns.matches("[1-9]\\d{1,3}")) {
        return Math.max(40, Math.min(160, Integer.parseInt(columns)));
      }
    }
    return USUAL_WIDTH;
  }
}
