package neatroster.disk;

import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.stream.Stream;

/**
 * A folder in the making: filled beside its place, and moved there when it is whole, so that nobody
 * ever sees half of it. What is not finished goes.
 */
public final class NewFolder implements NewFiles, Closeable {
  private static final String SCRATCH = ".scratch";

  private final Path making;

  private NewFolder(Path making) {
    this.making = making;
  }

  /** Starts one under a name of its own beside its place. */
  public static NewFolder beside(Path place) throws IOException {
    return start(TemporaryFileRegistry.beside(place));
  }

  /**
   * Starts one under a given name.
   *
   * @param making where it is filled; nothing may be there
   */
  public static NewFolder start(Path making) throws IOException {
    TemporaryFileRegistry.goesWithProcess(making);
    PrivateFiles.folder(making);
    return new NewFolder(making);
  }

  @Override
  public OutputStream create(String path) throws IOException {
    Path file = making.resolve(path);
    PrivateFiles.folder(file.getParent());
    return PrivateFiles.create(file);
  }

  @Override
  public Path scratch() throws IOException {
    Path scratch = making.resolve(SCRATCH);
    PrivateFiles.folder(scratch);
    return scratch;
  }

  private void clearScratch() throws IOException {
    if (Files.exists(making.resolve(SCRATCH))) {
      PrivateFiles.delete(making.resolve(SCRATCH));
    }
  }

  /** Moves the folder to where nothing is yet, whole or not at all. */
  public void moveTo(Path place) throws IOException {
    clearScratch();
    Files.move(making, place, StandardCopyOption.ATOMIC_MOVE);
    TemporaryFileRegistry.done(making);
  }

  /**
   * Moves its files into a folder that is there already, all of them or none.
   *
   * @throws FileAlreadyExistsException where one of that name is there; its file is the place
   */
  public void moveFilesInto(Path place) throws IOException {
    clearScratch();
    try (Stream<Path> made = Files.list(making)) {
      List<Path> all = made.sorted().toList();
      for (Path file : all) {
        Path target = place.resolve(file.getFileName());
        if (Files.exists(target)) {
          throw new FileAlreadyExistsException(target.toString());
        }
      }
      for (Path file : all) {
        Files.move(file, place.resolve(file.getFileName()));
      }
    }
  }

  @Override
  public void close() throws IOException {
    PrivateFiles.delete(making);
    TemporaryFileRegistry.done(making);
  }
}
