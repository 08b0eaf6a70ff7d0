package neatroster.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpHandler;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.http.HttpTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** What servers that mean ill, or are ill, can do to us. */
class HttpTransportTest {
  private static final String TOKEN = "tern-kelp-token-41";
  private static final String PASSWORD = "gannet \"oar\" 52/ä";

  private HttpServer server;
  private final List<String> asked = new ArrayList<>();

  private Transport to(HttpHandler handler) throws Exception {
    server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.setExecutor(Executors.newCachedThreadPool());
    server.createContext(
        "/",
        exchange -> {
          asked.add(exchange.getRequestURI().getRawPath());
          handler.handle(exchange);
          exchange.close();
        });
    server.start();
    return new HttpTransport(
        PlatformAddress.of("http://localhost:" + server.getAddress().getPort() + "/scim"),
        SignIn.token(TOKEN),
        List.of(),
        WaitListener.NOBODY);
  }

  @AfterEach
  void stop() {
    System.clearProperty("neatroster.patience");
    if (server != null) {
      server.stop(0);
    }
  }

  private static void answer(HttpExchange exchange, int status, String body) throws IOException {
    byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
    exchange.sendResponseHeaders(status, bytes.length);
    exchange.getResponseBody().write(bytes);
  }

  private static ScimRequest creation() {
    ObjectNode user = JsonNodeFactory.instance.objectNode();
    user.put("userName", "amarlowe").put("password", PASSWORD);
    return ScimRequest.of("POST", "/Users", user.toString());
  }

  /** Tokens of a server of OAuth that are good for two requests each. */
  @Test
  void aTokenThatRunsOutIsFetchedAnewAndNothingIsSentTwice() throws Exception {
    List<String> tokens = new ArrayList<>();
    List<String> done = new ArrayList<>();
    Map<String, Integer> uses = new HashMap<>();
    server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.createContext(
        "/token",
        exchange -> {
          String form =
              new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
          String basic = exchange.getRequestHeaders().getFirst("Authorization");
          boolean isRight =
              form.equals("grant_type=client_credentials&scope=users+groups")
                  && new String(
                          Base64.getDecoder().decode(basic.substring(6)), StandardCharsets.UTF_8)
                      .equals("the+office:w%C3%A4ve%3A1");
          tokens.add("token-" + tokens.size());
          answer(
              exchange,
              isRight ? 200 : 400,
              isRight
                  ? "{\"access_token\":\""
                      + tokens.get(tokens.size() - 1)
                      + "\",\"expires_in\":3600}"
                  : "{\"error\":\"invalid_client\",\"error_description\":\"" + basic + "\"}");
          exchange.close();
        });
    server.createContext(
        "/scim",
        exchange -> {
          String token = exchange.getRequestHeaders().getFirst("Authorization");
          boolean isGood = uses.merge(token, 1, Integer::sum) <= 2;
          if (isGood) {
            done.add(exchange.getRequestURI().getPath());
          }
          answer(exchange, isGood ? 200 : 401, "{\"detail\":\"" + token + " has run out\"}");
          exchange.close();
        });
    server.start();
    String here = "http://localhost:" + server.getAddress().getPort();
    Transport transport = oauth(here, "wäve:1");
    for (int i = 0; i < 5; i++) {
      assertThat(transport.send(ScimRequest.get("/Users/" + i)).status()).isEqualTo(200);
    }
    assertThat(done).hasSize(5).doesNotHaveDuplicates();
    assertThat(tokens).hasSize(3);
    Transport wrong = oauth(here, "gannet");
    assertThatThrownBy(() -> wrong.send(ScimRequest.get("/Users")))
        .isInstanceOf(PlatformException.class)
        .hasMessageContaining("invalid_client")
        .hasMessageNotContainingAny("gannet", "dGhlK29mZmljZTpnYW5uZXQ");
  }

  private static Transport oauth(String here, String secret) throws Exception {
    return new HttpTransport(
        PlatformAddress.of(here + "/scim"),
        new ClientCredentials(
            PlatformAddress.of(here + "/token"), "the office", secret, "users groups", List.of()),
        List.of(),
        WaitListener.NOBODY);
  }

  @Test
  void aUserAndAPasswordGoAsOneHeaderThatIsNotShown() throws Exception {
    Secrets secrets = new Secrets();
    String header = SignIn.password("Aladdin", "open sesame").header(secrets);
    // The example of RFC 7617, section 2.
    assertThat(header).isEqualTo("Basic QWxhZGRpbjpvcGVuIHNlc2FtZQ==");
    assertThat(secrets.blanked("you sent " + header)).doesNotContain("QWxhZGRpbjpvcGVuIHNlc2FtZQ");
  }

  @Test
  void whoWaitsSaysWhatFor() throws Exception {
    List<String> told = new CopyOnWriteArrayList<>();
    to(exchange -> answer(exchange, 200, "{}"));
    Transport transport =
        new HttpTransport(
            PlatformAddress.of("http://localhost:" + server.getAddress().getPort()),
            SignIn.token(TOKEN),
            List.of(),
            told::add);
    transport.send(ScimRequest.get("/Users"));
    transport.rest(Duration.ofMillis(1), "the platform, which asks for time");
    assertThat(told)
        .containsExactly("an answer of the platform", "", "the platform, which asks for time", "");
  }

