package neatroster.core.roster;

import neatroster.core.model.Person;

/**
 * Whether an account that is there under a username is the person's who is meant: the same id or
 * address, or at least a name that fits. A username alone does not say so.
 */
public final class SamePerson {
  private SamePerson() {}

  /**
   * Whether nothing of an account says that it is somebody else's.
   *
   * @param meant who is meant, as far as that is known
   * @param there what the account tells of itself
   */
  public static boolean mayBe(Person meant, Person there) {
    boolean haveIds = !meant.id().isEmpty() && !there.id().isEmpty();
    if (haveIds) {
      // An id of the platform's own may stand there; then the rest tells.
      boolean isTheId = meant.id().equals(there.id());
      return isTheId || (isAddressed(meant, there) && isNamed(meant, there));
    }
    return isAddressed(meant, there) || isNamed(meant, there);
  }

  private static boolean isNamed(Person meant, Person there) {
    return NameCompatibility.fits(meant.fullName(), there.fullName());
  }

  /** Whether a mark that nobody shares says that an account is a person's. */
  public static boolean isMarked(Person meant, Person there) {
    boolean haveIds = !meant.id().isEmpty() && !there.id().isEmpty();
    return haveIds ? meant.id().equals(there.id()) : isAddressed(meant, there);
  }

  private static boolean isAddressed(Person meant, Person there) {
    return !meant.email().isEmpty() && meant.email().equalsIgnoreCase(there.email());
  }
}
