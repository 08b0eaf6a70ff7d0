package neatroster.work.folder;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import neatroster.core.layout.Layout;
import neatroster.core.text.Nearest;
import neatroster.disk.DiskErrors;
import neatroster.disk.NewFile;
import neatroster.work.Problem;
import neatroster.work.settings.LayoutReader;
import neatroster.work.settings.SettingsException;

/** The layouts of a roster folder; where there is none, those beside the sheets. */
public final class Layouts {
  private static final String FOLDER = "layouts";
  private static final String ENDING = ".yaml";

  private final CommandContext context;

  /** The layouts that a command may name. */
  public Layouts(CommandContext context) {
    this.context = context;
  }

  private static String file(String name) {
    return FOLDER + "/" + name + ENDING;
  }

  private Path place(String file) {
    Path here = context.resolve(Path.of(file));
    return context
        .folder()
        .map(folder -> folder.path(file))
        .filter(path -> Files.exists(path) || !Files.exists(here))
        .orElse(here);
  }

  private static boolean isName(String name) {
    return name.matches("[\\p{L}\\p{N}_-][\\p{L}\\p{N}._ -]*");
  }

  /** The layout of that name. */
  public Layout named(String name) {
    if (!isName(name) || !Files.exists(place(file(name)))) {
      throw Problem.usage(
          "There is no layout “"
              + name
              + "”: "
              + file(name)
              + " is not there."
              + others(name)
              + " neat-roster inspect TEMPLATE --layout NAME makes one of a platform’s blank"
              + " import template.");
    }
    try {
      return LayoutReader.read(place(file(name)), file(name), name, context.settings());
    } catch (SettingsException e) {
      throw Problem.usage(e.getMessage());
    } catch (IOException e) {
      throw Problem.unreadable(file(name) + " cannot be read (" + DiskErrors.reason(e) + ").", e);
    }
  }

  /** Why nothing can be packed by a layout, or an empty text. */
  public String trouble(String name) {
    try {
      LayoutReader.read(place(file(name)), file(name), name, context.settings());
      return "";
    } catch (SettingsException e) {
      return e.getMessage();
    } catch (IOException e) {
      throw Problem.unreadable(file(name) + " cannot be read (" + DiskErrors.reason(e) + ").", e);
    }
  }

  private String others(String name) {
    Path layouts = place(FOLDER);
    if (!Files.isDirectory(layouts)) {
      return "";
    }
    try (Stream<Path> all = Files.list(layouts)) {
      List<String> names =
          all.map(path -> path.getFileName().toString())
              .filter(file -> file.endsWith(ENDING))
              .map(file -> file.substring(0, file.length() - ENDING.length()))
              .sorted()
              .toList();
      return names.isEmpty()
          ? ""
          : Nearest.word(name, names)
              .map(near -> " Is " + near + " meant?")
              .orElse(" There is: " + String.join(", ", names) + ".");
    } catch (IOException e) {
      return "";
    }
  }

  /** Sees to it that a layout can be made under a name. */
  public void verifyFree(String name) {
    if (!isName(name)) {
      throw Problem.usage("--layout takes a name of letters, digits and hyphens, such as harbour.");
    }
    if (Files.exists(place(file(name)))) {
      throw Problem.usage(
          file(name) + " is there already. Name another layout, or move the file away.");
    }
  }

  /**
   * Writes a new layout.
   *
   * @return its file, as people read it
   */
  public String write(String name, String text) {
    Path place =
        context
            .folder()
            .map(folder -> folder.path(file(name)))
            .orElseGet(() -> context.resolve(Path.of(file(name))));
    try {
      Files.createDirectories(place.getParent());
      NewFile.create(
          place,
          out -> {
            out.write(text.getBytes(StandardCharsets.UTF_8));
            return place;
          });
      return file(name);
    } catch (FileAlreadyExistsException e) {
      throw Problem.usage(file(name) + " is there already. Nothing was written.");
    } catch (IOException e) {
      throw Problem.unreadable(
          file(name) + " cannot be written (" + DiskErrors.reason(e) + ").", e);
    }
  }
}
