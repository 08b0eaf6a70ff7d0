package neatroster.work.arrange;

import java.util.List;
import neatroster.core.model.Counted;
import neatroster.work.folder.AddedSheet;

/**
 * What arrange would write.
 *
 * @param title what is done, as a heading
 * @param parts who comes where
 * @param remarks what is left as it is, and why
 * @param sheets the sheets that would hold it
 */
public record Arrangement(
    String title, List<Part> parts, List<String> remarks, List<AddedSheet> sheets) {
  /**
   * People who come to one place.
   *
   * @param name the group, the course or the grade
   * @param people their names
   * @param there how many are there already
   */
  public record Part(String name, List<String> people, int there) {}

  /** Whether nobody is moved. */
  public boolean isNothing() {
    return parts.stream().allMatch(part -> part.people().isEmpty());
  }

  /** How many of whom. */
  static String counted(int count) {
    return count == 1 ? "1 person" : Counted.of(count, "person").replace("persons", "people");
  }
}
