package neatroster.core.tidy;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.check.Finding;
import neatroster.core.grid.Place;
import neatroster.core.intake.Column;
import neatroster.core.intake.RosterRow;

/** What a check suggests for cells, by the rules that somebody trusts. */
public final class TrustedSuggestions implements TidySheet.Correction {
  private final Map<Place, Map<Integer, String>> suggested = new HashMap<>();

  /**
   * The suggestions of some rules.
   *
   * @param findings what was found
   * @param rules the names of the rules whose suggestions are typed
   */
  public TrustedSuggestions(List<Finding> findings, Collection<String> rules) {
    for (Finding finding : findings) {
      boolean wanted = rules.contains(finding.rule().text().name());
      if (wanted && finding.suggestion() != null && finding.columnIndex() >= 0) {
        List<Place> places = new ArrayList<>(List.of(finding.place()));
        if (finding.rule().text().name().equals("fill-down-slip")) {
          places.addAll(finding.related());
        }
        for (Place at : places) {
          suggested
              .computeIfAbsent(at, p -> new HashMap<>())
              .putIfAbsent(finding.columnIndex(), finding.suggestion());
        }
      }
    }
  }

  @Override
  public String of(RosterRow row, Column column, String value) {
    return suggested.getOrDefault(row.place(), Map.of()).getOrDefault(column.index(), value);
  }
}
