package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Optional;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;

/** Makes a user. */
final class UserCreation extends Operation {
  private final PlannedChange change;
  private final ObjectNode body;
  private final OperationResult whenMade;

  /**
   * Makes a user.
   *
   * @param body the user as SCIM writes it
   * @param whenMade what the row's state is then: whoever looks after them may be still to come
   */
  UserCreation(DeliveryRow row, ObjectNode body, OperationResult whenMade) {
    super(List.of(row));
    this.change = row.change();
    this.body = body;
    this.whenMade = whenMade;
  }

  private String userName() {
    return change.value(Field.USERNAME);
  }

  @Override
  Optional<ScimRequest> request() {
    // What the platform names the user is in the answer alone, which a Bulk request does not give.
    return userName().isEmpty() ? Optional.empty() : Optional.of(creation());
  }

  private ScimRequest creation() {
    return ScimRequest.of("POST", "/Users", body.toString());
  }

  @Override
  HttpRetryClient.Attempt send(DeliveryContext context)
      throws PlatformException, InterruptedException {
    return context.client().once(creation());
  }

  @Override
  Optional<OperationResult> lookUp(DeliveryContext context)
      throws PlatformException, InterruptedException {
    Optional<JsonNode> there =
        userName().isEmpty()
            ? context.lookup().marked(change.value(Field.ID), change.value(Field.EMAIL))
            : context.lookup().user(userName());
    if (there.isEmpty()) {
      return Optional.empty();
    }
    if (!Identity.isOf(change.person(), there.get())) {
      return Optional.of(
          OperationResult.refused(
              409,
              "the username "
                  + userName()
                  + " belongs to somebody else on the platform: "
                  + Identity.shown(there.get())
                  + ". Type another one, or, where it was issued: neat-roster issue --other "
                  + userName()));
    }
    if (!isDoubtful()) {
      return Optional.of(OperationResult.refused(409, isThere(there.get())));
    }
    return made(context, ScimJson.text(there.get(), "id"), there.get());
  }

  /**
   * An account that this run did not make: whether it is the same person's is not told for sure.
   */
  private String isThere(JsonNode there) {
    return Identity.isMarkedAs(change.person(), there)
        ? "this person has the account "
            + ScimJson.text(there, "userName")
            + " on the platform already, which no run of ours made. To go on with it: neat-roster"
            + " pack --known platform"
        : "the username "
            + userName()
            + " has an account on the platform already, of somebody with the same name. If it is"
            + " the same person: neat-roster pack --known platform. If not, type another username,"
            + " or, where it was issued: neat-roster issue --other "
            + userName();
  }

  private Optional<OperationResult> made(DeliveryContext context, String id, JsonNode user) {
    context.lookup().made(PlatformIds.user(PlatformIds.nameOf(change)), id);
    String named = ScimJson.text(user, "userName");
    if (userName().isEmpty() && !named.isEmpty()) {
      context.lookup().made(PlatformIds.user(named), id);
    }
    return Optional.of(whenMade);
  }

  @Override
  Optional<OperationResult> judge(ScimResponse response, DeliveryContext context)
      throws PlatformException, InterruptedException {
    if (response.isDone()) {
      String id = response.id();
      if (id.isEmpty()) {
        context.lookup().madeUnseen(PlatformIds.user(PlatformIds.nameOf(change)));
        return Optional.of(whenMade);
      }
      return made(context, id, response.body());
    }
    if (response.status() == 409) {
      Optional<OperationResult> there = lookUp(context);
      if (there.isPresent()) {
        return there;
      }
    }
    return Optional.of(OperationResult.refused(response));
  }
}
