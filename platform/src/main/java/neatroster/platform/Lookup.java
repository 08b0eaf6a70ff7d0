package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
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

  private final HttpRetryClient client;
  private final ServiceProviderConfig config;
  private final PlatformIds ids;
  private final Identity identity;

  /** The users who were looked at, and whose accounts are there, by their names in lower case. */
  private final Set<String> lookedAt = ConcurrentHashMap.newKeySet();

  /** Whose the account of a name is, where it is somebody else's. */
  private final Map<String, String> strangers = new ConcurrentHashMap<>();

  private final Map<String, String> groupsByName = new HashMap<>();

  /** What the run is to make and has not made: whoever has that name there is somebody else. */
  private final Set<String> pending = ConcurrentHashMap.newKeySet();

  private boolean hasUsers;
  private int asked;
  private boolean hasGroups;

  Lookup(HttpRetryClient client, ServiceProviderConfig config, PlatformIds ids, Identity identity) {
    this.client = client;
    this.config = config;
    this.ids = ids;
    this.identity = identity;
  }

  private static String encoded(String text) {
    return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
  }

  /** The user of a username, with all that the platform shows of them. */
  Optional<JsonNode> user(String userName) throws PlatformException, InterruptedException {
    if (config.hasFilter()) {
      String filter = "userName eq " + Patch.quoted(userName);
      ScimResponse found = client.read(ScimRequest.get("/Users?filter=" + encoded(filter)));
      if (found.isDone()) {
        return ScimJson.list(found.body(), "Resources").stream()
            .filter(user -> ScimJson.text(user, "userName").equalsIgnoreCase(userName))
            .findFirst();
      }
    }
    loadUsers();
    Optional<String> id = ids.of(PlatformIds.user(userName));
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
      if (filter.isEmpty() || !config.hasFilter()) {
        continue;
      }
      ScimResponse found = client.read(ScimRequest.get("/Users?filter=" + encoded(filter)));
      List<JsonNode> users = ScimJson.list(found.body(), "Resources");
      if (found.isDone() && users.size() == 1) {
        return Optional.of(users.get(0));
      }
    }
    return Optional.empty();
  }

  private Optional<JsonNode> resource(String path, String id)
      throws PlatformException, InterruptedException {
    ScimResponse found = client.read(ScimRequest.get(ScimRequest.path(path, id)));
    return found.isDone() ? Optional.of(found.body()) : Optional.empty();
  }

  /** Learns the ids of all users, once. */
  synchronized void loadUsers() throws PlatformException, InterruptedException {
    if (hasUsers) {
      return;
    }
    try {
      PagedListing.each(
          client,
          config,
          "/Users",
          "&attributes=userName,externalId,name,emails",
          user -> {
            String name = ScimJson.text(user, "userName");
            if (!name.isEmpty()) {
              look(name, user);
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
    lookedAt.add(lower(key));
    ids.put(key, id);
  }

  /**
   * It is made, and the platform does not say under which id: that is looked for when somebody
   * needs it.
   */
  synchronized void madeUnseen(String key) {
    pending.remove(lower(key));
    ids.forget(key);
    hasUsers = false;
    hasGroups = false;
  }

  private void look(String name, JsonNode user) {
    String key = PlatformIds.user(name);
    lookedAt.add(lower(key));
    if (identity.isMeant(name, user)) {
      ids.put(key, ScimJson.text(user, "id"));
    } else {
      strangers.put(lower(key), Identity.shown(user));
      ids.forget(key);
    }
  }

  /** Whose the account of a name is, where it is somebody else's. */
  Optional<String> stranger(String name) {
    return Optional.ofNullable(strangers.get(lower(PlatformIds.user(name))));
  }

  /** Why nothing can be done with a user. */
  String notThere(String name) {
    return stranger(name)
        .map(who -> strange(name, who))
        .orElse("the user " + name + " is not on the platform");
  }

  /** Why nothing is done with an account that is somebody else's. */
  static String strange(String name, String who) {
    return "the username "
        + name
        + " belongs to somebody else on the platform: "
        + who
        + ". Is it the same person after all, read the platform and pack again: neat-roster pack"
        + " --known platform";
  }

  private static String lower(String key) {
    return key.toLowerCase(Locale.ROOT);
  }

  /** The id of a user as far as it is known. */
  Optional<String> knownUserId(String name) {
    String key = PlatformIds.user(name);
    return pending.contains(lower(key)) ? Optional.empty() : ids.of(key);
  }

  /** The id of a user who is looked at when something is done with them, asked for if need be. */
  Optional<String> idOfUser(String name) throws PlatformException, InterruptedException {
    Optional<String> known = knownUserId(name);
    return known.isPresent() ? known : userId(name);
  }

  /**
   * The id of a user, who was looked at: what the platform was remembered to call them may stand
   * for somebody else by now.
   */
  Optional<String> userId(String name) throws PlatformException, InterruptedException {
    String key = PlatformIds.user(name);
    if (!pending.contains(lower(key)) && !lookedAt.contains(lower(key))) {
      Optional<String> remembered = ids.of(key);
      Optional<JsonNode> there =
          remembered.isPresent() ? resource("/Users/", remembered.get()) : Optional.empty();
      if (there.isEmpty() || !isCalled(there.get(), name)) {
        ids.forget(key);
        there = user(name);
      }
      there.ifPresent(user -> look(name, user));
    }
    return knownUserId(name);
  }

  /** Whether a user has a name there; whoever the platform named itself goes by another mark. */
  static boolean isCalled(JsonNode user, String name) {
    return ScimJson.text(user, "userName").equalsIgnoreCase(name)
        || ScimJson.text(user, "externalId").equals(name)
        || ScimJson.list(user, "emails").stream()
            .anyMatch(one -> ScimJson.text(one, "value").equalsIgnoreCase(name));
  }

  /** Learns the ids of all Groups, once. */
  synchronized void loadGroups() throws PlatformException, InterruptedException {
    if (hasGroups) {
      return;
    }
    Set<String> listed = new HashSet<>();
    try {
      PagedListing.each(
          client,
          config,
          "/Groups",
          "&excludedAttributes=members"
              + (config.hasExtension() ? "," + ScimGroup.ENROLLMENTS : ""),
          group -> {
            listed.add(ScimJson.text(group, "id"));
            learn(group);
          });
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
    ids.keepGroups(listed);
    hasGroups = true;
  }

  private void learn(JsonNode group) {
    String id = ScimJson.text(group, "id");
    String external = ScimJson.text(group, "externalId");
    String code = ScimJson.text(ScimJson.get(group, ScimGroup.COURSE), "code");
    String key =
        external.startsWith("course:") || external.startsWith("group:")
            ? external
            : code.isEmpty() ? "" : PlatformIds.course(code);
    if (!key.isEmpty()) {
      ids.forgetOthers(id, key);
      ids.put(key, id);
    }
    groupsByName.put(ScimJson.text(group, "displayName").toLowerCase(Locale.ROOT), id);
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
    ScimResponse found =
        client.read(
            ScimRequest.get("/Groups?filter=" + encoded(filter) + "&excludedAttributes=members"));
    if (!found.isDone()) {
      return Optional.empty();
    }
    return ScimJson.list(found.body(), "Resources").stream()
        .filter(group -> ScimJson.text(group, compared).equalsIgnoreCase(value))
        // One that stands for something else of ours is not it.
        .filter(group -> isFree(group, compared))
        .map(group -> ScimJson.text(group, "id"))
        .findFirst();
  }

  private boolean isFree(JsonNode group, String compared) {
    return compared.equals("externalId")
        || (ScimJson.text(group, "externalId").isEmpty() && !ids.hasId(ScimJson.text(group, "id")));
  }

  /** The id of a course or group, by its key. */
  Optional<String> groupId(String key) throws PlatformException, InterruptedException {
    if (pending.contains(lower(key))) {
      return Optional.empty();
    }
    loadGroups();
    Optional<String> known = ids.of(key);
    if (known.isEmpty() && key.startsWith("course:")) {
      // A course that somebody made by hand is known by its name.
      String name = key.substring("course:".length()).toLowerCase(Locale.ROOT);
      String id = groupsByName.get(name);
      return Optional.ofNullable(id);
    }
    return known;
  }

  /** Looks at users: one by one later on, or at all together where they are many. */
  void find(Collection<String> names) throws PlatformException, InterruptedException {
    for (String name : names) {
      String key = lower(PlatformIds.user(name));
      asked += pending.contains(key) || lookedAt.contains(key) ? 0 : 1;
    }
    if (asked > ASKED_SINGLY) {
      loadUsers();
    }
  }
}
