package neatroster.practice;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.HashSet;
import java.util.Set;

/** Of several values of an attribute one alone is the primary one (RFC 7644, section 3.5.2). */
final class PrimaryValues {
  private static final String PRIMARY = "primary";

  private PrimaryValues() {}

  /** A value that a patch makes the primary one takes that from the one that was it. */
  static void settle(ObjectNode before, ObjectNode changed) {
    changed
        .properties()
        .forEach(
            field -> {
              if (field.getValue() instanceof ArrayNode values) {
                settle(before.path(field.getKey()), values);
              }
            });
  }

  private static void settle(JsonNode before, ArrayNode values) {
    Set<JsonNode> former = new HashSet<>();
    before.forEach(former::add);
    int primaries = 0;
    boolean isNew = false;
    for (JsonNode one : values) {
      primaries += isPrimary(one) ? 1 : 0;
      isNew |= isPrimary(one) && !former.contains(one);
    }
    if (primaries < 2 || !isNew) {
      return;
    }
    for (JsonNode one : values) {
      if (isPrimary(one) && former.contains(one)) {
        ((ObjectNode) one).put(PRIMARY, false);
      }
    }
  }

  private static boolean isPrimary(JsonNode value) {
    return value.path(PRIMARY).asBoolean();
  }
}
