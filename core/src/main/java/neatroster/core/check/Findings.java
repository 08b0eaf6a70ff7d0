package neatroster.core.check;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.model.Severity;
import neatroster.core.model.SheetName;

/** Collects what the rules find, with the severities that the settings give them. */
public final class Findings {
  private final Map<String, Optional<Severity>> severities;
  private final List<Finding> all = new ArrayList<>();

  Findings(Map<String, Optional<Severity>> severities) {
    this.severities = severities;
  }

  /** Adds a finding, unless its rule is switched off. */
  void add(Finding.Builder finding) {
    RuleText text = finding.rule().text();
    severities
        .getOrDefault(text.name(), Optional.of(text.severity()))
        .ifPresent(severity -> all.add(finding.build(severity)));
  }

  /** Everything found, in the order of sheet, row and column. */
  List<Finding> inOrder(List<SheetName> sheets) {
    Map<SheetName, Integer> order = new HashMap<>();
    for (SheetName sheet : sheets) {
      order.putIfAbsent(sheet, order.size());
    }
    List<Finding> sorted = new ArrayList<>(all);
    sorted.sort(
        Comparator.<Finding>comparingInt(
                f -> order.getOrDefault(f.place().sheet(), Integer.MAX_VALUE))
            .thenComparingInt(f -> f.place().row())
            .thenComparingInt(Finding::columnIndex));
    return sorted;
  }
}
