package neatroster.work.settings;

import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.CharacterCodingException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.nodes.Node;

/** A file in YAML, of a size that people write by hand. */
final class YamlFile {
  private static final int LARGEST = 1 << 20;

  private YamlFile() {}

  /** The text of a file. */
  static String text(Path file, String name) throws SettingsException, IOException {
    try {
      if (!Files.isRegularFile(file)) {
        throw new SettingsException(name + " is no file");
      }
      if (Files.size(file) > LARGEST) {
        throw new SettingsException(name + " is larger than settings can be");
      }
      return Files.readString(file);
    } catch (CharacterCodingException e) {
      throw new SettingsException(name + " is no text in UTF-8");
    }
  }

  /** What a text says, with errors that name the line and column. */
  static YamlSection root(String name, String text) throws SettingsException {
    LoaderOptions options = new LoaderOptions();
    options.setMaxAliasesForCollections(20);
    options.setNestingDepthLimit(30);
    try {
      Node root = new Yaml(options).compose(new StringReader(text));
      return root == null ? YamlSection.empty(name) : YamlSection.of(name, root);
    } catch (MarkedYAMLException e) {
      String place =
          e.getProblemMark() == null
              ? ""
              : ", line "
                  + (e.getProblemMark().getLine() + 1)
                  + ", column "
                  + (e.getProblemMark().getColumn() + 1);
      throw new SettingsException(name + place + ": this is not YAML (" + e.getProblem() + ")");
    } catch (YAMLException e) {
      throw new SettingsException(name + ": this is not YAML (" + firstLine(e.getMessage()) + ")");
    }
  }

  private static String firstLine(String message) {
    return message == null ? "" : message.lines().findFirst().orElse("");
  }
}
