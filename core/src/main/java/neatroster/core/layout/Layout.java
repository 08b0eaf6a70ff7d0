package neatroster.core.layout;

import java.util.List;
import java.util.Optional;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;

/**
 * How a platform wants its import files.
 *
 * @param name what it is called after {@code layout:}
 * @param place the file that says it, as messages name it
 * @param files its files
 * @param words the platform's words
 * @param extras columns of sheets, beside all fields, that its values name
 */
public record Layout(
    String name, String place, List<LayoutFile> files, LayoutWords words, List<Extra> extras) {
  /**
   * A column of the sheets that is no field of ours and none that the settings declare.
   *
   * @param field the column as a field of the school's own
   * @param otherwise what is wrong with the layout where no sheet has such a column
   */
  public record Extra(OwnField field, String otherwise) {}

  /** The same layout with files of so many rows at the most. */
  public Layout withMostRows(int most) {
    return with(files.stream().map(file -> file.withMostRows(most)).toList());
  }

  /**
   * The same layout with a file for each course or site, where that can be: a person's rows stay
   * together.
   *
   * @param by {@code course} or {@code site}
   */
  public Layout splitBy(String by) {
    return with(files.stream().map(file -> file.splitBy(by)).toList());
  }

  /** Whether there is anything that its files could not hold. */
  public boolean isNarrow() {
    return files.stream().anyMatch(LayoutFile::isNarrow);
  }

  /** Whether some column holds a field. */
  public boolean names(Field field) {
    return files.stream()
        .flatMap(file -> file.columns().stream())
        .anyMatch(column -> column.value().names().contains(field.label()));
  }

  /** Whether some file has room for a change. */
  public boolean takes(PlannedChange change) {
    for (LayoutFile file : files) {
      if (file.takes(change) || file.takesAlong(change)) {
        return true;
      }
    }
    return false;
  }

  /**
   * What is wrong where rows of a file tell nobody apart, which would fill a platform with rows of
   * nobody; nothing where all do.
   */
  public Optional<String> whatIsMissing() {
    for (LayoutFile file : files) {
      Optional<String> missing = file.whatIsMissing();
      if (missing.isPresent()) {
        return Optional.of(
            "nothing in a row of "
                + file.form().sheet().orElse(file.name().toString())
                + " tells one "
                + file.row().word()
                + " from another; a column has to say "
                + missing.get());
      }
    }
    return Optional.empty();
  }

  private Layout with(List<LayoutFile> other) {
    return new Layout(name, place, other, words, extras);
  }
}
