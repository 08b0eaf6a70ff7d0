package neatroster.platform;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.MissingNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import neatroster.core.model.Person;
import org.junit.jupiter.api.Test;

/** Whom the names of a run mean on a platform whose resources are in a map. */
class LookupTest {
  private static final Person ANA = new Person("1", "ana@pier.example", "Ana Marlowe", "", "");

  private final Map<String, String> resources = new LinkedHashMap<>();
  private final List<String> asked = new ArrayList<>();

  private void user(String id, String username, String externalId) {
    resources.put(
        "/Users/" + id,
        "{\"id\": \"%s\", \"userName\": \"%s\", \"externalId\": \"%s\"}"
            .formatted(id, username, externalId));
  }

  private void group(String id, String externalId) {
    resources.put(
        "/Groups/" + id, "{\"id\": \"%s\", \"externalId\": \"%s\"}".formatted(id, externalId));
  }

  private ScimResponse answer(ScimRequest request) throws PlatformException {
    asked.add(request.path());
    String path = request.path().replaceAll("\\?.*", "");
    if (resources.containsKey(path)) {
      return response(200, ScimJson.parse(resources.get(path)));
    }
    if (!path.equals("/Users") && !path.equals("/Groups")) {
      return response(404, MissingNode.getInstance());
    }
    String query =
        URLDecoder.decode(request.path(), StandardCharsets.UTF_8).toLowerCase(Locale.ROOT);
    ObjectNode list = ScimJson.JSON.createObjectNode();
    ArrayNode all = list.putArray("Resources");
    for (Map.Entry<String, String> one : resources.entrySet()) {
      boolean isAsked =
          !query.contains("filter=")
              || query.contains(
                  "\"" + ScimJson.text(ScimJson.parse(one.getValue()), "userName") + "\"");
      if (one.getKey().startsWith(path + "/") && isAsked) {
        all.add(ScimJson.parse(one.getValue()));
      }
    }
    return response(200, list.put("totalResults", all.size()));
  }

  private static ScimResponse response(int status, JsonNode body) {
    return new ScimResponse(status, body, "", "", Optional.empty());
  }

  private Lookup lookup(PlatformIds ids) {
    Identity identity =
        new Identity(name -> name.equals("amarlowe") ? Optional.of(ANA) : Optional.empty());
    return new Lookup(
        new HttpRetryClient(this::answer), ServiceProviderConfig.plain(), ids, identity);
  }

  @Test
  void whatWasRememberedForSomebodyElseIsLookedUpAnew() throws Exception {
    user("u1", "bfinch", "2");
    user("u2", "amarlowe", "1");
    PlatformIds ids = new PlatformIds(Map.of("user:amarlowe", "u1", "user:bfinch", "gone"));
    Lookup lookup = lookup(ids);
    assertThat(lookup.userId("amarlowe")).contains("u2");
    assertThat(lookup.userId("BFinch")).contains("u1");
    assertThat(lookup.userId("nobody")).isEmpty();
    assertThat(lookup.notThere("nobody")).isEqualTo("the user nobody is not on the platform");
    int before = asked.size();
    assertThat(lookup.userId("amarlowe")).contains("u2");
    assertThat(asked).hasSize(before);
  }

  @Test
  void whoseNameSomebodyElseHasIsNotThere() throws Exception {
    user("u1", "amarlowe", "9");
    Lookup lookup = lookup(new PlatformIds(Map.of("user:amarlowe", "u1")));
    assertThat(lookup.userId("amarlowe")).isEmpty();
    assertThat(lookup.stranger("AMarlowe")).contains("an account without a name");
    assertThat(lookup.notThere("amarlowe")).contains("belongs to somebody else", "pack --known");
  }

  @Test
  void whoIsStillToBeMadeIsNobodyUntilThen() throws Exception {
    user("u1", "amarlowe", "1");
    Lookup lookup = lookup(new PlatformIds(Map.of()));
    lookup.expect(PlatformIds.user("amarlowe"));
    assertThat(lookup.userId("amarlowe")).isEmpty();
    lookup.made(PlatformIds.user("amarlowe"), "u7");
    assertThat(lookup.userId("amarlowe")).contains("u7");
  }

  @Test
  void manyAreLookedAtTogether() throws Exception {
    IntStream.range(0, 60).forEach(i -> user("u" + i, "user" + i, ""));
    Lookup lookup = lookup(new PlatformIds(Map.of("user:user7", "u8")));
    lookup.find(IntStream.range(0, 60).mapToObj(i -> "user" + i).toList());
    assertThat(lookup.userId("user7")).contains("u7");
    assertThat(lookup.userId("user59")).contains("u59");
    assertThat(asked).hasSizeLessThan(4);
  }

  @Test
  void ofGroupsTheListOfThePlatformCounts() throws Exception {
    group("g1", "course:RAD-1");
    group("g2", "course:NAV-1");
    PlatformIds ids =
        new PlatformIds(
            Map.of("course:NAV-1", "g1", "course:KNOT-1", "g9", "group:NAV-1:Port", "g8"));
    Lookup lookup = lookup(ids);
    assertThat(lookup.groupId("course:NAV-1")).contains("g2");
    assertThat(lookup.groupId("course:RAD-1")).contains("g1");
    assertThat(lookup.groupId("course:KNOT-1")).isEmpty();
    assertThat(lookup.groupId("group:NAV-1:Port")).isEmpty();
    assertThat(ids.takeFresh()).containsEntry("course:KNOT-1", "");
  }
}
