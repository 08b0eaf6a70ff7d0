package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.util.List;

/** Reads all resources of a kind by pages (RFC 7644, section 3.4.2.4). */
final class Listing {
  private static final int PAGE = 500;

  private Listing() {}

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
  static void each(Courier courier, String path, String parameters, Receiver receiver)
      throws PlatformException, InterruptedException, IOException {
    long start = 1;
    String last = "";
    String further = parameters;
    while (true) {
      String query = "?startIndex=" + start + "&count=" + PAGE;
      Reply page = courier.read(Call.get(path + query + further));
      if (page.status() == 400 && !further.isEmpty()) {
        // What is left out makes the answer shorter, and no more.
        further = "";
        page = courier.read(Call.get(path + query));
      }
      if (!page.isDone()) {
        throw new PlatformException(
            "the platform does not list its " + path.substring(1) + ": " + page.reason());
      }
      List<JsonNode> resources = Answers.list(page.body(), "Resources");
      // How many there are in all is a hint: what counts is that a page is empty, or the same
      // again.
      if (resources.isEmpty()) {
        return;
      }
      String first = Answers.text(resources.get(0), "id");
      if (first.equals(last)) {
        return;
      }
      last = first;
      for (JsonNode resource : resources) {
        receiver.resource(resource);
      }
      start += resources.size();
      String total = Answers.text(page.body(), "totalResults");
      boolean isAll = total.matches("\\d{1,9}") && start > Long.parseLong(total);
      if (isAll && resources.size() < PAGE) {
        return;
      }
    }
  }
}
