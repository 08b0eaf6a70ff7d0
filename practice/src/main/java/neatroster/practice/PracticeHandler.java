package neatroster.practice;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.sql.SQLException;
import java.util.Base64;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.io.Content;
import org.eclipse.jetty.server.Handler;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;
import org.eclipse.jetty.util.Fields;
import org.eclipse.jetty.util.UrlEncoded;

/** Takes requests of HTTP to the SCIM service or to the pages, with the faults that are on. */
final class PracticeHandler extends Handler.Abstract {
  private static final String SERVICE = "/scim/v2";
  private static final String JSON = "application/scim+json";
  private static final int RETRY_SECONDS = 1;
  private static final int MOST_OF_FORM = 1 << 14;
  private static final int SESSION_BYTES = 24;

  private final PracticeStore store;
  private final ScimService service;
  private final Pages pages;
  private final Faults faults;
  private final byte[] tokenDigest;
  private final String session;
  private final String cookie;
  private final AtomicLong requests = new AtomicLong();

  PracticeHandler(
      PracticeStore store, ScimService service, Pages pages, Faults faults, byte[] tokenDigest) {
    this.store = store;
    this.service = service;
    this.pages = pages;
    this.faults = faults;
    this.tokenDigest = tokenDigest;
    byte[] bytes = new byte[SESSION_BYTES];
    new SecureRandom().nextBytes(bytes);
    this.session = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    // Cookies are shared by all ports of a host.
    this.cookie = "practice-" + HexFormat.of().formatHex(tokenDigest, 0, 4);
  }

  long requests() {
    return requests.get();
  }

  @Override
  public boolean handle(Request request, Response response, Callback callback) throws Exception {
    String path = Request.getPathInContext(request);
    if (!isOfThisMachine(request)) {
      text(response, callback, 421, "text/plain", "This is only for programs on this machine.");
    } else if (path.equals(SERVICE) || path.startsWith(SERVICE + "/")) {
      scim(request, response, callback, path.substring(SERVICE.length()));
    } else {
      page(request, response, callback, path);
    }
    return true;
  }

  /** A page elsewhere on the web must not reach this one through a name of its own. */
  private static boolean isOfThisMachine(Request request) {
    String host = String.valueOf(Request.getServerName(request));
    return host.equals("127.0.0.1") || host.equals("localhost") || host.equals("[::1]");
  }

  private void scim(Request request, Response response, Callback callback, String path)
      throws Exception {
    long number = requests.incrementAndGet();
    if (faults.has(Faults.Kind.SLOW)) {
      Thread.sleep(faults.number(Faults.Kind.SLOW));
    }
    if (!PracticeTokens.isAllowed(request.getHeaders(), tokenDigest)) {
      response.getHeaders().put(HttpHeader.WWW_AUTHENTICATE, "Bearer");
      send(response, callback, new ScimError(401, "", "The token is missing or wrong.").answer());
      return;
    }
    if (faults.hits(Faults.Kind.CUT_BEFORE, number)) {
      cut(request, callback);
      return;
    }
    if (faults.hits(Faults.Kind.BUSY, number)) {
      response.getHeaders().put(HttpHeader.RETRY_AFTER, RETRY_SECONDS);
      send(response, callback, new ScimError(429, "", "Later, please.").answer());
      return;
    }
    if (faults.hits(Faults.Kind.BROKEN, number)) {
      send(response, callback, new ScimError(500, "", "A fault of practice.").answer());
      return;
    }
    ScimAnswer answer = answer(request, path);
    if (answer.status() == 201 && faults.has(Faults.Kind.NO_IDS)) {
      answer = new ScimAnswer(201, Optional.empty(), Optional.empty(), Optional.empty());
    }
    if (faults.hits(Faults.Kind.CUT_AFTER, number)) {
      cut(request, callback);
    } else {
      send(response, callback, answer);
    }
  }

  private static void cut(Request request, Callback callback) {
    request.getConnectionMetaData().getConnection().getEndPoint().close();
    callback.failed(new IOException("cut"));
  }

  private ScimAnswer answer(Request request, String path) throws IOException {
    try {
      Map<String, String> parameters = new LinkedHashMap<>();
      for (Fields.Field field : Request.extractQueryParameters(request, StandardCharsets.UTF_8)) {
        parameters.put(field.getName(), field.getValue());
      }
      String method = request.getMethod();
      String condition =
          request
              .getHeaders()
              .get(method.equals("GET") ? HttpHeader.IF_NONE_MATCH : HttpHeader.IF_MATCH);
      return service.answer(
          method,
          path.isEmpty() ? "/" : path,
          parameters,
          body(request),
          condition == null ? "" : condition);
    } catch (ScimError e) {
      return e.answer();
    } catch (SQLException e) {
      return new ScimError(500, "", "The practice data cannot be used: " + e.getMessage()).answer();
    }
  }

