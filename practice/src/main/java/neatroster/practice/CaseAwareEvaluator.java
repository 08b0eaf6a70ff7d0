package neatroster.practice;

import com.fasterxml.jackson.databind.JsonNode;
import com.unboundid.scim2.common.Path;
import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.filters.Filter;
import com.unboundid.scim2.common.types.AttributeDefinition;
import com.unboundid.scim2.common.utils.FilterEvaluator;

/** Compares upper and lower case where the schema says so (RFC 7643, section 2.2). */
final class CaseAwareEvaluator extends FilterEvaluator {
  private final Schemas schemas;

  CaseAwareEvaluator(Schemas schemas) {
    this.schemas = schemas;
  }

  /** Whether a resource is one that a filter is about. */
  boolean matches(Filter filter, JsonNode resource) throws ScimError {
    try {
      return filter.visit(this, resource);
    } catch (ScimException e) {
      throw new ScimError(400, "invalidFilter", e.getMessage());
    }
  }

  @Override
  protected AttributeDefinition getAttributeDefinition(Path path) {
    return schemas.attribute(path.toString()).orElse(null);
  }
}
