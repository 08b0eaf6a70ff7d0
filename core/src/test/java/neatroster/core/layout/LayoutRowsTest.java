package neatroster.core.layout;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.WholeRecords;
import neatroster.core.model.Field;
import neatroster.core.pattern.Pattern;
import neatroster.core.pattern.PatternException;
import neatroster.core.state.Known;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class LayoutRowsTest {
  private static LayoutColumn column(String header, String value, boolean isEach, int most)
      throws PatternException {
    return new LayoutColumn(
        header, Pattern.parse(value), false, 0, Optional.empty(), isEach, most, "");
  }

  private static Layout layout(Charset encoding, LayoutColumn... columns) throws PatternException {
    return new Layout(
        "pier",
        "layouts/pier.yaml",
        List.of(
            new LayoutFile(
                Pattern.parse("people.csv"),
                RowKind.USER,
                EnumSet.of(Change.CREATE, Change.CHANGE),
                new LayoutFile.Form(
                    false,
                    ',',
                    LayoutFile.Quotes.NEVER,
                    encoding,
                    false,
                    "\n",
                    Optional.empty(),
                    List.of()),
                true,
                0,
                List.of(columns))),
        LayoutWords.OURS,
        List.of());
  }

  private static PlannedChange user(String name, String family) {
    return new PlannedChange(
        Phase.USERS, Change.CREATE, Map.of(Field.USERNAME, name, Field.FAMILY_NAME, family));
  }

  private static PlannedChange enrollment(String user, String course) {
    return new PlannedChange(
        Phase.ENROLLMENTS,
        Change.ENROLL,
        Map.of(Field.USER, user, Field.COURSE, course, Field.ROLE, "learner"));
  }

  /** Keeps what a layout makes of changes. */
  private static final class Made implements LayoutRows.Receiver {
    final List<List<List<String>>> rows = new ArrayList<>();
    final List<String> unfitValues = new ArrayList<>();
    Map<String, Integer> notCarried = Map.of();

    static Made of(Layout layout, PlannedChange... changes) {
      Made made = new Made();
      LayoutRows rows = new LayoutRows(layout, List.of(), new WholeRecords(Known.nothing()), made);
      for (PlannedChange change : changes) {
        rows.add(change);
      }
      rows.finish();
      made.notCarried = rows.notCarried();
      return made;
    }

    @Override
    public void rows(LayoutFile file, Map<String, String> naming, List<List<String>> together) {
      rows.add(together);
    }

    @Override
    public void unfitValue(UnfitValue unfitValue) {
      unfitValues.add(unfitValue.why());
    }
  }

  @Property
  void everyEnrollmentStandsOnceInTheRowsOfItsUser(
      @ForAll @IntRange(max = 20) int courses, @ForAll @IntRange(min = 1, max = 5) int most)
      throws PatternException {
    Layout layout =
        layout(
            StandardCharsets.UTF_8,
            column("LOGIN", "{username}", false, 0),
            column("C{i}", "{course}", true, most),
            column("R{i}", "{role}", true, most),
            column("NAME", "{family}", false, 0));
    List<PlannedChange> changes = new ArrayList<>(List.of(user("bo", "Finch"), user("cy", "Moss")));
    List<String> asked = new ArrayList<>();
    for (int i = 0; i < courses; i++) {
      changes.add(enrollment("bo", "X-" + i));
      asked.add("X-" + i);
    }
    Made made = Made.of(layout, changes.toArray(PlannedChange[]::new));
    assertThat(layout.files().get(0).headers())
        .hasSize(2 + 2 * most)
        .startsWith("LOGIN", "C1", "R1");
    assertThat(made.rows).hasSize(2);
    List<List<String>> rows = made.rows.get(0);
    assertThat(rows).hasSize(Math.max(1, (courses + most - 1) / most));
    List<String> found = new ArrayList<>();
    for (List<String> row : rows) {
      assertThat(row).hasSize(2 + 2 * most).startsWith("bo").endsWith("Finch");
      for (int i = 1; i < row.size() - 1; i += 2) {
        if (!row.get(i).isEmpty()) {
          found.add(row.get(i));
          assertThat(row.get(i + 1)).isEqualTo("learner");
        }
      }
    }
    assertThat(found).isEqualTo(asked);
    assertThat(made.notCarried).isEmpty();
  }

  @Test
  void whoOnlyGetsACourseHasARowAndWhatNoColumnTakesIsCounted() throws PatternException {
    Layout layout =
        layout(
            StandardCharsets.UTF_8,
            column("LOGIN", "{username}", false, 0),
            column("C{i}", "{course}", true, 1));
    PlannedChange withdrawal =
        new PlannedChange(
            Phase.WITHDRAWALS, Change.WITHDRAW, Map.of(Field.USER, "bo", Field.COURSE, "X-1"));
    PlannedChange membership =
        new PlannedChange(
            Phase.ENROLLMENTS, Change.ENROLL, Map.of(Field.USER, "bo", Field.GROUP, "Choir"));
    Made made = Made.of(layout, enrollment("bo", "X-1"), withdrawal, membership);
    assertThat(made.rows).containsExactly(List.of(List.of("bo", "X-1")));
    assertThat(made.notCarried)
        .isEqualTo(
            Map.of(
                "role of enrollments", 1,
                "enrollments to withdraw", 1,
                "memberships of groups across courses", 1));
  }

  @Test
  void whoHasNoRoleOfTheirOwnIsWhatTheyAreInTheirCourses() throws PatternException {
    Layout layout =
        layout(
            StandardCharsets.UTF_8,
            column("LOGIN", "{username}", false, 0),
            column("ROLE", "{role}", false, 0),
            column("C{i}", "{course}", true, 2));
    PlannedChange teaches =
        new PlannedChange(
            Phase.ENROLLMENTS,
            Change.ENROLL,
            Map.of(Field.USER, "cy", Field.COURSE, "Y-1", Field.ROLE, "instructor"));
    Made made =
        Made.of(
            layout,
            user("bo", "Marlowe"),
            user("cy", "Quay"),
            enrollment("bo", "X-1"),
            enrollment("bo", "Y-1"),
            enrollment("cy", "X-1"),
            teaches);
    assertThat(made.rows.get(0)).containsExactly(List.of("bo", "learner", "X-1", "Y-1"));
    assertThat(made.unfitValues)
        .singleElement()
        .asString()
        .startsWith("ROLE of cy has room for one role");
    assertThat(made.notCarried).containsOnlyKeys("family name of users");
  }

  @Test
  void whatAFileCannotHoldIsSaid() throws PatternException {
    LayoutColumn narrow =
        new LayoutColumn(
            "LOGIN", Pattern.parse("{username}"), true, 3, AllowedLetters.of("a-z"), false, 0, "");
    Layout layout =
        layout(Charset.forName("windows-1252"), narrow, column("NAME", "{family}", false, 0));
    assertThat(
            Made.of(layout, user("", "A"), user("anna", "B"), user("b9", "Łoś"), user("cy", "D,E"))
                .unfitValues)
        .containsExactly(
            "LOGIN of A is blank, and the layout says required: true.",
            "LOGIN of anna has 4 characters, and the layout takes 3.",
            "LOGIN of b9 has the character “9”, and the layout allows a-z.",
            "NAME of b9 has the character “Ł”, which the encoding windows-1252 does not have.",
            "NAME of cy has a separator, a quotation mark or a line end, and the layout says quotes:"
                + " never.");
  }
}
