package neatroster.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.state.Known;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class LdifFormatTest {
  private static final Path SERVER = Path.of("/usr/sbin/slapd");
  private static final String BASE = "dc=school,dc=example";

  @TempDir Path temp;

  private static final List<PlannedChange> FIRST =
      List.of(
          Written.change(Phase.SITES, Change.CREATE, Field.SITE, "Main Pier"),
          Written.change(Phase.SITES, Change.CREATE, Field.SITE, "Main Pier/Cadets, \"upper\""),
          Written.change(Phase.COURSES, Change.CREATE, Field.CODE, "NAV-1"),
          Written.change(
              Phase.USERS,
              Change.CREATE,
              Field.USERNAME,
              "jmuller",
              Field.GIVEN_NAME,
              "Jörn",
              Field.FAMILY_NAME,
              "Müller-von-und-zu-der-langen-Mole-am-Hafen-und-noch-viel-weiter-hinaus",
              Field.EMAIL,
              "jm@pier.example",
              Field.SITE,
              "Main Pier/Cadets, \"upper\"",
              Field.MANAGER,
              "boss",
              Field.PASSWORD,
              "one-two",
              Field.BIRTH_DATE,
              "2014-03-02"),
          Written.change(
              Phase.USERS,
              Change.CREATE,
              Field.USERNAME,
              "boss",
              Field.GIVEN_NAME,
              " #Ida",
              Field.ROLE,
              "manager",
              Field.SITE,
              "Main Pier"),
          Written.change(
              Phase.ENROLLMENTS, Change.ENROLL, Field.USER, "jmuller", Field.COURSE, "NAV-1"));

  private static final List<PlannedChange> THEN =
      List.of(
          Written.change(
                  Phase.USERS,
                  Change.RENAME,
                  Field.USERNAME,
                  "joern",
                  Field.FORMER_USERNAME,
                  "jmuller")
              .from(Map.of(Field.USERNAME, "jmuller", Field.SITE, "Main Pier/Cadets, \"upper\"")),
          Written.change(
                  Phase.USERS,
                  Change.CHANGE,
                  Field.USERNAME,
                  "joern",
                  Field.EMAIL,
                  "joern@pier.example",
                  Field.SITE,
                  "Main Pier",
                  Field.GRADE,
                  "7")
              .from(
                  Map.of(
                      Field.EMAIL,
                      "jm@pier.example",
                      Field.SITE,
                      "Main Pier/Cadets, \"upper\"",
                      Field.GRADE,
                      "")),
          Written.change(Phase.REMOVALS, Change.REMOVE, Field.USERNAME, "boss")
              .from(Map.of(Field.SITE, "Main Pier")));

  private Written write(List<PlannedChange> changes) throws IOException {
    Written files = new Written(temp);
    files.write("ldif", Written.background(Known.nothing(), true, "1.2", Set.of()), changes);
    return files;
  }

  @Test
  void peopleStandUnderTheirSitesAndTheRestIsSaid() throws IOException {
    Written files = new Written(temp);
    BatchWriter writer =
        files.write("ldif", Written.background(Known.nothing(), true, "1.2", Set.of()), FIRST);
    assertThat(files.names()).containsExactly("1-sites.ldif", "3-users.ldif");
    assertThat(files.text("1-sites.ldif"))
        .startsWith("version: 1\n\ndn: ou=Main Pier,dc=school,dc=example\nchangetype: add\n")
        .contains("dn: ou=Cadets\\, \\\"upper\\\",ou=Main Pier,dc=school,dc=example\n");
    assertThat(files.text("3-users.ldif").lines()).allMatch(line -> line.length() <= 76);
    assertThat(writer.notCarried())
        .containsEntry("birth date of users", 1)
        .containsEntry("course", 1)
        .containsEntry("enrollment", 1);
  }

  /** A directory server that is not ours takes every file and has what it says. */
  @Test
  void aDirectoryTakesIt() throws Exception {
    assumeThat(SERVER).as("OpenLDAP's slapd is not installed here").exists();
    Path data = Files.createDirectory(temp.resolve("data"));
    int port;
    try (ServerSocket socket = new ServerSocket(0)) {
      port = socket.getLocalPort();
    }
    Path settings = temp.resolve("slapd.conf");
    Files.writeString(
        settings,
        """
        include /etc/ldap/schema/core.schema
        include /etc/ldap/schema/cosine.schema
        include /etc/ldap/schema/inetorgperson.schema
        modulepath /usr/lib/ldap
        moduleload back_mdb
        database mdb
        suffix "%s"
        rootdn "cn=admin,%s"
        rootpw harbour
        directory %s
        """
            .formatted(BASE, BASE, data));
    String address = "ldap://127.0.0.1:" + port;
    Process server =
        new ProcessBuilder(SERVER.toString(), "-f", settings.toString(), "-h", address, "-d", "0")
            .redirectErrorStream(true)
            .redirectOutput(temp.resolve("slapd.log").toFile())
            .start();
    try {
      Path root = temp.resolve("root.ldif");
      Files.writeString(
          root,
          "dn: "
              + BASE
              + "\nchangetype: add\nobjectClass: organization\n"
              + "objectClass: dcObject\no: School\ndc: school\n");
      for (int tries = 0; tries < 100 && !load(address, root).isEmpty(); tries++) {
        assertThat(server.isAlive()).as(Files.readString(temp.resolve("slapd.log"))).isTrue();
        TimeUnit.MILLISECONDS.sleep(100);
      }
      for (List<PlannedChange> changes : List.of(FIRST, THEN)) {
        Written files = write(changes);
        for (String name : files.names()) {
          Path file = temp.resolve(name);
          Files.write(file, files.bytes(name));
          assertThat(load(address, file)).as(name).isEmpty();
        }
      }
      String all =
          run(
              "ldapsearch",
              "-x",
              "-LLL",
              "-o",
              "ldif-wrap=no",
              "-H",
              address,
              "-b",
              BASE,
              "(objectClass=inetOrgPerson)");
      assertThat(all)
          .contains("dn: uid=joern,ou=Main Pier,dc=school,dc=example")
          .contains("mail: joern@pier.example")
          .contains("departmentNumber: 7")
          .doesNotContain("jmuller")
          .doesNotContain("dn: uid=boss");
    } finally {
      server.destroy();
      server.waitFor(10, TimeUnit.SECONDS);
    }
  }

  /** What the server has against a file; empty where it took it. */
  private String load(String address, Path file) throws Exception {
    String said =
        run(
            "ldapmodify",
            "-x",
            "-H",
            address,
            "-D",
            "cn=admin," + BASE,
            "-w",
            "harbour",
            "-f",
            file.toString());
    return said.endsWith("exit 0") ? "" : said;
  }

  private static String run(String... command) throws Exception {
    Process process =
        new ProcessBuilder(new ArrayList<>(List.of(command))).redirectErrorStream(true).start();
    String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    return said + "exit " + process.waitFor();
  }
}
