package neatroster.sheets;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;

/**
 * The users, classes or enrollments of a OneRoster delivery, under our headers. A row has the
 * number that it has in its file.
 */
final class OneRosterSheet implements Sheet {
  private static final String METADATA = "metadata.";

  /** Our roles by those of OneRoster; who has another only looks on. */
  private static final Map<String, String> ROLES =
      Map.ofEntries(
          Map.entry("student", "learner"),
          Map.entry("teacher", "instructor"),
          Map.entry("aide", "assistant"),
          Map.entry("administrator", "manager"),
          Map.entry("principal", "manager"),
          Map.entry("districtAdministrator", "manager"),
          Map.entry("siteAdministrator", "manager"),
          Map.entry("systemAdministrator", "manager"));

  /** The files that become sheets. */
  @SuppressWarnings("ImmutableEnumChecker") // the lists are unmodifiable
  enum Kind {
    USERS(
        "users.csv",
        "id,username,given name,middle name,family name,preferred name,email,phone,birth date,"
            + "grade,site,manager,password,role,status"),
    CLASSES("classes.csv", "code,catalog code,title,site,starts,ends,term,status"),
    ENROLLMENTS("enrollments.csv", "user,course,role,starts,ends,status");

    private final String fileName;
    private final List<String> headers;

    Kind(String fileName, String headers) {
      this.fileName = fileName;
      this.headers = List.of(headers.split(",", -1));
    }

    String fileName() {
      return fileName;
    }
  }

  private final OneRosterArchive zip;
  private final SheetName name;
  private final Kind kind;
  private final OneRosterTables tables;
  private final List<String> more = new ArrayList<>();

  OneRosterSheet(OneRosterArchive zip, String file, Kind kind, OneRosterTables tables)
      throws UnreadableSheetException, IOException {
    this.zip = zip;
    this.name = new SheetName(file, kind.fileName());
    this.kind = kind;
    this.tables = tables;
    for (String header : OneRosterRows.headers(zip, kind.fileName())) {
      if (header.startsWith(METADATA)) {
        more.add(header);
      }
    }
  }

  @Override
  public SheetName name() {
    return name;
  }

  @Override
  public FileFacts facts() {
    return FileFacts.of("oneroster");
  }

  @Override
  public List<String> unread() {
    return kind == Kind.USERS ? tables.unread() : List.of();
  }

  @Override
  public void read(Receiver receiver) throws UnreadableSheetException {
    SheetRow out = new SheetRow();
    out.begin(1);
    kind.headers.forEach(out::add);
    more.forEach(header -> out.add(header.substring(METADATA.length())));
    if (!receiver.row(out)) {
      return;
    }
    try {
      OneRosterRows.read(
          zip,
          kind.fileName(),
          (number, row) -> {
            out.begin(number);
            switch (kind) {
              case USERS -> user(row, out);
              case CLASSES -> theClass(row, out);
              case ENROLLMENTS -> enrollment(row, out);
            }
            more.forEach(header -> out.add(cell(row, header)));
            return receiver.row(out);
          });
    } catch (IOException e) {
      throw new UnreadableSheetException(0, kind.fileName() + " in it cannot be read");
    }
  }

  private static String cell(Map<String, String> row, String header) {
    return OneRosterTables.cell(row, header);
  }

  private static boolean isDeleted(Map<String, String> row) {
    return cell(row, "status").equalsIgnoreCase("tobedeleted");
  }

  private void user(Map<String, String> row, SheetRow out) {
    String id = OneRosterTables.id(row);
    out.add(cell(row, "identifier"));
    out.add(cell(row, "username"));
    out.add(cell(row, "givenName"));
    out.add(cell(row, "middleName"));
    out.add(cell(row, "familyName"));
    out.add(cell(row, "preferredGivenName"));
    out.add(cell(row, "email"));
    String phone = cell(row, "phone");
    out.add(phone.isEmpty() ? cell(row, "sms") : phone);
    out.add(tables.birthDate(id));
    out.add(cell(row, "grades"));
    String org = cell(row, "primaryOrgSourcedId");
    out.add(tables.site(org.isEmpty() ? cell(row, "orgSourcedIds") : org));
    String agent = OneRosterTables.first(cell(row, "agentSourcedIds"));
    out.add(agent.isEmpty() ? "" : tables.username(agent));
    out.add(cell(row, "password"));
    String role = cell(row, "role");
    out.add(ourRole(role.isEmpty() ? tables.role(id) : role));
    boolean isShut = cell(row, "enabledUser").equalsIgnoreCase("false");
    out.add(isDeleted(row) ? "removed" : isShut ? "suspended" : "");
  }

  static String ourRole(String role) {
    return role.isEmpty() ? "" : ROLES.getOrDefault(role, "observer");
  }

  private void theClass(Map<String, String> row, SheetRow out) {
    String code = tables.classCode(OneRosterTables.id(row));
    String catalog = tables.courseCode(cell(row, "courseSourcedId"));
    String[] term = tables.term(cell(row, "termSourcedIds"));
    out.add(code);
    out.add(catalog.equals(code) ? "" : catalog);
    out.add(cell(row, "title"));
    out.add(tables.site(cell(row, "schoolSourcedId")));
    out.add(term[1]);
    out.add(term[2]);
    boolean isTitleOfDays = term[0].startsWith(term[1]);
    out.add(isTitleOfDays ? "" : term[0]);
    out.add(isDeleted(row) ? "removed" : "");
  }

  private void enrollment(Map<String, String> row, SheetRow out) {
    out.add(tables.username(cell(row, "userSourcedId")));
    out.add(tables.classCode(cell(row, "classSourcedId")));
    String role = ourRole(cell(row, "role"));
    // In a class an aide is a teacher, for want of a role: what the user is tells them apart.
    boolean isAide =
        role.equals("instructor") && tables.role(cell(row, "userSourcedId")).equals("aide");
    out.add(isAide ? "assistant" : role);
    out.add(cell(row, "beginDate"));
    out.add(cell(row, "endDate"));
    out.add(isDeleted(row) ? "ended" : "");
  }
}
