package neatroster.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import neatroster.core.check.rules.enrollments.UnknownCourse;
import neatroster.core.check.rules.enrollments.UnknownUser;
import neatroster.core.check.rules.texts.StraySpace;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;

/** What is packed together comes out as it went in. */
class FindingListTest {
  private static final List<SheetName> SHEETS =
      List.of(new SheetName("users.csv", null), new SheetName("all.xlsx", "Watch 2"));
  private static final List<Rule> RULES =
      List.of(new UnknownUser(), new UnknownCourse(), new StraySpace());

  @Property
  void findingsComeBackAsTheyWereAdded(@ForAll("findings") List<Finding> findings) {
    FindingList packed = new FindingList();
    packed.addAll(findings);
    assertThat(packed).isEqualTo(findings);
    for (Severity severity : Severity.values()) {
      assertThat(packed.count(severity))
          .isEqualTo((int) findings.stream().filter(f -> f.severity() == severity).count());
    }
  }

  @Property
  void whatIsLeftIsInOrder(@ForAll("findings") List<Finding> findings) {
    FindingList packed = new FindingList();
    packed.addAll(findings);
    packed.drop(i -> packed.rule(i) == RULES.get(1));
    packed.sort(SHEETS);
    List<Finding> expected = new ArrayList<>(findings);
    expected.removeIf(finding -> finding.rule() == RULES.get(1));
    expected.sort(
        Comparator.<Finding>comparingInt(f -> SHEETS.indexOf(f.place().sheet()))
            .thenComparingInt(f -> f.place().row())
            .thenComparingInt(Finding::columnIndex)
            .thenComparing(f -> f.rule().text().name())
            .thenComparing(Finding::message));
    assertThat(packed).isEqualTo(expected);
  }

  @Provide
  Arbitrary<List<Finding>> findings() {
    Arbitrary<String> texts =
        Arbitraries.of("", "a", "“a”", "Ürsel \u0001", "x".repeat(2000), "NAV-2", "There is no a.");
    Arbitrary<Place> places =
        Combinators.combine(Arbitraries.of(SHEETS), Arbitraries.integers().between(0, 20))
            .as(Place::new);
    return Combinators.combine(
            Arbitraries.of(RULES),
            Arbitraries.of(Severity.values()),
            places,
            Arbitraries.integers().between(-1, 2),
            texts.injectNull(0.2),
            texts,
            texts.injectNull(0.5),
            places.list().ofMaxSize(3))
        .as(
            (rule, severity, place, column, value, message, suggestion, related) ->
                new Finding(
                    rule,
                    severity,
                    place,
                    column < 0 ? null : "column " + column,
                    column,
                    column == 0 ? Field.USER : null,
                    value,
                    "In “" + value + "”: " + message,
                    suggestion,
                    related,
                    column == 1))
        .list()
        .ofMaxSize(80);
  }
}
