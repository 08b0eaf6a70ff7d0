package neatroster.practice;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.types.AttributeDefinition;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Holds a patch to RFC 7644, section 3.5.2, before anything of it is carried out. */
final class PatchVerifier {
  private static final String SCHEMA = "urn:ietf:params:scim:api:messages:2.0:PatchOp";
  private static final Set<String> OPERATIONS = Set.of("add", "remove", "replace");

  private final Schemas schemas;
  private final boolean isGroup;

  PatchVerifier(Schemas schemas, boolean isGroup) {
    this.schemas = schemas;
    this.isGroup = isGroup;
  }

  private static ScimError syntax(String detail) {
    return new ScimError(400, "invalidSyntax", detail);
  }

  /** A patch with its paths as {@link FilterGrammar} writes them. */
  ObjectNode verified(ObjectNode sent, Set<String> announced) throws ScimError {
    Schemas.verifyMessage(sent, SCHEMA);
    JsonNode operations = sent.path("Operations");
    if (!operations.isArray() || operations.isEmpty()) {
      throw syntax("There are no Operations.");
    }
    for (JsonNode one : operations) {
      if (!(one instanceof ObjectNode operation)) {
        throw syntax("An operation is to be an object.");
      }
      verify(operation, announced);
    }
    return sent;
  }

  private void verify(ObjectNode operation, Set<String> announced) throws ScimError {
    String op = operation.path("op").asText("").toLowerCase(Locale.ROOT);
    if (!OPERATIONS.contains(op)) {
      throw syntax("An operation adds, removes or replaces.");
    }
    operation.put("op", op);
    String path = operation.path("path").asText("");
    JsonNode value = operation.get("value");
    boolean hasValue = value != null && !(op.equals("add") && value.isNull());
    if (!op.equals("remove") && !hasValue) {
      throw ScimError.invalid("The operation " + op + " wants a value.");
    }
    if (path.isEmpty()) {
      if (op.equals("remove")) {
        throw new ScimError(400, "noTarget", "The operation remove wants a path.");
      }
      if (!(value instanceof ObjectNode whole)) {
        throw ScimError.invalid("Without a path the value is to be an object.");
      }
      for (String name : (Iterable<String>) whole::fieldNames) {
        verifyMayChange(name, op);
      }
      return;
    }
    String plain = FilterGrammar.path(schemas, path);
    operation.put("path", plain);
    String attribute = plain.replaceFirst("\\[.*\\]", "");
    String schema = attribute.contains(":") ? attribute.replaceFirst(":[^:]*$", "") : "";
    boolean isAnnounced = schema.isEmpty() || announced.stream().anyMatch(schema::equalsIgnoreCase);
    // The extension itself may be the target, with all its attributes at once.
    boolean isExtension = announced.stream().anyMatch(attribute::equalsIgnoreCase);
    if (!isExtension && (!isAnnounced || schemas.attribute(isGroup, attribute).isEmpty())) {
      throw new ScimError(400, "invalidPath", "There is no attribute " + attribute + ".");
    }
    verifyMayChange(attribute, op);
  }

  private void verifyMayChange(String attribute, String op) throws ScimError {
    Optional<AttributeDefinition> known = schemas.attribute(isGroup, attribute);
    boolean isOurs =
        attribute.matches("(?i)(id|schemas|meta)(\\..*)?")
            || known
                .filter(found -> found.getMutability() == AttributeDefinition.Mutability.READ_ONLY)
                .isPresent();
    boolean isNeeded = attribute.equalsIgnoreCase(isGroup ? "displayName" : "userName");
    if (isOurs && !attribute.equalsIgnoreCase("schemas")) {
      throw new ScimError(400, "mutability", attribute + " can only be read.");
    }
    if (isNeeded && op.equals("remove")) {
      throw new ScimError(400, "mutability", attribute + " is required.");
    }
  }
}
