package neatroster.work.folder;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.settings.Settings;
import neatroster.core.state.KnownUsers;
import neatroster.disk.DiskErrors;
import neatroster.disk.PrivateFiles;
import neatroster.register.FolderLock;
import neatroster.register.Register;
import neatroster.register.RegisterException;
import neatroster.register.Run;
import neatroster.register.SqliteLibrary;
import neatroster.work.Dialog;
import neatroster.work.Problem;

/** A folder that a command writes to, locked for it, with its register open. */
public final class LockedRosterFolder implements Closeable {
  private static final Duration PATIENCE = Duration.ofSeconds(5);

  private final RosterFolder folder;
  private final FolderLock lock;
  private final Register register;
  private final AccountsFile accounts;

  private LockedRosterFolder(
      RosterFolder folder, Settings settings, FolderLock lock, Register register, Dialog dialog) {
    this.folder = folder;
    this.lock = lock;
    this.register = register;
    this.accounts =
        new AccountsFile(
            folder.path("accounts"),
            settings.keeping().sealed(),
            new Passphrase(folder, settings.keeping(), dialog),
            register);
  }

  /**
   * Takes the folder's lock, opens its register, and finishes what an interrupted command left half
   * done.
   */
  public static LockedRosterFolder open(
      RosterFolder folder, Settings settings, String command, Dialog dialog) {
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
      LockedRosterFolder lockedFolder =
          new LockedRosterFolder(folder, settings, lock, register, dialog);
      lockedFolder.accounts.recover();
      if (lockedFolder.accounts.sealIfAsked()) {
        dialog.remark(
            folder.shown("accounts/accounts.csv")
                + " lay open; the accounts are sealed now, in "
                + folder.shown(lockedFolder.accounts.name())
                + ", and the open file is gone.");
      }
      return lockedFolder;
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
    return Problem.unreadable(
        folder.name() + " cannot be written to (" + DiskErrors.reason(e) + ").", e);
  }

  /** Everyone who has an account. */
  public KnownUsers known() {
    try {
      List<KnownUser> users = register.users();
      return users.isEmpty() ? KnownUsers.none() : new KnownUsers(users);
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    }
  }

  /** What is asked of a register. */
  @FunctionalInterface
  private interface Question<T> {
    T of(Register register) throws RegisterException;
  }

  /** Asks the register of a folder that is only read, if it has one. */
  private static <T> T ask(Optional<RosterFolder> folder, T none, Question<T> question) {
    if (folder.isEmpty() || !Files.exists(Register.file(folder.get().root()))) {
      return none;
    }
    SqliteLibrary.prepare();
    try (Register register = Register.open(folder.get().root().toAbsolutePath())) {
      return question.of(register);
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    }
  }

  /** The accounts of a folder that is only read: none where it has no register. */
  public static KnownUsers knownIn(Optional<RosterFolder> folder) {
    return ask(folder, KnownUsers.none(), register -> new KnownUsers(register.users()));
  }

  /** The join codes issued in a folder that is only read. */
  public static List<JoinCode> joinCodesIn(RosterFolder folder) {
    return ask(Optional.of(folder), List.of(), Register::joinCodes);
  }

  /** Whose accounts the platform is due another first password, in a folder that is only read. */
  public static Set<String> passwordsDueIn(RosterFolder folder) {
    return ask(Optional.of(folder), Set.of(), register -> register.passwords().due());
  }

  /** What a service calls things, in a folder that is only read. */
  public static Map<String, String> platformIdsIn(RosterFolder folder, String service) {
    return ask(Optional.of(folder), Map.of(), register -> register.deliveries().ids(service));
  }

  /**
   * When the contents of exports were first seen, by their digests. What is new is remembered where
   * the folder has a register that can be written to.
   */
  static Map<String, Instant> exportsSeenIn(Optional<RosterFolder> folder, List<String> digests) {
    return ask(folder, Map.of(), register -> register.runs().exportsSeen(digests, Instant.now()));
  }

  /** The runs packed in a folder that is only read: none where it has no register. */
  public static List<Run> runsIn(RosterFolder folder) {
    return ask(Optional.of(folder), List.of(), register -> register.runs().all());
  }

  public RosterFolder folder() {
    return folder;
  }

  public Register register() {
    return register;
  }

  public AccountsFile accounts() {
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
