package neatroster.practice;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.Path;
import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.filters.EqualFilter;
import com.unboundid.scim2.common.messages.PatchOperation;
import com.unboundid.scim2.common.messages.PatchRequest;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.security.SecureRandom;
import java.sql.SQLException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Users and Groups as SCIM reads and changes them (RFC 7644, section 3). */
final class Resources {
  private static final SecureRandom RANDOM = new SecureRandom();
  private static final int ID_BYTES = 12;

  private final PracticeStore store;
  private final Schemas schemas;
  private final CaseAwareEvaluator evaluator;
  private final Faults faults;
  private final String base;

  /**
   * The resources.
   *
   * @param base the address of the service
   */
  Resources(PracticeStore store, Schemas schemas, Faults faults, String base) {
    this.store = store;
    this.schemas = schemas;
    this.evaluator = new CaseAwareEvaluator(schemas);
    this.faults = faults;
    this.base = base;
  }

  private static String now() {
    return Instant.now().truncatedTo(ChronoUnit.MILLIS).toString();
  }

  private boolean keepsExtension() {
    return !faults.has(Faults.Kind.NO_EXTENSION);
  }

  private GroupMembers members() {
    return new GroupMembers(store, keepsExtension());
  }

  private static String etag(PracticeStore.Resource resource) {
    return "W/\"" + resource.version() + "\"";
  }

  private String location(PracticeStore.Resource resource) {
    return base + (resource.isGroup() ? "/Groups/" : "/Users/") + resource.id();
  }

  private ScimAnswer answer(int status, PracticeStore.Resource resource, Query query)
      throws SQLException, ScimError {
    return new ScimAnswer(
        status,
        Optional.of(query.of(shown(resource, query))),
        Optional.of(etag(resource)),
        Optional.of(location(resource)));
  }

  static ObjectNode parsed(String json) {
    try {
      return (ObjectNode) JsonUtils.getObjectReader().readTree(json);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException("what was kept is no JSON", e);
    }
  }

  /** A resource as it is shown, with all attributes that a query may want. */
  private ObjectNode shown(PracticeStore.Resource resource, Query query) throws SQLException {
    ObjectNode shown = parsed(resource.json());
    shown.put("id", resource.id());
    ObjectNode meta = shown.putObject("meta");
    meta.put("resourceType", resource.isGroup() ? "Group" : "User");
    meta.put("created", resource.created());
    meta.put("lastModified", resource.modified());
    meta.put("location", location(resource));
    meta.put("version", etag(resource));
    if (resource.isGroup()) {
      if (query.shows("members") || query.shows(Schemas.COURSE)) {
        members().show(shown, resource.number(), base);
      }
    } else if (query.shows("groups")) {
      ArrayNode groups = JsonUtils.getJsonNodeFactory().arrayNode();
      for (Map.Entry<PracticeStore.Resource, PracticeStore.Member> in : store.groupsOf(resource)) {
        groups
            .addObject()
            .put("value", in.getKey().id())
            .put("display", in.getKey().name())
            .put("type", "direct");
      }
      if (!groups.isEmpty()) {
        shown.set("groups", groups);
      }
    }
    return shown;
  }

  private PracticeStore.Resource found(boolean isGroup, String id) throws SQLException, ScimError {
    return store.find(isGroup, id).orElseThrow(() -> ScimError.notFound(id));
  }

  private static void verify(PracticeStore.Resource resource, String ifMatch) throws ScimError {
    if (!ifMatch.isEmpty() && !ifMatch.equals("*") && !ifMatch.equals(etag(resource))) {
      throw new ScimError(412, "", "The resource was changed meanwhile.");
    }
  }

  /** Makes a resource. */
  ScimAnswer create(boolean isGroup, ObjectNode sent, Query query) throws SQLException, ScimError {
    return store.wholly(
        () -> {
          ObjectNode kept = shaped(isGroup, sent);
          if (!isGroup && !kept.has("userName") && faults.has(Faults.Kind.MAKES_USERNAMES)) {
            kept.put("userName", "member-" + (1000 + store.count(false)));
          }
          String name = name(isGroup, kept);
          verifyUnique(isGroup, name, "");
          byte[] id = new byte[ID_BYTES];
          RANDOM.nextBytes(id);
          PracticeStore.Resource made =
              store.insert(
                  isGroup,
                  Base64.getUrlEncoder().withoutPadding().encodeToString(id),
                  kept.path("externalId").asText(""),
                  name,
                  kept.toString(),
                  now());
          if (isGroup) {
            members().add(made.number(), sent);
          }
          return answer(201, made, query);
        });
  }