  /** A service that never answers, and lists that never end. */
  @Test
  void nothingIsWaitedForWithoutEnd() throws Exception {
    Transport silent =
        to(
            exchange -> {
              try {
                Thread.sleep(2000);
              } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
              }
            });
    assertThatThrownBy(() -> silent.send(ScimRequest.get("/Users")))
        .isInstanceOf(IOException.class);
    server.stop(0);
    Transport endless =
        to(
            exchange ->
                answer(exchange, 200, "{\"Resources\":[{\"id\":\"1\"}],\"nextCursor\":\"x\"}"));
    ServiceProviderConfig config =
        new ServiceProviderConfig(false, 1, 1, true, true, true, AnnouncedAttributes.all());
    assertThatThrownBy(
            () -> PagedListing.each(new HttpRetryClient(endless), config, "/Users", "", one -> {}))
        .hasMessageContaining("does not come to an end");
  }

  @Test
  void whatIsEchoedHasNoSecrets() throws Exception {
    Transport transport =
        to(
            exchange -> {
              String body =
                  new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
              ObjectNode error = JsonNodeFactory.instance.objectNode();
              error.put(
                  "detail", body + " " + exchange.getRequestHeaders().getFirst("Authorization"));
              answer(exchange, 400, error.toString());
            });
    ScimResponse response = transport.send(creation());
    assertThat(response.reason())
        .contains("amarlowe", "…")
        .doesNotContain(PASSWORD, "gannet", "oar", TOKEN);
    // What was sent before is not told later either.
    assertThat(transport.send(ScimRequest.get("/Users/1")).reason()).doesNotContain(TOKEN);
  }

  @Test
  void anAnswerThatDripsIsGivenUp() throws Exception {
    System.setProperty("neatroster.patience", "1500");
    Transport transport =
        to(
            exchange -> {
              exchange.sendResponseHeaders(200, 0);
              OutputStream body = exchange.getResponseBody();
              try {
                for (int i = 0; i < 600; i++) {
                  body.write(' ');
                  body.flush();
                  Thread.sleep(50);
                }
              } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
              }
            });
    assertThatThrownBy(() -> transport.send(ScimRequest.get("/Users")))
        .isInstanceOf(HttpTimeoutException.class)
        .hasMessageContaining("had not come to its end");
  }

  @Test
  void anIdIsOneSegmentOfThePathWhateverIsInIt() throws Exception {
    Transport transport = to(exchange -> answer(exchange, 200, "{}"));
    for (String id : List.of("a b", "100%", "../Groups/1", "..", "x?y#z", "é/ü")) {
      transport.send(ScimRequest.get(ScimRequest.path("/Users/", id)));
    }
    assertThat(asked).hasSize(6).allMatch(path -> path.matches("/scim/Users/[^/?#]+"));
    assertThat(asked).contains("/scim/Users/..%2FGroups%2F1", "/scim/Users/%2E%2E");
  }

  @Test
  void anIdIsReadFromTheDocumentOrElseFromTheAddress() throws Exception {
    Transport transport =
        to(
            exchange -> {
              exchange.getResponseHeaders().add("Location", "http://here/scim/Users/a%20b?x=1");
              answer(exchange, 201, asked.size() == 1 ? "{}" : "{\"id\": \"c d\"}");
            });
    assertThat(transport.send(creation()).id()).isEqualTo("a b");
    assertThat(transport.send(creation()).id()).isEqualTo("c d");
    for (String where : List.of("%zz", "http://[bad loc", "http://here/scim", "/scim/Users/%zz")) {
      ScimResponse odd =
          new ScimResponse(201, JsonNodeFactory.instance.objectNode(), "", where, Optional.empty());
      assertThat(odd.id()).as(where).isEmpty();
    }
  }

  @Test
  void aRedirectionElsewhereIsNotFollowed() throws Exception {
    for (String where : List.of("http://elsewhere.example/scim/Users", "http://[", "file:///x")) {
      Transport transport =
          to(
              exchange -> {
                exchange.getResponseHeaders().add("Location", where);
                answer(exchange, 307, "");
              });
      assertThatThrownBy(() -> transport.send(creation())).isInstanceOf(PlatformException.class);
      server.stop(0);
    }
  }

  /** Whatever a platform answers to a refused request, wherever in it the secrets stand. */
  @Test
  void noAnswerOfAnyShapeHasSecrets() {
    Random random = new Random(29);
    for (int round = 0; round < 2000; round++) {
      Secrets secrets = new Secrets();
      List<String> all = new ArrayList<>();
      for (int i = 0; i < 4; i++) {
        StringBuilder secret = new StringBuilder();
        while (secret.length() < 5 + i) {
          secret.append("abc\"\\ -é%+".charAt(random.nextInt(10)));
        }
        all.add(secret.toString());
        secrets.add(secret.toString());
      }
      JsonNode answer = secrets.blankedAnswer(400, node(random, all, 3));
      for (String text : texts(answer)) {
        assertThat(text).doesNotContain(all);
      }
    }
  }

  private static JsonNode node(Random random, List<String> secrets, int depth) {
    if (depth == 0 || random.nextInt(4) == 0) {
      String secret = secrets.get(random.nextInt(secrets.size()));
      return JsonNodeFactory.instance.textNode(
          "x".repeat(random.nextInt(3)) + secret + secret.substring(0, random.nextInt(3)));
    }
    if (random.nextBoolean()) {
      ArrayNode array = JsonNodeFactory.instance.arrayNode();
      for (int i = 0; i < 3; i++) {
        array.add(node(random, secrets, depth - 1));
      }
      return array;
    }
    ObjectNode object = JsonNodeFactory.instance.objectNode();
    for (String name : List.of("detail", "response", "note")) {
      object.set(name, node(random, secrets, depth - 1));
    }
    return object;
  }

  private static List<String> texts(JsonNode node) {
    List<String> texts = new ArrayList<>();
    if (node.isTextual()) {
      texts.add(node.asText());
    }
    node.forEach(child -> texts.addAll(texts(child)));
    return texts;
  }
}
