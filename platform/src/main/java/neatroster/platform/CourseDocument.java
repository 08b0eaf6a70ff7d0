package neatroster.platform;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Map;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.formats.ScimGroup;

/** What changes about a course or a group but its members. */
final class CourseDocument implements GroupChange.Edit {
  private final List<PlannedChange> changes;

  CourseDocument(List<PlannedChange> changes) {
    this.changes = List.copyOf(changes);
  }

  @Override
  public Patch of(ObjectNode whole, DeliveryContext context) {
    Patch patch = new Patch();
    for (PlannedChange change : changes) {
      boolean isCourse = ScimGroup.isCourse(change);
      String title = change.value(Field.TITLE);
      String shown = ScimJson.nameOf(whole, "displayName");
      if (isCourse && !title.isEmpty() && !title.equals(ScimJson.text(whole, shown))) {
        whole.put(shown, title);
        patch.replace(shown, whole.get(shown));
      }
      if (context.config().hasExtension()) {
        extension(whole, change, patch);
      }
    }
    return patch;
  }

  private static void extension(ObjectNode whole, PlannedChange change, Patch patch) {
    String urn = ScimJson.nameOf(whole, ScimGroup.COURSE);
    ObjectNode there = whole.get(urn) instanceof ObjectNode o ? o : whole.putObject(urn);
    ObjectNode said = ScimDocuments.extension(change);
    for (Map.Entry<Field, String> entry : change.values().entrySet()) {
      String name = entry.getKey().key();
      if (!ScimGroup.CARRIED.contains(entry.getKey()) || entry.getKey() == Field.INSTRUCTORS) {
        continue;
      }
      String own = ScimJson.nameOf(there, name);
      if (entry.getValue().equals(Cleared.WORD)) {
        if (there.remove(own) != null) {
          patch.remove(urn + ":" + own);
        }
      } else if (said.has(name) && !said.get(name).equals(there.get(own))) {
        there.set(own, said.get(name));
        patch.replace(urn + ":" + own, said.get(name));
      }
    }
  }
}
