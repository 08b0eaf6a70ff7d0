package neatroster.work.delivery;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import neatroster.core.confirm.CourseCounts;
import neatroster.core.grid.Place;
import neatroster.core.state.Contradiction;
import neatroster.core.state.Known;
import neatroster.runs.RunConfirmation;

/** What became of a run on the platform. */
public final class ConfirmedRun {
  private final String run;
  private final RunConfirmation changes;
  private final List<Extra> extras = new ArrayList<>();
  private List<Place> notOfTheRun = List.of();
  private final Map<String, Integer> notKept = new TreeMap<>();
  private List<CourseCounts.Count> headcounts = List.of();
  private StillAsked stillAsked = new StillAsked(Map.of(), List.of(), 0);
  private final List<String> twice = new ArrayList<>();
  private int changedSince;
  private boolean isByReport;
  private int notYet;

  /** Somebody in a course whom nobody asked for. */
  public record Extra(String user, String course) {}

  ConfirmedRun(String run, RunConfirmation changes) {
    this.run = run;
    this.changes = changes;
  }

  void addExtra(String user, String course) {
    extras.add(new Extra(user, course));
  }

  void reported(List<Place> others) {
    isByReport = true;
    notOfTheRun = List.copyOf(others);
  }

  void notKept(String field) {
    notKept.merge(field, 1, Integer::sum);
  }

  void headcounts(List<CourseCounts.Count> counts) {
    headcounts = List.copyOf(counts);
  }

  void stillAsked(StillAsked asked) {
    stillAsked = asked;
  }

  void changedSince(boolean isSo) {
    changedSince += isSo ? 1 : 0;
  }

  void twice(Known now) {
    now.told().doubledCourses().forEach(code -> twice.add("course  " + code));
    now.told().contradictions().stream()
        .filter(one -> one.kind() == Contradiction.Kind.TWO_ACCOUNTS)
        .forEach(one -> twice.add("user  " + one.counts() + " and " + one.other()));
  }

  void notYet(int waitedFor) {
    notYet = waitedFor;
  }

  /** The run's name. */
  public String run() {
    return run;
  }

  /** Its changes, by what became of them. */
  public RunConfirmation changes() {
    return changes;
  }

  /** Who is in courses without having been asked for. */
  public List<Extra> extras() {
    return extras;
  }

  /** The refused rows of the platform's report that are about nothing in the run. */
  public List<Place> notOfTheRun() {
    return notOfTheRun;
  }

  /** The fields that the platform has no room for, with how many values. */
  public Map<String, Integer> notKept() {
    return notKept;
  }

  /** How many people are in the courses that the run enrolled people in. */
  public List<CourseCounts.Count> headcounts() {
    return headcounts;
  }

  /** What the sheets ask for and the platform does not have. */
  public StillAsked stillAsked() {
    return stillAsked;
  }

  /** What the platform has more than once, a line for each. */
  public List<String> twice() {
    return twice;
  }

  /** How many changes were changed again by a run that was delivered later. */
  public int changedSince() {
    return changedSince;
  }

  /** Whether it goes by the platform's report of the upload, not by what the platform holds. */
  public boolean isByReport() {
    return isByReport;
  }

  /** How many changes were still not there when the waiting ended. */
  public int notYet() {
    return notYet;
  }

  /** Whether all is there as it was asked, and so many people are in the courses. */
  public boolean isFine() {
    return changes.missing().isEmpty()
        && changes.different().isEmpty()
        && changes.undecided() == 0
        && twice.isEmpty()
        && headcounts.stream().allMatch(count -> count.expected() == count.there());
  }
}