  private ObjectNode shaped(boolean isGroup, ObjectNode sent) throws ScimError {
    Schemas.verifyMessage(sent, isGroup ? Schemas.GROUP : Schemas.USER);
    ObjectNode own = isGroup ? GroupMembers.without(sent) : sent;
    ObjectNode kept =
        new SchemaNormalizer(schemas).of(own, isGroup, schemas.announced(isGroup, faults));
    // A password is taken and never shown again; here nobody logs in with it, so it is not kept.
    kept.remove("password");
    if (!isGroup && !kept.has("active")) {
      kept.put("active", true);
    }
    return kept;
  }

  private static String name(boolean isGroup, ObjectNode resource) throws ScimError {
    String attribute = isGroup ? "displayName" : "userName";
    String name = resource.path(attribute).asText("").strip();
    if (name.isEmpty()) {
      throw ScimError.invalid(attribute + " is missing.");
    }
    return name;
  }

  private void verifyUnique(boolean isGroup, String name, String except)
      throws SQLException, ScimError {
    if (isGroup && !faults.has(Faults.Kind.UNIQUE_NAMES)) {
      return;
    }
    for (PracticeStore.Resource other : store.named(isGroup, name)) {
      if (!other.id().equals(except)) {
        throw new ScimError(
            409,
            "uniqueness",
            (isGroup ? "displayName" : "userName") + " " + name + " is taken already.");
      }
    }
  }

  /** One resource. */
  ScimAnswer get(boolean isGroup, String id, Query query, String ifNoneMatch)
      throws SQLException, ScimError {
    return store.wholly(
        () -> {
          PracticeStore.Resource resource = found(isGroup, id);
          return !ifNoneMatch.isEmpty() && ifNoneMatch.equals(etag(resource))
              ? new ScimAnswer(304, Optional.empty(), Optional.of(etag(resource)), Optional.empty())
              : answer(200, resource, query);
        });
  }

  /** Puts a resource in the place of another. */
  ScimAnswer replace(boolean isGroup, String id, ObjectNode sent, String ifMatch, Query query)
      throws SQLException, ScimError {
    return store.wholly(
        () -> {
          PracticeStore.Resource resource = found(isGroup, id);
          verify(resource, ifMatch);
          keep(resource, shaped(isGroup, sent));
          if (isGroup) {
            members().replace(resource.number(), sent);
          }
          return answer(200, found(isGroup, id), query);
        });
  }

  private void keep(PracticeStore.Resource resource, ObjectNode kept)
      throws SQLException, ScimError {
    String name = name(resource.isGroup(), kept);
    verifyUnique(resource.isGroup(), name, resource.id());
    store.change(resource, kept.path("externalId").asText(""), name, kept.toString(), now());
  }

  /** Changes parts of a resource. */
  ScimAnswer patch(boolean isGroup, String id, ObjectNode sent, String ifMatch, Query query)
      throws SQLException, ScimError {
    if (faults.has(Faults.Kind.NO_PATCH)) {
      throw new ScimError(501, "", "PATCH is not offered here.");
    }
    PatchRequest request =
        patchRequest(
            new PatchVerifier(schemas, isGroup).verified(sent, schemas.announced(isGroup, faults)));
    return store.wholly(
        () -> {
          PracticeStore.Resource resource = found(isGroup, id);
          verify(resource, ifMatch);
          ObjectNode changed = parsed(resource.json());
          try {
            for (PatchOperation operation : request) {
              if (isGroup && GroupMembers.concerns(operation)) {
                members().patch(resource.number(), operation);
              } else {
                operation.apply(changed);
                PrimaryValues.settle(parsed(resource.json()), changed);
              }
            }
          } catch (ScimException e) {
            throw trouble(e);
          }
          if (isGroup) {
            // What an operation without a path said of members.
            members().add(resource.number(), changed);
          }
          keep(resource, shaped(isGroup, changed));
          return answer(200, found(isGroup, id), query);
        });
  }

  private static PatchRequest patchRequest(ObjectNode sent) throws ScimError {
    try {
      return JsonUtils.nodeToValue(sent, PatchRequest.class);
    } catch (JsonProcessingException e) {
      throw new ScimError(400, "invalidSyntax", "The patch is not understood.");
    }
  }

