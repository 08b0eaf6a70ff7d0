package neatroster.cli.delivery;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Json;
import neatroster.cli.terminal.JsonObject;
import neatroster.cli.terminal.Screen;
import neatroster.core.change.Phase;
import neatroster.platform.Delivery;
import neatroster.platform.PlatformException;
import neatroster.platform.PlatformIds;
import neatroster.platform.ScimRequest;
import neatroster.platform.ServiceProviderConfig;
import neatroster.runs.Journal;
import neatroster.runs.KeptChanges;

/** Shows what a delivery would send, and sends nothing of it. */
public final class RequestList {
  private static final ObjectMapper JSON = new ObjectMapper();

  private final PlatformAccess access;
  private final ServiceProviderConfig config;
  private final PlatformIds ids;
  private final RunPasswords passwords;

  /** Shows what would be sent to a platform. */
  public RequestList(
      PlatformAccess access,
      ServiceProviderConfig config,
      PlatformIds ids,
      RunPasswords passwords) {
    this.access = access;
    this.config = config;
    this.ids = ids;
    this.passwords = passwords;
  }

  /** Writes the requests of a run. */
  public int write(
      Screen screen, String run, KeptChanges changes, Set<Phase> phases, boolean isJson)
      throws InterruptedException, IOException {
    if (!isJson) {
      screen.line("What send would send to " + access.service() + "; nothing of it was sent.");
      collect(
          changes,
          phases,
          (call, body) -> {
            screen.line("");
            screen.line(screen.bold(call.toString()));
            if (!body.isMissingNode()) {
              screen.line(ShownRequests.pretty(body));
            }
          });
      return Exit.DONE;
    }
    InterruptedException[] interrupted = {null};
    JsonObject.Source<JsonObject> requests =
        receiver -> {
          try {
            collect(changes, phases, (call, body) -> receiver.accept(json(call, body)));
          } catch (InterruptedException e) {
            interrupted[0] = e;
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        };
    Json.write(
        screen.out(), Json.of("send").put("run", run).each("requests", requests, one -> one));
    if (interrupted[0] != null) {
      throw interrupted[0];
    }
    return Exit.DONE;
  }

  private static JsonObject json(ScimRequest call, JsonNode body) {
    JsonObject request = new JsonObject().put("method", call.method()).put("path", call.path());
    return body.isMissingNode()
        ? request
        : request.put("body", JSON.convertValue(body, Object.class));
  }

  private void collect(
      KeptChanges changes, Set<Phase> phases, BiConsumer<ScimRequest, JsonNode> receiver)
      throws InterruptedException, IOException {
    Delivery delivery =
        new Delivery(
            new ShownRequests(access.transport(), receiver),
            config,
            changes,
            Journal.forgetful(),
            ids,
            name -> Optional.empty(),
            passwords::of,
            (phase, rows) -> {});
    try {
      delivery.run(phases);
    } catch (PlatformException e) {
      throw access.trouble(e);
    }
  }
}
