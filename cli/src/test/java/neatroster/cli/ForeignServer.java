package neatroster.cli;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import de.captaingoldfish.scim.sdk.common.constants.enums.HttpMethod;
import de.captaingoldfish.scim.sdk.common.constants.enums.SortOrder;
import de.captaingoldfish.scim.sdk.common.exceptions.ConflictException;
import de.captaingoldfish.scim.sdk.common.exceptions.ResourceNotFoundException;
import de.captaingoldfish.scim.sdk.common.resources.Group;
import de.captaingoldfish.scim.sdk.common.resources.ResourceNode;
import de.captaingoldfish.scim.sdk.common.resources.ServiceProvider;
import de.captaingoldfish.scim.sdk.common.resources.User;
import de.captaingoldfish.scim.sdk.common.resources.complex.BulkConfig;
import de.captaingoldfish.scim.sdk.common.resources.complex.ETagConfig;
import de.captaingoldfish.scim.sdk.common.resources.complex.FilterConfig;
import de.captaingoldfish.scim.sdk.common.resources.complex.Meta;
import de.captaingoldfish.scim.sdk.common.resources.complex.PatchConfig;
import de.captaingoldfish.scim.sdk.common.resources.complex.SortConfig;
import de.captaingoldfish.scim.sdk.common.response.ScimResponse;
import de.captaingoldfish.scim.sdk.common.schemas.SchemaAttribute;
import de.captaingoldfish.scim.sdk.server.endpoints.Context;
import de.captaingoldfish.scim.sdk.server.endpoints.ResourceEndpoint;
import de.captaingoldfish.scim.sdk.server.endpoints.ResourceHandler;
import de.captaingoldfish.scim.sdk.server.endpoints.base.GroupEndpointDefinition;
import de.captaingoldfish.scim.sdk.server.endpoints.base.UserEndpointDefinition;
import de.captaingoldfish.scim.sdk.server.filter.FilterNode;
import de.captaingoldfish.scim.sdk.server.response.PartialListResponse;
import de.captaingoldfish.scim.sdk.server.schemas.ResourceType;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;

/**
 * A SCIM service of another make: a library that is not ours, keeping users and Groups in memory.
 */
final class ForeignServer implements AutoCloseable {
  private final HttpServer server;
  private final ExecutorService threads = Executors.newFixedThreadPool(4);
  private final ResourceEndpoint endpoint;
  private final AtomicLong requests = new AtomicLong();
  final UserMemory users = new UserMemory();
  final GroupMemory groups = new GroupMemory();

  /** Resources of one kind. */
  abstract static class Memory<T extends ResourceNode> extends ResourceHandler<T> {
    final Map<String, T> all = new LinkedHashMap<>();

    /** Whether two may have one name, as RFC 7643 has it for Groups. */
    boolean sharesNames;

    abstract String name(T resource);

    @Override
    public synchronized T createResource(T resource, Context context) {
      if (!sharesNames
          && all.values().stream().anyMatch(one -> name(one).equalsIgnoreCase(name(resource)))) {
        throw new ConflictException("the name " + name(resource) + " is there already");
      }
      String id = UUID.randomUUID().toString();
      resource.setId(id);
      Instant now = Instant.now();
      Meta meta = resource.getMeta().orElseThrow();
      meta.setCreated(now);
      meta.setLastModified(now);
      all.put(id, resource);
      return resource;
    }

    @Override
    public synchronized T getResource(
        String id,
        List<SchemaAttribute> attributes,
        List<SchemaAttribute> excluded,
        Context context) {
      return all.get(id);
    }

    @Override
    public synchronized PartialListResponse<T> listResources(
        long startIndex,
        int count,
        FilterNode filter,
        SchemaAttribute sortBy,
        SortOrder sortOrder,
        List<SchemaAttribute> attributes,
        List<SchemaAttribute> excluded,
        Context context) {
      return PartialListResponse.<T>builder()
          .resources(new ArrayList<>(all.values()))
          .totalResults(all.size())
          .build();
    }

