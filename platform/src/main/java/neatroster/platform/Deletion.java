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
  Deletion(Row row, String key, String path) {
    super(List.of(row));
    this.key = key;
    this.path = path;
  }

  @Override
  Optional<Call> call() {
    return Optional.of(Call.of("DELETE", path, ""));
  }

  @Override
  Optional<Verdict> judge(Reply reply, Desk desk) {
    if (reply.isDone() || reply.status() == 404) {
      desk.ids().forget(key);
      return Optional.of(Verdict.DONE);
    }
    return Optional.of(Verdict.refused(reply));
  }
}
