package neatroster.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.state.Known;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PlainFormatTest {
  @TempDir Path temp;
  private Written files;

  private BatchWriter write(PlannedChange... rows) throws IOException {
    files = new Written(temp);
    return files.write(
        "plain", Written.background(Known.nothing(), true, "1.2", Set.of()), List.of(rows));
  }

  @Test
  void eachPhaseIsAFileOfItsOwnInTheOrderOfDelivery() throws IOException {
    BatchWriter writer =
        write(
            new PlannedChange(
                Phase.ENROLLMENTS,
                Change.ENROLL,
                Map.of(Field.USER, "ana", Field.COURSE, "NAV-1", Field.GROUP, "Port, \"upper\"")),
            new PlannedChange(Phase.SITES, Change.CREATE, Map.of(Field.SITE, "Main Pier")),
            new PlannedChange(Phase.ENROLLMENTS, Change.ENROLL, Map.of(Field.USER, "=1+1")),
            new PlannedChange(Phase.REMOVALS, Change.REMOVE, Map.of(Field.USERNAME, "bo")));
    assertThat(writer.written())
        .containsExactly(
            new WrittenFile("1-sites.csv", Phase.SITES, 1),
            new WrittenFile("5-enrollments.csv", Phase.ENROLLMENTS, 2),
            new WrittenFile("7-removals.csv", Phase.REMOVALS, 1));
    assertThat(text("5-enrollments.csv"))
        .isEqualTo(
            "change,user,course,role,group,starts,ends\r\n"
                + "enroll,ana,NAV-1,,\"Port, \"\"upper\"\"\",,\r\n"
                + "enroll,=1+1,,,,,\r\n");
    assertThat(text("7-removals.csv")).isEqualTo("change,username,course,group\r\nremove,bo,,\r\n");
  }

  @Test
  void nothingToDeliverMakesNoFile() throws IOException {
    assertThat(write().written()).isEmpty();
    assertThat(files.names()).isEmpty();
  }

  @Test
  void theHeadersOfEveryPhaseStayAsTheyAre() throws IOException {
    write(
        Stream.of(Phase.values())
            .map(phase -> new PlannedChange(phase, Change.CREATE, Map.of()))
            .toArray(PlannedChange[]::new));
    assertThat(files.names())
        .containsExactly(
            "1-sites.csv",
            "2-courses.csv",
            "3-users.csv",
            "4-groups.csv",
            "5-enrollments.csv",
            "6-withdrawals.csv",
            "7-removals.csv");
    assertThat(text("2-courses.csv"))
        .startsWith(
            "change,code,catalog code,title,description,category,site,starts,ends,capacity,"
                + "language,term,instructors,copy of,join code,status\r\n");
    assertThat(text("3-users.csv"))
        .startsWith(
            "change,id,username,given name,middle name,family name,preferred name,suffix,email,"
                + "phone,birth date,grade,site,manager,guardian name,guardian email,consent,"
                + "language,time zone,country,city,photo,password,role,status,former username,change at first login\r\n");
    assertThat(text("4-groups.csv"))
        .startsWith("change,course,name,description,capacity,join code,status\r\n");
  }

  private String text(String name) {
    return files.text(name);
  }
}
