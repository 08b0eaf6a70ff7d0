package neatroster.core.intake;

import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;

/**
 * Tells rows that are no data: headers that come again on each printed page, totals, the notes of
 * an export.
 */
final class NoData {
  /** The example is the first row of a starter sheet, or not far below what was put above it. */
  private static final int ROWS_OF_EXAMPLE = 200;

  private static final Set<String> TOTALS =
      Set.of(
          "total",
          "totals",
          "sum",
          "count",
          "summe",
          "gesamt",
          "anzahl",
          "totaux",
          "somme",
          "nombre total",
          "suma",
          "totales",
          "soma",
          "contagem",
          "grand total",
          "subtotal");

  /** What gradebooks hold below or above the people, with a number in every column. */
  private static final Set<String> OF_MARKS =
      Set.of(
          "points possible",
          "possible points",
          "maximum points",
          "max points",
          "class average",
          "course average",
          "overall average",
          "average",
          "mean",
          "median",
          "maximum",
          "minimum",
          "durchschnitt",
          "klassendurchschnitt",
          "mittelwert",
          "höchstpunktzahl",
          "punkte möglich",
          "moyenne",
          "moyenne de la classe",
          "points possibles",
          "promedio",
          "promedio de la clase",
          "puntos posibles",
          "média",
          "média da turma",
          "pontos possíveis");

  /** A count at the end of a list of names, told by its number or its colon. */
  private static final Pattern COUNT =
      Pattern.compile(
          "(?:total|sum|count|number of|gesamt|summe|anzahl|nombre(?: de)?|n[uú]mero(?: de)?|teilnehmende"
              + "|teilnehmer|persons?|people|participants?|participantes?|personnes?|personas)\\b[^@]{0,40}?"
              + "(?:[:=]\\s*\\d*|\\s\\d+)(?:\\s+\\p{L}+)?\\.?",
          Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);

  private static final Pattern FOOTER =
      Pattern.compile(
          "(?:total|sum|count|gesamt|summe|anzahl)\\b.{0,40}\\d+|(?:generated|exported|printed|created|page|seite|página|pagina"
              + "|erstellt|exportiert|gedruckt|exporté|imprimé|généré|generado|exportado|impreso|gerado|impresso|end of"
              + " (?:list|report)|ende der liste|fin de la liste|fin de lista|fim da lista)\\b.*",
          Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);

  private final Table table;
  private final List<Column> columns;
  private int rowsSeen;
  private final int first;

  NoData(Table table, List<Column> columns) {
    this.table = table;
    this.columns = columns;
    int firstNamed = -1;
    for (Column column : columns) {
      if (firstNamed < 0 && !column.header().isEmpty()) {
        firstNamed = column.index();
      }
    }
    first = firstNamed;
  }

  /** Why a row is no data, or null where it is. */
  String why(SheetRow row) {
    if (row.isSetAside()) {
      return "remark";
    }
    if (first >= 0 && sameAsHeader(row, columns.get(first)) && repeatsHeader(row)) {
      return "repeated header";
    }
    if (rowsSeen < ROWS_OF_EXAMPLE) {
      rowsSeen++;
      if (ExampleRow.is(table, columns, row)) {
        return SkippedRow.EXAMPLE;
      }
    }
    // Only rows with hardly anything in them can be totals or footers, but for those of marks.
    int filled = 0;
    int at = -1;
    for (int i = 0; i < row.size() && filled <= 3; i++) {
      if (!row.cell(i).isBlank()) {
        at = at < 0 ? i : at;
        filled++;
      }
    }
    if (at < 0) {
      return null;
    }
    if (filled > 3) {
      return columns.size() > 3 && mayBeOfMarks(row.cell(at)) ? "total" : null;
    }
    String text = row.cell(at).cleaned();
    if (OF_MARKS.contains(text.toLowerCase(Locale.ROOT).replaceAll("[:.]$", ""))
        && columns.size() > 2) {
      return "total";
    }
    if (filled == 1 && COUNT.matcher(text).matches()) {
      return "total";
    }
    if (columns.size() < 3) {
      return null;
    }
    if (TOTALS.contains(text.toLowerCase(Locale.ROOT).replaceAll("[:.]$", ""))) {
      return "total";
    }
    return filled == 1 && FOOTER.matcher(text).matches() ? "footer" : null;
  }

  private static boolean mayBeOfMarks(Cell cell) {
    // The longest of them has 20 letters; most rows are told by their first cell's length.
    return cell.length() >= 4
        && cell.length() < 40
        && OF_MARKS.contains(cell.cleaned().toLowerCase(Locale.ROOT).replaceAll("[:.]$", ""));
  }

  private boolean repeatsHeader(SheetRow row) {
    for (Column column : columns) {
      if (!column.header().isEmpty() && !sameAsHeader(row, column)) {
        return false;
      }
    }
    return true;
  }

  private static boolean sameAsHeader(SheetRow row, Column column) {
    Cell cell = row.cell(column.index());
    String header = column.header();
    return cell.length() >= header.length() && cell.cleaned().equalsIgnoreCase(header);
  }
}
