package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.MissingNode;
import java.util.EnumSet;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.formats.ScimGroup;
import neatroster.formats.ScimUser;

/**
 * What the service offers and to what limits (RFC 7643, section 5).
 *
 * @param hasBulk whether many operations may go in one request
 * @param mostOperations how many
 * @param mostBytes how large a request may be
 * @param hasPatch whether parts of a resource may be changed
 * @param hasFilter whether a resource may be looked for by a filter
 * @param isByCursor whether lists are turned over by cursors (RFC 9865)
 * @param announced which attributes it has
 */
public record ServiceProviderConfig(
    boolean hasBulk,
    int mostOperations,
    long mostBytes,
    boolean hasPatch,
    boolean hasFilter,
    boolean isByCursor,
    AnnouncedAttributes announced) {
  /** What is sent at once where no limit is announced. */
  private static final long USUAL_BYTES = 1 << 20;

  private static final int FIRST_ATTEMPTS = 3;

  private static final int FEWEST_BYTES = 512;

  /**
   * Asks the service, which shows too that it is there and that the token is taken.
   *
   * @throws PlatformException where it cannot be worked with
   */
  public static ServiceProviderConfig ask(HttpRetryClient client)
      throws PlatformException, InterruptedException {
    ScimResponse config = client.read(ScimRequest.get("/ServiceProviderConfig"), FIRST_ATTEMPTS);
    if (config.status() == 404) {
      throw new PlatformException(
          "there is no SCIM service at that address: it has no ServiceProviderConfig");
    }
    if (!config.isDone()) {
      throw new PlatformException("the service does not say what it offers: " + config.reason());
    }
    JsonNode offered = config.body();
    JsonNode bulk = ScimJson.get(offered, "bulk");
    int operations = (int) number(bulk, "maxOperations", 100);
    long bytes = number(bulk, "maxPayloadSize", USUAL_BYTES);
    return new ServiceProviderConfig(
        isOn(bulk) && operations > 0 && bytes > FEWEST_BYTES,
        operations,
        bytes > FEWEST_BYTES ? bytes : USUAL_BYTES,
        isOn(ScimJson.get(offered, "patch")),
        isOn(ScimJson.get(offered, "filter")),
        ScimJson.text(ScimJson.get(offered, "pagination"), "cursor").equalsIgnoreCase("true"),
        AnnouncedAttributes.of(asked(client, "/Schemas"), asked(client, "/ResourceTypes")));
  }

  private static boolean isOn(JsonNode feature) {
    return ScimJson.text(feature, "supported").equalsIgnoreCase("true");
  }

  private static long number(JsonNode of, String name, long usual) {
    String text = ScimJson.text(of, name);
    return text.matches("\\d{1,15}") ? Long.parseLong(text) : usual;
  }

  private static JsonNode asked(HttpRetryClient client, String path)
      throws PlatformException, InterruptedException {
    ScimResponse answer = client.read(ScimRequest.get(path));
    return answer.isDone() ? answer.body() : MissingNode.getInstance();
  }

  /** Whether Groups keep what our extension says of courses. */
  boolean hasExtension() {
    return announced.takesSchema(ScimGroup.COURSE);
  }

  /** The fields of users that there is an attribute for. */
  Set<Field> carriedOfUsers() {
    Set<Field> carried = EnumSet.noneOf(Field.class);
    ScimUser.ATTRIBUTES.forEach(
        (field, attribute) -> {
          if (announced.takesOfUser(attribute)) {
            carried.add(field);
          }
        });
    if (announced.takesOfUser("displayName")) {
      carried.add(Field.PREFERRED_NAME);
    }
    return carried;
  }

  /**
   * Sees to it that the token may change things, by changing what cannot be there.
   *
   * @throws PlatformException where it may not
   */
  public void verifyMayWrite(HttpRetryClient client)
      throws PlatformException, InterruptedException {
    String nobody = "/Users/neat-roster-asks-whether-it-may-write";
    String nickname =
        "{\"schemas\":[\""
            + Patch.SCHEMA
            + "\"],\"Operations\":[{\"op\":\"replace\",\"path\":\"nickName\",\"value\":\"-\"}]}";
    // Without a username it makes nobody where a PUT makes what is not there.
    String user = "{\"schemas\":[\"" + ScimUser.SCHEMA + "\"]}";
    ScimResponse answer =
        client.read(
            hasPatch
                ? new ScimRequest("PATCH", nobody, nickname, "")
                : new ScimRequest("PUT", nobody, user, ""));
    if (answer.status() == 403) {
      throw new PlatformException(
          "the token may read the platform but not change it (" + answer.reason() + ")");
    }
  }

  /** What it was before anybody asked: for showing what would be sent. */
  static ServiceProviderConfig plain() {
    return new ServiceProviderConfig(
        false, 1, USUAL_BYTES, true, true, false, AnnouncedAttributes.all());
  }
}
