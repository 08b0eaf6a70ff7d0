package neatroster.cli.report;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.UncheckedIOException;
import neatroster.cli.terminal.Screen;
import neatroster.platform.ScimRequest;
import neatroster.work.delivery.RequestList;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;

/** The requests of a delivery that is not made. */
public final class RequestReport {
  private static final ObjectMapper JSON = new ObjectMapper();

  private RequestReport() {}

  /** For people. */
  public static void text(Screen screen, RequestList requests)
      throws InterruptedException, IOException {
    screen.line("What send would send to " + requests.service() + "; nothing of it was sent.");
    requests.each(
        (request, body) -> {
          screen.line("");
          screen.line(screen.bold(request.toString()));
          if (!body.isMissingNode()) {
            screen.line(pretty(body));
          }
        });
  }

  /** For other programs, each as it comes. */
  public static void json(Screen screen, String run, RequestList requests)
      throws InterruptedException {
    InterruptedException[] interrupted = {null};
    JsonObject.Source<JsonObject> source =
        receiver -> {
          try {
            requests.each((request, body) -> receiver.accept(json(request, body)));
          } catch (InterruptedException e) {
            interrupted[0] = e;
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        };
    Json.write(screen.out(), Json.of("send").put("run", run).each("requests", source, one -> one));
    if (interrupted[0] != null) {
      throw interrupted[0];
    }
  }

  private static JsonObject json(ScimRequest request, JsonNode body) {
    JsonObject shown = new JsonObject().put("method", request.method()).put("path", request.path());
    return body.isMissingNode() ? shown : shown.put("body", JSON.convertValue(body, Object.class));
  }

  private static String pretty(JsonNode body) {
    try {
      return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(body);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }
}
