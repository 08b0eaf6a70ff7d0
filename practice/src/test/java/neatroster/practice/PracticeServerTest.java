package neatroster.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.unboundid.scim2.client.ScimService;
import com.unboundid.scim2.common.exceptions.ResourceConflictException;
import com.unboundid.scim2.common.exceptions.ResourceNotFoundException;
import com.unboundid.scim2.common.exceptions.UnauthorizedException;
import com.unboundid.scim2.common.filters.Filter;
import com.unboundid.scim2.common.messages.ListResponse;
import com.unboundid.scim2.common.types.Email;
import com.unboundid.scim2.common.types.GroupResource;
import com.unboundid.scim2.common.types.Member;
import com.unboundid.scim2.common.types.Name;
import com.unboundid.scim2.common.types.SchemaResource;
import com.unboundid.scim2.common.types.UserResource;
import jakarta.ws.rs.client.ClientBuilder;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.glassfish.jersey.client.ClientConfig;
import org.glassfish.jersey.jnh.connector.JavaNetHttpConnectorProvider;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The practice platform as clients see it: a library that is not ours, and plain requests. */
class PracticeServerTest {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String TOKEN = "token";

  @TempDir Path temp;
  private PracticeServer server;

  @BeforeEach
  void start() throws Exception {
    server = PracticeServer.start(0, temp.resolve("data.db"), TOKEN, new Faults());
  }

  @AfterEach
  void stop() {
    server.close();
  }

  private ScimService client(String token) {
    ClientConfig config = new ClientConfig();
    config.connectorProvider(new JavaNetHttpConnectorProvider());
    return new ScimService(
        ClientBuilder.newClient(config)
            .register(
                (jakarta.ws.rs.client.ClientRequestFilter)
                    context -> context.getHeaders().add("Authorization", "Bearer " + token))
            .target(server.service()));
  }

  private static UserResource user(String name) {
    return new UserResource()
        .setUserName(name)
        .setName(new Name().setGivenName("Ana").setFamilyName("Morgan"))
        .setEmails(List.of(new Email().setValue(name + "@gull.example").setPrimary(true)))
        .setPassword("forest-trophy");
  }

  @Test
  void aLibraryOfOthersMakesFindsChangesAndRemoves() throws Exception {
    ScimService client = client(TOKEN);
    assertThat(client.getServiceProviderConfig().getBulk().isSupported()).isTrue();
    assertThat(client.getSchemas().getResources().stream().map(SchemaResource::getId))
        .contains("urn:neatroster:scim:schemas:extension:course:1.0");
    UserResource made = client.create("Users", user("amorgan"));
    assertThat(made.getId()).isNotEmpty();
    assertThat(made.getPassword()).isNull();
    assertThatThrownBy(() -> client.create("Users", user("AMORGAN")))
        .isInstanceOf(ResourceConflictException.class);

    ListResponse<UserResource> found =
        client
            .searchRequest("Users")
            .filter(Filter.eq("userName", "AMorgan").toString())
            .invoke(UserResource.class);
    assertThat(found.getResources()).hasSize(1);
    UserResource changed =
        client
            .modifyRequest(made)
            .replaceValue("name.familyName", "Gull")
            .replaceValue("emails[primary eq true].value", "gull@gull.example")
            .invoke();
    assertThat(changed.getName().getFamilyName()).isEqualTo("Gull");
    assertThat(changed.getEmails().get(0).getValue()).isEqualTo("gull@gull.example");

    GroupResource group =
        client.create(
            "Groups",
            new GroupResource()
                .setDisplayName("Navigation")
                .setMembers(List.of(new Member().setValue(made.getId()))));
    assertThat(client.retrieve(made).getGroups()).hasSize(1);
    client.modifyRequest(group).removeValues("members[value eq \"" + made.getId() + "\"]").invoke();
    assertThat(client.retrieve(group).getMembers()).isNullOrEmpty();
    client.delete(made);
    assertThatThrownBy(() -> client.retrieve(made)).isInstanceOf(ResourceNotFoundException.class);
    assertThatThrownBy(() -> client("other").getServiceProviderConfig())
        .isInstanceOf(UnauthorizedException.class);
  }

