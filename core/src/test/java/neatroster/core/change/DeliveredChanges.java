package neatroster.core.change;

import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.model.Field;

/** Changes that were delivered, held in memory. */
public record DeliveredChanges(List<PlannedChange> all) implements Changes {
  /** Changes of one table, a line each: the change, then values under the headers. */
  public static DeliveredChanges of(String text) {
    List<String> lines = text.lines().toList();
    List<String> header = cells(lines.get(0));
    Phase phase =
        header.contains(Field.USERNAME.label())
            ? Phase.USERS
            : header.contains(Field.CODE.label())
                ? Phase.COURSES
                : header.contains(Field.NAME.label()) ? Phase.GROUPS : Phase.ENROLLMENTS;
    List<PlannedChange> all = new ArrayList<>();
    for (String line : lines.subList(1, lines.size())) {
      List<String> cells = cells(line);
      Map<Field, String> values = new EnumMap<>(Field.class);
      Map<String, String> own = new LinkedHashMap<>();
      for (int i = 1; i < header.size(); i++) {
        String value = i < cells.size() ? cells.get(i) : "";
        Optional<Field> field = Field.named(header.get(i));
        if (field.isEmpty()) {
          own.put(header.get(i), value);
        } else if (!value.isEmpty()) {
          values.put(field.get(), value);
        }
      }
      Change change = Change.valueOf(cells.get(0).toUpperCase(Locale.ROOT).replace('-', '_'));
      all.add(
          new PlannedChange(
              change == Change.WITHDRAW ? Phase.WITHDRAWALS : phase, change, values, own));
    }
    return new DeliveredChanges(all);
  }

  private static List<String> cells(String line) {
    return List.of(line.split("\\|", -1)).stream().map(String::strip).toList();
  }

  @Override
  public Set<Phase> phases() {
    Set<Phase> phases = EnumSet.noneOf(Phase.class);
    all.forEach(change -> phases.add(change.phase()));
    return phases;
  }

  @Override
  public void read(Phase phase, Receiver receiver) throws IOException {
    for (PlannedChange change : all) {
      if (change.phase() == phase) {
        receiver.change(change);
      }
    }
  }
}
