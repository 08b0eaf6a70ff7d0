package neatroster.practice;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What each address of the SCIM service does (RFC 7644, section 3.2). */
final class ScimService {

  private static final String SEARCH = "urn:ietf:params:scim:api:messages:2.0:SearchRequest";
  private static final Set<String> ABOUT_ITSELF =
      Set.of("ServiceProviderConfig", "Schemas", "ResourceTypes");

  private final PracticeStore store;
  private final Schemas schemas = new Schemas();
  private final Resources resources;
  private final Faults faults;
  private final String base;

  ScimService(PracticeStore store, Faults faults, String base) {
    this.store = store;
    this.faults = faults;
    this.base = base;
    this.resources = new Resources(store, schemas, faults, base);
  }

  /**
   * Answers a request.
   *
   * @param path the address below the service's, as {@code /Users/17}
   * @param parameters those of the address
   * @param body what was sent; empty where nothing was
   * @param condition the version that is to be there or, of a GET, not to be there; or empty
   */
  ScimAnswer answer(
      String method, String path, Map<String, String> parameters, ObjectNode body, String condition)
      throws SQLException, ScimError {
    String[] parts = path.substring(1).split("/", 2);
    String id = parts.length > 1 ? parts[1] : "";
    if (!method.equals("GET")) {
      return change(method, path, body, condition, parameters);
    }
    if (ABOUT_ITSELF.contains(parts[0]) && parameters.containsKey("filter")) {
      // RFC 7644, section 4.
      throw new ScimError(403, "", "What the service says of itself is not filtered.");
    }
    Query query = query(parameters);
    return switch (parts[0]) {
      case "ServiceProviderConfig" -> ScimAnswer.of(200, schemas.config(faults, base));
      case "Schemas" -> schemas.schemas(id, faults, base);
      case "ResourceTypes" -> schemas.resourceTypes(id, faults, base);
      case "Users", "Groups" -> {
        boolean isGroup = parts[0].equals("Groups");
        yield id.isEmpty()
            ? resources.list(List.of(isGroup), query)
            : resources.get(isGroup, id, query, condition);
      }
      case "" -> resources.list(List.of(false, true), query);
      case "Me" -> throw new ScimError(501, "", "There is nobody behind a token here.");
      default -> throw ScimError.notFound(path);
    };
  }

  private Query query(Map<String, String> parameters) throws ScimError {
    return Query.of(parameters, faults, schemas);
  }

  /** Answers a request that changes something, or one that asks in its body. */
  ScimAnswer change(
      String method, String path, ObjectNode body, String ifMatch, Map<String, String> parameters)
      throws SQLException, ScimError {
    String[] parts = path.substring(path.startsWith("/") ? 1 : 0).split("/", 2);
    String id = parts.length > 1 ? parts[1] : "";
    if (id.equals(".search") || parts[0].equals(".search")) {
      List<Boolean> kinds =
          parts[0].equals(".search") ? List.of(false, true) : List.of(parts[0].equals("Groups"));
      Schemas.verifyMessage(body, SEARCH);
      return resources.list(kinds, search(body));
    }
    if (faults.has(Faults.Kind.READ_ONLY)) {
      throw new ScimError(403, "", "The token may only read.");
    }
    if (parts[0].equals("Bulk") && method.equals("POST")) {
      Schemas.verifyMessage(body, Bulk.REQUEST);
      return new Bulk(store, this::change, faults, base).run(body);
    }
    if (ABOUT_ITSELF.contains(parts[0]) || parts[0].equals("Bulk")) {
      throw new ScimError(405, "", method + " does nothing here.");
    }
    if (!parts[0].equals("Users") && !parts[0].equals("Groups")) {
      throw ScimError.notFound(path);
    }
    boolean isGroup = parts[0].equals("Groups");
    Query query = query(parameters);
    if (method.equals("POST") && id.isEmpty()) {
      return resources.create(isGroup, body, query);
    }
    if (id.isEmpty()) {
      throw new ScimError(405, "", method + " wants the address of one resource.");
    }
    return switch (method) {
      case "PUT" -> resources.replace(isGroup, id, body, ifMatch, query);
      case "PATCH" -> resources.patch(isGroup, id, body, ifMatch, query);
      case "DELETE" -> resources.delete(isGroup, id, ifMatch);
      default -> throw new ScimError(405, "", method + " does nothing here.");
    };
  }

  /** A query in the body of a request (RFC 7644, section 3.4.3). */
  private Query search(ObjectNode body) throws ScimError {
    Map<String, String> parameters = new HashMap<>();
    for (String name : List.of("filter", "sortBy", "sortOrder", "startIndex", "count", "cursor")) {
      Optional.ofNullable(body.get(name)).ifPresent(v -> parameters.put(name, v.asText()));
    }
    for (String name : List.of("attributes", "excludedAttributes")) {
      StringBuilder list = new StringBuilder();
      body.path(name).forEach(one -> list.append(one.asText()).append(','));
      parameters.put(name, list.toString());
    }
    return query(parameters);
  }
}
