package neatroster.practice;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Holds the practice platform to the text of RFC 7643 and RFC 7644, one line a sentence of it. */
class RfcChecksTest {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final Map<String, String> URIS =
      Map.of(
          "U",
          Schemas.USER,
          "G",
          Schemas.GROUP,
          "E",
          Schemas.ENTERPRISE,
          "P",
          "urn:ietf:params:scim:api:messages:2.0:PatchOp",
          "B",
          "urn:ietf:params:scim:api:messages:2.0:BulkRequest",
          "S",
          "urn:ietf:params:scim:api:messages:2.0:SearchRequest");

  @TempDir Path temp;
  private final Map<String, String> ids = new HashMap<>();
  private int checks;

  @Test
  void everyLineHolds() throws Exception {
    List<String> wrong = new ArrayList<>();
    try (PracticeServer server =
            PracticeServer.start(0, temp.resolve("data.db"), "token", new Faults());
        var lines = RfcChecksTest.class.getResourceAsStream("rfc-checks.txt")) {
      for (String line :
          new String(lines.readAllBytes(), StandardCharsets.UTF_8).lines().toList()) {
        if (!line.startsWith("#")) {
          checks++;
          String found = check(server, line.split(" *\\| *", -1));
          if (!found.isEmpty()) {
            wrong.add(line + "\n    " + found);
          }
        }
      }
    }
    assertThat(wrong).isEmpty();
    assertThat(checks).isGreaterThan(140);
  }

  private String filled(String text) {
    String filled = text;
    for (Map.Entry<String, String> id : ids.entrySet()) {
      filled = filled.replace("{" + id.getKey() + "}", id.getValue());
    }
    for (Map.Entry<String, String> uri : URIS.entrySet()) {
      filled =
          filled.replaceAll("(?<=[\"=/])" + uri.getKey() + "(?=[\":]|$|/(?!id)| )", uri.getValue());
    }
    return filled;
  }

  private String check(PracticeServer server, String[] parts) throws Exception {
    String[] request = filled(parts[1]).split(" ", 2);
    String[] address = request[1].split("\\?", 2);
    StringBuilder path = new StringBuilder(address[0]);
    if (address.length > 1) {
      char sign = '?';
      for (String parameter : address[1].split("&", -1)) {
        String[] pair = parameter.split("=", 2);
        path.append(sign).append(pair[0]).append('=');
        path.append(URLEncoder.encode(pair[1], StandardCharsets.UTF_8));
        sign = '&';
      }
    }
    String body = filled(parts[2]).strip();
    HttpResponse<String> answer =
        HttpClient.newHttpClient()
            .send(
                HttpRequest.newBuilder(URI.create(server.service() + path))
                    .header("Authorization", "Bearer token")
                    .method(
                        request[0],
                        body.isEmpty()
                            ? HttpRequest.BodyPublishers.noBody()
                            : HttpRequest.BodyPublishers.ofString(body))
                    .build(),
                HttpResponse.BodyHandlers.ofString());
    if (answer.statusCode() != Integer.parseInt(parts[3].strip())) {
      return answer.statusCode() + " " + answer.body();
    }
    JsonNode found = JSON.readTree(answer.body().isEmpty() ? "{}" : answer.body());
    String said = parts.length > 4 ? parts[4].strip() : "";
    if (said.matches("(.* )?as \\w+")) {
      ids.put(said.replaceFirst(".*as ", ""), found.path("id").asText());
      said = said.replaceFirst(" ?as \\w+$", "");
    }
    for (String one : said.isEmpty() ? new String[0] : said.split(" ", -1)) {
      if (!holds(one, found, answer)) {
        return "not " + one + ": " + answer.body();
      }
    }
    return "";
  }

  private boolean holds(String expected, JsonNode found, HttpResponse<String> answer) {
    if (expected.startsWith("header:")) {
      return answer.headers().firstValue(expected.substring(7, expected.length() - 2)).isPresent();
    }
    boolean isEqual = expected.contains("=");
    String[] pair = filled(expected).split(isEqual ? "=" : "!", 2);
    JsonNode value = found.at(pair[0]);
    String wanted = pair[1].replace("%20", " ");
    return switch (wanted) {
      case "*" -> !value.isMissingNode();
      case "-" -> value.isMissingNode();
      default -> value.asText().equals(wanted) == isEqual;
    };
  }
}
