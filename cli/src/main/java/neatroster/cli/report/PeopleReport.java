package neatroster.cli.report;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import neatroster.cli.terminal.Screen;
import neatroster.core.grid.Place;
import neatroster.core.model.Counted;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Doubt;
import neatroster.core.roster.Link;
import neatroster.core.roster.People;
import neatroster.core.roster.PersonTrace;
import neatroster.core.roster.ResolvedRoster;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;

/** Who is who: which rows and accounts are one person, and by what that was found out. */
public final class PeopleReport {
  /** So many people are shown in text; programs get all. */
  private static final int SHOWN = 200;

  private final ResolvedRoster roster;
  private final People people;

  public PeopleReport(ResolvedRoster roster) {
    this.roster = roster;
    this.people = roster.people();
  }

  /** Whether somebody is worth a look: in several rows, or with an account by the name alone. */
  private boolean isToBeShown(int person) {
    int rows = people.lines(person).size();
    if (rows > 1 || people.accounts(person).size() > 1) {
      return true;
    }
    return people.account(person) >= 0
        && PersonTrace.of(roster, person).stream()
            .anyMatch(
                step ->
                    step.by().contains(Field.FULL_NAME)
                        || step.by().contains(Field.FORMER_USERNAME));
  }

  private int listed() {
    int listed = 0;
    while (listed < people.count() && people.firstLine(listed) >= 0) {
      listed++;
    }
    return listed;
  }

  /** The rows of users whose cells may stand in the wrong columns. */
  private List<Integer> misaligned() {
    return rows(Link::isNone);
  }

  /** The rows of users of whom it cannot be told whom they are about. */
  private List<Integer> undecided() {
    return rows(Link::isAmbiguous);
  }

  private List<Integer> rows(Predicate<Link> which) {
    List<Integer> lines = new ArrayList<>();
    roster
        .rows()
        .read(
            Table.USERS,
            (row, line) -> {
              Link person = people.ofLine(line);
              if (which.test(person)) {
                lines.add(line);
              }
            });
    return lines;
  }

  public void text(Screen screen) {
    int listed = listed();
    List<Integer> several = new ArrayList<>();
    int others = 0;
    for (int person = 0; person < listed; person++) {
      if (isToBeShown(person)) {
        several.add(person);
      } else if (people.account(person) >= 0) {
        others++;
      }
    }
    screen.line(
        (listed == 1 ? "1 person" : listed + " people")
            + ", "
            + several.size()
            + " of them in more than one row, or with an account that was found by the name"
            + (several.isEmpty() ? "." : ":"));
    for (int person : several.subList(0, Math.min(SHOWN, several.size()))) {
      List<PersonTrace.Step> steps = PersonTrace.of(roster, person);
      screen.line("");
      screen.line(screen.bold(title(steps)));
      int width = steps.stream().mapToInt(step -> where(step).length()).max().orElse(0);
      for (PersonTrace.Step step : steps) {
        String by = by(step);
        screen.line(
            ("  " + String.format("%-" + width + "s", where(step)) + "  " + by).stripTrailing());
      }
    }
    if (several.size() > SHOWN) {
      screen.line("");
      screen.line("… and " + (several.size() - SHOWN) + " more; --format json gives all of them.");
    }
    if (others > 0) {
      screen.line("");
      screen.line(
          (others == 1 ? "1 other has an account" : others + " others have accounts")
              + ", found by an id, a username or an email address.");
    }
    places(
        screen,
        undecided(),
        " of which it cannot be told whom they are about; neat-roster check says why:");
    places(
        screen,
        misaligned(),
        " whose cells may stand in the wrong columns, so nobody was read from them; neat-roster"
            + " check says more:");
  }

  private void places(Screen screen, List<Integer> lines, String what) {
    if (!lines.isEmpty()) {
      screen.line("");
      screen.line(Counted.of(lines.size(), "row") + what);
      lines.stream()
          .limit(SHOWN)
          .forEach(line -> screen.line("  " + place(roster.rows().place(line))));
    }
  }

  private static String title(List<PersonTrace.Step> steps) {
    return steps.stream()
        .map(PersonTrace.Step::name)
        .filter(name -> !name.isEmpty())
        .findFirst()
        .orElse("without a name");
  }

  private static String where(PersonTrace.Step step) {
    return step.place() != null
        ? place(step.place())
        : (step.account().isOnPlatform() ? "on the platform: " : "issued: ")
            + step.account().reference();
  }

  private static String place(Place place) {
    return place.sheet() + ", row " + place.row();
  }

  private static String by(PersonTrace.Step step) {
    if (step.by().isEmpty()) {
      return "";
    }
    return "by the "
        + step.by().stream()
            .map(field -> field == Field.FULL_NAME ? "name" : field.label())
            .collect(Collectors.joining(" and the "));
  }

  /** The document for programs. */
  public JsonObject document() {
    return Json.of("inspect")
        .list(
            "people",
            () -> IntStream.range(0, listed()).iterator(),
            person -> {
              List<PersonTrace.Step> steps = PersonTrace.of(roster, person);
              return new JsonObject()
                  .put("name", title(steps))
                  .list("places", steps, PeopleReport::json);
            })
        .list("torn", misaligned(), line -> json(roster.rows().place(line)))
        .list(
            "undecided",
            undecided(),
            line -> json(roster.rows().place(line)).put("why", why(line)));
  }

  private String why(int line) {
    return people.doubts(line).stream()
            .map(Doubt::kind)
            .anyMatch(kind -> kind == Doubt.Kind.SEVERAL)
        ? "several people have the name"
        : "somebody has nearly the same name";
  }

  private static JsonObject json(PersonTrace.Step step) {
    JsonObject place =
        step.place() == null
            ? new JsonObject().put("account", step.account().reference())
            : json(step.place());
    return place.list("by", step.by(), Field::key);
  }

  private static JsonObject json(Place place) {
    return new JsonObject()
        .put("file", place.sheet().file())
        .put("sheet", place.sheet().sheet())
        .put("row", place.row());
  }
}
