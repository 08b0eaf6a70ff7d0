package neatroster.platform;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.model.Person;
import neatroster.disk.NewFolder;
import neatroster.formats.OwnColumns;
import neatroster.practice.Faults;
import neatroster.practice.PracticeServer;
import neatroster.runs.Journal;
import neatroster.runs.RunChanges;
import neatroster.runs.RunFolder;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Runs that are delivered to a practice platform, over HTTP. */
class DeliveryTest {
  private static final String TOKEN = "0123456789abcdef";

  private static final Map<String, Person> PEOPLE =
      Map.of(
          "amarlowe", new Person("417", "ana@pier.example", "Ana Marlowe", "", ""),
          "bfinch", new Person("", "", "Bo Finch", "", ""),
          "creed", new Person("", "", "Cy Reed", "", ""));

  @TempDir private Path temp;
  private final Faults faults = new Faults();
  private PracticeServer server;
  private Transport transport;
  private int runs;

  @BeforeEach
  void start() throws Exception {
    server = PracticeServer.start(0, temp.resolve("platform.db"), TOKEN, faults);
    Transport http =
        new HttpTransport(
            PlatformAddress.of(server.service()),
            SignIn.token(TOKEN),
            List.of(),
            WaitListener.NOBODY);
    transport =
        new Transport() {
          @Override
          public ScimResponse send(ScimRequest request)
              throws IOException, PlatformException, InterruptedException {
            return http.send(request);
          }

          @Override
          public void rest(Duration duration, String why) {
            // The test need not wait.
          }
        };
  }

  @AfterEach
  void stop() {
    server.close();
  }

  private static PlannedChange change(Phase phase, Change what, String... fieldsAndValues) {
    Map<Field, String> values = new EnumMap<>(Field.class);
    for (int i = 0; i < fieldsAndValues.length; i += 2) {
      values.put(Field.named(fieldsAndValues[i]).orElseThrow(), fieldsAndValues[i + 1]);
    }
    return new PlannedChange(phase, what, values);
  }

  private static PlannedChange user(Change what, String... fieldsAndValues) {
    return change(Phase.USERS, what, fieldsAndValues);
  }

  private static PlannedChange seat(Phase phase, Change what, String... fieldsAndValues) {
    return change(phase, what, fieldsAndValues);
  }

  /** Two courses, a group, three people and who is where. */
  private static List<PlannedChange> school() {
    return List.of(
        change(
            Phase.COURSES,
            Change.CREATE,
            "code",
            "NAV-1",
            "title",
            "Coastal Navigation",
            "description",
            "Charts and tides",
            "starts",
            "2027-01-11",
            "ends",
            "2027-06-30",
            "capacity",
            "24"),
        change(Phase.COURSES, Change.CREATE, "code", "KNOTS", "title", "Knots"),
        user(
            Change.CREATE,
            "id",
            "417",
            "username",
            "amarlowe",
            "given name",
            "Ana",
            "family name",
            "Marlowe",
            "email",
            "ana@pier.example",
            "phone",
            "+442079460123",
            "site",
            "Main Pier/Cadets",
            "manager",
            "bfinch",
            "language",
            "en",
            "time zone",
            "Europe/London",
            "country",
            "GB",
            "city",
            "Harbour",
            "preferred name",
            "Annie"),
        user(Change.CREATE, "username", "bfinch", "given name", "Bo", "family name", "Finch"),
        user(
            Change.CREATE,
            "username",
            "creed",
            "given name",
            "Cy",
            "family name",
            "Reed",
            "status",
            "suspended"),
        change(Phase.GROUPS, Change.CREATE, "course", "NAV-1", "name", "Port Watch"),
        seat(
            Phase.ENROLLMENTS,
            Change.ENROLL,
            "user",
            "amarlowe",
            "course",
            "NAV-1",
            "role",
            "learner",
            "group",
            "Port Watch",
            "starts",
            "2027-01-11"),
        seat(
            Phase.ENROLLMENTS,
            Change.ENROLL,
            "user",
            "bfinch",
            "course",
            "NAV-1",
            "role",
            "instructor"),
        seat(
            Phase.ENROLLMENTS,
            Change.ENROLL,
            "user",
            "creed",
            "course",
            "KNOTS",
            "role",
            "learner"));
  }

  /** The changes of a week later, and what goes. */
  private static List<PlannedChange> weekLater() {
    return List.of(
        change(Phase.COURSES, Change.CHANGE, "code", "NAV-1", "title", "Navigation"),
        user(
            Change.CHANGE,
            "username",
            "amarlowe",
            "email",
            "ana.marlowe@pier.example",
            "family name",
            "Reed",
            "city",
            "(none)",
            "site",
            "North Pier"),
        user(Change.RENAME, "username", "bo.finch", "former username", "bfinch"),
        user(Change.RESTORE, "username", "creed"),
        change(Phase.GROUPS, Change.CREATE, "course", "NAV-1", "name", "Starboard Watch"),
        seat(
                Phase.ENROLLMENTS,
                Change.REGROUP,
                "user",
                "amarlowe",
                "course",
                "NAV-1",
                "role",
                "learner",
                "group",
                "Starboard Watch")
            .from(Map.of(Field.GROUP, "Port Watch")),
        seat(
            Phase.ENROLLMENTS,
            Change.RE_ROLE,
            "user",
            "bo.finch",
            "course",
            "NAV-1",
            "role",
            "assistant"),
        seat(
            Phase.WITHDRAWALS,
            Change.WITHDRAW,
            "user",
            "creed",
            "course",
            "KNOTS",
            "role",
            "learner"),
        change(Phase.REMOVALS, Change.REMOVE, "course", "KNOTS"));
  }

