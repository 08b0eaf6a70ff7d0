package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import neatroster.formats.ScimGroup;

/** Finds users and Groups on the platform. */
final class Lookup {
  /** How many unknown users are asked for one by one before all are listed. */
  private static final int ASKED_SINGLY = 40;

  private final Courier courier;
  private final Offer offer;
  private final Ids ids;
  private final Map<String, String> groupsByName = new HashMap<>();

  /** What the run is to make and has not made: whoever has that name there is somebody else. */
  private final Set<String> pending = ConcurrentHashMap.newKeySet();

  private boolean hasUsers;
  private int asked;
  private boolean hasGroups;

  Lookup(Courier courier, Offer offer, Ids ids) {
    this.courier = courier;
    this.offer = offer;
    this.ids = ids;
  }

  private static String encoded(String text) {
    return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
  }

  /** The user of a username, with all that the platform shows of them. */
  Optional<JsonNode> user(String userName) throws PlatformException, InterruptedException {
    if (offer.hasFilter()) {
      String filter = "userName eq " + Patch.quoted(userName);
      Reply found = courier.read(Call.get("/Users?filter=" + encoded(filter)));
      if (found.isDone()) {
        return Answers.list(found.body(), "Resources").stream()
            .filter(user -> Answers.text(user, "userName").equalsIgnoreCase(userName))
            .findFirst();
      }
    }
    loadUsers();
    Optional<String> id = ids.of(Ids.user(userName));
    return id.isEmpty() ? Optional.empty() : resource("/Users/", id.get());
  }

  /** The user of an id of ours, or else of an address; where neither is given, nobody. */
  Optional<JsonNode> marked(String externalId, String email)
      throws PlatformException, InterruptedException {
    for (String filter :
        new String[] {
          externalId.isEmpty() ? "" : "externalId eq " + Patch.quoted(externalId),
          email.isEmpty() ? "" : "emails.value eq " + Patch.quoted(email)
        }) {
      if (filter.isEmpty() || !offer.hasFilter()) {
        continue;
      }
      Reply found = courier.read(Call.get("/Users?filter=" + encoded(filter)));
      List<JsonNode> users = Answers.list(found.body(), "Resources");
      if (found.isDone() && users.size() == 1) {
        return Optional.of(users.get(0));
      }
    }
    return Optional.empty();
  }

  private Optional<JsonNode> resource(String path, String id)
      throws PlatformException, InterruptedException {
    Reply found = courier.read(Call.get(path + encoded(id)));
    return found.isDone() ? Optional.of(found.body()) : Optional.empty();
  }

  /** Learns the ids of all users, once. */
  synchronized void loadUsers() throws PlatformException, InterruptedException {
    if (hasUsers) {
      return;
    }
    try {
      Listing.each(
          courier,
          "/Users",
          "&attributes=userName",
          user -> {
            String name = Answers.text(user, "userName");
            if (!name.isEmpty()) {
              ids.put(Ids.user(name), Answers.text(user, "id"));
            }
          });
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
    hasUsers = true;
  }

  /**
   * Says that the run is to make something: until it is made, what has its name on the platform is
   * something else, which nobody may be enrolled as or in.
   */
  void expect(String key) {
    pending.add(lower(key));
  }

  /** It is made. */
  void made(String key, String id) {
    pending.remove(lower(key));
    ids.put(key, id);
  }

  private static String lower(String key) {
    return key.toLowerCase(Locale.ROOT);
  }

  /** The id of a user as far as it is known. */
  Optional<String> knownUserId(String name) {
    String key = Ids.user(name);
    return pending.contains(lower(key)) ? Optional.empty() : ids.of(key);
  }

  /** The id of a user, asked for where it is not known. */
  Optional<String> userId(String name) throws PlatformException, InterruptedException {
    Optional<String> known = knownUserId(name);
    if (known.isPresent() || pending.contains(lower(Ids.user(name)))) {
      return known;
    }
    Optional<String> found = user(name).map(user -> Answers.text(user, "id"));
    found.ifPresent(id -> ids.put(Ids.user(name), id));
    return found;
  }

  /** Learns the ids of all Groups, once. */
  synchronized void loadGroups() throws PlatformException, InterruptedException {
    if (hasGroups) {
      return;
    }
    try {
      Listing.each(
          courier,
          "/Groups",
          "&excludedAttributes=members"
              + (offer.hasExtension() ? "," + MembersAddition.ENROLLMENTS : ""),
          this::learn);
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
    hasGroups = true;
  }

  private void learn(JsonNode group) {
    String id = Answers.text(group, "id");
    String external = Answers.text(group, "externalId");
    String code = Answers.text(Answers.get(group, ScimGroup.COURSE), "code");
    if (external.startsWith("course:") || external.startsWith("group:")) {
      ids.put(external, id);
    } else if (!code.isEmpty()) {
      ids.put(Ids.course(code), id);
    }
    groupsByName.put(Answers.text(group, "displayName").toLowerCase(Locale.ROOT), id);
  }

  /**
   * The id of a Group that may have been made a moment ago.
   *
   * @param externalId the id by which we know it again
   * @param displayName its name, for platforms that do not keep such ids
   */
  Optional<String> recent(String externalId, String displayName)
      throws PlatformException, InterruptedException {
    Optional<String> found = filtered("externalId", externalId, "externalId");
    return found.isPresent() ? found : filtered("displayName", displayName, "displayName");
  }

  private Optional<String> filtered(String attribute, String value, String compared)
      throws PlatformException, InterruptedException {
    String filter = attribute + " eq " + Patch.quoted(value);
    Reply found =
        courier.read(Call.get("/Groups?filter=" + encoded(filter) + "&excludedAttributes=members"));
    if (!found.isDone()) {
      return Optional.empty();
    }
    return Answers.list(found.body(), "Resources").stream()
        .filter(group -> Answers.text(group, compared).equalsIgnoreCase(value))
        // One that stands for something else of ours is not it.
        .filter(group -> isFree(group, compared))
        .map(group -> Answers.text(group, "id"))
        .findFirst();
  }

  private boolean isFree(JsonNode group, String compared) {
    return compared.equals("externalId")
        || (Answers.text(group, "externalId").isEmpty() && !ids.hasId(Answers.text(group, "id")));
  }

  /** The id of a course or group, by its key. */
  Optional<String> groupId(String key) throws PlatformException, InterruptedException {
    if (pending.contains(lower(key))) {
      return Optional.empty();
    }
    Optional<String> known = ids.of(key);
    if (known.isEmpty()) {
      loadGroups();
      known = ids.of(key);
    }
    if (known.isEmpty() && key.startsWith("course:")) {
      // A course that somebody made by hand is known by its name.
      String name = key.substring("course:".length()).toLowerCase(Locale.ROOT);
      String id = groupsByName.get(name);
      return Optional.ofNullable(id);
    }
    return known;
  }

  /** Learns the ids of users: one by one, or all together where many are not known. */
  void find(Collection<String> names) throws PlatformException, InterruptedException {
    int unknown = 0;
    for (String name : names) {
      unknown += ids.of(Ids.user(name)).isEmpty() ? 1 : 0;
    }
    asked += unknown;
    if (asked > ASKED_SINGLY) {
      loadUsers();
    }
  }
}
