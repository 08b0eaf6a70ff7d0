package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import neatroster.formats.ScimGroup;

/**
 * Changes a Group by what it holds now: who leaves, and in what role and groups those are who stay.
 * It is read first, and written on condition that it is still as it was read where the platform
 * counts versions.
 */
final class GroupChange extends Operation {
  private static final int CONFLICTS = 5;

  private final String group;
  private final Edit edit;

  /** What is changed of a Group. */
  @FunctionalInterface
  interface Edit {
    /**
     * Says how a Group that was read is changed.
     *
     * @param whole the Group, to be changed in place
     * @return the same as parts of a patch
     */
    Patch of(ObjectNode whole, DeliveryContext context)
        throws PlatformException, InterruptedException;
  }

  /**
   * Changes a Group.
   *
   * @param group the platform's id of it
   */
  GroupChange(List<DeliveryRow> rows, String group, Edit edit) {
    super(rows);
    this.group = group;
    this.edit = edit;
  }

  @Override
  Optional<ScimRequest> request() {
    return Optional.empty();
  }

  @Override
  HttpRetryClient.Attempt send(DeliveryContext context)
      throws PlatformException, InterruptedException {
    for (int conflict = 1; ; conflict++) {
      ScimResponse now =
          context.client().read(ScimRequest.get(ScimRequest.path("/Groups/", group)));
      if (!now.isDone() || !(now.body() instanceof ObjectNode whole)) {
        return new HttpRetryClient.Attempt(now, HttpRetryClient.Doubt.NONE, "");
      }
      ObjectNode changed = whole.deepCopy();
      Patch patch = edit.of(changed, context);
      if (patch.isEmpty()) {
        return new HttpRetryClient.Attempt(now, HttpRetryClient.Doubt.NONE, "");
      }
      HttpRetryClient.Attempt tried = context.client().once(write(context, patch, changed, now));
      boolean isConflict = tried.response() != null && tried.response().status() == 412;
      if (!isConflict || conflict == CONFLICTS) {
        return tried;
      }
    }
  }

  private ScimRequest write(
      DeliveryContext context, Patch patch, ObjectNode changed, ScimResponse now) {
    return context.config().hasPatch()
        ? new ScimRequest(
            "PATCH", ScimRequest.path("/Groups/", group), patch.body().toString(), etag(now))
        : new ScimRequest(
            "PUT", ScimRequest.path("/Groups/", group), bare(changed).toString(), etag(now));
  }

  private static String etag(ScimResponse response) {
    return response.etag().isEmpty()
        ? ScimJson.text(ScimJson.get(response.body(), "meta"), "version")
        : response.etag();
  }

  /** Reads a whole Group and puts it back changed, for platforms that take no parts. */
  static HttpRetryClient.Attempt put(
      DeliveryContext context, String group, Consumer<ObjectNode> into)
      throws PlatformException, InterruptedException {
    for (int conflict = 1; ; conflict++) {
      ScimResponse now =
          context.client().read(ScimRequest.get(ScimRequest.path("/Groups/", group)));
      if (!now.isDone() || !(now.body() instanceof ObjectNode whole)) {
        return new HttpRetryClient.Attempt(now, HttpRetryClient.Doubt.NONE, "");
      }
      into.accept(whole);
      HttpRetryClient.Attempt tried =
          context
              .client()
              .once(
                  new ScimRequest(
                      "PUT",
                      ScimRequest.path("/Groups/", group),
                      bare(whole).toString(),
                      etag(now)));
      boolean isConflict = tried.response() != null && tried.response().status() == 412;
      if (!isConflict || conflict == CONFLICTS) {
        return tried;
      }
    }
  }

  private static ObjectNode bare(ObjectNode whole) {
    whole.remove(ScimJson.nameOf(whole, "meta"));
    return whole;
  }

  /** A list of a Group, which is made where there is none. */
  static ArrayNode array(ObjectNode of, String name) {
    String there = ScimJson.nameOf(of, name);
    return of.get(there) instanceof ArrayNode list ? list : of.putArray(there);
  }

  /** What the extension says of the members. */
  static ArrayNode enrollments(ObjectNode whole) {
    String urn = ScimJson.nameOf(whole, ScimGroup.COURSE);
    ObjectNode extension =
        whole.get(urn) instanceof ObjectNode object ? object : whole.putObject(urn);
    return array(extension, "enrollments");
  }

  /** The place of somebody in a list of enrollments, or -1. */
  static int find(ArrayNode enrollments, String user) {
    for (int i = 0; i < enrollments.size(); i++) {
      if (ScimJson.text(enrollments.get(i), "user").equals(user)) {
        return i;
      }
    }
    return -1;
  }

  /** The groups that an enrollment names. */
  static Set<String> groups(JsonNode enrollment) {
    Set<String> names = new LinkedHashSet<>();
    JsonNode list = ScimJson.get(enrollment, "groups");
    if (list.isTextual()) {
      names.add(list.asText());
    }
    list.forEach(name -> names.add(name.asText()));
    return names;
  }

  static void setGroups(ObjectNode enrollment, Set<String> names) {
    if (names.isEmpty()) {
      enrollment.remove(ScimJson.nameOf(enrollment, "groups"));
    } else {
      ArrayNode list = enrollment.putArray(ScimJson.nameOf(enrollment, "groups"));
      names.forEach(list::add);
    }
  }

  /** Adds an enrollment; the groups of one that is there stay. */
  static void merge(ArrayNode enrollments, ObjectNode enrollment) {
    int at = find(enrollments, ScimJson.text(enrollment, "user"));
    if (at < 0) {
      enrollments.add(enrollment.deepCopy());
    } else if (enrollments.get(at) instanceof ObjectNode there) {
      Set<String> names = groups(there);
      names.addAll(groups(enrollment));
      there.setAll(enrollment);
      setGroups(there, names);
    }
  }

  @Override
  Optional<OperationResult> judge(ScimResponse response, DeliveryContext context) {
    if (response.isDone()) {
      return Optional.of(OperationResult.DONE);
    }
    String reason =
        response.status() == 404 ? "the course is not on the platform" : response.reason();
    return Optional.of(OperationResult.refused(response.status(), reason));
  }
}
