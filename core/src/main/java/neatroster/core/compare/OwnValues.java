package neatroster.core.compare;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;

/** The school's own fields of rows, in the order of the settings. */
final class OwnValues {
  private final Settings settings;

  OwnValues(Settings settings) {
    this.settings = settings;
  }

  /** Those of a row, blank ones filled with the settings' defaults. */
  Map<String, String> of(RosterRow row) {
    return values(
        row.table(),
        row.text(Field.ROLE),
        row.text(Field.SITE),
        field -> row.own(field).replace(Cleared.WORD, ""));
  }

  private Map<String, String> values(
      Table table, String role, String site, Function<OwnField, String> valueOf) {
    if (settings.reading().ownFields().isEmpty()) {
      return Map.of();
    }
    Map<String, String> own = new LinkedHashMap<>();
    for (OwnField field : settings.reading().ownFields()) {
      if (field.table() == table) {
        String value = valueOf.apply(field);
        own.put(
            field.name(),
            value.isEmpty() ? defaults(table, role, site).getOrDefault(field.key(), "") : value);
      }
    }
    return own;
  }

  private Map<String, String> defaults(Table table, String role, String site) {
    return settings.defaults().of(role, site).getOrDefault(table, Map.of());
  }
}
