package neatroster.cli;

/** The version of this build. */
public final class Version {
  private Version() {}

  /** The version as {@code 0.1.0}, from the program's jar. */
  public static String text() {
    String version = Version.class.getPackage().getImplementationVersion();
    return version == null ? "(not built)" : version;
  }
}
