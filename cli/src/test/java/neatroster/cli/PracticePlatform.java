package neatroster.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import neatroster.practice.Faults;
import neatroster.practice.PracticeServer;

/** A practice platform in the tests' own process, with a roster folder that names it. */
final class PracticePlatform implements AutoCloseable {
  private static final ObjectMapper JSON = new ObjectMapper();
  static final String TOKEN = "practice-makes-perfect";

  private final PracticeServer server;
  private final HttpClient client = HttpClient.newHttpClient();

  PracticePlatform(Path data) throws IOException {
    server = PracticeServer.start(0, data, TOKEN, new Faults());
  }

  Faults faults() {
    return server.faults();
  }

  long requests() {
    return server.requests();
  }

  String service() {
    return server.service();
  }

  /** Has a folder's settings name it, with the token in a file beside them. */
  void nameIn(Path folder) throws IOException {
    name(folder, service(), TOKEN);
  }

  static void name(Path folder, String service, String token) throws IOException {
    Path file = folder.resolve("token");
    Files.writeString(file, token + "\n");
    Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-------"));
    Path settings = folder.resolve("roster.yaml");
    String text = Files.exists(settings) ? Files.readString(settings) : "";
    Files.writeString(
        settings,
        text.replaceAll("(?m)^platform:.*\n(  .*\n)*", "")
            + "platform: {service: \""
            + service
            + "\", token: {file: token}}\n");
  }

  /** Asks the service. */
  JsonNode get(String path) throws Exception {
    return send("GET", path, "");
  }

  JsonNode send(String method, String path, String body) throws Exception {
    HttpResponse<String> answer =
        client.send(
            HttpRequest.newBuilder(URI.create(service() + path))
                .header("Authorization", "Bearer " + TOKEN)
                .method(method, HttpRequest.BodyPublishers.ofString(body))
                .build(),
            HttpResponse.BodyHandlers.ofString());
    return JSON.readTree(answer.body());
  }

  /** All resources of a kind. */
  List<JsonNode> all(String kind) throws Exception {
    List<JsonNode> all = new ArrayList<>();
    JsonNode page = get("/" + kind + "?startIndex=1");
    while (!page.get("Resources").isEmpty()) {
      page.get("Resources").forEach(all::add);
      page = get("/" + kind + "?startIndex=" + (all.size() + 1));
    }
    return all;
  }

  /** All that it holds, in the order of names: users, and Groups with their members by name. */
  List<String> held() throws Exception {
    List<String> lines = new ArrayList<>();
    all("Users").forEach(user -> lines.add(user(user)));
    all("Groups").forEach(group -> lines.add(group(group)));
    lines.sort(null);
    return lines;
  }

  private static String user(JsonNode user) {
    return user.path("userName").asText()
        + " "
        + user.path("name").path("familyName").asText()
        + (user.path("active").asBoolean() ? "" : " suspended");
  }

  private static String group(JsonNode group) {
    List<String> members = new ArrayList<>();
    JsonNode course = group.path("urn:neatroster:scim:schemas:extension:course:1.0");
    for (JsonNode member : group.path("members")) {
      String seat = "";
      for (JsonNode one : course.path("enrollments")) {
        if (one.path("user").equals(member.path("value"))) {
          seat = " " + one.path("role").asText() + " " + one.path("groups");
        }
      }
      members.add(member.path("display").asText() + seat);
    }
    members.sort(null);
    return group.path("externalId").asText() + " " + members;
  }

  @Override
  public void close() {
    server.close();
  }
}
