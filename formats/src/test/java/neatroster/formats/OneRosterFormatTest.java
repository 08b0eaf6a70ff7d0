package neatroster.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.state.Known;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class OneRosterFormatTest {
  @TempDir Path temp;

  private static final List<PlannedChange> ROSTER =
      List.of(
          Written.change(Phase.SITES, Change.CREATE, Field.SITE, "Main Pier/Cadets"),
          Written.change(
              Phase.COURSES,
              Change.CREATE,
              Field.CODE,
              "NAV-1A",
              Field.CATALOG_CODE,
              "NAV-1",
              Field.TITLE,
              "Coast, and harbour",
              Field.STARTS,
              "2026-09-07",
              Field.ENDS,
              "2026-12-18",
              Field.CAPACITY,
              "12"),
          Written.change(Phase.COURSES, Change.CREATE, Field.CODE, "RAD-1", Field.TITLE, "Radio"),
          Written.change(
              Phase.USERS,
              Change.CREATE,
              Field.USERNAME,
              "mum",
              Field.GIVEN_NAME,
              "Ida",
              Field.FAMILY_NAME,
              "Lund",
              Field.ROLE,
              "guardian"),
          Written.change(
              Phase.USERS,
              Change.CREATE,
              Field.USERNAME,
              "ana",
              Field.GIVEN_NAME,
              "Ana",
              Field.FAMILY_NAME,
              "Lund",
              Field.BIRTH_DATE,
              "2014-03-02",
              Field.SITE,
              "Main Pier/Cadets",
              Field.MANAGER,
              "mum",
              Field.PASSWORD,
              "one-two"),
          Written.change(
              Phase.USERS,
              Change.CREATE,
              Field.USERNAME,
              "bo",
              Field.GIVEN_NAME,
              "Bo",
              Field.FAMILY_NAME,
              "Finch"),
          enrolled("ana", "NAV-1A", "Port", "learner"),
          enrolled("ana", "NAV-1A", "Starboard", "learner"),
          enrolled("bo", "NAV-1A", "", "instructor"),
          enrolled("mum", "RAD-1", "", "observer"));

  private static PlannedChange enrolled(String user, String course, String group, String role) {
    PlannedChange row =
        Written.change(
            Phase.ENROLLMENTS,
            Change.ENROLL,
            Field.USER,
            user,
            Field.COURSE,
            course,
            Field.ROLE,
            role);
    if (group.isEmpty()) {
      return row;
    }
    Map<Field, String> values = new EnumMap<>(row.values());
    values.put(Field.GROUP, group);
    return new PlannedChange(Phase.ENROLLMENTS, Change.ENROLL, values);
  }

  /** The headers as the standard lists them: file, version and the line. */
  private static Map<String, String> headers(String version) throws IOException {
    String text =
        new String(
            OneRosterFormatTest.class.getResourceAsStream("/oneroster/headers.txt").readAllBytes(),
            StandardCharsets.UTF_8);
    return text.lines()
        .map(line -> line.split(" ", 3))
        .filter(line -> line[1].equals("both") || line[1].equals(version))
        .collect(Collectors.toMap(line -> line[0], line -> line[2]));
  }

  @ParameterizedTest
  @ValueSource(strings = {"1.1", "1.2"})
  void everyFileHasTheHeadersOfTheStandardAndEveryReferenceIsThere(String version)
      throws IOException {
    Written files = new Written(temp);
    files.write(
        "oneroster", Written.background(Known.nothing(), true, version, Set.of("bo")), ROSTER);
    Map<String, List<Map<String, String>>> zip = files.zip("oneroster-" + version + "-bulk.zip");
    Map<String, String> headers = headers(version);
    assertThat(zip).containsKeys("orgs", "classes", "courses", "academicSessions", "demographics");
    zip.forEach(
        (file, rows) ->
            assertThat(String.join(",", rows.get(0).keySet()))
                .as(file)
                .isEqualTo(headers.get(file)));
    Set<String> ids =
        zip.values().stream()
            .flatMap(List::stream)
            .map(row -> row.getOrDefault("sourcedId", ""))
            .collect(Collectors.toSet());
    zip.forEach(
        (file, rows) ->
            rows.forEach(
                row ->
                    row.forEach(
                        (header, value) -> {
                          if (header.matches(".+SourcedIds?") && !value.isEmpty()) {
                            assertThat(ids).as(file + " " + header).contains(value);
                          }
                        })));
    assertThat(OneRosterRules.brokenBy(version, true, zip)).isEmpty();
    Map<String, String> manifest =
        zip.get("manifest").stream()
            .collect(Collectors.toMap(r -> r.get("propertyName"), r -> r.get("value")));
    assertThat(manifest)
        .containsEntry("oneroster.version", version)
        .containsEntry("file.users", "bulk")
        .containsEntry("file.lineItems", "absent")
        .containsEntry("source.systemName", "Gull School");
  }

  /** A delta that makes a class, adds a teacher to another, and takes both kinds away. */
  @ParameterizedTest
  @ValueSource(strings = {"1.1", "1.2"})
  void aDeltaKeepsToTheStandardAndNewClassesHaveTheirPrimaryTeacher(String version)
      throws IOException {
    List<PlannedChange> changes = new ArrayList<>(ROSTER);
    changes.add(
        Written.change(
            Phase.COURSES, Change.CREATE, Field.CODE, "SAIL-1", Field.STARTS, "2027-02-01"));
    changes.add(enrolled("cy", "SAIL-1", "", "assistant"));
    changes.add(
        Written.change(
            Phase.WITHDRAWALS, Change.WITHDRAW, Field.USER, "dee", Field.COURSE, "RAD-1"));
    changes.add(Written.change(Phase.REMOVALS, Change.REMOVE, Field.USERNAME, "dee"));
    Written files = new Written(temp);
    BatchWriter writer =
        files.write(
            "oneroster",
            Written.background(Known.nothing(), false, version, Set.of("bo")),
            changes);
    Map<String, List<Map<String, String>>> zip = files.zip("oneroster-" + version + "-delta.zip");
    // Of whom a removal does not tell the names they are not known.
    assertThat(OneRosterRules.brokenBy(version, false, zip))
        .allMatch(text -> text.matches("(given|family)Name of users .*username=dee.*"));
    assertThat(zip.get("enrollments"))
        .filteredOn(row -> row.get("primary").equals("true"))
        .singleElement()
        .satisfies(row -> assertThat(row.get("role")).isEqualTo("teacher"));
    assertThat(zip.get("academicSessions"))
        .extracting(row -> row.get("startDate") + " " + row.get("endDate"))
        .contains("2027-02-01 2027-07-31");
    assertThat(writer.notCarried().keySet())
        .anyMatch(text -> text.contains("only says when it starts"));
  }

  @Test
  void aGuardiansAccountIsAGuardiansWhateverItsRoleIsCalled() throws IOException {
    Written files = new Written(temp);
    List<PlannedChange> family =
        List.of(
            Written.change(
                Phase.USERS,
                Change.CREATE,
                Field.USERNAME,
                "gmarlowe",
                Field.GIVEN_NAME,
                "Uma",
                Field.FAMILY_NAME,
                "Marlowe",
                Field.ROLE,
                "observer"),
            Written.change(
                Phase.USERS,
                Change.CREATE,
                Field.USERNAME,
                "ana",
                Field.GIVEN_NAME,
                "Ana",
                Field.PREFERRED_NAME,
                "Annie",
                Field.MANAGER,
                "gmarlowe"));
    BatchWriter writer =
        files.write(
            "oneroster", Written.background(Known.nothing(), true, "1.2", Set.of()), family);
    Map<String, List<Map<String, String>>> zip = files.zip("oneroster-1.2-bulk.zip");
    assertThat(zip.get("roles"))
        .extracting(row -> row.get("role"))
        .containsExactly("guardian", "student");
    Map<String, String> child = zip.get("users").get(1);
    assertThat(child.get("agentSourcedIds")).isEqualTo(zip.get("users").get(0).get("sourcedId"));
    assertThat(child).containsEntry("preferredGivenName", "Annie");
    assertThat(writer.notCarried().keySet()).singleElement().asString().contains("one name");
  }

  @Test
  void peopleClassesAndRolesAreToldAsTheStandardTellsThem() throws IOException {
    Written files = new Written(temp);
    BatchWriter writer =
        files.write(
            "oneroster", Written.background(Known.nothing(), true, "1.1", Set.of("bo")), ROSTER);
    Map<String, List<Map<String, String>>> zip = files.zip("oneroster-1.1-bulk.zip");
    assertThat(zip.get("users"))
        .extracting(row -> row.get("username") + " " + row.get("role"))
        .containsExactly("mum guardian", "ana student", "bo teacher");
    assertThat(zip.get("users").get(1).get("agentSourcedIds"))
        .isEqualTo(zip.get("users").get(0).get("sourcedId"));
    assertThat(zip.get("users").get(1)).containsEntry("password", "one-two");
    assertThat(zip.get("classes").get(0)).containsEntry("title", "Coast, and harbour");
    assertThat(zip.get("courses"))
        .extracting(r -> r.get("courseCode"))
        .containsExactly("NAV-1", "RAD-1");
    assertThat(zip.get("academicSessions"))
        .extracting(r -> r.get("type") + " " + r.get("endDate") + " " + r.get("schoolYear"))
        .containsExactly("term 2026-12-18 2027", "schoolYear 2027-07-31 2027");
    // Whoever is in two groups is in the class once.
    assertThat(zip.get("enrollments"))
        .extracting(row -> row.get("role") + " " + row.get("primary"))
        .containsExactly("student false", "teacher true");
    assertThat(writer.notCarried())
        .containsEntry("group membership", 2)
        .containsEntry("capacity of courses", 1)
        .containsEntry("enrollment as observer", 1);
  }

  @Test
  void whoHasLeftIsInNoBulkFileAndMarkedInADelta() throws IOException {
    List<PlannedChange> ends =
        List.of(
            Written.change(
                Phase.WITHDRAWALS, Change.WITHDRAW, Field.USER, "cy", Field.COURSE, "RAD-1"),
            Written.change(Phase.REMOVALS, Change.REMOVE, Field.COURSE, "OLD-1"),
            Written.change(Phase.REMOVALS, Change.REMOVE, Field.USERNAME, "dee"));
    Written files = new Written(temp);
    List<PlannedChange> all = new ArrayList<>(ROSTER);
    all.addAll(ends);
    files.write("oneroster", Written.background(Known.nothing(), true, "1.1", Set.of()), all);
    Map<String, List<Map<String, String>>> bulk = files.zip("oneroster-1.1-bulk.zip");
    assertThat(bulk.get("enrollments")).hasSize(2);
    assertThat(bulk.get("classes")).extracting(row -> row.get("title")).doesNotContain("OLD-1");
    assertThat(bulk.get("users")).extracting(row -> row.get("username")).doesNotContain("dee");
    files.write("oneroster", Written.background(Known.nothing(), false, "1.1", Set.of()), ends);
    Map<String, List<Map<String, String>>> delta = files.zip("oneroster-1.1-delta.zip");
    for (String file : List.of("enrollments", "classes", "users")) {
      assertThat(delta.get(file)).extracting(row -> row.get("status")).containsOnly("tobedeleted");
    }
  }

  @Test
  void theSameRosterGivesTheSameBytes() throws IOException {
    Written one = new Written(temp);
    Written other = new Written(temp);
    BatchBackground background = Written.background(Known.nothing(), true, "1.2", Set.of());
    one.write("oneroster", background, ROSTER);
    other.write("oneroster", background, ROSTER);
    String name = "oneroster-1.2-bulk.zip";
    assertThat(one.bytes(name)).isEqualTo(other.bytes(name));
  }

  @Test
  void anIdGoesWithARenamingAndIsNeverGivenToAnother() {
    SourcedIds ids = new SourcedIds(Map.of());
    String first = ids.of("user", "ana");
    ids.rename("user", "ana", "ana.lund");
    assertThat(ids.of("user", "Ana.Lund")).isEqualTo(first);
    assertThat(ids.of("user", "ana")).isNotEqualTo(first);
    SourcedIds later = new SourcedIds(ids.remembered());
    String second = later.of("user", "ana");
    later.retire("user", "ana");
    assertThat(later.of("user", "ana")).isNotIn(first, second);
    assertThat(later.of("user", "ana.lund")).isEqualTo(first).hasSize(36);
  }

  @Test
  void idsOfExportsCountUnlessWhatWasDeliveredSinceSaysOtherwise() {
    Map<String, String> exported = Map.of("user ana", "u1", "class NAV-1", "c1");
    SourcedIds before = new SourcedIds(Map.of(), exported, Map.of());
    assertThat(before.of("user", "Ana")).isEqualTo("u1");
    before.rename("user", "ana", "alund");
    assertThat(before.renamed()).isEqualTo(Map.of("user ana", "u1"));

    // The export is still there, and somebody else is called ana by now.
    SourcedIds after = new SourcedIds(before.remembered(), exported, Map.of());
    assertThat(after.of("user", "alund")).isEqualTo("u1");
    assertThat(after.of("user", "ana")).isNotEqualTo("u1");

    // An export that was made since knows better.
    SourcedIds later =
        new SourcedIds(before.remembered(), Map.of("user ana", "u9"), Map.of("user ana", "u9"));
    assertThat(later.of("user", "ana")).isEqualTo("u9");
    assertThat(later.of("user", "alund")).isEqualTo("u1");
  }
}
