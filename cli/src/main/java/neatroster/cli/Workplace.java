package neatroster.cli;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Settings;
import neatroster.core.roster.KnownUsers;
import neatroster.register.FolderLock;
import neatroster.register.Register;
import neatroster.register.RegisterException;

/** A folder that a command writes to, locked for it, with its register open. */
final class Workplace implements Closeable {
  private static final Duration PATIENCE = Duration.ofSeconds(5);

  private final RosterFolder folder;
  private final FolderLock lock;
  private final Register register;
  private final AccountsFile accounts;

  private Workplace(RosterFolder folder, Settings settings, FolderLock lock, Register register) {
    this.folder = folder;
    this.lock = lock;
    this.register = register;
    this.accounts =
        new AccountsFile(
            folder.path("accounts"),
            settings.keeping().sealed(),
            new Passphrase(folder, settings.keeping()),
            register);
  }

  /**
   * The folder that a writing command works in.
   *
   * @param to the folder for files outside a roster folder, or null
   */
  static RosterFolder folder(CommonOptions options, Path to, String command) {
    if (to != null) {
      Path place = options.resolve(to);
      new WritePlaces(Optional.empty(), List.of()).verifyFolder(place, to.toString());
      return RosterFolder.at(place, to);
    }
    return options
        .folder()
        .orElseThrow(
            () ->
                Problem.usage(
                    "There is no roster folder here. Say where to write: neat-roster "
                        + command
                        + " users.xlsx --to DIR"));
  }

  /**
   * Takes the folder's lock, opens its register, and finishes what an interrupted command left half
   * done.
   */
  static Workplace open(RosterFolder folder, Settings settings, String command, Screen screen) {
    FolderLock lock = null;
    Register register = null;
    try {
      if (!Files.isDirectory(folder.root().toAbsolutePath())) {
        PrivateFiles.folder(folder.root());
      }
      Path root = folder.root().toAbsolutePath();
      folder.verifyStaysWithin();
      lock = lock(folder, command);
      PrivateFiles.ensure(Register.file(root));
      SqliteLibrary.prepare();
      register = Register.open(root);
      Workplace workplace = new Workplace(folder, settings, lock, register);
      workplace.accounts.recover();
      if (workplace.accounts.sealIfAsked()) {
        screen.remark(
            folder.shown("accounts/accounts.csv")
                + " lay open; the accounts are sealed now, in "
                + folder.shown(workplace.accounts.name())
                + ", and the open file is gone.");
      }
      return workplace;
    } catch (IOException | RegisterException | RuntimeException e) {
      close(register, lock);
      if (e instanceof Problem problem) {
        throw problem;
      }
      throw unwritable(folder, e);
    }
  }

  /** Takes a folder's lock, so that no other command writes into it. */
  static FolderLock lock(RosterFolder folder, String command) throws IOException {
    Path root = folder.root().toAbsolutePath();
    String note = command + " (process " + ProcessHandle.current().pid() + ")";
    try {
      return FolderLock.take(root, note, PATIENCE)
          .orElseThrow(
              () ->
                  Problem.unreadable(
                      "Another command is at work in this folder: "
                          + FolderLock.holder(root)
                          + ". Try again when it is done.",
                      null));
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw Problem.unreadable("Interrupted while waiting for the folder.", e);
    }
  }

  private static Problem unwritable(RosterFolder folder, Exception e) {
    if (e instanceof RegisterException) {
      return Problem.unreadable(e.getMessage() + ".", e);
    }
    if (e instanceof RuntimeException runtime && !(e instanceof java.io.UncheckedIOException)) {
      throw runtime;
    }
    return Problem.unreadable(folder.name() + " cannot be written to (" + reason(e) + ").", e);
  }

  /** Why a file could not be read or written, without the name of the exception. */
  static String reason(Exception e) {
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

  /** Everyone who has an account. */
  KnownUsers known() {
    try {
      List<KnownUser> users = register.users();
      return users.isEmpty() ? KnownUsers.none() : new KnownUsers(users);
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    }
  }

  /** The accounts of a folder that is only read: none where it has no register. */
  static KnownUsers knownIn(Optional<RosterFolder> folder) {
    if (folder.isEmpty() || !Files.exists(Register.file(folder.get().root()))) {
      return KnownUsers.none();
    }
    SqliteLibrary.prepare();
    try (Register register = Register.open(folder.get().root().toAbsolutePath())) {
      return new KnownUsers(register.users());
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    }
  }

  /** The join codes issued in a folder that is only read: none where it has no register. */
  static List<JoinCode> joinCodesIn(RosterFolder folder) {
    if (!Files.exists(Register.file(folder.root()))) {
      return List.of();
    }
    SqliteLibrary.prepare();
    try (Register register = Register.open(folder.root().toAbsolutePath())) {
      return register.joinCodes();
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    }
  }

  RosterFolder folder() {
    return folder;
  }

  Register register() {
    return register;
  }

  AccountsFile accounts() {
    return accounts;
  }

  private static void close(Register register, FolderLock lock) {
    try {
      if (register != null) {
        register.close();
      }
      if (lock != null) {
        lock.close();
      }
    } catch (RegisterException | IOException e) {
      throw Problem.unreadable("The register could not be closed.", e);
    }
  }

  @Override
  public void close() {
    close(register, lock);
  }
}
