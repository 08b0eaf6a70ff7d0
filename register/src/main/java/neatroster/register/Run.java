package neatroster.register;

import java.time.Instant;
import java.util.Optional;

/**
 * A run that was packed.
 *
 * @param name its name, as {@code 2027-01-12-1}
 * @param packedAt when it was packed
 * @param digest what tells whether another run changes the same
 * @param deliveredAt when it was delivered, if it was
 * @param undoes the run that it takes back, if any
 * @param confirmed what was found out about it on the platform, if that was asked
 * @param isUnderWay whether its delivery to the platform was begun and has not come to its end
 */
public record Run(
    String name,
    Instant packedAt,
    String digest,
    Optional<Instant> deliveredAt,
    Optional<String> undoes,
    Optional<Confirmed> confirmed,
    boolean isUnderWay) {
  /**
   * What was found out about a delivered run.
   *
   * @param at when
   * @param digest the digest of what the platform took, as it is kept with the run
   * @param failed how many changes are missing or different
   */
  public record Confirmed(Instant at, String digest, int failed) {}
}
