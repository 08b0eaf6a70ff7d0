package neatroster.core.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.pattern.Pattern;
import neatroster.core.pattern.PatternException;
import neatroster.core.settings.Settings;
import neatroster.core.settings.SheetPlan;
import neatroster.core.text.Cleaning;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** A sheet's columns as its headers tell them, changed to what the settings say of them. */
final class PlannedColumns {
  private final Table table;
  private final Optional<SheetPlan> plan;
  private final List<Column> columns;
  private final Map<OwnField, Integer> own = new LinkedHashMap<>();
  private final Map<Integer, Pattern> patterns = new HashMap<>();
  private final Map<Integer, Map<String, Integer>> partsOf = new HashMap<>();
  private final Map<String, Map<String, String>> words;

  PlannedColumns(FoundHeader found, Optional<SheetPlan> plan, Settings.Reading settings) {
    List<OwnField> ownFields = settings.ownFields();
    this.table = found.table();
    this.plan = plan;
    this.columns = new ArrayList<>(found.columns());
    for (OwnField field : ownFields) {
      if (field.table() == table) {
        for (Column column : columns) {
          if (isNamed(column, field.name()) && !own.containsKey(field)) {
            set(column.index(), Optional.empty());
            own.put(field, column.index());
          }
        }
      }
    }
    if (plan.isPresent()) {
      for (String header : plan.get().leave()) {
        set(index(header, "leave"), Optional.empty());
      }
      plan.get().columns().forEach((name, source) -> fill(name, source, ownFields));
    }
    words = words(settings.words(), plan);
    List<Column> statuses =
        columns.stream().filter(c -> c.field().equals(Optional.of(Field.STATUS))).toList();
    if (!statuses.isEmpty()) {
      Map<String, String> ofStatus =
          words.computeIfAbsent(Field.STATUS.label(), f -> new HashMap<>());
      StatusWords.of(table).forEach(ofStatus::putIfAbsent);
      statuses.forEach(c -> StatusWords.ofFlag(c.header()).forEach(ofStatus::putIfAbsent));
    }
  }

  private void fill(String name, String source, List<OwnField> ownFields) {
    int at = source.indexOf('{') >= 0 ? composed(source, name) : index(source, name);
    Optional<Field> field =
        Field.named(name)
            .filter(f -> table.fields().contains(f) || HeaderWords.OF_ENROLLMENT.contains(f));
    if (field.isPresent()) {
      for (Column column : List.copyOf(columns)) {
        if (column.field().equals(field)) {
          set(column.index(), Optional.empty());
        }
      }
      set(at, field);
      return;
    }
    for (OwnField one : ownFields) {
      if (one.table() == table
          && HeaderWords.squeeze(one.name()).equals(HeaderWords.squeeze(name))) {
        set(at, Optional.empty());
        own.put(one, at);
        return;
      }
    }
    throw new SheetPlanException(
        place() + "there is no field " + Quoted.value(name) + " in " + table.word() + ".");
  }

  /** A field that several columns fill stands in the first of them. */
  private int composed(String source, String field) {
    try {
      Pattern pattern = Pattern.parse(source);
      Map<String, Integer> parts = new LinkedHashMap<>();
      for (String header : pattern.names()) {
        parts.put(header, index(header, field));
      }
      if (parts.isEmpty()) {
        throw new SheetPlanException(
            place() + Quoted.value(source) + " names no column; write one in braces.");
      }
      int at = parts.values().iterator().next();
      patterns.put(at, pattern);
      partsOf.put(at, parts);
      return at;
    } catch (PatternException e) {
      throw new SheetPlanException(
          place()
              + "in "
              + Quoted.value(source)
              + ", character "
              + e.position()
              + ": "
              + e.getMessage());
    }
  }

  /** The column of a header or of letters. */
  private int index(String source, String what) {
    for (Column column : columns) {
      if (isNamed(column, source)) {
        return column.index();
      }
    }
    for (Column column : columns) {
      if (column.letters().equalsIgnoreCase(source.strip())) {
        return column.index();
      }
    }
    List<String> headers = columns.stream().map(Column::header).filter(h -> !h.isEmpty()).toList();
    throw new SheetPlanException(
        place()
            + what
            + ": the sheet has no column "
            + Quoted.value(source)
            + Nearest.word(source, headers).map(near -> "; is “" + near + "” meant?").orElse("."));
  }

  private static boolean isNamed(Column column, String name) {
    return !column.header().isEmpty()
        && HeaderWords.squeeze(column.header()).equals(HeaderWords.squeeze(name));
  }

  private String place() {
    return plan.map(p -> p.place() + ": ").orElse("");
  }

  private void set(int index, Optional<Field> field) {
    Column before = columns.get(index);
    columns.set(index, before.as(field, Column.By.SETTINGS));
  }

  List<Column> columns() {
    return columns;
  }

  /** The columns of the school's own fields. */
  Map<OwnField, Integer> own() {
    return own;
  }

  /** The columns that are used up in putting another together. */
  List<Integer> parts() {
    List<Integer> parts = new ArrayList<>();
    partsOf.values().forEach(named -> parts.addAll(named.values()));
    return parts;
  }

  /** For a field, by its name, what its values are to be read as, by value in lower case. */
  Map<String, Map<String, String>> words() {
    return words;
  }

  /** The columns in which something else stands than the sheet says. */
  List<ColumnMapping> mappings() {
    List<ColumnMapping> mappings = new ArrayList<>();
    for (Column column : columns) {
      Map<String, String> ofField =
          column
              .field()
              .map(Field::label)
              .or(() -> ownIn(column).map(OwnField::key))
              .map(name -> words.getOrDefault(name, Map.of()))
              .orElse(Map.of());
      Optional<Pattern> pattern = Optional.ofNullable(patterns.get(column.index()));
      if (pattern.isPresent() || !ofField.isEmpty()) {
        mappings.add(
            new ColumnMapping(
                column.index(), pattern, partsOf.getOrDefault(column.index(), Map.of()), ofField));
      }
    }
    return mappings;
  }

  private Optional<OwnField> ownIn(Column column) {
    return own.entrySet().stream()
        .filter(entry -> entry.getValue() == column.index())
        .map(Map.Entry::getKey)
        .findFirst();
  }

  /** The words of the settings and of the plan, by value in lower case. */
  private static Map<String, Map<String, String>> words(
      Map<String, Map<String, String>> ofAll, Optional<SheetPlan> plan) {
    Map<String, Map<String, String>> all = new HashMap<>();
    for (Map<String, Map<String, String>> some :
        List.of(ofAll, plan.map(SheetPlan::words).orElse(Map.of()))) {
      some.forEach(
          (field, words) ->
              words.forEach(
                  (from, to) ->
                      all.computeIfAbsent(field, f -> new HashMap<>())
                          .put(Cleaning.clean(from).toLowerCase(Locale.ROOT), to)));
    }
    return all;
  }
}
