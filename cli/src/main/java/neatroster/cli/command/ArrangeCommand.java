package neatroster.cli.command;

import java.util.List;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import neatroster.cli.report.FindingsText;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
import neatroster.cli.terminal.Terminal;
import neatroster.core.arrange.ArrangeException;
import neatroster.core.check.Finding;
import neatroster.work.Problem;
import neatroster.work.arrange.Arrangement;
import neatroster.work.arrange.Dividing;
import neatroster.work.arrange.GradesUp;
import neatroster.work.arrange.Moving;
import neatroster.work.folder.AddedSheet;
import neatroster.work.folder.CommandContext;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** The roster's own moves, written as sheets. */
@Command(
    name = "arrange",
    description = {
      "Moves people within the roster: learners of a course into groups, people from course to",
      "course, everybody up a grade. What it does is shown, and written as a sheet of its own that",
      "has the last word over the others; delete the sheet to take it back."
    })
public final class ArrangeCommand implements Callable<Integer> {
  /** So many names of one place are shown. */
  private static final int SHOWN = 12;

  @Mixin private CommonOptions options;
  @Mixin private DivideOptions divide;

  @Option(
      names = "--move",
      paramLabel = "COURSE",
      description = "Moves the learners of a course to the one that --to-course names.")
  private String move;

  @Option(names = "--to-course", paramLabel = "COURSE", description = "Where --move moves them.")
  private String toCourse;

  @Option(
      names = "--role",
      paramLabel = "ROLE",
      description = "Moves those in this role, as instructor, instead of the learners.")
  private String role;

  @Option(
      names = "--grades-up",
      description = "Moves everybody up a grade, or those whom --where means.")
  private boolean gradesUp;

  @Option(
      names = "--last-grade",
      paramLabel = "N",
      description = "Whoever is in this grade leaves the school and is not moved up.")
  private Integer lastGrade;

  @Option(
      names = "--where",
      paramLabel = "FIELD=VALUE",
      description = "Moves only those with this value, as grade=6; repeatable, all must hold.")
  private List<String> where = List.of();

  @Option(names = "--yes", description = "Writes it without asking.")
  private boolean yes;

  @Override
  public Integer call() {
    long kinds = Stream.of(divide.course != null, move != null, gradesUp).filter(is -> is).count();
    if (kinds != 1) {
      throw Problem.usage(
          "Say one of --divide COURSE, --move COURSE --to-course COURSE, or --grades-up; neat-roster"
              + " arrange --help tells the rest.");
    }
    if (role != null && move == null) {
      throw Problem.usage("--role goes with --move COURSE.");
    }
    CommandContext context = options.context();
    context.folderOr("There is no roster folder here whose people could be moved. Try --folder.");
    try {
      Arrangement arrangement = arrangement(context);
      return settle(context, arrangement);
    } catch (ArrangeException e) {
      throw Problem.usage(e.getMessage());
    }
  }

  private Arrangement arrangement(CommandContext context) throws ArrangeException {
    if (divide.course != null) {
      return new Dividing(context, divide.asked(), where).arrange();
    }
    if (move != null) {
      if (toCourse == null) {
        throw Problem.usage("--move needs --to-course COURSE.");
      }
      return new Moving(context, where, role).arrange(move, toCourse);
    }
    return new GradesUp(context, where, lastGrade).arrange();
  }

  private int settle(CommandContext context, Arrangement arrangement) {
    if (arrangement.isNothing()) {
      if (options.json()) {
        json(options.screen(), arrangement, false);
      } else {
        show(options.screen(), arrangement);
        options.screen().line("Nobody is to be moved; nothing was written.");
      }
      return Exit.DONE;
    }
    List<Finding> errors = arrangement.errors(context);
    if (!options.json()) {
      show(options.screen(), arrangement);
    }
    if (!errors.isEmpty()) {
      if (options.json()) {
        json(options.screen(), arrangement, false);
      } else {
        new FindingsText(options.screen()).list(errors);
        options.screen().line(options.screen().red("Nothing was written."));
      }
      return Exit.FINDINGS;
    }
    boolean isMeant = yes || isMeant(options.screen());
    if (isMeant) {
      arrangement.save(context);
    }
    if (options.json()) {
      json(options.screen(), arrangement, isMeant);
    } else if (isMeant) {
      options.screen().line("Wrote " + names(arrangement) + ".");
    } else {
      options.screen().line("Nothing was written. To write " + names(arrangement) + ": --yes");
    }
    return Exit.DONE;
  }

  private static String names(Arrangement arrangement) {
    return arrangement.sheets().stream()
        .map(AddedSheet::shown)
        .collect(Collectors.joining(" and "));
  }

  private boolean isMeant(Screen screen) {
    if (options.json() || Terminal.console().isEmpty()) {
      return false;
    }
    screen.out().flush();
    String answer =
        Terminal.console().orElseThrow().readLine("Type yes to write it into the roster: ");
    return answer != null && answer.strip().equalsIgnoreCase("yes");
  }

  private static void show(Screen screen, Arrangement arrangement) {
    screen.line(screen.bold(arrangement.title()));
    for (Arrangement.Part part : arrangement.parts()) {
      List<String> people = part.people();
      String more = people.size() > SHOWN ? " and " + (people.size() - SHOWN) + " more" : "";
      screen.line(
          String.format("  %-22s %4d  ", part.name(), people.size() + part.there())
              + people.stream().limit(SHOWN).collect(Collectors.joining(", "))
              + more
              + (part.there() == 0
                  ? ""
                  : screen.dim(
                      (people.isEmpty() ? "" : "  ") + "(" + part.there() + " there already)")));
    }
    screen.line("");
    arrangement.remarks().forEach(remark -> screen.line(screen.yellow(remark)));
    if (!arrangement.remarks().isEmpty()) {
      screen.line("");
    }
  }

  private static void json(Screen screen, Arrangement arrangement, boolean written) {
    Json.write(
        screen.out(),
        Json.of("arrange")
            .put("written", written)
            .list(
                "parts",
                arrangement.parts(),
                part ->
                    new JsonObject()
                        .put("name", part.name())
                        .put("there", part.there())
                        .put("people", part.people()))
            .put("remarks", arrangement.remarks())
            .list("files", arrangement.sheets(), AddedSheet::shown));
  }
}
