package neatroster.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.WholeRecords;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.state.Known;
import neatroster.sheets.OneRosterExports;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Deltas to a platform whose export has ids and values of its own. */
class OneRosterDeltaTest {
  @TempDir private Path temp;
  private Path export;

  @BeforeEach
  void anExportOfAnotherMaker() throws Exception {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      add(
          zip,
          "manifest.csv",
          "propertyName,value",
          "oneroster.version,1.1",
          "source.systemName,x");
      add(zip, "orgs.csv", "sourcedId,name,type", "o1,Main Pier,school", "o2,East Pier,school");
      add(
          zip,
          "users.csv",
          "sourcedId,enabledUser,orgSourcedIds,role,username,givenName,familyName,agentSourcedIds,phone,sms",
          "u1,true,\"o1,o2\",student,ana,Ana,Lund,\"u3,u9\",,+44 20 7946 0001",
          "u2,true,o1,aide,bo,Bo,Finch,,,",
          "u3,true,o1,parent,mum,Ida,Lund,,,");
      add(
          zip,
          "classes.csv",
          "sourcedId,title,classCode,classType,courseSourcedId,schoolSourcedId,termSourcedIds",
          "c1,Coast,NAV-1,scheduled,k1,o1,t1");
      add(
          zip,
          "enrollments.csv",
          "sourcedId,classSourcedId,schoolSourcedId,userSourcedId,role",
          "e1,c1,o1,u1,student",
          "e2,c1,o1,u2,teacher");
    }
    export = Files.write(temp.resolve("export.zip"), bytes.toByteArray());
  }

  private static void add(ZipOutputStream zip, String name, String... lines) throws Exception {
    zip.putNextEntry(new ZipEntry(name));
    zip.write((String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8));
    zip.closeEntry();
  }

  private BatchWriter write(Written files, OwnColumns own, PlannedChange... changes)
      throws Exception {
    OneRosterExports exports = OneRosterExports.of(List.of(export), List.of(export));
    return files.write(
        "oneroster",
        new BatchBackground(
            own,
            "Gull School",
            false,
            Instant.parse("2027-01-12T09:30:00Z"),
            LocalDate.of(2027, 1, 12),
            new WholeRecords(Known.nothing()),
            username -> username.equals("bo") ? "instructor" : "",
            "mum"::equals,
            new SourcedIds(Map.of(), exports.ids(), exports.latestIds()),
            exports,
            "1.1",
            "dc=school,dc=example",
            Split.NONE),
        List.of(changes));
  }

  private static Map<String, String> only(Written files, String file) throws Exception {
    List<Map<String, String>> rows = files.zip("oneroster-1.1-delta.zip").get(file);
    assertThat(rows).hasSize(1);
    return rows.get(0);
  }

  private static OwnField own(String name, Table table) {
    return new OwnField(name, table, OwnField.Type.TEXT, List.of(), false, false, "");
  }

  private static PlannedChange changed(Field field, String value) {
    return Written.change(
        Phase.USERS,
        Change.CHANGE,
        Field.USERNAME,
        "ana",
        Field.GIVEN_NAME,
        "Ana",
        Field.FAMILY_NAME,
        "Lund",
        field,
        value);
  }

  @Test
  void whatWeHoldNothingOfStaysAsItWas() throws Exception {
    Written files = new Written(temp);
    write(files, OwnColumns.none(), changed(Field.EMAIL, "ana@pier.example"));
    Map<String, String> ana = only(files, "users");
    assertThat(ana)
        .containsEntry("sourcedId", "u1")
        .containsEntry("email", "ana@pier.example")
        .containsEntry("role", "student")
        .containsEntry("sms", "+44 20 7946 0001")
        .containsEntry("status", "active")
        .containsEntry("enabledUser", "true");
    assertThat(ana.get("agentSourcedIds")).contains("u9");
    assertThat(ana.get("orgSourcedIds")).contains("o2");
  }

  @Test
  void oneSuspendedIsNotEnabledAndOneRenamedKeepsTheId() throws Exception {
    Written files = new Written(temp);
    write(files, OwnColumns.none(), changed(Field.STATUS, "suspended"));
    assertThat(only(files, "users")).containsEntry("enabledUser", "false");
    Written renamed = new Written(temp);
    write(
        renamed,
        OwnColumns.none(),
        Written.change(
            Phase.USERS,
            Change.RENAME,
            Field.USERNAME,
            "ana.lund",
            Field.FORMER_USERNAME,
            "ana",
            Field.GIVEN_NAME,
            "Ana",
            Field.FAMILY_NAME,
            "Lund"));
    assertThat(only(renamed, "users"))
        .containsEntry("sourcedId", "u1")
        .containsEntry("username", "ana.lund");
  }

  @Test
  void aGuardianComesFirstAmongTheAgentsAndAManagerIsNone() throws Exception {
    Written files = new Written(temp);
    write(files, OwnColumns.none(), changed(Field.MANAGER, "mum"));
    assertThat(only(files, "users")).containsEntry("agentSourcedIds", "u3,u9");
    Written managed = new Written(temp);
    BatchWriter writer = write(managed, OwnColumns.none(), changed(Field.MANAGER, "bo"));
    assertThat(only(managed, "users").get("agentSourcedIds")).contains("u9").doesNotContain("u2");
    assertThat(writer.notCarried()).containsEntry("manager of users", 1);
  }

  @Test
  void theRoleThatSaysTheSameStaysAndAnUnknownOneIsAStudents() throws Exception {
    Written files = new Written(temp);
    BatchWriter writer = write(files, OwnColumns.none(), changed(Field.ROLE, "deckhand"));
    assertThat(only(files, "users")).containsEntry("role", "student");
    assertThat(writer.notCarried()).containsEntry("role deckhand of users, written as student", 1);
    Written aide = new Written(temp);
    write(
        aide,
        OwnColumns.none(),
        Written.change(
            Phase.USERS,
            Change.CHANGE,
            Field.USERNAME,
            "bo",
            Field.GIVEN_NAME,
            "Bo",
            Field.FAMILY_NAME,
            "Finch",
            Field.ROLE,
            "assistant"));
    assertThat(only(aide, "users")).containsEntry("role", "aide");
  }

  @Test
  void whoLeavesAClassIsMarkedByTheIdOfTheExport() throws Exception {
    Written files = new Written(temp);
    write(
        files,
        OwnColumns.none(),
        Written.change(
            Phase.WITHDRAWALS, Change.WITHDRAW, Field.USER, "ana", Field.COURSE, "NAV-1"));
    assertThat(only(files, "enrollments"))
        .containsEntry("sourcedId", "e1")
        .containsEntry("status", "tobedeleted")
        .containsEntry("classSourcedId", "c1");
  }

  @Test
  void aClassKeepsItsCourseAndTermWhereOursSayNothingElse() throws Exception {
    Written files = new Written(temp);
    write(
        files,
        OwnColumns.none(),
        Written.change(
            Phase.COURSES, Change.CHANGE, Field.CODE, "NAV-1", Field.TITLE, "Coast and harbour"));
    assertThat(only(files, "classes"))
        .containsEntry("sourcedId", "c1")
        .containsEntry("title", "Coast and harbour")
        .containsEntry("courseSourcedId", "k1")
        .containsEntry("termSourcedIds", "t1");
  }

  @Test
  void columnsOfTheSchoolsOwnGoAsMetadata() throws Exception {
    OwnColumns own =
        new OwnColumns(List.of(own("sailing track", Table.USERS), own("seat", Table.ENROLLMENTS)));
    Written files = new Written(temp);
    write(
        files,
        own,
        changed(Field.EMAIL, "ana@pier.example").with(Map.of("sailing track", "Coastal")),
        Written.change(
                Phase.ENROLLMENTS,
                Change.ENROLL,
                Field.USER,
                "mum",
                Field.COURSE,
                "NAV-1",
                Field.ROLE,
                "assistant")
            .with(Map.of("seat", "7")));
    Optional<String> header =
        only(files, "users").keySet().stream()
            .filter(one -> one.startsWith("metadata."))
            .findFirst();
    assertThat(header).isPresent();
    assertThat(only(files, "users")).containsEntry(header.get(), "Coastal");
    assertThat(only(files, "enrollments")).containsEntry("role", "teacher").containsValue("7");
  }

  @Test
  void whatNoDeltaCanSayIsCounted() throws Exception {
    Written files = new Written(temp);
    BatchWriter writer =
        write(
            files,
            OwnColumns.none(),
            Written.change(
                Phase.GROUPS, Change.CREATE, Field.COURSE, "NAV-1", Field.NAME, "Port Watch"),
            Written.change(
                Phase.ENROLLMENTS, Change.ENROLL, Field.USER, "ana", Field.GROUP, "Choir"),
            Written.change(Phase.USERS, Change.CREATE, Field.EMAIL, "di@pier.example"));
    assertThat(writer.notCarried())
        .containsEntry("group", 1)
        .containsEntry("membership of a group across courses", 1)
        .containsEntry("user without a username", 1);
    assertThat(
            writer.carries(
                Written.change(Phase.USERS, Change.CREATE, Field.EMAIL, "di@pier.example")))
        .isFalse();
    assertThat(
            writer.carries(
                Written.change(
                    Phase.ENROLLMENTS, Change.REGROUP, Field.USER, "ana", Field.COURSE, "NAV-1")))
        .isFalse();
    assertThat(writer.carries(changed(Field.EMAIL, ""))).isTrue();
    assertThat(
            writer.carries(Written.change(Phase.WITHDRAWALS, Change.WITHDRAW, Field.USER, "ana")))
        .isFalse();
  }
}
