package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.lowagie.text.pdf.PdfReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the built program prints for people. */
class HandoutIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir private Path folder;
  private Program program;

  @BeforeEach
  void makeFolder() throws Exception {
    program = new Program(folder);
    program.file(
        "roster.yaml",
        "school: {name: Port Elsewhere School of Seamanship}",
        "platform: {name: Learning Dock, address: 'https://learn.pier.example'}",
        "join-codes: {courses: true, groups: true}");
    program.file(
        "sheets/users.csv",
        "id,given name,family name,site,birth date,consent,guardian name,password",
        "501,Ana,Marlowe,Main Pier,2020-03-02,,Rosa Marlowe,",
        "502,Abel,<b>Finch</b>,Main Pier/Cadets,2020-03-02,yes,,",
        "503,محمد,الأحمد,,,,,",
        "504,प्रियंका,शर्मा,,,,,own-word-77",
        "505,Tom,Quay,,1970-01-01,,,");
    program.file(
        "sheets/courses.csv", "code,title,instructors", "NAV-2,Coastal,505", "KNOT,Knots,");
    program.file("sheets/groups.csv", "course,name", "NAV-2,Port Watch");
    program.file(
        "sheets/enrollments.csv",
        "user,course,group",
        "501,NAV-2,Port Watch",
        "502,KNOT,",
        "503,NAV-2,",
        "504,KNOT,");
  }

  private JsonNode handout(String... options) throws Exception {
    List<String> all = new ArrayList<>(List.of("handout", "--format", "json"));
    all.addAll(List.of(options));
    Program.Result result = program.run(all.toArray(String[]::new));
    assertThat(result.err()).doesNotContain("boxes");
    assertThat(result.exit()).isZero();
    return JSON.readTree(result.out());
  }

  private String read(String file) throws IOException {
    return Files.readString(folder.resolve(file), StandardCharsets.UTF_8);
  }

  @Test
  void slipsTellEverybodyTheirOwnInEveryKindOfFile() throws Exception {
    assertThat(program.run("issue").exit()).isZero();
    JsonNode made = handout("--to", "s.pdf", "--to", "s.html", "--to", "s.csv", "--to", "s.xlsx");
    assertThat(made.get("count").asInt()).isEqualTo(5);
    assertThat(made.get("files").get(0).get("pages").asInt()).isEqualTo(1);
    try (PdfReader pdf = new PdfReader(folder.resolve("s.pdf").toString())) {
      assertThat(pdf.getNumberOfPages()).isEqualTo(1);
    }
    Document page = Jsoup.parse(read("s.html"));
    assertThat(page.select(".slip h2").eachText())
        .containsExactly(
            "Abel <b>Finch</b>", "Ana Marlowe", "Tom Quay", "محمد الأحمد", "प्रियंका शर्मा");
    assertThat(page.select("b, script")).isEmpty();
    String ana = page.select(".slip").get(1).text();
    assertThat(ana)
        .contains("https://learn.pier.example", "Username amarlowe", "Coastal (Port Watch)")
        .contains(passwords().get(0));
    assertThat(page.select(".slip").get(4).text()).contains("own-word-77");
    assertThat(page.select(".slip").get(2).text()).contains("Coastal (instructor)");
    assertThat(read("s.csv").lines().skip(1)).hasSize(5);
  }

  private List<String> passwords() throws IOException {
    List<String> passwords = new ArrayList<>();
    for (String line : Files.readAllLines(folder.resolve("accounts/accounts.csv"))) {
      String password = line.split(",", -1)[1];
      if (!password.isEmpty() && !password.equals("password")) {
        passwords.add(password);
      }
    }
    return passwords;
  }

  @Test
  void pagesAreAsManyAsTheSlipsNeed() throws Exception {
    for (int people : new int[] {1, 8, 9, 2000}) {
      Path school = Files.createDirectory(folder.resolve("school" + people));
      Program there = new Program(school);
      StringBuilder users = new StringBuilder("id,given name,family name\n");
      for (int i = 0; i < people; i++) {
        users.append(i).append(",Ana,Marlowe\n");
      }
      there.file("roster.yaml");
      there.file("sheets/users.csv", users.toString().stripTrailing());
      assertThat(there.run("issue").exit()).isZero();
      assertThat(there.run("handout", "--to", "eight.pdf").exit()).isZero();
      try (PdfReader eight = new PdfReader(school.resolve("eight.pdf").toString())) {
        assertThat(eight.getNumberOfPages()).isEqualTo((people + 7) / 8);
      }
    }
  }

  @Test
  void slipsAreChosenAndStacked() throws Exception {
    assertThat(program.run("issue").exit()).isZero();
    assertThat(handout("--course", "NAV-2", "--to", "s.csv").get("count").asInt()).isEqualTo(3);
    assertThat(handout("--group", "Port Watch", "--to", "s.csv").get("count").asInt()).isOne();
    assertThat(handout("--site", "Main Pier", "--to", "s.csv").get("count").asInt()).isEqualTo(2);
    assertThat(handout("--user", "AMarlowe", "--user", "505", "--to", "s.csv").get("count").asInt())
        .isEqualTo(2);
    String run = JSON.readTree(program.run("pack", "--format", "json").out()).get("run").asText();
    assertThat(handout("--run", run, "--to", "s.csv").get("count").asInt()).isEqualTo(5);
    handout("--by", "course", "--to", "s.html");
    assertThat(Jsoup.parse(read("s.html")).select("h1").eachText())
        .containsExactly("Coastal (NAV-2)", "Knots (KNOT)");
    assertThat(program.run("handout", "--course", "NAV2").err()).contains("“NAV-2” meant?");
    assertThat(program.run("handout", "--run", "../sheets").err()).contains("no run “../sheets”");
    assertThat(program.run("handout", "--to", "slips.doc").err()).contains(".pdf, .html");
    assertThat(folder.resolve("slips.doc")).doesNotExist();
    String accounts = read("accounts/accounts.csv");
    assertThat(program.run("handout", "--to", "accounts/accounts.csv").exit()).isEqualTo(2);
    assertThat(program.run("handout", "--to", "sheets/users.csv").err())
        .contains("where this does not belong");
    assertThat(read("accounts/accounts.csv")).isEqualTo(accounts);
    assertThat(read("sheets/users.csv")).startsWith("id,given name");
  }

  @Test
  void listsSheetsAndLettersHaveNoPasswords() throws Exception {
    assertThat(program.run("issue").exit()).isZero();
    assertThat(handout("class-lists", "--to", "l.html", "--to", "l.pdf").get("count").asInt())
        .isEqualTo(2);
    assertThat(Jsoup.parse(read("l.html")).select("tbody tr").eachText())
        .containsExactly(
            "1 Marlowe, Ana amarlowe Port Watch learner",
            "2 Quay, Tom tquay instructor",
            "3 الأحمد, محمد malahmd learner",
            "1 <b>Finch</b>, Abel abfinchb learner",
            "2 शर्मा, प्रियंका psarma learner");
    assertThat(handout("join-sheets", "--to", "j.html", "--to", "j.pdf").get("count").asInt())
        .isEqualTo(3);
    Document sheets = Jsoup.parse(read("j.html"));
    assertThat(sheets.select(".join code").eachText())
        .allMatch(code -> code.matches("\\w{3}-\\w{3}"));
    assertThat(sheets.select("svg path")).hasSize(3);
    Program.Result letters = program.run("handout", "consent-letters", "--to", "c.html");
    assertThat(letters.err()).contains("2 people have no birth date");
    assertThat(Jsoup.parse(read("c.html")).select(".letter").eachText())
        .singleElement()
        .asString()
        .contains("Dear Rosa Marlowe", "Ana Marlowe, born on 2020-03-02", "I consent");
    for (String file : List.of("l.html", "j.html", "c.html")) {
      passwords().forEach(password -> assertThat(contentOf(file)).doesNotContain(password));
    }
  }

  private String contentOf(String file) {
    try {
      return read(file);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  @Test
  void whatIsForgottenIsGoneOnceItIsDelivered() throws Exception {
    assertThat(program.run("issue").exit()).isZero();
    Set<String> passwords = new HashSet<>(passwords());
    assertThat(program.run("handout").exit()).isZero();
    assertThat(program.run("handout", "--forget", "--yes").out())
        .contains("Forgot 0", "4 passwords are kept: no run that brings them");
    assertThat(program.run("pack").exit()).isZero();
    // Nobody said that the batch was uploaded: the next one would bring accounts without any.
    assertThat(program.run("handout", "--forget", "--yes").out()).contains("Forgot 0");
    assertThat(program.run("send", "--by-hand").exit()).isZero();
    assertThat(program.run("handout", "--forget", "--yes", "--user", "amarlowe").out())
        .contains("Forgot 1");
    assertThat(passwords()).hasSize(3);
    assertThat(program.run("handout", "--forget", "--yes").out()).contains("Forgot 3");
    passwords.forEach(
        password -> assertThat(contentOf("accounts/accounts.csv")).doesNotContain(password));
    assertThat(program.run("issue").out()).contains("Issued 0 accounts, kept 5");
    assertThat(handout("--to", "s.csv", "--user", "amarlowe").get("count").asInt()).isOne();
  }

  @Test
  void firstPasswordsAreWhereTheyBelongAndNowhereElse() throws Exception {
    StringBuilder said = new StringBuilder();
    for (String[] command :
        new String[][] {
          {"issue", "--format", "json"},
          {"issue", "--anonymous", "2", "--course", "NAV-2", "--format", "json"},
          {
            "check",
            "--report",
            "r.html",
            "--report",
            "r.csv",
            "--report",
            "r.json",
            "--report",
            "r.xlsx",
            "--format",
            "json"
          },
          {"pack", "--format", "json"},
          {"handout"},
          {"handout", "class-lists", "--to", "l.csv"},
          {"handout", "join-sheets"},
          {"handout", "consent-letters", "--format", "json"},
          {"find", "marlowe", "--format", "json"},
          {"inspect", "--format", "json", "sheets/users.csv"},
          {"issue", "--again", "amarlowe", "--verbose"}
        }) {
      Program.Result result = program.run(command);
      said.append(result.out()).append(result.err());
      if (command[0].equals("pack")) {
        remembered.addAll(passwords());
      }
    }
    assertThat(remembered).hasSize(6);
    remembered.add("own-word-77");
    List<String> places = new ArrayList<>();
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        String text = new String(Files.readAllBytes(file), StandardCharsets.UTF_8);
        if (remembered.stream().anyMatch(text::contains)) {
          places.add(folder.relativize(file).toString().replaceAll("\\d{4}-.*?/", "RUN/"));
        }
      }
    }
    assertThat(places)
        .containsExactlyInAnyOrder(
            "sheets/users.csv",
            "runs/RUN/plain/3-users.csv",
            "runs/RUN/first-passwords.csv",
            "accounts/accounts.csv");
    remembered.forEach(password -> assertThat(said.toString()).doesNotContain(password));
  }

  private final List<String> remembered = new ArrayList<>();
}
