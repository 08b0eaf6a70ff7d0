package neatroster.platform;

import java.util.List;
import java.util.Optional;

/** Removes a user or a Group. */
final class Deletion extends Operation {
  private final String key;
  private final String path;

  /**
   * Removes a resource.
   *
   * @param key its key among the ids
   * @param path its address
   */
  Deletion(DeliveryRow row, String key, String path) {
    super(List.of(row));
    this.key = key;
    this.path = path;
  }

  @Override
  Optional<ScimRequest> request() {
    return Optional.of(ScimRequest.of("DELETE", path, ""));
  }

  @Override
  Optional<OperationResult> judge(ScimResponse response, DeliveryContext context) {
    if (response.isDone() || response.status() == 404) {
      context.ids().forget(key);
      return Optional.of(OperationResult.DONE);
    }
    return Optional.of(OperationResult.refused(response));
  }
}
