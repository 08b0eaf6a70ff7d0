package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Has operations carried out, each once: in Bulk requests where there are any, else one by one. */
final class OperationExecutor {
  private static final String BULK = "urn:ietf:params:scim:api:messages:2.0:BulkRequest";
  private static final int WRAPPING_BYTES = 128;
  private static final int OPERATION_BYTES = 96;

  /** Where these come back from Bulk, the service does not take it after all. */
  private static final Set<Integer> NO_BULK = Set.of(400, 404, 405, 501);

  private final DeliveryContext context;
  private final List<Ended> ended = new ArrayList<>();

  /** What was last said of an operation in a Bulk request that is to be sent again. */
  private ScimResponse unsettled;

  /** An operation and what became of it. */
  record Ended(Operation operation, OperationResult result) {}

  private OperationExecutor(DeliveryContext context) {
    this.context = context;
  }

  /**
   * Carries out operations.
   *
   * @return each with what became of it, those that had to be divided in parts
   */
  static List<Ended> run(DeliveryContext context, List<Operation> operations)
      throws PlatformException, InterruptedException {
    OperationExecutor executor = new OperationExecutor(context);
    List<Operation> bulk = new ArrayList<>();
    for (Operation operation : operations) {
      if (context.config().hasBulk() && operation.request().isPresent()) {
        bulk.add(operation);
      } else {
        executor.single(operation);
      }
    }
    executor.bulk(bulk);
    return executor.ended;
  }

  /** About how long an operation is in a Bulk request, in bytes. */
  static long length(Operation operation) {
    Optional<ScimRequest> request = operation.request();
    return request.isEmpty()
        ? 0
        : OPERATION_BYTES
            + request.get().path().length()
            + request.get().body().getBytes(StandardCharsets.UTF_8).length;
  }

  static long wrapping() {
    return WRAPPING_BYTES;
  }

  private void end(Operation operation, OperationResult result)
      throws PlatformException, InterruptedException {
    List<Operation> parts = result.isRefused() ? operation.divided() : List.of();
    if (parts.isEmpty()) {
      ended.add(new Ended(operation, result));
      return;
    }
    // One of its rows may be at fault; the others shall not suffer for it.
    operation.rows().forEach(row -> parts.forEach(part -> begin(part, row)));
    for (Operation part : parts) {
      single(part);
    }
    ended.add(new Ended(operation, OperationResult.DONE));
  }

  private static void begin(Operation part, DeliveryRow row) {
    if (part.rows().contains(row)) {
      row.begin();
    }
  }

  private static void verifyAllowed(ScimResponse response) throws PlatformException {
    if (response.status() == 403) {
      throw new PlatformException(
          "the platform does not let this token do that (" + response.reason() + ")");
    }
  }

  private void single(Operation operation) throws PlatformException, InterruptedException {
    for (int attempt = 1; ; attempt++) {
      if (operation.isDoubtful()) {
        Optional<OperationResult> there = operation.lookUp(context);
        if (there.isPresent()) {
          end(operation, there.get());
          return;
        }
      }
      HttpRetryClient.Attempt tried = operation.send(context);
      ScimResponse response = tried.response();
      if (tried.doubt() == HttpRetryClient.Doubt.MAYBE_DONE) {
        operation.doubt();
      }
      if (response != null && !response.isForLater()) {
        verifyAllowed(response);
        context.settled();
        Optional<OperationResult> result = operation.judge(response, context);
        if (result.isPresent()) {
          end(operation, result.get());
          return;
        }
      }
      if (attempt >= RetryBackoff.ATTEMPTS) {
        if (response != null && !response.isPutOff() && context.failsAlone()) {
          end(operation, OperationResult.refused(response));
          return;
        }
        throw HttpRetryClient.givenUp(tried);
      }
      if (response == null || response.isForLater()) {
        context.client().rest(attempt, response);
      }
    }
  }

