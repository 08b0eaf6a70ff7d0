package neatroster.sheets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.UnreadableSheetException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a platform answers when it is asked for its Users and Groups. */
class ScimFileTest {
  @TempDir private Path folder;

  private List<String> rows(String text) throws Exception {
    Path file = folder.resolve("answer.json");
    Files.writeString(file, text);
    List<String> rows = new ArrayList<>();
    try (SheetFile opened = SheetFiles.open(file, "answer.json")) {
      for (Sheet sheet : opened.sheets()) {
        rows.add(sheet.name().sheet());
        sheet.read(
            row -> {
              List<String> cells = new ArrayList<>();
              for (int i = 0; i < row.size(); i++) {
                cells.add(row.cell(i).toString());
              }
              if (row.number() > 1) {
                rows.add(row.number() + ": " + String.join("|", cells));
              }
              return true;
            });
      }
    }
    return rows;
  }

  @Test
  void usersAndGroupsWithoutOurExtension() throws Exception {
    assertThat(
            rows(
                """
                {"schemas": ["urn:ietf:params:scim:api:messages:2.0:ListResponse"],
                 "totalResults": 4, "itemsPerPage": 4, "startIndex": 1,
                 "Resources": [
                  {"id": "9f3", "userName": "amarlowe", "active": true,
                   "Name": {"familyName": "Marlowe", "givenName": "Ana"},
                   "emails": [{"value": "old@pier.example"}, {"value": "ana@pier.example", "primary": true}],
                   "meta": {"resourceType": "User", "version": "W/\\"1\\""}},
                  {"id": "9f4", "userName": "bfinch", "active": false, "externalId": "17",
                   "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User":
                     {"manager": {"value": "9f3"}, "department": "Deck"}},
                  {"id": "c1", "displayName": "Knots", "members": [{"value": "9f4"}]},
                  {"id": "g1", "displayName": "Port", "externalId": "group:NAV-1:Port Watch",
                   "members": [{"value": "9f3"}]}
                 ]}
                """))
        .containsExactly(
            "Users",
            "4: |amarlowe|Ana||Marlowe|||ana@pier.example||||||||||",
            "8: 17|bfinch||||||||Deck|amarlowe|||||||suspended",
            "Courses",
            "11: Knots|",
            "Groups",
            "12: NAV-1|Port Watch",
            "Members",
            "11: bfinch|Knots|",
            "12: amarlowe|NAV-1|Port Watch");
  }

  /** Platforms answer on one line, and a Group may have more members than the file has lines. */
  @Test
  void onOneLineRowsHaveNumbersOfTheirOwn() throws Exception {
    StringBuilder members = new StringBuilder();
    for (int i = 0; i < 30; i++) {
      members.append(i == 0 ? "" : ",").append("{\"value\":\"u").append(i).append("\"}");
    }
    List<String> rows =
        rows(
            "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:ListResponse\"],\"Resources\":["
                + "{\"id\":\"c\",\"displayName\":\"NAV-1\",\"members\":["
                + members
                + "]}]}");
    assertThat(rows).contains("2: NAV-1|", "2: u0|NAV-1|", "31: u29|NAV-1|");
  }

  @Test
  void whatBreaksOffSaysWhere() {
    assertThatThrownBy(
            () ->
                rows(
                    "{\"schemas\": [\"urn:ietf:params:scim:api:messages:2.0:ListResponse\"],\n"
                        + "\"Resources\": [{\"userName\": \"a\"},\n{\"userNa"))
        .isInstanceOf(UnreadableSheetException.class)
        .satisfies(e -> assertThat(((UnreadableSheetException) e).row()).isEqualTo(3));
    assertThatThrownBy(
            () ->
                rows(
                    "{\"schemas\": [\"urn:ietf:params:scim:api:messages:2.0:BulkRequest\"],"
                        + "\"Operations\": [{\"method\": \"PATCH\", \"path\": \"/Users/1\"}]}"))
        .hasMessageContaining("PATCH");
  }
}