  private ServiceProviderConfig config() throws Exception {
    return ServiceProviderConfig.ask(new HttpRetryClient(transport));
  }

  private RunFolder run(List<PlannedChange> changes) throws IOException {
    Path place = temp.resolve("run-" + ++runs);
    Files.createDirectories(place);
    try (NewFolder folder = NewFolder.beside(place.resolve(RunFolder.CHANGES))) {
      try (RunChanges keep = new RunChanges(folder, new OwnColumns(List.of()))) {
        for (PlannedChange change : changes) {
          keep.add(change);
        }
      }
      folder.moveTo(place.resolve(RunFolder.CHANGES));
    }
    return new RunFolder(place);
  }

  private Journal deliver(List<PlannedChange> changes) throws Exception {
    return deliver(run(changes), Journal.forgetful());
  }

  private Journal deliver(RunFolder run, Journal journal) throws Exception {
    new Delivery(
            transport,
            config(),
            run.changes(),
            journal,
            new PlatformIds(Map.of()),
            name -> Optional.ofNullable(PEOPLE.get(name)),
            change -> "",
            (phase, rows) -> {})
        .run(EnumSet.allOf(Phase.class));
    return journal;
  }

  /** What the platform holds: each user and Group with its members in a line, names for ids. */
  private List<String> held() throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    new ReadBack(transport, config(), new PlatformIds(Map.of())).write(out, count -> {});
    Map<String, String> names = new TreeMap<>();
    List<JsonNode> all = new ArrayList<>();
    ScimJson.JSON.readTree(out.toByteArray()).path("Resources").forEach(all::add);
    for (JsonNode one : all) {
      String name = one.has("userName") ? "userName" : "externalId";
      names.put(one.path("id").asText(), one.path(name).asText());
    }
    List<String> lines = new ArrayList<>();
    for (JsonNode one : all) {
      String text = shown(one, names);
      lines.add(text);
    }
    lines.sort(null);
    return lines;
  }

  private static String shown(JsonNode node, Map<String, String> names) {
    if (node.isObject()) {
      TreeSet<String> parts = new TreeSet<>();
      node.properties()
          .forEach(
              field -> {
                String name = field.getKey();
                if (!List.of("id", "meta", "schemas", "$ref", "groups", "display").contains(name)
                    || (name.equals("groups") && field.getValue().path(0).isTextual())) {
                  String last = name.substring(name.lastIndexOf(':') + 1);
                  parts.add(last + "=" + shown(field.getValue(), names));
                }
              });
      return parts.toString();
    }
    if (node.isArray()) {
      TreeSet<String> parts = new TreeSet<>();
      node.forEach(one -> parts.add(shown(one, names)));
      return parts.toString();
    }
    return names.getOrDefault(node.asText(), node.asText());
  }

  @Test
  void whatARunMakesIsThere() throws Exception {
    Journal journal = deliver(school());
    assertThat(journal.ended()).isEqualTo(9);
    assertThat(journal.refused()).isZero();
    assertThat(held())
        .containsExactly(
            "[1.0=[capacity=24, code=NAV-1, description=Charts and tides, ends=2027-06-30,"
                + " enrollments=[[groups=[Port Watch], role=learner, starts=2027-01-11,"
                + " user=amarlowe], [role=instructor, user=bfinch]], kind=course,"
                + " starts=2027-01-11, title=Coastal Navigation], displayName=Coastal Navigation,"
                + " externalId=course:NAV-1,"
                + " members=[[type=User, value=amarlowe], [type=User, value=bfinch]]]",
            "[1.0=[code=KNOTS, enrollments=[[role=learner, user=creed]], kind=course,"
                + " title=Knots], displayName=Knots, externalId=course:KNOTS,"
                + " members=[[type=User, value=creed]]]",
            "[1.0=[course=course:NAV-1, kind=group], displayName=Port Watch,"
                + " externalId=group:NAV-1:Port Watch, members=[[type=User, value=amarlowe]]]",
            "[User=[department=Main Pier/Cadets, employeeNumber=417, manager=[value=bfinch]],"
                + " active=true, addresses=[[country=GB, locality=Harbour]], displayName=Annie,"
                + " emails=[[primary=true, value=ana@pier.example]], externalId=417,"
                + " name=[familyName=Marlowe, formatted=Ana Marlowe, givenName=Ana],"
                + " nickName=Annie, phoneNumbers=[[value=+442079460123]], preferredLanguage=en,"
                + " timezone=Europe/London, userName=amarlowe]",
            "[active=false, displayName=Cy Reed, name=[familyName=Reed, formatted=Cy Reed,"
                + " givenName=Cy], userName=creed]",
            "[active=true, displayName=Bo Finch, name=[familyName=Finch, formatted=Bo Finch,"
                + " givenName=Bo], userName=bfinch]");
  }

  @Test
  void aWeekLaterWhatChangesIsOtherwise() throws Exception {
    deliver(school());
    Journal journal = deliver(weekLater());
    assertThat(journal.refused()).isZero();
    assertThat(held())
        .containsExactly(
            "[1.0=[capacity=24, code=NAV-1, description=Charts and tides, ends=2027-06-30,"
                + " enrollments=[[groups=[Starboard Watch], role=learner, starts=2027-01-11,"
                + " user=amarlowe], [role=assistant, user=bo.finch]], kind=course,"
                + " starts=2027-01-11, title=Navigation], displayName=Navigation,"
                + " externalId=course:NAV-1,"
                + " members=[[type=User, value=amarlowe], [type=User, value=bo.finch]]]",
            "[1.0=[course=course:NAV-1, kind=group], displayName=Port Watch,"
                + " externalId=group:NAV-1:Port Watch]",
            "[1.0=[course=course:NAV-1, kind=group], displayName=Starboard Watch,"
                + " externalId=group:NAV-1:Starboard Watch,"
                + " members=[[type=User, value=amarlowe]]]",
            "[User=[department=North Pier, employeeNumber=417, manager=[value=bo.finch]],"
                + " active=true, addresses=[[country=GB]], displayName=Annie,"
                + " emails=[[primary=true, value=ana.marlowe@pier.example]], externalId=417,"
                + " name=[familyName=Reed, formatted=Ana Reed, givenName=Ana],"
                + " nickName=Annie, phoneNumbers=[[value=+442079460123]], preferredLanguage=en,"
                + " timezone=Europe/London, userName=amarlowe]",
            "[active=true, displayName=Bo Finch, name=[familyName=Finch, formatted=Bo Finch,"
                + " givenName=Bo], userName=bo.finch]",
            "[active=true, displayName=Cy Reed, name=[familyName=Reed, formatted=Cy Reed,"
                + " givenName=Cy], userName=creed]");
  }

  @ParameterizedTest
  @EnumSource(
      value = Faults.Kind.class,
      names = {
        "BUSY",
        "BROKEN",
        "CUT_BEFORE",
        "CUT_AFTER",
        "NO_BULK",
        "NO_PATCH",
        "MOST_OPERATIONS"
      })
  void whateverGoesWrongOnTheWayTheSameIsThere(Faults.Kind fault) throws Exception {
    deliver(school());
    deliver(weekLater());
    List<String> asUsual = held();
    server.close();
    Files.delete(temp.resolve("platform.db"));
    start();
    faults.set(fault, 7);
    assertThat(deliver(school()).refused()).isZero();
    assertThat(deliver(weekLater()).refused()).isZero();
    faults.set(fault, 0);
    assertThat(held()).isEqualTo(asUsual);
  }

  @Test
  void accountsThatAnotherMadeAreNotTakenOver() throws Exception {
    deliver(school());
    List<String> first = held();
    Journal again = deliver(school());
    assertThat(held()).isEqualTo(first);
    assertThat(again.isFound(new Journal.Key(Phase.COURSES, 0))).isTrue();
    assertThat(again.refused()).isEqualTo(6);
    assertThat(again.refusal(new Journal.Key(Phase.USERS, 0)).orElseThrow().reason())
        .startsWith("this person has the account amarlowe on the platform already");
    assertThat(again.refusal(new Journal.Key(Phase.USERS, 1)).orElseThrow().reason())
        .startsWith("the username bfinch has an account on the platform already, of somebody with");
  }

  @Test
  void whoGoesOnAfterACrashMakesNothingTwice() throws Exception {
    RunFolder run = run(school());
    deliver(run, Journal.forgetful());
    List<String> first = held();
    Journal crashed = Journal.forgetful();
    List<Journal.Key> keys = new ArrayList<>();
    run.changes().readKeyed((key, change) -> keys.add(key));
    crashed.started(keys);
    Journal journal = deliver(run, crashed);
    assertThat(held()).isEqualTo(first);
    assertThat(journal.ended()).isEqualTo(9);
    assertThat(journal.refused()).isZero();
  }

  @Test
  void whatNeedsWhatIsNotThereIsRefusedAlone() throws Exception {
    List<PlannedChange> all = new ArrayList<>(school());
    all.removeIf(change -> change.value(Field.USERNAME).equals("creed"));
    all.add(seat(Phase.WITHDRAWALS, Change.WITHDRAW, "user", "nobody", "course", "NAV-1"));
    Journal journal = deliver(all);
    assertThat(journal.refused()).isOne();
    assertThat(journal.refusal(new Journal.Key(Phase.ENROLLMENTS, 2)).orElseThrow().reason())
        .isEqualTo("the user creed is not on the platform");
    assertThat(Arrays.toString(held().toArray())).doesNotContain("creed");
  }
}
