package neatroster.disk;

/** What a disk says, in words for people. */
public final class DiskErrors {
  private DiskErrors() {}

  /** Why a file could not be read or written, without the name of the exception. */
  public static String reason(Exception e) {
    if (e instanceof java.nio.file.AccessDeniedException) {
      return "you may not write there";
    }
    if (e instanceof java.nio.file.FileAlreadyExistsException) {
      return "there is a file of that name";
    }
    if (e instanceof java.nio.file.NoSuchFileException) {
      return "there is no such folder";
    }
    if (e instanceof java.nio.file.FileSystemException named && named.getReason() != null) {
      // Its message begins with the path, which may be one of our drafts.
      return plain(named.getReason());
    }
    return e.getMessage() == null ? "the disk gave up" : plain(e.getMessage());
  }

  /** The words of operating systems in ours. */
  private static String plain(String reason) {
    if (reason.contains("No space left") || reason.contains("not enough space")) {
      return "the disk is full";
    }
    if (reason.contains("File too large")) {
      return "a file may not grow as large here";
    }
    if (reason.contains("Read-only file system") || reason.contains("Permission denied")) {
      return "you may not write there";
    }
    if (reason.contains("File name too long")) {
      return "the name is too long";
    }
    return reason;
  }
}
