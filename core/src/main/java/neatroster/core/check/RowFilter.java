package neatroster.core.check;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiPredicate;
import java.util.function.Predicate;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.text.Cell;

/**
 * Which rows of a sheet the rules have to see. Most rows of a large roster are in order, and what
 * tells so is asked of each distinct text once, not of each row.
 *
 * <p>Whatever a rule says here, it sees every row that is irregular, that is about or enrolls
 * somebody of whom there is a doubt, who has several rows or an account, that refers to what cannot
 * be found, or that says again what an earlier row says.
 */
public final class RowFilter {
  /** Whether a text needs a look. */
  public interface TextTest {
    boolean matches(Column column, Cell text);
  }

  private final SheetReading sheet;
  private final Map<Integer, List<Predicate<Cell>>> texts = new HashMap<>();
  private final List<TextTest> oddTexts = new ArrayList<>();
  private final List<List<Integer>> allBlank = new ArrayList<>();
  private final List<Pair> pairs = new ArrayList<>();
  private boolean everyRow;

  public RowFilter(SheetReading sheet) {
    this.sheet = sheet;
  }

  /** The sheet that is asked about. */
  public SheetReading sheet() {
    return sheet;
  }

  /** Every row. */
  public void everyRow() {
    everyRow = true;
  }

  /** Rows with a text in a field's column that passes a test; blank ones are not tested. */
  public void text(Field field, Predicate<Cell> test) {
    if (sheet.has(field)) {
      text(sheet.indexOf(field), test);
    }
  }

  /** Rows with a text in a column that passes a test; empty ones are not tested. */
  public void text(int column, Predicate<Cell> test) {
    texts.computeIfAbsent(column, c -> new ArrayList<>()).add(test);
  }

  /** Rows in which the texts of two fields' columns together pass a test. */
  public void texts(Field one, Field other, BiPredicate<Cell, Cell> test) {
    if (sheet.has(one) && sheet.has(other)) {
      pairs.add(new Pair(sheet.indexOf(one), sheet.indexOf(other), test));
    }
  }

  /** Two columns whose texts are tested together. */
  public record Pair(int one, int other, BiPredicate<Cell, Cell> test) {}

  public List<Pair> pairs() {
    return pairs;
  }

  /** Rows in which one of these fields is filled in. */
  public void filled(Field... fields) {
    for (Field field : fields) {
      text(field, cell -> !cell.isBlank());
    }
  }

  /** Rows with an odd text that passes a test in the column of any field. */
  public void oddText(TextTest test) {
    oddTexts.add(test);
  }

  /** Rows in which none of these fields is filled in. */
  public void allBlank(Field... fields) {
    List<Integer> columns = new ArrayList<>();
    for (Field field : fields) {
      if (sheet.has(field)) {
        columns.add(sheet.indexOf(field));
      }
    }
    allBlank.add(columns);
  }

  /** Rows in which a column is blank. */
  public void blank(int column) {
    allBlank.add(List.of(column));
  }

  public boolean isEveryRow() {
    return everyRow;
  }

  /** The test of a column's texts, if there is one. */
  public Optional<Predicate<Cell>> ofColumn(Column column, boolean odd) {
    List<Predicate<Cell>> tests = new ArrayList<>(texts.getOrDefault(column.index(), List.of()));
    if (odd && column.field().isPresent()) {
      oddTexts.forEach(test -> tests.add(cell -> test.matches(column, cell)));
    }
    return tests.stream().reduce(Predicate::or);
  }

  /** Lists of columns, all of which are blank in a row that is to be seen. */
  public List<List<Integer>> allBlank() {
    return allBlank;
  }
}
