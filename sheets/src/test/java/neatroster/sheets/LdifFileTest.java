package neatroster.sheets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import neatroster.core.grid.UnreadableSheetException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** LDIF as directories write it. */
class LdifFileTest {
  @TempDir private Path folder;

  private List<String> rows(String text) throws Exception {
    Path file = folder.resolve("people.ldif");
    Files.writeString(file, text);
    List<String> rows = new ArrayList<>();
    try (SheetFile opened = SheetFiles.open(file, "people.ldif")) {
      opened
          .sheets()
          .get(0)
          .read(
              row -> {
                List<String> cells = new ArrayList<>();
                for (int i = 0; i < row.size(); i++) {
                  cells.add(row.cell(i).toString());
                }
                rows.add(row.number() + ": " + String.join("|", cells));
                return true;
              });
    }
    return rows;
  }

  @Test
  void whatADirectoryExports() throws Exception {
    assertThat(
            rows(
                """
                # extended LDIF
                #
                # LDAPv3

                # pier.example
                dn: dc=pier,dc=example
                objectClass: domain
                dc: pier

                dn: ou=People,dc=pier,dc=example
                objectClass: organizationalUnit
                ou: People

                # amarlowe, Port, People
                dn: uid=amarlowe,ou=Port,ou=People,dc=pier,dc=example
                objectClass: inetOrgPerson
                uid: amarlowe
                cn: Ana Maria Marlowe
                givenName: Ana
                sn: Marlowe
                mail: ana.marlowe@pier.exam
                 ple
                manager: uid=bfinch,ou=People,dc=pier,dc=example

                DN:: dWlkPWJmaW5jaCxvdT1QZW9wbGUsZGM9cGllcixkYz1leGFtcGxl
                objectclass: person
                UID: bfinch
                cn: Bo Finch
                sn: Finch
                givenName:: QsO2

                # search result
                search: 2
                result: 0 Success
                """))
        .containsExactly(
            "1: username|given name|middle name|family name|email|site|manager",
            "15: amarlowe|Ana|Maria|Marlowe|ana.marlowe@pier.example|Port|bfinch",
            "25: bfinch|Bö||Finch|||");
  }

  @Test
  void whatChangesADirectory() throws Exception {
    assertThat(
            rows(
                """
                version: 1

                dn: uid=cmoss,ou=Dock,dc=pier,dc=example
                changetype: add
                objectClass: inetOrgPerson
                uid: cmoss
                cn: cmoss
                sn: cmoss

                dn: uid=cmoss,ou=Dock,dc=pier,dc=example
                changetype: modify
                replace: mail
                mail: cy@pier.example
                -
                replace: l
                -

                dn: uid=dreed,dc=pier,dc=example
                changetype: moddn
                newrdn: uid=dreedy
                deleteoldrdn: 1

                dn: uid=egull,dc=pier,dc=example
                changetype: delete
                """))
        .containsExactly(
            "1: username|former username|email|site|city|status",
            "3: cmoss||cy@pier.example|Dock|(none)|",
            "18: dreedy|dreed||||",
            "23: egull|||||removed");
  }

  @Test
  void anEntryMayBeginTheFile() throws Exception {
    for (String mark : List.of("", "\uFEFF")) {
      assertThat(
              rows(
                  mark
                      + """
                      dn: uid=amarlowe,dc=pier,dc=example
                      objectClass: inetOrgPerson
                      uid: amarlowe
                      cn: Ana Marlowe
                      sn: Marlowe

                      dn: uid=bfinch,dc=pier,dc=example
                      objectClass: inetOrgPerson
                      uid: bfinch
                      cn: Bo Finch
                      sn: Finch
                      """))
          .hasSize(3)
          .anyMatch(row -> row.startsWith("2") && row.contains("amarlowe"))
          .anyMatch(row -> row.startsWith("7") && row.contains("bfinch"));
    }
  }

  @Test
  void aTornEntrySaysWhereItBegins() {
    assertThatThrownBy(() -> rows("dn: uid=a,dc=b\nuid: a\n\ndn: uid=c,dc=b\n==\n"))
        .isInstanceOf(UnreadableSheetException.class)
        .satisfies(e -> assertThat(((UnreadableSheetException) e).row()).isEqualTo(4))
        .hasMessageContaining("not written as LDIF");
  }
}