    @Override
    public synchronized T updateResource(T resource, Context context) {
      resource.getMeta().orElseThrow().setLastModified(Instant.now());
      all.put(resource.getId().orElseThrow(), resource);
      return resource;
    }

    @Override
    public synchronized void deleteResource(String id, Context context) {
      if (all.remove(id) == null) {
        throw new ResourceNotFoundException("there is no " + id);
      }
    }
  }

  /** Its users. */
  static final class UserMemory extends Memory<User> {
    @Override
    String name(User user) {
      return user.getUserName().orElse("");
    }
  }

  /** Its Groups, of which no two have the same name. */
  static final class GroupMemory extends Memory<Group> {
    @Override
    String name(Group group) {
      return group.getDisplayName().orElse("");
    }
  }

  /**
   * Starts it.
   *
   * @param isPlain whether it has neither Bulk nor PATCH nor filters
   */
  ForeignServer(boolean isPlain) throws IOException {
    this(isPlain, 7);
  }

  ForeignServer(boolean isPlain, int mostOperations) throws IOException {
    endpoint =
        new ResourceEndpoint(
            ServiceProvider.builder()
                .bulkConfig(
                    BulkConfig.builder()
                        .supported(!isPlain)
                        .maxOperations(mostOperations)
                        .maxPayloadSize(mostOperations * 9_000L)
                        .build())
                .filterConfig(FilterConfig.builder().supported(!isPlain).maxResults(20).build())
                .patchConfig(PatchConfig.builder().supported(!isPlain).build())
                .sortConfig(SortConfig.builder().supported(true).build())
                .eTagConfig(ETagConfig.builder().supported(true).build())
                .build());
    for (ResourceType type :
        List.of(
            endpoint.registerEndpoint(new UserEndpointDefinition(users)),
            endpoint.registerEndpoint(new GroupEndpointDefinition(groups)))) {
      type.getFeatures().setAutoFiltering(!isPlain);
      type.getFeatures().setAutoSorting(true);
    }
    server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.createContext("/scim/v2", this::answer);
    server.setExecutor(threads);
    server.start();
  }

  /** Everybody, with the courses and groups that each is in, by their names. */
  List<String> held() {
    List<String> lines = new ArrayList<>();
    users.all.forEach(
        (id, user) -> {
          List<String> in = new ArrayList<>();
          groups.all.values().stream()
              .filter(
                  group ->
                      group.getMembers().stream()
                          .anyMatch(one -> one.getValue().orElse("").equals(id)))
              .forEach(group -> in.add(group.getExternalId().orElse("?")));
          in.sort(null);
          lines.add(
              user.getUserName().orElse("")
                  + " "
                  + user.getName().flatMap(name -> name.getFamilyName()).orElse("")
                  + (user.isActive().orElse(true) ? " " : " suspended ")
                  + in);
        });
    lines.sort(null);
    return lines;
  }

  String service() {
    return "http://127.0.0.1:" + server.getAddress().getPort() + "/scim/v2";
  }

  long requests() {
    return requests.get();
  }

  private void answer(HttpExchange exchange) throws IOException {
    requests.incrementAndGet();
    try (exchange) {
      Map<String, String> headers = new HashMap<>();
      exchange.getRequestHeaders().forEach((name, values) -> headers.put(name, values.get(0)));
      String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
      ScimResponse response =
          endpoint.handleRequest(
              "http://127.0.0.1:"
                  + server.getAddress().getPort()
                  + exchange.getRequestURI().toString(),
              HttpMethod.valueOf(exchange.getRequestMethod()),
              body,
              headers,
              new Context(null));
      response
          .getHttpHeaders()
          .forEach((name, value) -> exchange.getResponseHeaders().set(name, value));
      byte[] bytes = response.toString().getBytes(StandardCharsets.UTF_8);
      boolean hasBody = response.getHttpStatus() != 204 && response.getHttpStatus() != 304;
      exchange.sendResponseHeaders(response.getHttpStatus(), hasBody ? bytes.length : -1);
      if (hasBody) {
        exchange.getResponseBody().write(bytes);
      }
    }
  }

  @Override
  public void close() {
    server.stop(0);
    threads.shutdownNow();
  }
}
