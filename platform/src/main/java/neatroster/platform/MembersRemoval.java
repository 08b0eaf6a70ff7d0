package neatroster.platform;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Collection;
import java.util.Set;

/** Takes people out of a Group that says nothing else of them. */
final class MembersRemoval implements GroupChange.Edit {
  private final Set<String> users;

  MembersRemoval(Collection<String> users) {
    this.users = Set.copyOf(users);
  }

  @Override
  public Patch of(ObjectNode whole, DeliveryContext context) {
    Patch patch = new Patch();
    ArrayNode members = GroupChange.array(whole, "members");
    for (int i = members.size() - 1; i >= 0; i--) {
      String user = ScimJson.text(members.get(i), "value");
      if (users.contains(user)) {
        members.remove(i);
        patch.remove("members[value eq " + Patch.quoted(user) + "]");
      }
    }
    return patch;
  }
}
