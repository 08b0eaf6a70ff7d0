package neatroster.practice;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;

/** Many operations in one request (RFC 7644, section 3.7). */
final class Bulk {
  private static final String ANSWER = "urn:ietf:params:scim:api:messages:2.0:BulkResponse";
  private static final String REFERENCE = "bulkId:";

  private final PracticeStore store;
  private final ScimService service;
  private final Faults faults;
  private final Map<String, String> ids = new HashMap<>();

  Bulk(PracticeStore store, ScimService service, Faults faults) {
    this.store = store;
    this.service = service;
    this.faults = faults;
  }

  /** Carries out a request. */
  ScimAnswer run(ObjectNode sent) throws SQLException, ScimTrouble {
    if (faults.has(Faults.Kind.NO_BULK)) {
      throw new ScimTrouble(501, "", "Bulk is not offered here.");
    }
    if (!(sent.get("Operations") instanceof ArrayNode operations)) {
      throw new ScimTrouble(400, "invalidSyntax", "There are no Operations.");
    }
    if (operations.size() > Limits.operations(faults)) {
      throw new ScimTrouble(
          413, "tooMany", "A request may have " + Limits.operations(faults) + " operations.");
    }
    int mostErrors = sent.path("failOnErrors").asInt(0);
    ArrayNode answers = JsonUtils.getJsonNodeFactory().arrayNode();
    store.wholly(
        () -> {
          run(operations, mostErrors, answers);
          return null;
        });
    ObjectNode body = JsonUtils.getJsonNodeFactory().objectNode();
    body.putArray("schemas").add(ANSWER);
    body.set("Operations", answers);
    return ScimAnswer.of(200, body);
  }

  /** Operations that name what another one makes wait for it. */
  private void run(ArrayNode operations, int mostErrors, ArrayNode answers) throws SQLException {
    List<JsonNode> waiting = new ArrayList<>();
    operations.forEach(waiting::add);
    int errors = 0;
    boolean isMoving = true;
    while (!waiting.isEmpty()) {
      boolean isLast = !isMoving;
      isMoving = false;
      Iterator<JsonNode> each = waiting.iterator();
      while (each.hasNext()) {
        JsonNode operation = each.next();
        if (!isLast && !isReady(operation)) {
          continue;
        }
        each.remove();
        isMoving = true;
        ObjectNode answer = one(operation);
        answers.add(answer);
        errors += answer.path("status").asText("").startsWith("2") ? 0 : 1;
        if (mostErrors > 0 && errors >= mostErrors) {
          return;
        }
      }
    }
  }

  private boolean isReady(JsonNode node) {
    if (node.isTextual()) {
      String text = node.asText();
      int at = text.indexOf(REFERENCE);
      return at < 0 || ids.containsKey(text.substring(at + REFERENCE.length()));
    }
    for (JsonNode one : node) {
      if (!isReady(one)) {
        return false;
      }
    }
    return true;
  }

  private JsonNode resolved(JsonNode node) {
    if (node.isTextual() && node.asText().startsWith(REFERENCE)) {
      String id = ids.get(node.asText().substring(REFERENCE.length()));
      return id == null ? node : JsonNodeFactory.instance.textNode(id);
    }
    if (node instanceof ObjectNode object) {
      object.properties().forEach(field -> field.setValue(resolved(field.getValue())));
    } else if (node instanceof ArrayNode array) {
      for (int i = 0; i < array.size(); i++) {
        array.set(i, resolved(array.get(i)));
      }
    }
    return node;
  }

  private ObjectNode one(JsonNode operation) throws SQLException {
    String method = operation.path("method").asText("");
    String path = operation.path("path").asText("");
    String bulkId = operation.path("bulkId").asText("");
    int at = path.indexOf(REFERENCE);
    if (at >= 0) {
      path = path.substring(0, at) + ids.getOrDefault(path.substring(at + REFERENCE.length()), "?");
    }
    ObjectNode answer = JsonUtils.getJsonNodeFactory().objectNode();
    answer.put("method", method);
    if (!bulkId.isEmpty()) {
      answer.put("bulkId", bulkId);
    }
    ScimAnswer done;
    try {
      JsonNode data = resolved(operation.path("data"));
      ObjectNode body =
          data instanceof ObjectNode object ? object : JsonUtils.getJsonNodeFactory().objectNode();
      String to = path;
      done =
          store.wholly(
              () ->
                  service.change(method, to, body, operation.path("version").asText(""), Map.of()));
      done.location()
          .ifPresent(
              location -> {
                answer.put("location", location);
                if (!bulkId.isEmpty()) {
                  ids.put(bulkId, location.substring(location.lastIndexOf('/') + 1));
                }
              });
      done.etag().ifPresent(version -> answer.put("version", version));
    } catch (ScimTrouble e) {
      done = ScimService.error(e);
      answer.set("response", done.body().orElseThrow());
    }
    answer.put("status", String.valueOf(done.status()));
    return answer;
  }
}
