package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.Person;

/** Changes a user by what the platform holds of them now. */
final class UserChange extends Operation {
  private static final int CONFLICTS = 5;

  private final String name;
  private final List<PlannedChange> changes;

  /**
   * Changes a user.
   *
   * @param name what the platform calls them before
   * @param changes what is changed, in this order, with first passwords
   */
  UserChange(List<DeliveryRow> rows, String name, List<PlannedChange> changes) {
    super(rows);
    this.name = name;
    this.changes = List.copyOf(changes);
  }

  @Override
  Optional<ScimRequest> request() {
    return Optional.empty();
  }

  @Override
  HttpRetryClient.Attempt send(DeliveryContext context)
      throws PlatformException, InterruptedException {
    for (int conflict = 1; ; conflict++) {
      Optional<String> id = id(context);
      if (id.isEmpty()) {
        return gone();
      }
      ScimResponse now =
          context.client().read(ScimRequest.get(ScimRequest.path("/Users/", id.get())));
      boolean isAnother = now.isDone() && !isCalled(now.body());
      if (now.status() == 404 || isAnother) {
        context.ids().forget(PlatformIds.user(name));
        if (conflict == CONFLICTS) {
          return gone();
        }
        continue;
      }
      if (!now.isDone() || !(now.body() instanceof ObjectNode there)) {
        return new HttpRetryClient.Attempt(now, HttpRetryClient.Doubt.NONE, "");
      }
      if (!isMeant(context, there)) {
        return refused(409, Lookup.strange(name, Identity.shown(there)));
      }
      UserDocument document = new UserDocument(there);
      for (PlannedChange change : changes) {
        document.change(change, manager(context, change));
      }
      String etag =
          now.etag().isEmpty() ? ScimJson.text(ScimJson.get(there, "meta"), "version") : now.etag();
      document.leaveOut(context.config().announced());
      Patch patch = document.patch();
      if (patch.isEmpty()) {
        return new HttpRetryClient.Attempt(now, HttpRetryClient.Doubt.NONE, "");
      }
      HttpRetryClient.Attempt tried =
          context
              .client()
              .once(
                  context.config().hasPatch()
                      ? new ScimRequest(
                          "PATCH",
                          ScimRequest.path("/Users/", id.get()),
                          patch.body().toString(),
                          etag)
                      : new ScimRequest(
                          "PUT",
                          ScimRequest.path("/Users/", id.get()),
                          document.whole().toString(),
                          etag));
      boolean isConflict = tried.response() != null && tried.response().status() == 412;
      if (!isConflict || conflict == CONFLICTS) {
        return tried;
      }
    }
  }

  private static HttpRetryClient.Attempt gone() {
    return refused(404, "the user is not on the platform");
  }

  private static HttpRetryClient.Attempt refused(int status, String why) {
    ObjectNode error = ScimJson.JSON.createObjectNode();
    error.put("detail", why);
    return new HttpRetryClient.Attempt(
        new ScimResponse(status, error, "", "", Optional.empty()), HttpRetryClient.Doubt.NONE, "");
  }

  /** Whether a user has the name still, or already the one that they were to get. */
  private boolean isCalled(JsonNode there) {
    String renamed = changes.get(0).value(Field.USERNAME);
    return Lookup.isCalled(there, name)
        || (!renamed.isEmpty() && Lookup.isCalled(there, renamed))
        || ScimJson.text(there, "userName").isEmpty();
  }

  /** Whether it is who is meant, as they were, or as this makes them where it was sent before. */
  private boolean isMeant(DeliveryContext context, JsonNode there) {
    Map<Field, String> given = new EnumMap<>(Field.class);
    changes.forEach(change -> given.putAll(change.values()));
    Person then = new PlannedChange(Phase.USERS, Change.CHANGE, given).person();
    return context.identity().isMeant(name, there) || (isDoubtful() && Identity.isOf(then, there));
  }

  /** Somebody who is renamed may have been so already when an answer was lost. */
  private Optional<String> id(DeliveryContext context)
      throws PlatformException, InterruptedException {
    Optional<String> id = context.lookup().idOfUser(name);
    String renamed = changes.get(0).value(Field.USERNAME);
    return id.isPresent() || !isDoubtful() || renamed.isEmpty()
        ? id
        : context.lookup().idOfUser(renamed);
  }

  private static Optional<String> manager(DeliveryContext context, PlannedChange change)
      throws PlatformException, InterruptedException {
    String manager = change.value(Field.MANAGER);
    return manager.isEmpty() ? Optional.empty() : context.lookup().userId(manager);
  }

  @Override
  Optional<OperationResult> judge(ScimResponse response, DeliveryContext context) {
    if (!response.isDone()) {
      return Optional.of(OperationResult.refused(response));
    }
    for (PlannedChange change : changes) {
      String manager = change.value(Field.MANAGER);
      boolean isNamed =
          !manager.isEmpty()
              && !manager.equals(Cleared.WORD)
              && context.config().carriedOfUsers().contains(Field.MANAGER);
      if (isNamed && context.ids().of(PlatformIds.user(manager)).isEmpty()) {
        context.miss("manager who is not on the platform");
      }
      String former = change.value(Field.FORMER_USERNAME);
      Optional<String> id = context.ids().of(PlatformIds.user(former));
      if (!former.isEmpty() && id.isPresent()) {
        context.ids().put(PlatformIds.user(change.value(Field.USERNAME)), id.get());
        context.ids().forget(PlatformIds.user(former));
      }
    }
    return Optional.of(OperationResult.DONE);
  }
}
