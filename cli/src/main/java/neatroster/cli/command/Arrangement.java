package neatroster.cli.command;

import java.util.List;
import neatroster.work.folder.AddedSheet;

/**
 * What arrange would write.
 *
 * @param title what is done, as a heading
 * @param parts who comes where
 * @param remarks what is left as it is, and why
 * @param sheets the sheets that would hold it
 */
record Arrangement(String title, List<Part> parts, List<String> remarks, List<AddedSheet> sheets) {
  /**
   * People who come to one place.
   *
   * @param name the group, the course or the grade
   * @param people their names
   * @param there how many are there already
   */
  record Part(String name, List<String> people, int there) {}

  /** Whether nobody is moved. */
  boolean isNothing() {
    return parts.stream().allMatch(part -> part.people().isEmpty());
  }
}
