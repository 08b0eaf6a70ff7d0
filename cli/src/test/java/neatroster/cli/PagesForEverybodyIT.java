package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Pages can be read and used by people who do not see them: a browser and axe-core judge it. */
class PagesForEverybodyIT {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final List<String> BROWSERS = List.of("chromium", "chromium-browser");

  @TempDir Path temp;

  private static String browser() {
    for (String name : BROWSERS) {
      for (String folder : System.getenv().getOrDefault("PATH", "").split(":", -1)) {
        if (Files.isExecutable(Path.of(folder, name))) {
          return Path.of(folder, name).toString();
        }
      }
    }
    return "";
  }

  @Test
  void noPageHasAFinding() throws Exception {
    assumeThat(browser()).isNotEmpty();
    Map<String, String> found = new LinkedHashMap<>();
    for (Map.Entry<String, String> page : pages().entrySet()) {
      for (JsonNode finding : judged(page.getValue())) {
        found.put(page.getKey() + " " + finding.get(0).asText(), finding.get(2).asText());
      }
    }
    assertThat(found).isEmpty();
  }

  private Map<String, String> pages() throws Exception {
    Map<String, String> pages = new LinkedHashMap<>();
    Program school = new Program(temp).demoSchool("school");
    Path folder = temp.resolve("school");
    school.run("preview", "--report", "preview.html");
    school.run("handout", "--by", "course", "--to", "slips.html");
    school.run("handout", "join-sheets", "--to", "join.html");
    school.run("handout", "class-lists", "--to", "lists.html");
    Files.writeString(
        folder.resolve("sheets/more.csv"), "given name,family name,email\nAna,,ana@pier\n");
    school.run("check", "--report", "check.html");
    try (Stream<Path> made = Files.list(folder)) {
      for (Path page : made.filter(file -> file.toString().endsWith(".html")).toList()) {
        pages.put(page.getFileName().toString(), Files.readString(page));
      }
    }
    assertThat(pages).hasSize(5);
    try (PracticePlatform practice = new PracticePlatform(temp.resolve("practice.db"))) {
      practice.nameIn(folder);
      school.run("send", "--yes");
      String base = practice.service().replace("scim/v2", "");
      String style = body(base + "style.css");
      for (String path : List.of("", "faults", "search?q=a")) {
        Document page = Jsoup.parse(body(base + path));
        page.select("link[rel=stylesheet]").remove();
        page.head().appendElement("style").appendText(style);
        pages.put("practice/" + path, page.outerHtml());
      }
    }
    return pages;
  }

  private static String body(String address) throws IOException, InterruptedException {
    return HttpClient.newHttpClient()
        .send(
            HttpRequest.newBuilder(URI.create(address))
                .header("Authorization", "Bearer " + PracticePlatform.TOKEN)
                .build(),
            HttpResponse.BodyHandlers.ofString())
        .body();
  }

  /** What axe-core says of a page: the rule, how grave it is, and the first place. */
  private JsonNode judged(String html) throws Exception {
    Document page = Jsoup.parse(html);
    page.select("meta[http-equiv]").remove();
    String script;
    try (InputStream in = PagesForEverybodyIT.class.getResourceAsStream("/axe.min.js")) {
      script = new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
    String run =
        "axe.run(document, {resultTypes: ['violations']}).then(r => { const out ="
            + " document.createElement('pre'); out.id = 'judged'; out.textContent ="
            + " JSON.stringify(r.violations.map(v => [v.id, v.impact,"
            + " v.nodes[0].html.slice(0, 200)])); document.body.appendChild(out); });";
    String both =
        page.outerHtml().replace("</body>", "<script>" + script + "\n" + run + "</script></body>");
    Path file = Files.writeString(temp.resolve("page.html"), both);
    Path out = temp.resolve("judged.html");
    List<String> command = new ArrayList<>(List.of(browser(), "--headless", "--no-sandbox"));
    command.addAll(List.of("--disable-gpu", "--user-data-dir=" + temp.resolve("profile")));
    command.addAll(List.of("--virtual-time-budget=20000", "--dump-dom", file.toUri().toString()));
    Process process =
        new ProcessBuilder(command)
            .redirectOutput(out.toFile())
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start();
    assertThat(process.waitFor(120, TimeUnit.SECONDS)).isTrue();
    String judged = Jsoup.parse(Files.readString(out)).select("#judged").text();
    assertThat(judged).startsWith("[");
    return JSON.readTree(judged);
  }
}
