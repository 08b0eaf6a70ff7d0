package neatroster.core.intake;

import java.util.Optional;
import neatroster.core.grid.SheetName;

/** What a copy of a sheet says of where its rows are from; {@link SourceNote} reads it. */
public final class SourceNoteText {
  private SourceNoteText() {}

  /** The header of the column of reasons in a sheet of rows to be corrected. */
  public static String header(SheetReading copied) {
    return SourceNote.REASON
        + " (from "
        + named(copied)
        + readAs(copied).map(as -> ", read as " + as).orElse("")
        + ")";
  }

  /** What a sheet was read as, where other sheets told it. */
  private static Optional<String> readAs(SheetReading copied) {
    return switch (copied.shape()) {
      case GRID -> Optional.of(SourceNote.GRID + String.join("; ", copied.coursesOfGrid()));
      case MOVES -> Optional.of(SourceNote.MOVES);
      default ->
          copied.columns().stream().anyMatch(column -> column.by() == Column.By.LINKED)
                  || copied.isProvenByOthers()
              ? Optional.of(copied.table().word())
              : Optional.empty();
    };
  }

  /** The remark about one tab of a workbook that is a copy. */
  public static String remark(String tab, SheetReading copied) {
    return "Tab “" + tab + "” is a copy of " + named(copied) + ".";
  }

  private static String named(SheetReading copied) {
    SheetName name = copied.source();
    return name.file()
        + (name.sheet() == null ? "" : ", sheet " + name.sheet())
        + copied.courseOfAll().map(course -> ", course " + course).orElse("");
  }
}
