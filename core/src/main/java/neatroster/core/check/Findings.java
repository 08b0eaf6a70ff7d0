package neatroster.core.check;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.model.Severity;
import neatroster.core.settings.AcceptedFinding;

/** Collects what the rules find, with the severities that the settings give them. */
public final class Findings {
  private final Map<String, Optional<Severity>> severities;
  private final List<AcceptedFinding> accepted;
  private final int[] acceptedCounts;
  private final FindingList all = new FindingList();

  public Findings(Map<String, Optional<Severity>> severities, List<AcceptedFinding> accepted) {
    this.severities = severities;
    this.accepted = accepted;
    this.acceptedCounts = new int[accepted.size()];
  }

  /** Adds a finding, unless its rule is switched off. */
  public synchronized void add(Finding.Builder finding) {
    RuleText text = finding.rule().text();
    for (int i = 0; i < acceptedCounts.length; i++) {
      AcceptedFinding exception = accepted.get(i);
      if (exception.covers(text.name(), finding.place().sheet(), finding.value())) {
        acceptedCounts[i]++;
        return;
      }
    }
    severities
        .getOrDefault(text.name(), Optional.of(finding.severity()))
        .ifPresent(severity -> all.add(finding.build(severity)));
  }

  /** A cell, or a row as a whole. */
  private record Spot(Place place, int column) {
    private static final int ANYWHERE = Integer.MIN_VALUE;

    static Spot of(Finding finding) {
      return new Spot(finding.place(), finding.columnIndex());
    }

    static Spot anywhere(Finding finding) {
      return new Spot(finding.place(), ANYWHERE);
    }
  }

  /**
   * Drops what is explained by a finding about the same cell, or row, in whatever order they were
   * found. An error, which keeps a row back, is explained by nothing but another error.
   */
  private void dropExplained() {
    Set<String> explaining = new HashSet<>();
    all.rules()
        .forEach(
            rule -> {
              explaining.addAll(rule.explainedBy());
              explaining.addAll(rule.explainedInRow());
            });
    Map<String, Set<Spot>> explained = new HashMap<>();
    Map<String, Set<Spot>> byErrors = new HashMap<>();
    for (int i = 0; i < all.size(); i++) {
      String rule = all.rule(i).text().name();
      if (explaining.contains(rule)) {
        Finding finding = all.get(i);
        Set<Spot> spots = new HashSet<>(List.of(Spot.of(finding), Spot.anywhere(finding)));
        finding.related().forEach(place -> spots.add(new Spot(place, finding.columnIndex())));
        explained.computeIfAbsent(rule, r -> new HashSet<>()).addAll(spots);
        if (finding.severity() == Severity.ERROR) {
          byErrors.computeIfAbsent(rule, r -> new HashSet<>()).addAll(spots);
        }
      }
    }
    if (!explained.isEmpty()) {
      all.drop(i -> isExplained(i, explained, byErrors));
    }
  }

  private boolean isExplained(
      int i, Map<String, Set<Spot>> explained, Map<String, Set<Spot>> byErrors) {
    Rule rule = all.rule(i);
    if (rule.explainedBy().isEmpty() && rule.explainedInRow().isEmpty()) {
      return false;
    }
    Finding finding = all.get(i);
    Map<String, Set<Spot>> by = finding.severity() == Severity.ERROR ? byErrors : explained;
    return isAt(Spot.of(finding), rule.explainedBy(), by)
        || isAt(Spot.anywhere(finding), rule.explainedInRow(), by);
  }

  private static boolean isAt(Spot spot, Set<String> rules, Map<String, Set<Spot>> spots) {
    return rules.stream().anyMatch(rule -> spots.getOrDefault(rule, Set.of()).contains(spot));
  }

  /** How often each of the settings' exceptions was met. */
  public Map<AcceptedFinding, Integer> accepted() {
    Map<AcceptedFinding, Integer> counts = new LinkedHashMap<>();
    for (int i = 0; i < acceptedCounts.length; i++) {
      counts.put(accepted.get(i), acceptedCounts[i]);
    }
    return counts;
  }

  /** Everything found, in the order of sheet, row and column. */
  public FindingList inOrder(List<SheetName> sheets) {
    dropExplained();
    all.sort(sheets);
    return all;
  }
}
