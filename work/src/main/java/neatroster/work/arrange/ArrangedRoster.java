package neatroster.work.arrange;

import java.io.Closeable;
import java.util.ArrayList;
import java.util.List;
import neatroster.core.arrange.CoursePeople;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.core.model.Counted;
import neatroster.core.roster.Link;
import neatroster.core.text.Nearest;
import neatroster.work.Problem;
import neatroster.work.folder.AddedSheet;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.OpenRoster;

/** The folder's roster, checked, before its people are moved. */
public final class ArrangedRoster implements Closeable {
  private final OpenRoster open;
  private final CheckResult checked;
  private final CoursePeople people;

  /**
   * Opens it.
   *
   * @param without sheets of ours that are to be written anew, so that what they say does not count
   */
  ArrangedRoster(CommandContext context, List<AddedSheet> without) {
    open = OpenRoster.openWith(context, without);
    checked = Checker.check(open.roster(), KnownFiles.checkInput(context, open.roster()));
    people = new CoursePeople(context.settings(), checked);
  }

  CheckResult checked() {
    return checked;
  }

  CoursePeople people() {
    return people;
  }

  /** The number of a course that the command line names. */
  int course(String name) {
    Link course = checked.resolved().courses().find(name);
    if (course.isFound()) {
      return course.number();
    }
    List<String> codes = new ArrayList<>();
    for (int i = 0; i < checked.resolved().courses().count(); i++) {
      codes.add(checked.resolved().courses().code(i));
    }
    throw Problem.usage(
        "There is no course “"
            + name
            + "”."
            + Nearest.word(name, codes)
                .map(near -> " Is " + near + " meant?")
                .orElse(codes.isEmpty() ? " No sheet lists courses." : ""));
  }

  String code(int course) {
    return checked.resolved().courses().code(course);
  }

  /** What has to be said of people who could not be moved. */
  List<String> remarks() {
    List<String> remarks = new ArrayList<>();
    if (!people.withoutReference().isEmpty()) {
      remarks.add(
          Arrangement.counted(people.withoutReference().size())
              + " left as they are, for they have neither username, email nor id yet: "
              + String.join(", ", people.withoutReference().stream().limit(5).toList())
              + ". Run neat-roster issue first.");
    }
    if (!people.notListed().isEmpty()) {
      remarks.add(
          Arrangement.counted(people.notListed().size())
              + " left where they are, for no list of users has them any more: "
              + String.join(", ", people.notListed().stream().distinct().limit(5).toList())
              + ".");
    }
    int faulty = checked.faultyLines().cardinality();
    if (faulty > 0) {
      remarks.add(
          Counted.of(faulty, "row") + " with errors left out of it; neat-roster check says which.");
    }
    return remarks;
  }

  @Override
  public void close() {
    open.close();
  }
}
