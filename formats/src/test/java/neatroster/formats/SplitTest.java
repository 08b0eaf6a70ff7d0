package neatroster.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.state.Known;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SplitTest {
  private static final List<PlannedChange> ROSTER =
      List.of(
          Written.change(
              Phase.COURSES, Change.CREATE, Field.CODE, "NAV/1", Field.SITE, "Main Pier"),
          user("Ana", "Main Pier"),
          user("bo", ""),
          seat("ana", "NAV/1", "Port"),
          seat("bo", "KNOT", ""),
          seat("ANA", "KNOT", ""),
          seat("dee", "KNOT", ""),
          Written.change(
              Phase.WITHDRAWALS, Change.WITHDRAW, Field.USER, "bo", Field.COURSE, "KNOT"));

  @TempDir private Path temp;

  private static PlannedChange user(String name, String site) {
    return Written.change(Phase.USERS, Change.CREATE, Field.USERNAME, name, Field.SITE, site);
  }

  private static PlannedChange seat(String user, String course, String group) {
    return Written.change(
        Phase.ENROLLMENTS,
        Change.ENROLL,
        Field.USER,
        user,
        Field.COURSE,
        course,
        Field.GROUP,
        group);
  }

  private Written write(Split split) throws Exception {
    Written files = new Written(temp);
    BatchBackground whole = Written.background(Known.nothing(), true, "1.2", Set.of());
    BatchBackground background =
        new BatchBackground(
            whole.own(),
            whole.school(),
            whole.isFirst(),
            whole.packedAt(),
            whole.today(),
            whole.whole(),
            whole.teaching(),
            whole.guards(),
            whole.ids(),
            whole.exports(),
            whole.oneRoster(),
            whole.ldifBase(),
            split);
    BatchWriter writer = files.write("plain", background, ROSTER);
    assertThat(writer.written())
        .extracting(WrittenFile::name)
        .containsExactlyElementsOf(files.names());
    writer
        .written()
        .forEach(
            file -> assertThat(files.text(file.name()).lines().count()).isEqualTo(file.rows() + 1));
    return files;
  }

  @Test
  void aFileForEachCourse() throws Exception {
    Written files = write(new Split(0, Optional.of(Split.By.course)));
    assertThat(files.names())
        .containsExactly(
            "2-courses-NAV_1.csv",
            "3-users.csv",
            "5-enrollments-NAV_1.csv",
            "5-enrollments-KNOT.csv",
            "6-withdrawals-KNOT.csv");
    assertThat(files.text("5-enrollments-KNOT.csv").lines()).hasSize(4);
  }

  @Test
  void aFileForEachSiteOfWhoIsMeant() throws Exception {
    Written files = write(new Split(0, Optional.of(Split.By.site)));
    assertThat(files.names())
        .containsExactly(
            "2-courses-Main Pier.csv",
            "3-users-Main Pier.csv",
            "3-users-none.csv",
            "5-enrollments-Main Pier.csv",
            "5-enrollments-none.csv",
            "6-withdrawals-none.csv");
    assertThat(files.text("5-enrollments-Main Pier.csv")).contains("NAV/1").contains("ANA");
    assertThat(files.text("5-enrollments-none.csv")).contains("bo").contains("dee");
  }

  @Test
  void whatIsOfOnePersonStaysTogether() throws Exception {
    Written files = write(new Split(1, Optional.empty()));
    assertThat(files.text("5-enrollments-01.csv")).contains("NAV/1").contains("ANA");
    assertThat(files.text("5-enrollments-02.csv").lines()).hasSize(2);
    assertThat(files.names()).contains("3-users-01.csv", "3-users-02.csv", "5-enrollments-03.csv");
    Written two = write(new Split(2, Optional.empty()));
    List<String> enrollments = new ArrayList<>(two.names());
    enrollments.removeIf(name -> !name.startsWith("5-"));
    assertThat(enrollments).containsExactly("5-enrollments-01.csv", "5-enrollments-02.csv");
    assertThat(Split.NONE.isNone()).isTrue();
    assertThat(new Split(1, Optional.empty()).isNone()).isFalse();
    assertThat(new Split(0, Optional.of(Split.By.site)).isNone()).isFalse();
  }
}
