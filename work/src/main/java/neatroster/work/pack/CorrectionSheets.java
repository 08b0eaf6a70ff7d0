package neatroster.work.pack;

import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.grid.Place;
import neatroster.core.grid.RowWriter;
import neatroster.core.intake.EnrollmentForm;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SourceNoteText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.runs.NewRun;
import neatroster.sheets.CsvRows;
import neatroster.sheets.XlsxRows;
import neatroster.work.folder.FileStems;

/**
 * The rows that were left out, for each sheet in a sheet of its own with the same columns and one
 * more that says why. They can be mended there and given to {@code check} again.
 */
public final class CorrectionSheets implements Closeable {
  /** In these a spreadsheet program keeps what it would change in CSV, as leading noughts. */
  private static final Set<String> WORKBOOKS = Set.of("xlsx", "xls", "ods");

  private final NewRun files;
  private final Optional<Boolean> asWorkbooks;
  private final Map<Place, String> whyOfPlace = new HashMap<>();
  private final Map<SheetReading, RowWriter> open = new LinkedHashMap<>();
  private final Set<String> stems = new HashSet<>();
  private final List<String> names = new ArrayList<>();
  private int rows;

  /**
   * Correction sheets.
   *
   * @param asWorkbooks whether all are workbooks, or none is; where nothing is said, those of
   *     workbooks are
   */
  public CorrectionSheets(NewRun files, CheckResult checked, Optional<Boolean> asWorkbooks) {
    this.files = files;
    this.asWorkbooks = asWorkbooks;
    for (Finding finding : checked.findings()) {
      if (finding.severity() == Severity.ERROR) {
        add(
            finding.place(),
            finding.suggestion() == null
                ? finding.message()
                : finding.message() + " Type " + finding.suggestion() + ".");
        if (finding.doubtsRelated()) {
          for (Place place : finding.related()) {
            add(
                place,
                (place.sheet().equals(finding.place().sheet())
                        ? "Row "
                        : finding.place().sheet() + ", row ")
                    + finding.place().row()
                    + " clashes with this one: "
                    + finding.message());
          }
        }
      }
    }
  }

  private void add(Place place, String why) {
    whyOfPlace.merge(place, why, (one, other) -> one + " " + other);
  }

  /** Adds a row. */
  public void add(RosterRow row, String why) {
    try {
      RowWriter sheet = open.get(row.reading());
      if (sheet == null) {
        sheet = start(row.reading());
      }
      List<String> cells = new ArrayList<>();
      // In a row that is misaligned the password may be anywhere: such a row is named, not copied.
      boolean copied = !(row.isUneven() && row.reading().hasSecrets());
      int count =
          copied
              ? Math.max(row.reading().columns().size(), row.raw().size())
              : row.reading().columns().size();
      for (int i = 0; i < count; i++) {
        boolean shown = copied && !row.reading().isSecret(i);
        cells.add(shown ? row.raw().cell(i).toString() : "");
      }
      boolean underHeadings = row.reading().shape() == EnrollmentForm.HEADINGS;
      if (underHeadings) {
        // The heading is not copied: what it says stands in columns of its own.
        int width = row.reading().columns().size();
        row.enrollments(
            in -> {
              cells.add(width, in.text(Field.GROUP));
              cells.add(width, in.text(Field.COURSE));
            });
        while (cells.size() < width + 2) {
          cells.add(width, "");
        }
      }
      // Cells beyond the header come behind the reason, so that the reason stands below its header.
      String reason = why != null ? why : whyOfPlace.getOrDefault(row.place(), "");
      if (!copied) {
        reason = "Row " + row.number() + " of the sheet: " + reason;
      }
      cells.add(row.reading().columns().size() + (underHeadings ? 2 : 0), reason);
      sheet.row(cells);
      rows++;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private RowWriter start(SheetReading sheet) throws IOException {
    boolean isWorkbook = asWorkbooks.orElse(WORKBOOKS.contains(sheet.sheet().facts().format()));
    String stem = FileStems.free(sheet.name(), stems);
    String name = "corrections/" + stem + (isWorkbook ? ".xlsx" : ".csv");
    names.add(name);
    OutputStream out = files.create(name);
    RowWriter rowsOfSheet = isWorkbook ? new XlsxRows(out, stem) : CsvRows.forPeople(out);
    open.put(sheet, rowsOfSheet);
    List<String> header = new ArrayList<>(sheet.headersOfCopy());
    if (sheet.shape() == EnrollmentForm.HEADINGS) {
      header.add(Field.COURSE.label());
      header.add(Field.GROUP.label());
    }
    header.add(SourceNoteText.header(sheet));
    rowsOfSheet.row(header);
    return rowsOfSheet;
  }

  /** How many rows were added. */
  public int rows() {
    return rows;
  }

  /** The files, in the run folder. */
  public List<String> names() {
    return names;
  }

  @Override
  public void close() throws IOException {
    for (RowWriter sheet : open.values()) {
      sheet.close();
    }
  }
}
