package neatroster.practice;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.DocumentType;
import org.jsoup.nodes.Element;

/**
 * The pages for a browser: courses with headcounts, a course with its people, a person with their
 * courses, a search, the faults. They are put together as trees, so that no value can be anything
 * but text, and need no script.
 */
final class Pages {
  private static final int MOST_FOUND = 200;

  private final PracticeStore store;
  private final Faults faults;

  /**
   * A page.
   *
   * @param status the status of HTTP
   * @param type its media type
   */
  record Page(int status, String type, String text) {}

  Pages(PracticeStore store, Faults faults) {
    this.store = store;
    this.faults = faults;
  }

  /** The page at an address; with the text that is searched for. */
  Page at(String path, String query) throws SQLException {
    String id = path.substring(path.lastIndexOf('/') + 1);
    if (path.equals("/")) {
      return courses();
    }
    if (path.equals("/style.css")) {
      return new Page(200, "text/css", style());
    }
    if (path.equals("/search")) {
      return search(query.strip());
    }
    if (path.equals("/faults")) {
      return faults();
    }
    if (path.startsWith("/courses/")) {
      Optional<PracticeStore.Resource> course = store.find(true, id);
      return course.isPresent() ? course(course.get()) : notFound();
    }
    if (path.startsWith("/people/")) {
      Optional<PracticeStore.Resource> person = store.find(false, id);
      return person.isPresent() ? person(person.get()) : notFound();
    }
    return notFound();
  }

  /** The page that asks for the token, before anything is shown. */
  Page signIn(boolean wasWrong) {
    Document page = Document.createShell("");
    Element main = page(page, "Which token?");
    page.selectFirst("header form").remove();
    page.selectFirst("header .faults").remove();
    main.appendElement("p")
        .text(
            "The names of people are not for everybody on this machine. The token is in the file"
                + " that “neat-roster practice” named when it started.");
    if (wasWrong) {
      main.appendElement("p").addClass("shut").attr("role", "alert").text("That is not the token.");
    }
    Element form =
        main.appendElement("form")
            .addClass("switches")
            .attr("method", "post")
            .attr("action", "/sign-in");
    Element label = form.appendElement("label");
    label.appendElement("span").text("Token");
    label
        .appendElement("input")
        .attr("type", "password")
        .attr("name", "token")
        .attr("autocomplete", "off")
        .attr("required", true);
    form.appendElement("button").text("Go on");
    return done(wasWrong ? 403 : 401, page);
  }

  /** Sets the faults from a form; what it does not name is off. */
  void setFaults(Function<String, String> form) {
    for (Faults.Kind kind : Faults.Kind.values()) {
      String value = form.apply(kind.word());
      boolean isNumber = value != null && value.matches("\\d{1,8}");
      faults.set(kind, isNumber ? Integer.parseInt(value) : 0);
    }
  }

