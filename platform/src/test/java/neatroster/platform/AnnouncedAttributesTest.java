package neatroster.platform;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.MissingNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Map;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.formats.ScimGroup;
import neatroster.formats.ScimUser;
import org.junit.jupiter.api.Test;

class AnnouncedAttributesTest {
  private static final PlannedChange USER =
      new PlannedChange(
          Phase.USERS,
          Change.CREATE,
          Map.of(
              Field.ID, "K-17",
              Field.USERNAME, "amarlowe",
              Field.GIVEN_NAME, "Ada",
              Field.SUFFIX, "Jr.",
              Field.EMAIL, "ada@gull.example",
              Field.PHONE, "+44 131 496 0000",
              Field.SITE, "Quay"));

  private static JsonNode json(String text) throws Exception {
    return ScimJson.JSON.readTree(text.replace('\'', '"'));
  }

  private static JsonNode schemas() throws Exception {
    return json(
        "{'Resources':[{'id':'"
            + ScimUser.SCHEMA
            + "','attributes':[{'name':'USERNAME'},{'name':'active'},"
            + "{'name':'name','subAttributes':[{'name':'givenName'},{'name':'familyName'}]},"
            + "{'name':'emails'},{'name':'phoneNumbers','mutability':'readOnly'}]}]}");
  }

  @Test
  void whatIsNotAnnouncedIsNotSent() throws Exception {
    AnnouncedAttributes announced = AnnouncedAttributes.of(schemas(), MissingNode.getInstance());
    ObjectNode user = ScimDocuments.user(USER, "17", announced);
    assertThat(user.toString())
        .isEqualTo(
            json("{'schemas':['"
                    + ScimUser.SCHEMA
                    + "'],'externalId':'K-17','userName':'amarlowe','name':{'givenName':'Ada'},"
                    + "'emails':[{'value':'ada@gull.example','primary':true}],'active':true}")
                .toString());
    ServiceProviderConfig config =
        new ServiceProviderConfig(false, 1, 1, true, true, false, announced);
    assertThat(config.carriedOfUsers())
        .contains(Field.ID, Field.USERNAME, Field.GIVEN_NAME, Field.EMAIL, Field.STATUS)
        .doesNotContain(Field.SITE, Field.MANAGER, Field.PHONE, Field.SUFFIX, Field.PREFERRED_NAME);
    assertThat(config.hasExtension()).isFalse();
  }

  @Test
  void whatIsShownIsThereThoughNotAnnounced() throws Exception {
    AnnouncedAttributes announced = AnnouncedAttributes.of(schemas(), MissingNode.getInstance());
    UserDocument document =
        new UserDocument(
            (ObjectNode)
                json(
                    "{'userName':'amarlowe','" + ScimUser.ENTERPRISE + "':{'department':'Pier'}}"));
    document.change(
        new PlannedChange(
            Phase.USERS, Change.CHANGE, Map.of(Field.SITE, "Quay", Field.PHONE, "0131 496 0000")),
        java.util.Optional.empty());
    document.leaveOut(announced);
    String patch = document.patch().body().toString();
    assertThat(patch).contains("department", "Quay").doesNotContain("phoneNumbers");
  }

  /** A service that says nothing of itself has what the standard has, and nothing of ours. */
  @Test
  void whoSaysNothingHasTheStandard() throws Exception {
    AnnouncedAttributes silent =
        AnnouncedAttributes.of(MissingNode.getInstance(), MissingNode.getInstance());
    assertThat(silent.takesOfUser(ScimUser.ENTERPRISE + ":department")).isTrue();
    assertThat(silent.takesOfUser("phoneNumbers")).isTrue();
    assertThat(silent.takesSchema(ScimGroup.COURSE)).isFalse();
    AnnouncedAttributes types =
        AnnouncedAttributes.of(
            MissingNode.getInstance(),
            json(
                "[{'id':'User','schemaExtensions':[]},{'id':'Group','schemaExtensions':[{'schema':'"
                    + ScimGroup.COURSE
                    + "'}]}]"));
    assertThat(types.takesOfUser(ScimUser.ENTERPRISE + ":department")).isFalse();
    assertThat(types.takesSchema(ScimGroup.COURSE)).isTrue();
  }
}
