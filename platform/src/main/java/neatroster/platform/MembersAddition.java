package neatroster.platform;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import neatroster.formats.ScimGroup;

/**
 * Puts people into a Group, with what the extension says of them. However often, they are in once.
 */
final class MembersAddition extends Operation {

  private final String group;
  private final List<Newcomer> newcomers;
  private final boolean hasPatch;

  /**
   * Somebody who comes in.
   *
   * @param id the platform's id of the user
   * @param enrollment what the extension says of them, or null
   */
  record Newcomer(DeliveryRow row, String id, ObjectNode enrollment) {
    /** About how long it is in a request, in bytes. */
    int length() {
      return id.length() + 16 + (enrollment == null ? 0 : enrollment.toString().length() + 1);
    }
  }

  /**
   * Puts people in.
   *
   * @param group the platform's id of the Group
   * @param hasPatch whether the Group may be changed in part
   */
  MembersAddition(String group, List<Newcomer> newcomers, boolean hasPatch) {
    super(newcomers.stream().map(Newcomer::row).distinct().toList());
    this.group = group;
    this.newcomers = List.copyOf(newcomers);
    this.hasPatch = hasPatch;
  }

  @Override
  Optional<ScimRequest> request() {
    if (!hasPatch) {
      return Optional.empty();
    }
    ArrayNode members = ScimJson.JSON.createArrayNode();
    ArrayNode enrollments = ScimJson.JSON.createArrayNode();
    Set<String> told = new HashSet<>();
    for (Newcomer one : newcomers) {
      if (told.add(one.id())) {
        members.addObject().put("value", one.id());
      }
      if (one.enrollment() != null) {
        enrollments.add(one.enrollment());
      }
    }
    Patch patch = new Patch().add("members", members);
    if (!enrollments.isEmpty()) {
      patch.add(ScimGroup.ENROLLMENTS, enrollments);
    }
    return Optional.of(
        ScimRequest.of("PATCH", ScimRequest.path("/Groups/", group), patch.body().toString()));
  }

  @Override
  HttpRetryClient.Attempt send(DeliveryContext context)
      throws PlatformException, InterruptedException {
    return hasPatch ? super.send(context) : GroupChange.put(context, group, this::into);
  }

  private void into(ObjectNode whole) {
    ArrayNode members = GroupChange.array(whole, "members");
    Set<String> there = new HashSet<>();
    members.forEach(one -> there.add(ScimJson.text(one, "value")));
    for (Newcomer one : newcomers) {
      if (there.add(one.id())) {
        members.addObject().put("value", one.id());
      }
      if (one.enrollment() != null) {
        GroupChange.merge(GroupChange.enrollments(whole), one.enrollment());
      }
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

  @Override
  List<Operation> divided() {
    List<Operation> parts = new ArrayList<>();
    if (newcomers.size() > 1) {
      int half = newcomers.size() / 2;
      parts.add(new MembersAddition(group, newcomers.subList(0, half), hasPatch));
      parts.add(new MembersAddition(group, newcomers.subList(half, newcomers.size()), hasPatch));
    }
    return parts;
  }
}
