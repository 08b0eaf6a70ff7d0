package neatroster.platform;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Optional;

/** Makes the Group of a course or of a group. */
final class GroupCreation extends Operation {
  private final String key;
  private final ObjectNode body;
  private final String otherName;
  private final Verdict whenMade;
  private boolean isRenamed;

  /**
   * Makes a Group.
   *
   * @param key its key among the ids
   * @param body the Group as SCIM writes it
   * @param otherName what it is called where its name is taken
   */
  GroupCreation(Row row, String key, ObjectNode body, String otherName, Verdict whenMade) {
    super(List.of(row));
    this.key = key;
    this.body = body;
    this.otherName = otherName;
    this.whenMade = whenMade;
  }

  @Override
  Optional<Call> call() {
    return Optional.of(Call.of("POST", "/Groups", body.toString()));
  }

  @Override
  Optional<Verdict> lookUp(Desk desk) throws PlatformException, InterruptedException {
    Optional<String> known = desk.ids().of(key);
    Optional<String> id =
        known.isPresent()
            ? known
            : desk.lookup()
                .recent(Answers.text(body, "externalId"), Answers.text(body, "displayName"));
    return id.map(there -> made(desk, there));
  }

  private Verdict made(Desk desk, String id) {
    desk.lookup().made(key, id);
    if (isRenamed) {
      desk.ids().put(Ids.givenName(key), otherName);
    }
    return whenMade;
  }

  @Override
  Optional<Verdict> judge(Reply reply, Desk desk) throws PlatformException, InterruptedException {
    if (reply.isDone()) {
      String id = Answers.idOf(reply);
      if (id.isEmpty()) {
        desk.lookup().madeUnseen(key);
        return Optional.of(whenMade);
      }
      return Optional.of(made(desk, id));
    }
    if (reply.status() == 409) {
      Optional<Verdict> there = isDoubtful() ? lookUp(desk) : Optional.empty();
      if (there.isPresent()) {
        return there;
      }
      if (!Answers.text(body, "displayName").equals(otherName)) {
        // Two courses may have one title here, and not there.
        body.put("displayName", otherName);
        isRenamed = true;
        desk.miss("title as it is, taken by another on the platform: the code is added to it");
        return Optional.empty();
      }
    }
    return Optional.of(Verdict.refused(reply));
  }
}
