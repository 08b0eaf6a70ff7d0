package neatroster.work.folder;

import java.time.Instant;
import java.util.Optional;
import neatroster.runs.KeptChanges;

/**
 * Something that says what the platform holds: an export of it, what it says itself, or what we
 * delivered.
 *
 * @param name what it is called, as the user would
 * @param at as of when: when it was delivered, or first seen here, or what the settings say
 * @param export the file of an export or of the platform's answer
 * @param delivered what a run delivered
 * @param isPlatform whether it is what the platform itself says
 */
public record KnownSource(
    String name,
    Instant at,
    Optional<FileArgument> export,
    Optional<Delivered> delivered,
    boolean isPlatform) {
  /**
   * What a run delivered.
   *
   * @param run its name
   */
  public record Delivered(String run, KeptChanges changes) {}

  /** The run that it was delivered with; nothing of an export. */
  public Optional<String> run() {
    return delivered.map(Delivered::run);
  }
}