  private void bulk(List<Operation> operations) throws PlatformException, InterruptedException {
    if (operations.size() < 2) {
      for (Operation operation : operations) {
        single(operation);
      }
      return;
    }
    List<Operation> pending = new ArrayList<>(operations);
    for (int attempt = 1; ; attempt++) {
      settleDoubts(pending);
      if (pending.isEmpty()) {
        return;
      }
      HttpRetryClient.Attempt tried = context.client().once(request(pending));
      ScimResponse response = tried.response();
      if (tried.doubt() == HttpRetryClient.Doubt.MAYBE_DONE) {
        pending.forEach(Operation::doubt);
      } else if (response != null && response.status() == 413) {
        bulk(pending.subList(0, pending.size() / 2));
        bulk(pending.subList(pending.size() / 2, pending.size()));
        return;
      } else if (response != null && response.isDone()) {
        take(response, pending);
      } else if (response != null && !response.isForLater()) {
        verifyAllowed(response);
        if (!NO_BULK.contains(response.status())) {
          throw new PlatformException("the platform refuses Bulk requests: " + response.reason());
        }
        for (Operation operation : pending) {
          single(operation);
        }
        return;
      }
      if (pending.isEmpty()) {
        return;
      }
      if (attempt >= RetryBackoff.ATTEMPTS) {
        boolean isOfOperations = response != null && response.isDone();
        if (isOfOperations && context.failsAlone()) {
          // The others went through: each of these answers for itself.
          for (Operation operation : pending) {
            end(
                operation,
                unsettled == null
                    ? OperationResult.refused(0, "the platform did not say what became of it")
                    : OperationResult.refused(unsettled));
          }
          return;
        }
        throw HttpRetryClient.givenUp(
            isOfOperations && unsettled != null
                ? new HttpRetryClient.Attempt(unsettled, tried.doubt(), "")
                : tried);
      }
      context.client().rest(attempt, response);
    }
  }

  private void settleDoubts(List<Operation> pending)
      throws PlatformException, InterruptedException {
    Iterator<Operation> each = pending.iterator();
    while (each.hasNext()) {
      Operation operation = each.next();
      if (operation.isDoubtful()) {
        Optional<OperationResult> there = operation.lookUp(context);
        if (there.isPresent()) {
          each.remove();
          end(operation, there.get());
        }
      }
    }
  }

  private static ScimRequest request(List<Operation> pending) {
    StringBuilder body = new StringBuilder();
    body.append("{\"schemas\":[\"").append(BULK).append("\"],\"Operations\":[");
    for (int i = 0; i < pending.size(); i++) {
      ScimRequest request = pending.get(i).request().orElseThrow();
      body.append(i == 0 ? "" : ",");
      body.append("{\"method\":\"").append(request.method()).append("\",\"path\":");
      body.append(Patch.quoted(request.path())).append(",\"bulkId\":\"").append(i).append('"');
      if (!request.body().isEmpty()) {
        body.append(",\"data\":").append(request.body());
      }
      body.append('}');
    }
    return ScimRequest.of("POST", "/Bulk", body.append("]}").toString());
  }

  /** Takes the answers to a Bulk request; what was not answered stays. */
  private void take(ScimResponse response, List<Operation> pending)
      throws PlatformException, InterruptedException {
    Map<String, ScimResponse> answers = new HashMap<>();
    List<JsonNode> all = ScimJson.list(response.body(), "Operations");
    for (int i = 0; i < all.size(); i++) {
      JsonNode one = all.get(i);
      String bulkId = ScimJson.text(one, "bulkId");
      // Some answer in the same order without saying to what.
      boolean isInOrder = bulkId.isEmpty() && all.size() == pending.size();
      answers.put(isInOrder ? String.valueOf(i) : bulkId, answer(one));
    }
    List<Operation> asked = List.copyOf(pending);
    pending.clear();
    for (int i = 0; i < asked.size(); i++) {
      Operation operation = asked.get(i);
      ScimResponse one = answers.get(String.valueOf(i));
      if (one == null || one.isForLater()) {
        unsettled = one;
        if (one == null || !one.isPutOff()) {
          operation.doubt();
        }
        pending.add(operation);
        continue;
      }
      verifyAllowed(one);
      context.settled();
      Optional<OperationResult> result = operation.judge(one, context);
      if (result.isPresent()) {
        end(operation, result.get());
      } else {
        pending.add(operation);
      }
    }
  }

  private static ScimResponse answer(JsonNode one) {
    JsonNode status = ScimJson.get(one, "status");
    // RFC 7644 has it a text; earlier drafts an object with a code.
    String code = status.isObject() ? ScimJson.text(status, "code") : status.asText("");
    JsonNode response = ScimJson.get(one, "response");
    return new ScimResponse(
        code.matches("\\d{3}") ? Integer.parseInt(code) : 500,
        response.isObject() ? response : ScimJson.JSON.createObjectNode(),
        ScimJson.text(one, "version"),
        ScimJson.text(one, "location"),
        Optional.empty());
  }
}
