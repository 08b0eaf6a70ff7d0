package neatroster.work.handout;

import java.io.IOException;
import java.util.List;
import java.util.Set;
import java.util.function.IntConsumer;
import java.util.stream.Collectors;
import neatroster.core.handout.PasswordErasure;
import neatroster.core.model.KnownUser;
import neatroster.register.FirstPasswords;
import neatroster.register.RegisterException;
import neatroster.runs.RunSecrets;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.PasswordPlaces;

/**
 * Which first passwords were removed from a roster folder, and which were kept.
 *
 * @param removed how many were removed
 * @param undelivered how many are kept because no batch has them
 * @param untold whose are kept because nothing was printed for them
 * @param stillIn the files and runs that hold first passwords all the same
 */
public record PasswordRemoval(
    int removed, int undelivered, List<String> untold, List<String> stillIn) {
  /**
   * Removes those that the platform has and that were handed out.
   *
   * @param agreement is told how many will be removed, and throws where they are to stay; not asked
   *     where there are none
   */
  public static PasswordRemoval of(
      Recipients recipients, LockedRosterFolder lockedFolder, IntConsumer agreement)
      throws IOException, RegisterException {
    Set<String> onPlatform =
        recipients.known().users().all().stream()
            .filter(KnownUser::isOnPlatform)
            .map(KnownUser::reference)
            .collect(Collectors.toSet());
    FirstPasswords passwords = lockedFolder.register().passwords();
    PasswordErasure erasure =
        PasswordErasure.of(
            recipients.people(),
            recipients.passwords().keySet(),
            passwords.told(),
            passwords.notDelivered(),
            passwords.due(),
            onPlatform);
    int removed = 0;
    if (!erasure.forgettable().isEmpty()) {
      agreement.accept(erasure.forgettable().size());
      removed = lockedFolder.accounts().forget(erasure.forgettable());
      RunSecrets.forget(
          lockedFolder.folder().path("runs"), lockedFolder.accounts(), erasure.forgettable());
    }
    return new PasswordRemoval(
        removed,
        erasure.undelivered(),
        erasure.untold(),
        PasswordPlaces.of(lockedFolder.folder(), lockedFolder.register()));
  }
}
