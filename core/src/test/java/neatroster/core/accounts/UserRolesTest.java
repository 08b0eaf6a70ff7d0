package neatroster.core.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Known;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Settings;
import org.junit.jupiter.api.Test;

class UserRolesTest {
  @Test
  void theRowSaysItElseTheStrongestOfTheEnrollmentsElseTheDefault() {
    Roster all =
        Rosters.of(
            TextSheet.of(
                "users",
                """
                username | given name | role    | enrollments
                ana      | Ana        |         |
                bo       | Bo         |         |
                cy       | Cy         | teacher |
                di       | Di         |         | NAV-1; NAV-2 as assistant
                ed       | Ed         |         |
                flo      | Flo        | pupil   |
                """),
            TextSheet.of(
                "courses", "code | title | instructors\nNAV-1 | One | ed\nNAV-2 | Two |\n"),
            TextSheet.of(
                "enrollments",
                """
                user | course | role
                ana  | NAV-1  | learner
                ana  | NAV-2  | instructor
                cy   | NAV-1  | learner
                flo  | NAV-1  | manager
                """));
    Settings settings = Settings.standard();
    ResolvedRoster resolved = ResolvedRoster.of(all, settings, Known.nothing());
    UserRoles roles = new UserRoles(settings, resolved);
    List<String> found = new ArrayList<>();
    all.read(
        Table.USERS,
        (row, line) ->
            found.add(roles.of(resolved.people().ofLine(line).number(), row.text(Field.ROLE))));
    assertThat(found)
        .containsExactly(
            "instructor", "learner", "instructor", "assistant", "instructor", "learner");
  }
}
