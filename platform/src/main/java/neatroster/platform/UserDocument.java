package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.StringJoiner;
import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.formats.ScimUser;

/** A user as the platform holds it, into which changes are written. */
final class UserDocument {
  private final ObjectNode before;
  private final ObjectNode now;

  /** A user as the platform answered. */
  UserDocument(ObjectNode answered) {
    this.before = answered;
    this.now = answered.deepCopy();
    // What the platform says of itself is not sent back.
    now.remove(ScimJson.nameOf(now, "meta"));
    now.remove(ScimJson.nameOf(now, "groups"));
  }

  /**
   * Writes a change into it.
   *
   * @param manager the platform's id of the manager, where the change names one
   */
  void change(PlannedChange change, Optional<String> manager) {
    switch (change.change()) {
      case SUSPEND -> now.put(ScimJson.nameOf(now, "active"), false);
      case RESTORE -> now.put(ScimJson.nameOf(now, "active"), true);
      default -> {
        boolean hasName = false;
        for (Map.Entry<Field, String> entry : change.values().entrySet()) {
          boolean isKey = entry.getKey() == Field.USERNAME && change.change() != Change.RENAME;
          if (!isKey) {
            set(entry.getKey(), entry.getValue(), manager);
            hasName |= ScimUser.ATTRIBUTES.getOrDefault(entry.getKey(), "").startsWith("name.");
          }
        }
        if (hasName) {
          wholeName();
        }
      }
    }
  }

  private void set(Field field, String value, Optional<String> manager) {
    String path = ScimUser.ATTRIBUTES.get(field);
    if (path == null) {
      // The platform has no room for it, which is counted where it is sent.
      return;
    }
    switch (field) {
      case STATUS -> now.put(ScimJson.nameOf(now, path), !value.equals("suspended"));
      case MANAGER -> {
        ObjectNode more = object(now, ScimUser.ENTERPRISE);
        if (value.equals(Cleared.WORD)) {
          more.remove(ScimJson.nameOf(more, "manager"));
        } else {
          manager.ifPresent(id -> object(more, "manager").removeAll().put("value", id));
        }
      }
      default -> put(path, value);
    }
    if (field == Field.ID) {
      put(ScimUser.EMPLOYEE_NUMBER, value);
    } else if (field == Field.PREFERRED_NAME) {
      text(now, "displayName", value.equals(Cleared.WORD) ? formatted() : value);
    }
  }

  private void put(String path, String value) {
    int within = path.startsWith("urn:") ? path.lastIndexOf(':') : path.indexOf('.');
    String attribute = within < 0 ? path : path.substring(0, within);
    String part = path.substring(within + 1);
    if (within < 0 && ScimUser.isList(path)) {
      first(path, value, path.equals("emails"));
    } else if (within < 0) {
      text(now, path, value);
    } else if (ScimUser.isList(attribute)) {
      address(attribute, part, value);
    } else {
      text(object(now, attribute), part, value);
    }
  }

  private static void text(ObjectNode of, String name, String value) {
    if (value.equals(Cleared.WORD)) {
      of.remove(ScimJson.nameOf(of, name));
    } else {
      of.put(ScimJson.nameOf(of, name), value);
    }
  }

  private static ObjectNode object(ObjectNode of, String name) {
    String there = ScimJson.nameOf(of, name);
    return of.get(there) instanceof ObjectNode object ? object : of.putObject(there);
  }

  /** The value that counts of several, as the primary address; the others stay. */
  private void first(String list, String value, boolean isPrimary) {
    ArrayNode all = GroupChange.array(now, list);
    int at = 0;
    for (int i = 0; i < all.size(); i++) {
      if (ScimJson.text(all.get(i), "primary").equals("true")) {
        at = i;
      }
    }
    if (value.equals(Cleared.WORD)) {
      if (!all.isEmpty()) {
        all.remove(at);
      }
    } else if (all.isEmpty()) {
      ObjectNode one = all.addObject().put("value", value);
      if (isPrimary) {
        one.put("primary", true);
      }
    } else if (all.get(at) instanceof ObjectNode one) {
      one.put(ScimJson.nameOf(one, "value"), value);
    }
  }

  private void address(String list, String part, String value) {
    ArrayNode all = GroupChange.array(now, list);
    ObjectNode one = all.size() > 0 && all.get(0) instanceof ObjectNode o ? o : all.addObject();
    text(one, part, value);
  }

  private String formatted() {
    JsonNode name = ScimJson.get(now, "name");
    StringJoiner joined = new StringJoiner(" ");
    for (String part : List.of("givenName", "middleName", "familyName", "honorificSuffix")) {
      String text = ScimJson.text(name, part);
      if (!text.isEmpty()) {
        joined.add(text);
      }
    }
    return joined.toString();
  }

  /** The name as a whole follows its parts, and so does what people see where it was the same. */
  private void wholeName() {
    String former = ScimJson.text(ScimJson.get(now, "name"), "formatted");
    String name = formatted();
    ObjectNode parts = object(now, "name");
    parts.put(ScimJson.nameOf(parts, "formatted"), name);
    if (ScimJson.text(now, "displayName").equals(former)) {
      now.put(ScimJson.nameOf(now, "displayName"), name);
    }
  }

  /** Leaves out what the platform neither announces nor shows. */
  void leaveOut(AnnouncedAttributes announced) {
    announced.prune(now, before);
  }

  /** The user as it is to be. */
  ObjectNode whole() {
    return now;
  }

  /** What differs, each attribute as a whole. */
  Patch patch() {
    Patch patch = new Patch();
    List<String> names = new ArrayList<>();
    now.fieldNames().forEachRemaining(names::add);
    for (String name : names) {
      JsonNode is = now.get(name);
      JsonNode was = before.get(name);
      if (name.startsWith("urn:")) {
        parts(patch, name, is, was);
      } else if (!is.equals(was) && !name.equals("schemas")) {
        boolean isEmpty = is.isContainerNode() && is.isEmpty();
        if (!isEmpty) {
          patch.replace(name, is);
        } else if (was != null) {
          patch.remove(name);
        }
      }
    }
    before
        .properties()
        .forEach(
            field -> {
              boolean isOwn =
                  field.getKey().equalsIgnoreCase("meta")
                      || field.getKey().equalsIgnoreCase("groups");
              if (!now.has(field.getKey()) && !isOwn) {
                patch.remove(field.getKey());
              }
            });
    return patch;
  }

  private static void parts(Patch patch, String urn, JsonNode is, JsonNode was) {
    is.properties()
        .forEach(
            field -> {
              if (was == null || !field.getValue().equals(was.get(field.getKey()))) {
                patch.replace(urn + ":" + field.getKey(), field.getValue());
              }
            });
    if (was != null) {
      was.properties()
          .forEach(
              field -> {
                if (!is.has(field.getKey())) {
                  patch.remove(urn + ":" + field.getKey());
                }
              });
    }
  }
}
