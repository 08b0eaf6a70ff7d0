package neatroster.work.delivery;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.MissingNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.Optional;
import java.util.function.BiConsumer;
import neatroster.platform.PlatformException;
import neatroster.platform.ScimRequest;
import neatroster.platform.ScimResponse;
import neatroster.platform.Transport;

/**
 * Hands on the requests that would change something instead of sending them, and answers as if all
 * went well. What only asks is sent. A first password is not shown.
 */
final class ShownRequests implements Transport {
  private static final ObjectMapper JSON = new ObjectMapper();

  private final Transport platform;
  private final BiConsumer<ScimRequest, JsonNode> receiver;
  private int made;

  /**
   * Shows requests.
   *
   * @param receiver takes each request with its body
   */
  ShownRequests(Transport platform, BiConsumer<ScimRequest, JsonNode> receiver) {
    this.platform = platform;
    this.receiver = receiver;
  }

  @Override
  public synchronized ScimResponse send(ScimRequest call)
      throws IOException, PlatformException, InterruptedException {
    if (call.method().equals("GET")) {
      int at = call.path().indexOf("/new-");
      return at < 0
          ? platform.send(call)
          : reply(200, JSON.createObjectNode().put("id", call.path().substring(at + 1)), "");
    }
    JsonNode body = call.body().isEmpty() ? MissingNode.getInstance() : JSON.readTree(call.body());
    receiver.accept(call, withoutPasswords(body.deepCopy()));
    if (call.path().equals("/Bulk")) {
      ArrayNode operations = JSON.createArrayNode();
      for (JsonNode one : body.path("Operations")) {
        ObjectNode answer = operations.addObject();
        answer.put("bulkId", one.path("bulkId").asText());
        answer.put("status", "201");
        answer.put("location", next(one.path("method").asText(), one.path("path").asText()));
      }
      return reply(200, JSON.createObjectNode().set("Operations", operations), "");
    }
    return reply(
        call.method().equals("POST") ? 201 : 200,
        JSON.createObjectNode(),
        next(call.method(), call.path()));
  }

  private String next(String method, String path) {
    return method.equals("POST") ? path + "/new-" + ++made : path;
  }

  private static ScimResponse reply(int status, JsonNode body, String location) {
    return new ScimResponse(status, body, "", location, Optional.empty());
  }

  private static JsonNode withoutPasswords(JsonNode node) {
    if (node instanceof ObjectNode object) {
      object
          .properties()
          .forEach(
              field -> {
                boolean isSecret =
                    field.getKey().equals("password")
                        || (field.getKey().equals("value")
                            && object.path("path").asText().equals("password"));
                if (isSecret) {
                  object.put(field.getKey(), "(the first password)");
                } else {
                  withoutPasswords(field.getValue());
                }
              });
    } else {
      node.forEach(ShownRequests::withoutPasswords);
    }
    return node;
  }
}