  private static String style() {
    try (InputStream in = Pages.class.getResourceAsStream("style.css")) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private Element page(Document page, String title) {
    page.outputSettings().prettyPrint(false);
    page.prependChild(new DocumentType("html", "", ""));
    page.selectFirst("html").attr("lang", "en");
    page.head().appendElement("meta").attr("charset", "utf-8");
    page.head()
        .appendElement("meta")
        .attr("name", "viewport")
        .attr("content", "width=device-width, initial-scale=1");
    page.head().appendElement("title").text(title + " – practice platform");
    page.head().appendElement("link").attr("rel", "stylesheet").attr("href", "/style.css");
    Element header = page.body().appendElement("header");
    header.appendElement("a").attr("href", "/").addClass("home").text("Practice platform");
    Element form = header.appendElement("form").attr("action", "/search").attr("role", "search");
    form.appendElement("input")
        .attr("type", "search")
        .attr("name", "q")
        .attr("aria-label", "Search people and courses")
        .attr("placeholder", "person or course");
    form.appendElement("button").text("Search");
    Element link = header.appendElement("a").attr("href", "/faults").addClass("faults");
    String on = faults.text();
    link.text(on.isEmpty() ? "Faults" : "Faults: " + on);
    Element main = page.body().appendElement("main");
    main.appendElement("h1").text(title);
    return main;
  }

  private static Page done(int status, Document page) {
    return new Page(status, "text/html", page.outerHtml());
  }

  private Page notFound() {
    Document page = Document.createShell("");
    page(page, "There is nothing here")
        .appendElement("p")
        .text("The person or course may have been removed.");
    return done(404, page);
  }

  private static JsonNode extension(PracticeStore.Resource group) {
    return Resources.parsed(group.json()).path(Schemas.COURSE);
  }

  private static boolean isCourse(PracticeStore.Resource group) {
    return !group.externalId().startsWith("group:")
        && !extension(group).path("kind").asText("").equals("group");
  }

  private static String code(PracticeStore.Resource course) {
    String code = extension(course).path("code").asText("");
    return code.isEmpty() && course.externalId().startsWith("course:")
        ? course.externalId().substring("course:".length())
        : code;
  }

  private Page courses() throws SQLException {
    Document page = Document.createShell("");
    Element main = page(page, "Courses");
    List<PracticeStore.Resource> courses = new ArrayList<>();
    List<PracticeStore.Resource> across = new ArrayList<>();
    for (PracticeStore.Resource group : store.page(true, 0, Integer.MAX_VALUE)) {
      if (isCourse(group)) {
        courses.add(group);
      } else if (group.externalId().startsWith("group::")) {
        across.add(group);
      }
    }
    courses.sort(Comparator.comparing(course -> code(course) + course.name()));
    int people = store.count(false);
    main.appendElement("p")
        .addClass("count")
        .text(count(courses.size(), "course") + ", " + count(people, "person", "people"));
    if (courses.isEmpty()) {
      main.appendElement("p").text("There are no courses yet. Send a run to this platform.");
    } else {
      table(main, courses, true);
    }
    if (!across.isEmpty()) {
      main.appendElement("h2").text("Groups across courses");
      table(main, across, false);
    }
    return done(200, page);
  }

  private void table(Element main, List<PracticeStore.Resource> groups, boolean areCourses)
      throws SQLException {
    Element table =
        main.appendElement("div").addClass("wide").attr("tabindex", "0").appendElement("table");
    Element head = table.appendElement("thead").appendElement("tr");
    List<String> headers =
        areCourses ? List.of("Code", "Course", "In it", "Of them") : List.of("Group", "In it");
    headers.forEach(text -> head.appendElement("th").text(text));
    Element body = table.appendElement("tbody");
    for (PracticeStore.Resource group : groups) {
      Map<String, Integer> roles = new TreeMap<>(store.headcount(group.number()));
      int all = roles.values().stream().mapToInt(Integer::intValue).sum();
      Element row = body.appendElement("tr");
      if (areCourses) {
        row.appendElement("td").addClass("word").text(code(group));
      }
      row.appendElement("td")
          .appendElement("a")
          .attr("href", "/courses/" + group.id())
          .text(group.name());
      row.appendElement("td").addClass("number").text(String.valueOf(all));
      if (areCourses) {
        row.appendElement("td").text(roles(roles));
      }
    }
  }

  private static String roles(Map<String, Integer> roles) {
    List<String> texts = new ArrayList<>();
    roles.forEach(
        (role, count) ->
            texts.add(role.isEmpty() ? count + " without a role" : count(count, role)));
    return String.join(", ", texts);
  }

  private static String count(int count, String one) {
    return count(count, one, one + "s");
  }

  private static String count(int count, String one, String many) {
    return count + " " + (count == 1 ? one : many);
  }

  private Page course(PracticeStore.Resource course) throws SQLException {
    Document page = Document.createShell("");
    String code = code(course);
    Element main = page(page, course.name());
    JsonNode extension = extension(course);
    Map<String, String> facts = new LinkedHashMap<>();
    facts.put("Code", code);
    for (String name :
        List.of(
            "description",
            "category",
            "site",
            "starts",
            "ends",
            "capacity",
            "language",
            "joinCode")) {
      String label = name.equals("joinCode") ? "Join code" : capital(name);
      facts.put(label, extension.path(name).asText(""));
    }
    facts(main, facts);
    List<PracticeStore.Member> members = store.members(course.number());
    main.appendElement("h2").text(count(members.size(), "person", "people"));
    if (members.isEmpty()) {
      main.appendElement("p").text("Nobody is in it.");
      return done(200, page);
    }
    Map<String, Integer> groups = new TreeMap<>();
    Map<String, Integer> roles = new TreeMap<>();
    for (PracticeStore.Member member : members) {
      roles.merge(member.role(), 1, Integer::sum);
      member.groups().lines().forEach(group -> groups.merge(group, 1, Integer::sum));
    }
    main.appendElement("p").addClass("count").text(roles(roles));
    if (!groups.isEmpty()) {
      Element list = main.appendElement("p").addClass("count");
      list.text("Groups: ");
      List<String> texts = new ArrayList<>();
      groups.forEach((name, count) -> texts.add(name + " (" + count + ")"));
      list.appendText(String.join(", ", texts));
    }
    Element body = people(main, List.of("Name", "Username", "Role", "Group"));
    List<PracticeStore.Member> sorted = new ArrayList<>(members);
    Map<PracticeStore.Member, String> names = new HashMap<>();
    sorted.forEach(member -> names.put(member, shown(Resources.parsed(member.json()))));
    sorted.sort(
        Comparator.comparing((PracticeStore.Member member) -> member.role().equals("learner"))
            .thenComparing(names::get, String.CASE_INSENSITIVE_ORDER));
    for (PracticeStore.Member member : sorted) {
      Element row = body.appendElement("tr");
      row.appendElement("td")
          .appendElement("a")
          .attr("href", "/people/" + member.id())
          .text(names.get(member));
      row.appendElement("td").addClass("spare").text(member.name());
      row.appendElement("td").addClass("word").text(member.role());
      row.appendElement("td").text(String.join(", ", member.groups().lines().toList()));
    }
    return done(200, page);
  }

  private static Element people(Element main, List<String> headers) {
    Element table =
        main.appendElement("div").addClass("wide").attr("tabindex", "0").appendElement("table");
    Element head = table.appendElement("thead").appendElement("tr");
    for (String text : headers) {
      Element cell = head.appendElement("th").text(text);
      // On a phone the page of the person tells it.
      if (text.equals("Username") && headers.size() > 2) {
        cell.addClass("spare");
      }
    }
    return table.appendElement("tbody");
  }

  private static void facts(Element main, Map<String, String> facts) {
    Element list = main.appendElement("dl");
    facts.forEach(
        (label, value) -> {
          if (!value.isEmpty()) {
            list.appendElement("dt").text(label);
            list.appendElement("dd").text(value);
          }
        });
  }

  private static String capital(String word) {
    return Character.toUpperCase(word.charAt(0)) + word.substring(1);
  }

  private static String shown(ObjectNode user) {
    JsonNode name = user.path("name");
    String formatted = name.path("formatted").asText("");
    String parts =
        (name.path("givenName").asText("") + " " + name.path("familyName").asText("")).strip();
    String shown = formatted.isEmpty() ? parts : formatted;
    return shown.isEmpty() ? user.path("userName").asText("") : shown;
  }

  private Page person(PracticeStore.Resource person) throws SQLException {
    Document page = Document.createShell("");
    ObjectNode user = Resources.parsed(person.json());
    Element main = page(page, shown(user));
    if (!user.path("active").asBoolean(true)) {
      main.appendElement("p").addClass("shut").text("Suspended: cannot log in.");
    }
    Map<String, String> facts = new LinkedHashMap<>();
    facts.put("Username", person.name());
    facts.put("Id", person.externalId());
    facts.put("Called", user.path("nickName").asText(""));
    facts.put("Email", first(user, "emails"));
    facts.put("Phone", first(user, "phoneNumbers"));
    facts.put("Site", user.path(Schemas.ENTERPRISE).path("department").asText(""));
    facts.put("Language", user.path("preferredLanguage").asText(""));
    facts.put("Time zone", user.path("timezone").asText(""));
    String manager = user.path(Schemas.ENTERPRISE).path("manager").path("value").asText("");
    facts.put("Manager", store.find(false, manager).map(PracticeStore.Resource::name).orElse(""));
    facts(main, facts);
    List<Map.Entry<PracticeStore.Resource, PracticeStore.Member>> all = store.groupsOf(person);
    List<Map.Entry<PracticeStore.Resource, PracticeStore.Member>> courses =
        all.stream()
            .filter(
                one -> isCourse(one.getKey()) || one.getKey().externalId().startsWith("group::"))
            .toList();
    main.appendElement("h2").text(count(courses.size(), "course"));
    if (courses.isEmpty()) {
      main.appendElement("p").text("In no course.");
      return done(200, page);
    }
    Element body = people(main, List.of("Code", "Course", "Role", "Group"));
    for (Map.Entry<PracticeStore.Resource, PracticeStore.Member> one : courses) {
      Element row = body.appendElement("tr");
      row.appendElement("td").addClass("word").text(code(one.getKey()));
      row.appendElement("td")
          .appendElement("a")
          .attr("href", "/courses/" + one.getKey().id())
          .text(one.getKey().name());
      row.appendElement("td").addClass("word").text(one.getValue().role());
      row.appendElement("td").text(String.join(", ", one.getValue().groups().lines().toList()));
    }
    return done(200, page);
  }

  private static String first(ObjectNode user, String list) {
    return user.path(list).path(0).path("value").asText("");
  }

  private Page search(String text) throws SQLException {
    Document page = Document.createShell("");
    Element main = page(page, text.isEmpty() ? "Search" : "“" + text + "”");
    if (text.isEmpty()) {
      main.appendElement("p").text("Type a part of a name, a username, a title or a code.");
      return done(200, page);
    }
    List<PracticeStore.Resource> people = store.search(false, text, MOST_FOUND);
    List<PracticeStore.Resource> courses = store.search(true, text, MOST_FOUND);
    if (people.isEmpty() && courses.isEmpty()) {
      main.appendElement("p").text("Nobody and nothing here has that in it.");
    }
    if (!courses.isEmpty()) {
      main.appendElement("h2").text(count(courses.size(), "course or group", "courses and groups"));
      table(main, courses, true);
    }
    if (!people.isEmpty()) {
      main.appendElement("h2")
          .text(
              people.size() == MOST_FOUND
                  ? "The first " + MOST_FOUND + " people"
                  : count(people.size(), "person", "people"));
      Element body = people(main, List.of("Name", "Username"));
      for (PracticeStore.Resource person : people) {
        Element row = body.appendElement("tr");
        row.appendElement("td")
            .appendElement("a")
            .attr("href", "/people/" + person.id())
            .text(shown(Resources.parsed(person.json())));
        row.appendElement("td").text(person.name());
      }
    }
    return done(200, page);
  }

  private Page faults() {
    Document page = Document.createShell("");
    Element main = page(page, "Faults");
    main.appendElement("p")
        .text(
            "What this platform is to do wrong, or not to offer, from now on. A blank number is no"
                + " fault.");
    Element form =
        main.appendElement("form")
            .addClass("switches")
            .attr("method", "post")
            .attr("action", "/faults");
    for (Faults.Kind kind : Faults.Kind.values()) {
      Element label = form.appendElement("label");
      int number = faults.number(kind);
      Element input = label.appendElement("input").attr("name", kind.word());
      if (kind.isSwitch()) {
        input.attr("type", "checkbox").attr("value", "1");
        if (number > 0) {
          input.attr("checked", true);
        }
      } else {
        input.attr("type", "number").attr("min", "0").attr("max", "99999999");
        input.attr("value", number > 0 ? String.valueOf(number) : "");
      }
      label.appendElement("span").text(kind.meaning());
    }
    form.appendElement("button").text("Set");
    return done(200, page);
  }
}