  static ScimError trouble(ScimException e) {
    String type = e.getScimError().getScimType();
    return new ScimError(
        e.getScimError().getStatus(), type == null ? "" : type, String.valueOf(e.getMessage()));
  }

  /** Removes a resource. */
  ScimAnswer delete(boolean isGroup, String id, String ifMatch) throws SQLException, ScimError {
    return store.wholly(
        () -> {
          PracticeStore.Resource resource = found(isGroup, id);
          verify(resource, ifMatch);
          leaveGroup(resource);
          store.remove(resource);
          return ScimAnswer.nothing();
        });
  }

  /** Whoever was in a group of a course is in it no more when it goes. */
  private void leaveGroup(PracticeStore.Resource group) throws SQLException {
    JsonNode extension = parsed(group.json()).path(Schemas.COURSE);
    Optional<PracticeStore.Resource> course = store.find(true, extension.path("course").asText(""));
    if (!group.isGroup() || course.isEmpty()) {
      return;
    }
    for (PracticeStore.Member member : store.members(course.get().number())) {
      List<String> left =
          member.groups().lines().filter(name -> !name.equals(group.name())).toList();
      store.place(
          course.get().number(),
          member.user(),
          member.role(),
          String.join("\n", left),
          member.starts(),
          member.ends());
    }
  }

  /** Lists users, Groups, or both. */
  ScimAnswer list(List<Boolean> kinds, Query query) throws SQLException, ScimError {
    return store.wholly(
        () -> {
          ArrayNode page = JsonUtils.getJsonNodeFactory().arrayNode();
          boolean isPlain =
              kinds.size() == 1 && query.filter().isEmpty() && query.sortBy().isEmpty();
          if (isPlain) {
            boolean isGroup = kinds.get(0);
            for (PracticeStore.Resource one :
                store.page(isGroup, query.start() - 1L, query.count())) {
              page.add(query.of(shown(one, query)));
            }
            return query.page(page, store.count(isGroup));
          }
          List<ObjectNode> all = new ArrayList<>();
          for (boolean isGroup : kinds) {
            for (PracticeStore.Resource one : candidates(isGroup, query)) {
              ObjectNode shown = shown(one, query);
              if (query.filter().isEmpty() || evaluator.matches(query.filter().get(), shown)) {
                all.add(shown);
              }
            }
          }
          if (query.sortBy().isPresent()) {
            sort(all, query.sortBy().get(), query.isDescending());
          }
          all.stream()
              .skip(query.start() - 1L)
              .limit(query.count())
              .forEach(one -> page.add(query.of(one)));
          return query.page(page, all.size());
        });
  }

  /** What may match, found by an index where the filter is about one of the usual marks. */
  private List<PracticeStore.Resource> candidates(boolean isGroup, Query query)
      throws SQLException {
    if (query.filter().orElse(null) instanceof EqualFilter equal
        && equal.getAttributePath().size() == 1
        && equal.getAttributePath().getSchemaUrn() == null) {
      String value = equal.getComparisonValue().asText("");
      String attribute = equal.getAttributePath().getElement(0).getAttribute();
      if (attribute.equalsIgnoreCase("externalId")) {
        return store.external(isGroup, value);
      }
      if (attribute.equalsIgnoreCase(isGroup ? "displayName" : "userName")) {
        return store.named(isGroup, value);
      }
      if (attribute.equalsIgnoreCase("id")) {
        return store.find(isGroup, value).map(List::of).orElse(List.of());
      }
    }
    return store.page(isGroup, 0, Integer.MAX_VALUE);
  }

  private static void sort(List<ObjectNode> all, Path by, boolean isDescending) throws ScimError {
    try {
      Comparator<String> order = Comparator.nullsLast(String.CASE_INSENSITIVE_ORDER);
      List<Map.Entry<Optional<String>, ObjectNode>> keyed = new ArrayList<>();
      for (ObjectNode one : all) {
        JsonNode value = JsonUtils.findMatchingPaths(by, one).stream().findFirst().orElse(null);
        keyed.add(
            Map.entry(Optional.ofNullable(value).map(v -> v.isValueNode() ? v.asText() : ""), one));
      }
      Comparator<Map.Entry<Optional<String>, ObjectNode>> byKey =
          Comparator.comparing(entry -> entry.getKey().orElse(null), order);
      keyed.sort(isDescending ? byKey.reversed() : byKey);
      all.clear();
      keyed.forEach(entry -> all.add(entry.getValue()));
    } catch (ScimException e) {
      throw new ScimError(400, "invalidPath", e.getMessage());
    }
  }
}
