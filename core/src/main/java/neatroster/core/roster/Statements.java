package neatroster.core.roster;

import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;

/**
 * Who says what the platform holds, file by file, and as of when. A delivery of ours says what it
 * changed. An export lists all that there is of a kind, or in a course; the platform itself lists
 * everything. What was said before a list was made and is not in it counts no more.
 *
 * @param files what each file of the known sheets is
 * @param before reads what was before, as a row keeps it under {@link #BEFORE}
 */
public record Statements(Map<String, Source> files, Function<String, Map<Field, String>> before) {
  /** The header of the column that says what a delivered row did. */
  public static final String CHANGE = "change";

  /** The header of the column that says what was before. */
  public static final String BEFORE = "before";

  /**
   * What a file is.
   *
   * @param kind who speaks
   * @param at as of when
   */
  public record Source(Kind kind, Instant at) {}

  /** Who speaks. */
  public enum Kind {
    /** We, of what we delivered. */
    DELIVERY,
    /** Somebody who saved a list. */
    EXPORT,
    /** The platform, of all that it holds. */
    PLATFORM
  }

  private static final Source UNDATED = new Source(Kind.EXPORT, Instant.MAX);

  /** Exports alone, all of one time. */
  public static Statements ofExports() {
    return new Statements(Map.of(), text -> Map.of());
  }

  private Source source(SheetName sheet) {
    return files.getOrDefault(sheet.file(), UNDATED);
  }

  /** Whether a sheet is what we delivered. */
  public boolean isDelivery(SheetReading sheet) {
    return source(sheet.name()).kind() == Kind.DELIVERY;
  }

  /** As of when a sheet says it. */
  Instant at(SheetReading sheet) {
    return source(sheet.name()).at();
  }

  /** When the platform itself said last what it holds, if it ever did. */
  public Optional<Instant> platformAt() {
    return files.values().stream()
        .filter(source -> source.kind() == Kind.PLATFORM)
        .map(Source::at)
        .max(Instant::compareTo);
  }

  /** Whether a row of ours made what it is about. */
  boolean isCreation(RosterRow row) {
    return isDelivery(row.reading()) && row.own(CHANGE).equals("create");
  }

  /** Whether a row of ours changed something of what was there. */
  boolean isChange(RosterRow row) {
    return isDelivery(row.reading()) && row.own(CHANGE).equals("change");
  }

  /** Whether a row of ours gave somebody another username. */
  boolean isRenaming(RosterRow row) {
    return isDelivery(row.reading()) && row.own(CHANGE).equals("rename");
  }

  /** The group that a row took somebody out of by putting them into another one, if it did. */
  Optional<String> groupLeft(RosterRow row) {
    return row.own(CHANGE).equals("regroup")
        ? Optional.of(before.apply(row.own(BEFORE)).getOrDefault(Field.GROUP, ""))
        : Optional.empty();
  }
}