  private HttpResponse<String> ask(String method, String path, String body, String... headers)
      throws Exception {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(server.service() + path))
            .header("Authorization", "Bearer " + TOKEN)
            .method(method, HttpRequest.BodyPublishers.ofString(body));
    for (int i = 0; i < headers.length; i += 2) {
      request.header(headers[i], headers[i + 1]);
    }
    return HttpClient.newHttpClient().send(request.build(), HttpResponse.BodyHandlers.ofString());
  }

  private String make(String kind, String json) throws Exception {
    return JSON.readTree(ask("POST", "/" + kind, json).body()).get("id").asText();
  }

  @Test
  void listsAreSortedPagedAndCutDown() throws Exception {
    for (String name : List.of("cquay", "amorgan", "bfinch")) {
      make(
          "Users",
          "{\"schemas\":[\""
              + Schemas.USER
              + "\"],\"USERNAME\":\""
              + name
              + "\",\"Name\":{\"familyName\":\"F\"}}");
    }
    List<String> names = new ArrayList<>();
    JsonNode page =
        JSON.readTree(
            ask(
                    "GET",
                    "/Users?sortBy=userName&sortOrder=descending&startIndex=2&count=2"
                        + "&attributes=userName",
                    "")
                .body());
    page.get("Resources").forEach(one -> names.add(one.get("userName").asText()));
    assertThat(names).containsExactly("bfinch", "amorgan");
    assertThat(page.get("totalResults").asInt()).isEqualTo(3);
    assertThat(page.get("Resources").get(0).has("name")).isFalse();
    assertThat(ask("GET", "/Users?filter=userName%20eq", "").statusCode()).isEqualTo(400);
    JsonNode both =
        JSON.readTree(
            ask("GET", "/Users?filter=userName%20sw%20%22b%22%20or%20userName%20co%20%22qu%22", "")
                .body());
    assertThat(both.get("totalResults").asInt()).isEqualTo(2);
  }

  @Test
  void versionsAreCountedAndKeptTo() throws Exception {
    String id = make("Users", "{\"schemas\":[\"" + Schemas.USER + "\"],\"userName\":\"amorgan\"}");
    String etag = ask("GET", "/Users/" + id, "").headers().firstValue("ETag").orElseThrow();
    assertThat(ask("GET", "/Users/" + id, "", "If-None-Match", etag).statusCode()).isEqualTo(304);
    String put =
        "{\"schemas\":[\"" + Schemas.USER + "\"],\"userName\":\"amorgan\",\"nickName\":\"Ann\"}";
    assertThat(ask("PUT", "/Users/" + id, put, "If-Match", etag).statusCode()).isEqualTo(200);
    assertThat(ask("PUT", "/Users/" + id, put, "If-Match", etag).statusCode()).isEqualTo(412);
    assertThat(ask("DELETE", "/Users/" + id, "", "If-Match", etag).statusCode()).isEqualTo(412);
  }

  /** RFC 7644, section 3.7.2: a course that names a user made later in the same request. */
  @Test
  void bulkOperationsReferToOneAnotherAndStopAtTheErrorsAllowed() throws Exception {
    String course =
        "{\"method\":\"POST\",\"path\":\"/Groups\",\"bulkId\":\"c\",\"data\":{\"schemas\":[\""
            + Schemas.GROUP
            + "\"],\"displayName\":"
            + "\"Knots\",\"members\":[{\"value\":\"bulkId:u\"}]}}";
    String user =
        "{\"method\":\"POST\",\"path\":\"/Users\",\"bulkId\":\"u\",\"data\":{\"schemas\":[\""
            + Schemas.USER
            + "\"],\"userName\":\"ana\"}}";
    String bad = "{\"method\":\"POST\",\"path\":\"/Users\",\"bulkId\":\"x\",\"data\":{}}";
    JsonNode answer =
        JSON.readTree(
            ask(
                    "POST",
                    "/Bulk",
                    "{\"schemas\":[\""
                        + Bulk.REQUEST
                        + "\"],\"failOnErrors\":1,\"Operations\":["
                        + String.join(",", course, user, bad, user)
                        + "]}")
                .body());
    List<String> statuses = new ArrayList<>();
    answer.get("Operations").forEach(one -> statuses.add(one.get("status").asText()));
    assertThat(statuses).containsExactly("201", "400");
    server.faults().set(Faults.Kind.MOST_OPERATIONS, 1);
    assertThat(
            ask(
                    "POST",
                    "/Bulk",
                    "{\"schemas\":[\""
                        + Bulk.REQUEST
                        + "\"],\"Operations\":["
                        + user
                        + ","
                        + user
                        + "]}")
                .statusCode())
        .isEqualTo(413);
  }

  @Test
  void enrollmentsKeepTheirGroupsWhenOneIsAdded() throws Exception {
    String user = make("Users", "{\"schemas\":[\"" + Schemas.USER + "\"],\"userName\":\"ana\"}");
    String urn = Schemas.COURSE;
    String group =
        make(
            "Groups",
            "{\"schemas\":[\""
                + Schemas.GROUP
                + "\"],\"displayName\":\"Knots\",\""
                + urn
                + "\":{\"code\":\"K\"}}");
    for (String name : List.of("Port", "Starboard")) {
      String patch =
          "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:PatchOp\"],\"Operations\":[{\"op\":\"add\",\"path\":\""
              + urn
              + ":enrollments\",\"value\":[{\"user\":\""
              + user
              + "\",\"role\":\"learner\",\"groups\":[\""
              + name
              + "\"]}]}]}";
      assertThat(ask("PATCH", "/Groups/" + group, patch).statusCode()).isEqualTo(200);
    }
    JsonNode shown = JSON.readTree(ask("GET", "/Groups/" + group, "").body());
    assertThat(shown.get("members")).hasSize(1);
    assertThat(shown.get(urn).get("enrollments").get(0).get("groups").toString())
        .isEqualTo("[\"Port\",\"Starboard\"]");
  }

  private HttpRequest.Builder signedIn(String path) {
    return HttpRequest.newBuilder(URI.create(server.pages() + path))
        .header("Authorization", "Bearer " + TOKEN);
  }

  @Test
  void pagesAskForTheToken() throws Exception {
    make("Users", "{\"schemas\":[\"" + Schemas.USER + "\"],\"userName\":\"ana\"}");
    HttpClient client = HttpClient.newBuilder().cookieHandler(new CookieManager()).build();
    HttpRequest search = HttpRequest.newBuilder(URI.create(server.pages() + "search?q=a")).build();
    HttpResponse<String> asked = client.send(search, HttpResponse.BodyHandlers.ofString());
    assertThat(asked.statusCode()).isEqualTo(401);
    assertThat(asked.body()).doesNotContain(">ana<");
    for (String token : List.of("wrong", TOKEN)) {
      HttpRequest form =
          HttpRequest.newBuilder(URI.create(server.pages() + "sign-in"))
              .header("Content-Type", "application/x-www-form-urlencoded")
              .POST(HttpRequest.BodyPublishers.ofString("token=" + token))
              .build();
      assertThat(client.send(form, HttpResponse.BodyHandlers.ofString()).statusCode())
          .isEqualTo(token.equals(TOKEN) ? 303 : 403);
    }
    assertThat(client.send(search, HttpResponse.BodyHandlers.ofString()).body()).contains(">ana<");
  }

  @Test
  void pagesShowWhatIsThereAsTextAlone() throws Exception {
    String user =
        make(
            "Users",
            "{\"schemas\":[\""
                + Schemas.USER
                + "\"],\"userName\":\"<b>ana</b>\",\"name\":{\"familyName\":\"M&M\"}}");
    make(
        "Groups",
        "{\"schemas\":[\""
            + Schemas.GROUP
            + "\"],\"displayName\":\"<script>alert(1)</script>\",\"members\":[{\"value\":\""
            + user
            + "\"}]}");
    HttpClient client = HttpClient.newHttpClient();
    for (String path : List.of("", "people/" + user, "search?q=%3Cb", "faults", "nothing")) {
      HttpResponse<String> page =
          client.send(signedIn(path).build(), HttpResponse.BodyHandlers.ofString());
      assertThat(page.body()).doesNotContain("<script", "<b>");
      assertThat(page.headers().firstValue("Content-Security-Policy").orElse(""))
          .contains("default-src 'none'");
      assertThat(page.statusCode()).isEqualTo(path.equals("nothing") ? 404 : 200);
    }
    HttpRequest form =
        signedIn("faults")
            .header("Content-Type", "application/x-www-form-urlencoded")
            .POST(HttpRequest.BodyPublishers.ofString("busy=3&no-bulk=1&slow="))
            .build();
    client.send(form, HttpResponse.BodyHandlers.ofString());
    assertThat(server.faults().text()).isEqualTo("busy=3 no-bulk");
    HttpRequest foreign =
        signedIn("faults")
            .header("Origin", "https://elsewhere.example")
            .POST(HttpRequest.BodyPublishers.ofString("busy=9"))
            .build();
    assertThat(client.send(foreign, HttpResponse.BodyHandlers.ofString()).statusCode())
        .isEqualTo(403);
  }

  @Test
  void whatItHoldsIsThereAfterARestartAndAnotherDatabaseIsRefused() throws Exception {
    make("Users", "{\"schemas\":[\"" + Schemas.USER + "\"],\"userName\":\"ana\"}");
    server.close();
    server = PracticeServer.start(0, temp.resolve("data.db"), TOKEN, new Faults());
    assertThat(ask("GET", "/Users", "").body()).contains("\"ana\"");
    java.nio.file.Files.writeString(temp.resolve("text.db"), "no database at all, but some text");
    assertThatThrownBy(() -> PracticeServer.start(0, temp.resolve("text.db"), TOKEN, new Faults()))
        .hasMessageContaining("text.db cannot be opened");
  }
}
