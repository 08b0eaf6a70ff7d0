package neatroster.practice;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.utils.JsonUtils;

/** Answers that list resources (RFC 7644, section 3.4.2). */
final class ListResponse {
  static final String SCHEMA = "urn:ietf:params:scim:api:messages:2.0:ListResponse";

  private ListResponse() {}

  /**
   * An answer.
   *
   * @param total how many there are on all pages
   * @param start the number of the first one here, from 1
   */
  static ObjectNode of(ArrayNode resources, int total, int start) {
    ObjectNode list = JsonUtils.getJsonNodeFactory().objectNode();
    list.putArray("schemas").add(SCHEMA);
    list.put("totalResults", total);
    list.put("startIndex", start);
    list.put("itemsPerPage", resources.size());
    list.set("Resources", resources);
    return list;
  }
}
