package neatroster.formats;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;

/** The columns of the school's own fields, the same in every row of a table. */
public final class OwnColumns {
  private final Map<Table, List<String>> names = new EnumMap<>(Table.class);
  private final List<OwnField> fields;

  /** The columns of these fields, in their order. */
  public OwnColumns(List<OwnField> fields) {
    this.fields = List.copyOf(fields);
    for (OwnField field : fields) {
      names.computeIfAbsent(field.table(), table -> new ArrayList<>()).add(field.name());
    }
  }

  /** No such fields. */
  public static OwnColumns none() {
    return new OwnColumns(List.of());
  }

  /** The fields themselves. */
  List<OwnField> fields() {
    return fields;
  }

  /** The headers behind those of a phase. */
  public List<String> of(Phase phase) {
    return switch (phase) {
      case USERS -> of(Table.USERS);
      case COURSES -> of(Table.COURSES);
      case GROUPS -> of(Table.GROUPS);
      case ENROLLMENTS, WITHDRAWALS -> of(Table.ENROLLMENTS);
      case SITES, REMOVALS -> List.of();
    };
  }

  /** The headers behind those of a table. */
  public List<String> of(Table table) {
    return names.getOrDefault(table, List.of());
  }

  /** The cells of a change in these columns. */
  public List<String> cells(PlannedChange change) {
    return of(change.phase()).stream().map(name -> change.own().getOrDefault(name, "")).toList();
  }
}
