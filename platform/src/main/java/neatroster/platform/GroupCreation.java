package neatroster.platform;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Optional;

/** Makes the Group of a course or of a group. */
final class GroupCreation extends Operation {
  private final String key;
  private final ObjectNode body;
  private final String otherName;
  private final OperationResult whenMade;
  private boolean isRenamed;

  /**
   * Makes a Group.
   *
   * @param key its key among the ids
   * @param body the Group as SCIM writes it
   * @param otherName what it is called where its name is taken
   */
  GroupCreation(
      DeliveryRow row, String key, ObjectNode body, String otherName, OperationResult whenMade) {
    super(List.of(row));
    this.key = key;
    this.body = body;
    this.otherName = otherName;
    this.whenMade = whenMade;
  }

  @Override
  Optional<ScimRequest> request() {
    return Optional.of(ScimRequest.of("POST", "/Groups", body.toString()));
  }

  @Override
  Optional<OperationResult> lookUp(DeliveryContext context)
      throws PlatformException, InterruptedException {
    Optional<String> known = context.ids().of(key);
    Optional<String> id =
        known.isPresent()
            ? known
            : context
                .lookup()
                .recent(ScimJson.text(body, "externalId"), ScimJson.text(body, "displayName"));
    return id.map(there -> made(context, there));
  }

  private OperationResult made(DeliveryContext context, String id) {
    context.lookup().made(key, id);
    if (isRenamed) {
      context.ids().put(PlatformIds.givenName(key), otherName);
    }
    return whenMade;
  }

  @Override
  Optional<OperationResult> judge(ScimResponse response, DeliveryContext context)
      throws PlatformException, InterruptedException {
    if (response.isDone()) {
      String id = response.id();
      if (id.isEmpty()) {
        context.lookup().madeUnseen(key);
        return Optional.of(whenMade);
      }
      return Optional.of(made(context, id));
    }
    if (response.status() == 409) {
      Optional<OperationResult> there = isDoubtful() ? lookUp(context) : Optional.empty();
      if (there.isPresent()) {
        return there;
      }
      if (!ScimJson.text(body, "displayName").equals(otherName)) {
        // Two courses may have one title here, and not there.
        body.put("displayName", otherName);
        isRenamed = true;
        context.miss("title as it is, taken by another on the platform: the code is added to it");
        return Optional.empty();
      }
    }
    return Optional.of(OperationResult.refused(response));
  }
}