  private ObjectNode body(Request request) throws IOException, ScimError {
    int most = RequestLimits.bytes(faults);
    try (InputStream in = Content.Source.asInputStream(request)) {
      byte[] bytes = in.readNBytes(most + 1);
      if (bytes.length > most) {
        in.skip(RequestLimits.READ);
        throw new ScimError(413, "", "A request may have " + most + " bytes.");
      }
      if (bytes.length == 0) {
        return JsonUtils.getJsonNodeFactory().objectNode();
      }
      JsonNode node =
          JsonUtils.getObjectReader().readTree(new String(bytes, StandardCharsets.UTF_8));
      if (node instanceof ObjectNode object) {
        return object;
      }
      throw new ScimError(400, "invalidSyntax", "A JSON object is wanted.");
    } catch (JsonProcessingException e) {
      throw new ScimError(400, "invalidSyntax", "This is no JSON.");
    }
  }

  private static void send(Response response, Callback callback, ScimAnswer answer) {
    response.setStatus(answer.status());
    answer.etag().ifPresent(etag -> response.getHeaders().put(HttpHeader.ETAG, etag));
    answer.location().ifPresent(at -> response.getHeaders().put(HttpHeader.LOCATION, at));
    byte[] body =
        answer.body().map(node -> node.toString().getBytes(StandardCharsets.UTF_8)).orElse(null);
    if (body == null) {
      callback.succeeded();
      return;
    }
    response.getHeaders().put(HttpHeader.CONTENT_TYPE, JSON);
    response.getHeaders().put(HttpHeader.CONTENT_LENGTH, body.length);
    response.write(true, ByteBuffer.wrap(body), callback);
  }

  private void page(Request request, Response response, Callback callback, String path)
      throws Exception {
    if (request.getMethod().equals("POST") && !isOfOwnPage(request)) {
      text(response, callback, 403, "text/plain", "Only this platform's own page may do that.");
      return;
    }
    if (request.getMethod().equals("POST") && path.equals("/faults") && isSignedIn(request)) {
      Fields form = form(request);
      pages.setFaults(name -> form.getValue(name));
      response.getHeaders().put(HttpHeader.LOCATION, "/faults");
      response.setStatus(303);
      callback.succeeded();
      return;
    }
    if (request.getMethod().equals("POST") && path.equals("/sign-in")) {
      signIn(request, response, callback);
      return;
    }
    if (!path.equals("/style.css") && !isSignedIn(request)) {
      Pages.Page page = pages.signIn(false);
      text(response, callback, page.status(), page.type(), page.text());
      return;
    }
    String query = "";
    for (Fields.Field field : Request.extractQueryParameters(request, StandardCharsets.UTF_8)) {
      query = field.getName().equals("q") ? field.getValue() : query;
    }
    String asked = query;
    Pages.Page page = store.wholly(() -> pages.at(path, asked));
    text(response, callback, page.status(), page.type(), page.text());
  }

  private static boolean isOfOwnPage(Request request) {
    String origin = request.getHeaders().get(HttpHeader.ORIGIN);
    return origin == null || origin.equals("http://" + request.getHeaders().get(HttpHeader.HOST));
  }

  private static Fields form(Request request) throws IOException {
    Fields form = new Fields();
    try (InputStream in = Content.Source.asInputStream(request)) {
      UrlEncoded.decodeUtf8To(
          new ByteArrayInputStream(in.readNBytes(MOST_OF_FORM)), form::add, -1, -1);
    }
    return form;
  }

  private void signIn(Request request, Response response, Callback callback) throws IOException {
    String token = form(request).getValue("token");
    if (token == null || !PracticeTokens.isToken(token, tokenDigest)) {
      Pages.Page page = pages.signIn(true);
      text(response, callback, page.status(), page.type(), page.text());
      return;
    }
    response
        .getHeaders()
        .put(HttpHeader.SET_COOKIE, cookie + "=" + session + "; HttpOnly; SameSite=Strict; Path=/");
    response.getHeaders().put(HttpHeader.LOCATION, "/");
    response.setStatus(303);
    callback.succeeded();
  }

  /** Whoever has typed the token is known by a cookie until the platform stops. */
  private boolean isSignedIn(Request request) {
    return Request.getCookies(request).stream()
            .anyMatch(
                one ->
                    one.getName().equals(cookie)
                        && MessageDigest.isEqual(
                            PracticeTokens.digest(one.getValue()), PracticeTokens.digest(session)))
        || PracticeTokens.isAllowed(request.getHeaders(), tokenDigest);
  }

  private static void text(
      Response response, Callback callback, int status, String type, String text) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    response.setStatus(status);
    response.getHeaders().put(HttpHeader.CONTENT_TYPE, type + ";charset=utf-8");
    response.getHeaders().put("Content-Security-Policy", "default-src 'none'; style-src 'self'");
    response.getHeaders().put("X-Content-Type-Options", "nosniff");
    response.getHeaders().put("Referrer-Policy", "no-referrer");
    response.getHeaders().put(HttpHeader.CACHE_CONTROL, "no-store");
    response.write(true, ByteBuffer.wrap(bytes), callback);
  }
}
