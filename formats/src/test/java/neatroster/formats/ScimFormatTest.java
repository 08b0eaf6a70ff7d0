package neatroster.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.entry;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.StringWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.state.Known;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ScimFormatTest {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir private Path temp;
  private Written files;

  @BeforeEach
  void start() {
    files = new Written(temp);
  }

  private static JsonNode user(PlannedChange user, String manager) throws Exception {
    StringWriter text = new StringWriter();
    try (JsonGenerator json = JSON.createGenerator(text)) {
      new ScimUser(json).write(user, manager);
    }
    return JSON.readTree(text.toString());
  }

  /** Whatever the table of attributes says is carried stands in the document under that name. */
  @Test
  void everyAttributeOfTheTableIsWritten() throws Exception {
    for (Map.Entry<Field, String> one : ScimUser.ATTRIBUTES.entrySet()) {
      String value = one.getKey() == Field.STATUS ? "suspended" : "given";
      JsonNode written =
          user(Written.change(Phase.USERS, Change.CREATE, one.getKey(), value), value);
      String name = one.getValue();
      JsonNode at =
          name.startsWith("urn:")
              ? written.path(ScimUser.ENTERPRISE).path(name.substring(name.lastIndexOf(':') + 1))
              : written.path(name.replaceAll("[.].*", ""));
      at = at.isArray() ? at.path(0) : at;
      at =
          name.startsWith("urn:") || name.indexOf('.') < 0
              ? at
              : at.path(name.substring(name.indexOf('.') + 1));
      at = at.isObject() ? at.path("value") : at;
      assertThat(at.asText()).as(name).isEqualTo(one.getKey() == Field.STATUS ? "false" : "given");
    }
  }

  @Test
  void whatIsBlankIsNotSaid() throws Exception {
    JsonNode written = user(Written.change(Phase.USERS, Change.CREATE, Field.USERNAME, "ana"), "");
    assertThat(written.toString())
        .isEqualTo(
            "{\"schemas\":[\""
                + ScimUser.SCHEMA
                + "\"],\"userName\":\"ana\",\"name\":{},\"active\":true}");
    JsonNode named =
        user(
            Written.change(
                Phase.USERS,
                Change.CREATE,
                Field.GIVEN_NAME,
                "Ana",
                Field.FAMILY_NAME,
                "Lund",
                Field.SUFFIX,
                "Jr."),
            "");
    assertThat(named.at("/name/formatted").asText()).isEqualTo("Ana Lund Jr.");
    assertThat(named.path("displayName").asText()).isEqualTo("Ana Lund Jr.");
  }

  private List<JsonNode> operations(PlannedChange... changes) throws Exception {
    BatchWriter writer =
        files.write(
            "scim", Written.background(Known.nothing(), true, "1.2", Set.of()), List.of(changes));
    notCarried = writer.notCarried();
    if (writer.written().isEmpty()) {
      return List.of();
    }
    JsonNode bulk = JSON.readTree(files.text("1-bulk.json"));
    assertThat(bulk.at("/schemas/0").asText())
        .isEqualTo("urn:ietf:params:scim:api:messages:2.0:BulkRequest");
    List<JsonNode> operations = new ArrayList<>();
    bulk.get("Operations").forEach(operations::add);
    assertThat(writer.written().get(0).rows()).isEqualTo(operations.size());
    return operations;
  }

  private Map<String, Integer> notCarried;

  @Test
  void groupsComeLastWithTheirMembersByBulkId() throws Exception {
    List<JsonNode> operations =
        operations(
            Written.change(Phase.COURSES, Change.CREATE, Field.CODE, "NAV-1", Field.CAPACITY, "9"),
            Written.change(Phase.USERS, Change.CREATE, Field.USERNAME, "Ana", Field.MANAGER, "ida"),
            Written.change(Phase.USERS, Change.CREATE, Field.USERNAME, "ida"),
            Written.change(Phase.GROUPS, Change.CREATE, Field.COURSE, "NAV-1", Field.NAME, "Watch"),
            Written.change(
                Phase.ENROLLMENTS,
                Change.ENROLL,
                Field.USER,
                "ana",
                Field.COURSE,
                "nav-1",
                Field.GROUP,
                "watch",
                Field.ROLE,
                "learner"));
    assertThat(operations)
        .extracting(one -> one.get("path").asText())
        .containsExactly("/Users", "/Users", "/Groups", "/Groups");
    // Ida has no manager and comes at once; Ana, who has her, behind all others.
    String ida = operations.get(0).get("bulkId").asText();
    String ana = operations.get(1).get("bulkId").asText();
    assertThat(operations.get(0).at("/data/userName").asText()).isEqualTo("ida");
    assertThat(operations.get(1).at("/data/" + ScimUser.ENTERPRISE + "/manager/value").asText())
        .isEqualTo("bulkId:" + ida);
    JsonNode course = operations.get(2).get("data");
    JsonNode said = course.get(ScimGroup.COURSE);
    assertThat(course.get("externalId").asText()).isEqualTo("course:NAV-1");
    assertThat(course.at("/members/0/value").asText()).isEqualTo("bulkId:" + ana);
    assertThat(said.at("/capacity").intValue()).isEqualTo(9);
    assertThat(said.at("/enrollments/0").toString())
        .isEqualTo("{\"user\":\"bulkId:" + ana + "\",\"role\":\"learner\",\"groups\":[\"watch\"]}");
    JsonNode group = operations.get(3).get("data");
    assertThat(group.get("displayName").asText()).isEqualTo("Watch");
    assertThat(group.get("members")).hasSize(1);
    assertThat(group.get(ScimGroup.COURSE).get("course").asText())
        .isEqualTo("bulkId:" + operations.get(2).get("bulkId").asText());
    assertThat(notCarried).isEmpty();
  }

  /** A batch knows no ids of the platform: what it has already can be named by none. */
  @Test
  void whatIsAboutThePlatformsOwnIsCountedAndNotSent() throws Exception {
    List<JsonNode> operations =
        operations(
            Written.change(Phase.USERS, Change.CHANGE, Field.USERNAME, "bo"),
            Written.change(Phase.USERS, Change.CREATE, Field.GIVEN_NAME, "Nameless"),
            Written.change(
                Phase.USERS,
                Change.CREATE,
                Field.USERNAME,
                "cy",
                Field.MANAGER,
                "bo",
                Field.GRADE,
                "7"),
            Written.change(Phase.ENROLLMENTS, Change.ENROLL, Field.USER, "cy", Field.COURSE, "N"),
            Written.change(Phase.WITHDRAWALS, Change.WITHDRAW, Field.USER, "cy"));
    assertThat(operations).hasSize(1);
    assertThat(operations.get(0).at("/data/" + ScimUser.ENTERPRISE).isMissingNode()).isTrue();
    String unknown = " that the platform has, whose ids a batch does not know";
    assertThat(notCarried)
        .containsOnly(
            entry("user" + unknown, 1),
            entry("user without a username", 1),
            entry("grade of users", 1),
            entry("manager whom the platform has, whose ids a batch does not know", 1),
            entry("enrollment" + unknown, 1),
            entry("withdrawal" + unknown, 1));
  }

  @Test
  void nothingToMakeIsNoFile() throws Exception {
    assertThat(operations(Written.change(Phase.SITES, Change.CREATE, Field.SITE, "Pier")))
        .isEmpty();
    assertThat(files.names()).isEmpty();
  }
}
