package neatroster.core.check.rules.people;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** People who would get each other's usernames: none of them can be renamed first. */
public final class CircularRenames implements RosterRule {
  @Override
  public RuleText text() {
    return RenameRefused.TEXT;
  }

  /** A row that gives somebody another username. */
  private record Renamed(String to, int line) {}

  @Override
  public void check(RosterView view, Findings findings) {
    boolean renames =
        view.resolved().rows().sheets().stream()
            .anyMatch(sheet -> sheet.has(Field.FORMER_USERNAME) && sheet.has(Field.USERNAME));
    if (!renames) {
      return;
    }
    Map<String, Renamed> all = new LinkedHashMap<>();
    view.resolved()
        .rows()
        .read(
            Table.USERS,
            (row, line) -> {
              String from = row.text(Field.FORMER_USERNAME).toLowerCase(Locale.ROOT);
              String to = row.text(Field.USERNAME).toLowerCase(Locale.ROOT);
              if (!from.isEmpty() && !to.isEmpty() && !from.equals(to)) {
                all.putIfAbsent(from, new Renamed(to, line));
              }
            });
    Set<String> seen = new HashSet<>();
    for (String start : all.keySet()) {
      List<String> chain = new ArrayList<>();
      String at = start;
      while (all.containsKey(at) && seen.add(at)) {
        chain.add(at);
        at = all.get(at).to();
      }
      int from = chain.indexOf(at);
      if (from >= 0) {
        add(chain.subList(from, chain.size()), all, view, findings);
      }
    }
  }

  private void add(
      List<String> circle, Map<String, Renamed> all, RosterView view, Findings findings) {
    for (String former : circle) {
      Renamed renamed = all.get(former);
      Finding.Builder finding =
          view.about(
              renamed.line(),
              Field.USERNAME,
              renamed.to(),
              this,
              Quoted.value(former)
                  + " is to become "
                  + Quoted.value(renamed.to())
                  + ", which somebody has who is renamed in the same circle. Give one of them a name"
                  + " that nobody has, deliver that, and then the rest.");
      circle.stream()
          .filter(other -> !other.equals(former))
          .forEach(other -> finding.with(view.resolved().rows().place(all.get(other).line())));
      findings.add(finding);
    }
  }
}
