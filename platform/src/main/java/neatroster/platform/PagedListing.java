package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * Reads all resources of a kind by pages: from number to number (RFC 7644, section 3.4.2.4), or by
 * cursors where those are announced (RFC 9865).
 */
final class PagedListing {
  private static final int PAGE = 500;

  /** More than any school has; a list that goes on beyond it does not end. */
  private static final long MOST = 3_000_000;

  private PagedListing() {}

  private static void verifyEnds(String path, boolean isSo) throws PlatformException {
    if (!isSo) {
      throw new PlatformException(
          "the platform's list of its " + path.substring(1) + " does not come to an end");
    }
  }

  private static String encoded(String text) {
    return URLEncoder.encode(text, StandardCharsets.UTF_8);
  }

  /** Takes resources. */
  @FunctionalInterface
  interface Receiver {
    void resource(JsonNode resource) throws IOException;
  }

  /**
   * Hands on every resource.
   *
   * @param path the address of the kind, as {@code /Users}
   * @param parameters further parameters, each with an ampersand before it; or an empty text
   */
  static void each(
      HttpRetryClient client,
      ServiceProviderConfig config,
      String path,
      String parameters,
      Receiver receiver)
      throws PlatformException, InterruptedException, IOException {
    long start = 1;
    long read = 0;
    String cursor = "";
    String last = "";
    String further = parameters;
    while (true) {
      String query =
          "?count="
              + PAGE
              + (config.isByCursor() ? "&cursor=" + encoded(cursor) : "&startIndex=" + start);
      ScimResponse page = client.read(ScimRequest.get(path + query + further));
      if (page.status() == 400 && !further.isEmpty()) {
        // What is left out makes the answer shorter, and no more.
        further = "";
        page = client.read(ScimRequest.get(path + query));
      }
      if (!page.isDone()) {
        throw new PlatformException(
            "the platform does not list its " + path.substring(1) + ": " + page.reason());
      }
      List<JsonNode> resources = ScimJson.list(page.body(), "Resources");
      // How many there are in all is a hint: what counts is that a page is empty, or the same
      // again.
      if (resources.isEmpty() && !config.isByCursor()) {
        return;
      }
      String first = resources.isEmpty() ? "" : ScimJson.text(resources.get(0), "id");
      if (first.equals(last) && !config.isByCursor()) {
        return;
      }
      last = first;
      read += resources.size();
      verifyEnds(path, read <= MOST);
      for (JsonNode resource : resources) {
        receiver.resource(resource);
      }
      if (config.isByCursor()) {
        String next = ScimJson.text(page.body(), "nextCursor");
        if (next.isEmpty()) {
          return;
        }
        verifyEnds(path, !next.equals(cursor));
        cursor = next;
        continue;
      }
      start += resources.size();
      String total = ScimJson.text(page.body(), "totalResults");
      boolean isAll = total.matches("\\d{1,9}") && start > Long.parseLong(total);
      if (isAll && resources.size() < PAGE) {
        return;
      }
    }
  }
}
