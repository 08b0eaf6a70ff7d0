package neatroster.platform;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.databind.node.TextNode;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The secrets that were sent: the token, and first passwords. Whatever comes back is shown, kept
 * and logged without them; what says where something is stays as it is. It may be used by several
 * threads at once.
 */
public final class Secrets {
  /** Shorter ones stand in any text. */
  private static final int SHORTEST = 4;

  private static final String BLANK = "…";

  /** Passwords in the body of a request: as an attribute, or as the value of a change. */
  private static final Pattern PASSWORD =
      Pattern.compile("\"password\"\\s*(?::|,\\s*\"value\"\\s*:)\\s*(\"(?:[^\"\\\\]|\\\\.)*\")");

  /** What names a resource and is asked for by these very letters. */
  private static final Set<String> NAMES =
      Set.of("id", "value", "$ref", "location", "userName", "externalId", "bulkId", "schemas");

  /** The secrets by their first letters. */
  private final Map<String, Set<String>> byBeginning = new ConcurrentHashMap<>();

  /** Keeps a secret, as it is and as it is written in JSON and in addresses. */
  void add(String secret) {
    String json = TextNode.valueOf(secret).toString();
    for (String written :
        new String[] {
          secret,
          json.substring(1, json.length() - 1),
          URLEncoder.encode(secret, StandardCharsets.UTF_8)
        }) {
      if (written.length() >= SHORTEST) {
        byBeginning
            .computeIfAbsent(written.substring(0, SHORTEST), b -> ConcurrentHashMap.newKeySet())
            .add(written);
      }
    }
  }

  /** Keeps the passwords that the body of a request holds. */
  void addPasswordsOf(String body) {
    if (body.contains("\"password\"")) {
      Matcher password = PASSWORD.matcher(body);
      while (password.find()) {
        try {
          add(ScimJson.JSON.readTree(password.group(1)).asText());
        } catch (JsonProcessingException e) {
          throw new IllegalStateException("the request is no JSON", e);
        }
      }
    }
  }

  /** A text without the secrets in it. */
  String blanked(String text) {
    StringBuilder blanked = null;
    int from = 0;
    for (int at = 0; at + SHORTEST <= text.length(); at++) {
      String longest = longestAt(text, at);
      if (!longest.isEmpty()) {
        blanked = blanked == null ? new StringBuilder(text.length()) : blanked;
        blanked.append(text, from, at).append(BLANK);
        from = at + longest.length();
        at = from - 1;
      }
    }
    return blanked == null ? text : blanked.append(text, from, text.length()).toString();
  }

  private String longestAt(String text, int at) {
    String longest = "";
    for (String secret : byBeginning.getOrDefault(text.substring(at, at + SHORTEST), Set.of())) {
      if (secret.length() > longest.length() && text.startsWith(secret, at)) {
        longest = secret;
      }
    }
    return longest;
  }

  /**
   * An answer without the secrets in what it says of requests that it refuses. What it says of
   * resources is compared, and neither shown nor kept.
   */
  JsonNode blankedAnswer(int status, JsonNode body) {
    if (status >= 300) {
      return blanked(body);
    }
    for (JsonNode operation : ScimJson.list(body, "Operations")) {
      if (operation instanceof ObjectNode object) {
        blanked(object);
      }
    }
    return body;
  }

  private JsonNode blanked(JsonNode node) {
    if (node instanceof ObjectNode object) {
      for (Map.Entry<String, JsonNode> field : object.properties()) {
        if (!NAMES.contains(field.getKey()) || field.getValue().isContainerNode()) {
          field.setValue(blanked(field.getValue()));
        }
      }
    } else if (node instanceof ArrayNode array) {
      for (int i = 0; i < array.size(); i++) {
        array.set(i, blanked(array.get(i)));
      }
    } else if (node.isTextual()) {
      String text = blanked(node.asText());
      return text.equals(node.asText()) ? node : TextNode.valueOf(text);
    }
    return node;
  }
}
