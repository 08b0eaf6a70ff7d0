package neatroster.core.batch;

/** Where the first passwords of issued accounts are kept. */
@FunctionalInterface
public interface FirstPasswords {
  /** The first password of a username, or an empty text where there is none or it was forgotten. */
  String of(String username);
}
