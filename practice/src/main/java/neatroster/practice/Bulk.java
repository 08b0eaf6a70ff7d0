package neatroster.practice;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.sql.SQLException;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.StreamSupport;

/** Many operations in one request (RFC 7644, section 3.7). */
final class Bulk {
  static final String REQUEST = "urn:ietf:params:scim:api:messages:2.0:BulkRequest";
  private static final String ANSWER = "urn:ietf:params:scim:api:messages:2.0:BulkResponse";

  private final PracticeStore store;
  private final ScimOperations operations;
  private final Faults faults;
  private final String base;
  private final BulkReferences references = new BulkReferences();
  private int errors;

  /** One of the operations, until it is answered. */
  private static final class Operation {
    final String method;
    final String path;
    final String bulkId;
    final String version;
    final JsonNode data;
    ScimAnswer done;
    String location = "";

    Operation(JsonNode sent) {
      method = sent.path("method").asText("");
      path = sent.path("path").asText("");
      bulkId = sent.path("bulkId").asText("");
      version = sent.path("version").asText("");
      data = sent.path("data");
    }

    boolean isOpen() {
      return done == null;
    }

    boolean isRefused() {
      return done != null && done.status() >= 300;
    }

    boolean makes() {
      return method.equals("POST");
    }
  }

  Bulk(PracticeStore store, ScimOperations operations, Faults faults, String base) {
    this.store = store;
    this.operations = operations;
    this.faults = faults;
    this.base = base;
  }

  /** Carries out a request. */
  ScimAnswer run(ObjectNode sent) throws SQLException, ScimError {
    if (faults.has(Faults.Kind.NO_BULK)) {
      throw new ScimError(501, "", "Bulk is not offered here.");
    }
    if (!(sent.get("Operations") instanceof ArrayNode operations)) {
      throw new ScimError(400, "invalidSyntax", "There are no Operations.");
    }
    if (operations.size() > RequestLimits.operations(faults)) {
      throw new ScimError(
          413, "", "A request may have " + RequestLimits.operations(faults) + " operations.");
    }
    int allowed = sent.path("failOnErrors").asInt(0);
    List<Operation> all =
        StreamSupport.stream(operations.spliterator(), false).map(Operation::new).toList();
    store.wholly(
        () -> {
          run(all, allowed > 0 ? allowed : Integer.MAX_VALUE);
          return null;
        });
    ObjectNode body = JsonUtils.getJsonNodeFactory().objectNode();
    body.putArray("schemas").add(ANSWER);
    ArrayNode answers = body.putArray("Operations");
    all.stream().filter(one -> !one.isOpen()).forEach(one -> answers.add(answer(one)));
    return ScimAnswer.of(200, body);
  }

  /** Operations that name what another one makes wait for it. */
  private void run(List<Operation> all, int allowed) throws SQLException {
    Set<Operation> circular = new LinkedHashSet<>();
    boolean isMoving = true;
    while (isMoving && errors < allowed) {
      isMoving = false;
      for (Operation operation : all) {
        if (operation.isOpen() && errors < allowed && isReady(operation)) {
          carryOut(operation, operation.data);
          isMoving = true;
        }
      }
      if (!isMoving) {
        // Of a circle one is made without what it refers to, which it is told afterwards.
        for (Operation operation : all) {
          if (operation.isOpen() && operation.makes() && refersToWaiting(operation, all)) {
            carryOut(operation, references.without(operation.data));
            circular.add(operation);
            isMoving = true;
            break;
          }
        }
      }
    }
    for (Operation operation : circular) {
      if (!operation.isRefused()) {
        complete(operation);
      }
    }
    for (Operation operation : all) {
      if (operation.isOpen() && errors < allowed) {
        refuse(operation, unresolved());
      }
    }
  }

  private boolean isReady(Operation operation) {
    return references.areKnown(operation.data) && references.isKnownPath(operation.path);
  }

  private boolean refersToWaiting(Operation operation, List<Operation> all) {
    return references.unknown(operation.data).stream()
        .allMatch(
            name ->
                all.stream()
                    .anyMatch(one -> one.isOpen() && one.makes() && one.bulkId.equals(name)));
  }

  /** RFC 7644, section 3.7.1. */
  private static ScimError unresolved() {
    return new ScimError(409, "", "It names a bulkId that stands for nothing.");
  }

  private void refuse(Operation operation, ScimError why) {
    operation.done = why.answer();
    errors++;
  }

  private void carryOut(Operation operation, JsonNode data) throws SQLException {
    try {
      verify(operation);
      String path = references.resolvedPath(operation.path);
      operation.done =
          store.wholly(
              () ->
                  operations.change(
                      operation.method, path, body(data), operation.version, Map.of()));
      operation.location =
          operation.done.location().orElse(base + (path.startsWith("/") ? "" : "/") + path);
      if (operation.makes()) {
        references.put(
            operation.bulkId,
            operation.location.substring(operation.location.lastIndexOf('/') + 1));
      }
    } catch (ScimError e) {
      refuse(operation, e);
      operation.location = operation.makes() ? "" : base + operation.path;
    }
  }

  private void verify(Operation operation) throws ScimError {
    if (operation.makes() && operation.bulkId.isEmpty()) {
      throw new ScimError(400, "invalidSyntax", "What makes something wants a bulkId.");
    }
    if (operation.makes() && references.has(operation.bulkId)) {
      throw ScimError.invalid("The bulkId " + operation.bulkId + " is there twice.");
    }
    if (!operation.path.matches("/?(Users|Groups)(/.+)?") || operation.path.endsWith(".search")) {
      throw new ScimError(400, "invalidPath", "Bulk is about users and Groups.");
    }
  }

  private ObjectNode body(JsonNode data) {
    return references.resolved(data) instanceof ObjectNode object
        ? object
        : JsonUtils.getJsonNodeFactory().objectNode();
  }

  /** Tells one of a circle what it refers to; where that was not made, it is unmade itself. */
  private void complete(Operation operation) throws SQLException {
    String path = operation.location.substring(base.length());
    try {
      boolean isKnown = references.areKnown(operation.data);
      operation.done =
          new ScimAnswer(
              operation.done.status(),
              operation.done.body(),
              store
                  .wholly(
                      () ->
                          operations.change(
                              isKnown ? "PUT" : "DELETE",
                              path,
                              isKnown ? body(operation.data) : body(null),
                              "",
                              Map.of()))
                  .etag(),
              operation.done.location());
      if (!isKnown) {
        refuse(operation, unresolved());
        operation.location = "";
      }
    } catch (ScimError e) {
      refuse(operation, e);
    }
  }

  private static ObjectNode answer(Operation operation) {
    ObjectNode answer = JsonUtils.getJsonNodeFactory().objectNode();
    answer.put("method", operation.method);
    if (!operation.bulkId.isEmpty()) {
      answer.put("bulkId", operation.bulkId);
    }
    if (!operation.location.isEmpty()) {
      answer.put("location", operation.location);
    }
    operation.done.etag().ifPresent(version -> answer.put("version", version));
    if (operation.isRefused()) {
      answer.set("response", Objects.requireNonNull(operation.done.body().orElse(null)));
    }
    answer.put("status", String.valueOf(operation.done.status()));
    return answer;
  }
}
