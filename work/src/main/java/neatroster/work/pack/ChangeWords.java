package neatroster.work.pack;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.ProjectedHeadcounts;
import neatroster.core.compare.SkippedDifference;
import neatroster.core.grid.Place;
import neatroster.core.model.Counted;
import neatroster.core.model.Field;
import neatroster.core.text.Quoted;
import neatroster.work.folder.KnownSource;

/** Changes in words. */
public final class ChangeWords {
  private ChangeWords() {}

  /**
   * A field that changes.
   *
   * @param from what the platform holds, or empty
   * @param to what it would hold, or empty
   */
  public record Difference(String field, String from, String to) {}

  /** The fields that change; of something new those that it gets, of what goes those it has. */
  public static List<Difference> differences(PlannedChange change) {
    List<Difference> differences = new ArrayList<>();
    boolean goes =
        switch (change.change()) {
          case REMOVE, WITHDRAW -> true;
          default -> false;
        };
    boolean isNew = change.before().isEmpty() && change.ownBefore().isEmpty();
    if (isNew && change.change() == Change.CHANGE && !change.value(Field.PASSWORD).isEmpty()) {
      return List.of(new Difference("first password", "", "another one"));
    }
    if (isNew) {
      change.values().forEach((field, to) -> add(differences, field, "", to));
      change
          .own()
          .forEach(
              (name, to) -> {
                if (!to.isEmpty()) {
                  differences.add(new Difference(name, "", to));
                }
              });
    } else {
      change
          .before()
          .forEach((field, from) -> add(differences, field, from, goes ? "" : change.value(field)));
      change
          .ownBefore()
          .forEach(
              (name, from) ->
                  differences.add(new Difference(name, from, change.own().getOrDefault(name, ""))));
    }
    return differences;
  }

  private static void add(List<Difference> differences, Field field, String from, String to) {
    if (field != Field.PASSWORD) {
      differences.add(new Difference(field.label(), from, to));
    }
  }

  /** What is changed, for people: the fields, or the name of what comes or goes. */
  public static String what(PlannedChange change) {
    return switch (change.change()) {
      case CREATE -> name(change.values());
      case REMOVE -> name(change.before());
      case ENROLL, WITHDRAW ->
          change.value(Field.ROLE).isEmpty() ? "" : "as " + change.value(Field.ROLE);
      default ->
          differences(change).stream()
              .map(one -> one.field() + " " + shown(one.from()) + " → " + shown(one.to()))
              .collect(Collectors.joining(", "));
    };
  }

  private static String name(Map<Field, String> values) {
    String name =
        (values.getOrDefault(Field.GIVEN_NAME, "")
                + " "
                + values.getOrDefault(Field.FAMILY_NAME, ""))
            .strip();
    return name.isEmpty() ? values.getOrDefault(Field.TITLE, "") : name;
  }

  /** The name of a field as JSON writes it. */
  public static String key(String field) {
    return Field.named(field).map(Field::key).orElse(field);
  }

  public static String shown(String value) {
    return value.isEmpty() ? "(nothing)" : Quoted.value(value);
  }

  /** Where a change comes from; why, where no row says it. */
  public static String why(PlannedChange change) {
    return change.place() == null ? change.why() : where(change.place());
  }

  public static String where(Place place) {
    return place == null ? "" : place.sheet() + ", row " + place.row();
  }

  /** A difference that is left, without what it is about. */
  public static String what(SkippedDifference left) {
    return left.field().isEmpty()
        ? left.from()
        : left.field() + " " + shown(left.from()) + ", in the sheet " + shown(left.to());
  }

  /** What a setting that leaves differences would let through. */
  public static String through(String setting, int count) {
    return setting.contains("changed:")
        ? "would let "
            + count
            + " through that somebody changed on the platform since we delivered "
            + (count == 1 ? "it" : "them")
        : "would let " + count + " through";
  }

  /** How the courses would stand, where somebody should look. */
  public static List<String> projected(ProjectedHeadcounts projected) {
    List<String> lines = new ArrayList<>();
    projected.empty().forEach(course -> lines.add(course + " would stand empty."));
    for (ProjectedHeadcounts.Over over : projected.over()) {
      lines.add(
          over.course()
              + " would have "
              + Counted.of(over.after(), "learner")
              + " for "
              + Counted.of(over.capacity(), "place")
              + ".");
    }
    return lines;
  }

  /** The files that say what the platform holds, a line each, and how old they are. */
  public static List<String> sources(List<KnownSource> sources) {
    Map<String, Instant> newest = new LinkedHashMap<>();
    for (KnownSource source : sources) {
      String name =
          source.run().map(run -> "run " + run + ", delivered").orElse(source.name() + ", as of");
      newest.putIfAbsent(name, source.at());
    }
    List<String> lines = new ArrayList<>();
    newest.forEach((name, at) -> lines.add(name + " " + ago(at)));
    return lines;
  }

  private static String ago(Instant at) {
    LocalDate day = LocalDate.ofInstant(at, ZoneId.systemDefault());
    long days = ChronoUnit.DAYS.between(day, LocalDate.now(ZoneId.systemDefault()));
    return day + (days == 0 ? " (today)" : " (" + Counted.of(days, "day") + " ago)");
  }
}
