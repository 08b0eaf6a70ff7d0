package neatroster.practice;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.Path;
import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.filters.Filter;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a client asks to see (RFC 7644, sections 3.4.2 and 3.9).
 *
 * @param filter which resources, if not all
 * @param sortBy the attribute that they are ordered by, if any
 * @param isDescending whether from the last
 * @param start the first one, from 1
 * @param count how many at the most
 * @param isByCursor whether pages are turned by cursors (RFC 9865)
 * @param only the attributes that are shown, in lower case; all where it is empty
 * @param without the attributes that are not shown, in lower case
 */
record Query(
    Optional<Filter> filter,
    Optional<Path> sortBy,
    boolean isDescending,
    int start,
    int count,
    boolean isByCursor,
    List<String> only,
    List<String> without) {
  private static final Set<String> ALWAYS = Set.of("schemas", "id");

  /** Reads the parameters of a request. */
  static Query of(Map<String, String> parameters, Faults faults, Schemas schemas) throws ScimError {
    try {
      String filter = parameters.getOrDefault("filter", "");
      String sortBy = parameters.getOrDefault("sortBy", "");
      int mostOnPage = RequestLimits.page(faults);
      boolean isByCursor = faults.has(Faults.Kind.CURSORS);
      return new Query(
          filter.isEmpty()
              ? Optional.empty()
              : Optional.of(Filter.fromString(FilterGrammar.filter(schemas, filter))),
          sortBy.isEmpty()
              ? Optional.empty()
              : Optional.of(Path.fromString(FilterGrammar.path(schemas, sortBy))),
          parameters.getOrDefault("sortOrder", "").equalsIgnoreCase("descending"),
          isByCursor ? cursor(parameters) : Math.max(1, number(parameters, "startIndex", 1)),
          Math.min(mostOnPage, Math.max(0, number(parameters, "count", mostOnPage))),
          isByCursor,
          names(parameters.getOrDefault("attributes", "")),
          names(parameters.getOrDefault("excludedAttributes", "")));
    } catch (ScimException e) {
      throw new ScimError(400, "invalidFilter", e.getMessage());
    }
  }

  private static int number(Map<String, String> parameters, String name, int usual)
      throws ScimError {
    String text = parameters.getOrDefault(name, "");
    if (text.isEmpty()) {
      return usual;
    }
    if (!text.matches("-?\\d{1,9}")) {
      throw ScimError.invalid(name + " is to be a number.");
    }
    return Integer.parseInt(text);
  }

  /** The first resource of the page that a cursor is for; a blank one is for the first. */
  private static int cursor(Map<String, String> parameters) throws ScimError {
    String cursor = parameters.getOrDefault("cursor", "");
    if (!cursor.isEmpty() && !cursor.matches("after-\\d{1,9}")) {
      throw new ScimError(400, "invalidCursor", "There is no such cursor.");
    }
    return cursor.isEmpty() ? 1 : Integer.parseInt(cursor.substring("after-".length())) + 1;
  }

  /** An answer with a page of resources. */
  ScimAnswer page(ArrayNode resources, int total) {
    ObjectNode list = ListResponse.of(resources, total, start);
    int last = start - 1 + resources.size();
    if (isByCursor) {
      list.remove("startIndex");
      if (last < total && !resources.isEmpty()) {
        list.put("nextCursor", "after-" + last);
      }
    }
    return ScimAnswer.of(200, list);
  }

  private static List<String> names(String list) {
    return Arrays.stream(list.split(","))
        .map(name -> name.strip().toLowerCase(Locale.ROOT))
        .map(name -> name.replaceFirst("^urn:ietf:params:scim:schemas:core:2\\.0:\\w+:", ""))
        .filter(name -> !name.isEmpty())
        .toList();
  }

  /** Whether an attribute, without those in it, is shown. */
  boolean shows(String name) {
    String lower = name.toLowerCase(Locale.ROOT);
    return !without.contains(lower)
        && (only.isEmpty()
            || only.stream()
                .anyMatch(
                    one ->
                        one.equals(lower)
                            || one.startsWith(lower + ".")
                            || one.startsWith(lower + ":")
                            || lower.startsWith(one + ":")));
  }

  /** A resource with what is asked for alone. */
  ObjectNode of(ObjectNode resource) {
    if (only.isEmpty() && without.isEmpty()) {
      return resource;
    }
    ObjectNode shown = JsonUtils.getJsonNodeFactory().objectNode();
    for (Map.Entry<String, JsonNode> field : resource.properties()) {
      String name = field.getKey().toLowerCase(Locale.ROOT);
      if (ALWAYS.contains(name)) {
        shown.set(field.getKey(), field.getValue());
      } else if (shows(name)) {
        shown.set(field.getKey(), part(name, field.getValue()));
      }
    }
    return shown;
  }

  private JsonNode part(String name, JsonNode value) {
    String separator = name.startsWith("urn:") ? ":" : ".";
    List<String> wanted = within(only, name, separator);
    boolean isWhole = only.isEmpty() || only.contains(name) || wanted.isEmpty();
    List<String> left = within(without, name, separator);
    if (isWhole && left.isEmpty()) {
      return value;
    }
    if (value instanceof ArrayNode array) {
      ArrayNode parts = JsonUtils.getJsonNodeFactory().arrayNode();
      array.forEach(one -> parts.add(pick(one, isWhole, wanted, left)));
      return parts;
    }
    return pick(value, isWhole, wanted, left);
  }

  private static List<String> within(List<String> names, String name, String separator) {
    List<String> parts = new ArrayList<>();
    for (String one : names) {
      if (one.startsWith(name + separator)) {
        parts.add(one.substring(name.length() + 1));
      }
    }
    return parts;
  }

  private static JsonNode pick(
      JsonNode value, boolean isWhole, List<String> wanted, List<String> left) {
    if (!(value instanceof ObjectNode object)) {
      return value;
    }
    ObjectNode picked = JsonUtils.getJsonNodeFactory().objectNode();
    object
        .properties()
        .forEach(
            field -> {
              String name = field.getKey().toLowerCase(Locale.ROOT);
              if ((isWhole || wanted.contains(name)) && !left.contains(name)) {
                picked.set(field.getKey(), field.getValue());
              }
            });
    return picked;
  }
}
