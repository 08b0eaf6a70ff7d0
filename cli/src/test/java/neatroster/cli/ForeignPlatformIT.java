package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import de.captaingoldfish.scim.sdk.common.resources.Group;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * A platform of another make, with limits and ids of its own, whose Groups have names that nobody
 * else has, and that knows nothing of our extension.
 */
class ForeignPlatformIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;
  private Program program;
  private ForeignServer server;

  @BeforeEach
  void aPackedRun() throws Exception {
    program = new Program(temp).demoSchool("school");
    server = new ForeignServer(false);
    PracticePlatform.name(temp.resolve("school"), server.service(), "any");
  }

  @AfterEach
  void stop() {
    server.close();
  }

  private JsonNode json(String... args) throws Exception {
    String[] all = java.util.Arrays.copyOf(args, args.length + 2);
    all[args.length] = "--format";
    all[args.length + 1] = "json";
    Program.Result result = program.run(all);
    assertThat(result.out()).as(result.err()).startsWith("{");
    return JSON.readTree(result.out());
  }

  @Test
  void killedAndResumedItHoldsWhatWasAskedOnceAndIsConfirmed() throws Exception {
    Random random = new Random(7);
    for (int kill = 0; kill < 5; kill++) {
      long until = server.requests() + 7 + random.nextInt(5);
      Process process = program.start(java.util.List.of(), "send", "--yes");
      try {
        Program.kill(process, () -> server.requests() >= until);
      } catch (java.io.IOException e) {
        throw new java.io.IOException(program.out() + program.err(), e);
      }
    }
    JsonNode sent = json("send", "--yes");
    assertThat(sent.get("failed").asInt()).as(sent.toString()).isZero();
    assertThat(sent.get("left").asInt()).as(sent.toString()).isZero();
    assertThat(sent.get("notCarried").toString()).contains("role of enrollments");
    assertThat(server.users.all).hasSize(60);
    assertThat(
            server.groups.all.values().stream().map(g -> g.getExternalId().orElse("")).distinct())
        .hasSize(20);
    assertThat(server.groups.all).hasSize(20);
    assertThat(
            server.groups.all.values().stream()
                .filter(group -> group.getExternalId().orElse("").startsWith("course:"))
                .mapToInt(ForeignPlatformIT::members)
                .sum())
        .isEqualTo(138);

    JsonNode confirmed = json("confirm");
    assertThat(confirmed.get("missing")).isEmpty();
    assertThat(confirmed.get("different")).as(confirmed.toString()).isEmpty();
    assertThat(confirmed.get("extra")).isEmpty();
    assertThat(json("preview", "--known", "platform").get("counts")).isEmpty();

    String run = json("history").get("runs").get(0).get("run").asText();
    program.run("undo", run, "--go-above", "removals=100", "--go-above", "withdrawals=200");
    assertThat(json("send", "--yes").get("failed").asInt()).isZero();
    assertThat(server.users.all).isEmpty();
    assertThat(server.groups.all).isEmpty();
  }

  /** The batch is one request, with references of its own that the server resolves. */
  @Test
  void theBatchForScimIsTakenWhole() throws Exception {
    JsonNode packed = json("pack", "--as", "scim");
    Path batch =
        temp.resolve("school")
            .resolve(packed.get("folder").asText())
            .resolve(packed.get("files").get(0).get("path").asText());
    try (ForeignServer roomy = new ForeignServer(false, 1000)) {
      roomy.groups.sharesNames = true;
      HttpResponse<String> answer =
          HttpClient.newHttpClient()
              .send(
                  HttpRequest.newBuilder(URI.create(roomy.service() + "/Bulk"))
                      .header("Content-Type", "application/scim+json")
                      .header("Authorization", "Bearer any")
                      .POST(HttpRequest.BodyPublishers.ofFile(batch))
                      .build(),
                  HttpResponse.BodyHandlers.ofString());
      assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
      for (JsonNode one : JSON.readTree(answer.body()).get("Operations")) {
        assertThat(one.get("status").asInt()).as(one.toString()).isEqualTo(201);
      }
      assertThat(roomy.users.all).hasSize(60);
      assertThat(
              roomy.groups.all.values().stream()
                  .filter(group -> group.getExternalId().orElse("").startsWith("course:"))
                  .mapToInt(ForeignPlatformIT::members)
                  .sum())
          .isEqualTo(138);
      for (Group group : roomy.groups.all.values()) {
        assertThat(group.getMembers())
            .allMatch(member -> roomy.users.all.containsKey(member.getValue().orElse("")));
      }
    }
  }

  private static int members(Group group) {
    return group.getMembers().size();
  }
}
