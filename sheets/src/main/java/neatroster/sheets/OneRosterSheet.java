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
    USERS("users.csv", OneRosterColumn.OF_USERS),
    CLASSES("classes.csv", OneRosterColumn.OF_CLASSES),
    ENROLLMENTS("enrollments.csv", OneRosterColumn.OF_ENROLLMENTS);

    private final String fileName;
    private final List<OneRosterColumn> columns;

    Kind(String fileName, List<OneRosterColumn> columns) {
      this.fileName = fileName;
      this.columns = columns;
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
    kind.columns.forEach(column -> out.add(column.header()));
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
            for (OneRosterColumn column : kind.columns) {
              out.add(column.isText() ? cell(row, column.name()) : told(column, row));
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

  /** What a column says by an id, or in words of its own. */
  private String told(OneRosterColumn column, Map<String, String> row) {
    return switch (kind) {
      case USERS -> ofUser(column.header(), row);
      case CLASSES -> ofClass(column.header(), row);
      case ENROLLMENTS -> ofEnrollment(column.header(), row);
    };
  }

  private String ofUser(String header, Map<String, String> row) {
    switch (header) {
      case "phone" -> {
        String phone = cell(row, "phone");
        return phone.isEmpty() ? cell(row, "sms") : phone;
      }
      case "birth date" -> {
        return tables.birthDate(OneRosterTables.id(row));
      }
      case "site" -> {
        String org = cell(row, "primaryOrgSourcedId");
        return tables.site(org.isEmpty() ? cell(row, "orgSourcedIds") : org);
      }
      case "manager" -> {
        String agent = OneRosterTables.first(cell(row, "agentSourcedIds"));
        return agent.isEmpty() ? "" : tables.username(agent);
      }
      case "role" -> {
        String role = cell(row, "role");
        return ourRole(role.isEmpty() ? tables.role(OneRosterTables.id(row)) : role);
      }
      case "status" -> {
        boolean isShut = cell(row, "enabledUser").equalsIgnoreCase("false");
        return isDeleted(row) ? "removed" : isShut ? "suspended" : "";
      }
      default -> throw new IllegalArgumentException(header);
    }
  }

  static String ourRole(String role) {
    return role.isEmpty() ? "" : ROLES.getOrDefault(role, "observer");
  }

  private String ofClass(String header, Map<String, String> row) {
    String code = tables.classCode(OneRosterTables.id(row));
    String[] term = tables.term(cell(row, "termSourcedIds"));
    switch (header) {
      case "code" -> {
        return code;
      }
      case "catalog code" -> {
        String catalog = tables.courseCode(cell(row, "courseSourcedId"));
        return catalog.equals(code) ? "" : catalog;
      }
      case "site" -> {
        return tables.site(cell(row, "schoolSourcedId"));
      }
      case "starts" -> {
        return term[1];
      }
      case "ends" -> {
        return term[2];
      }
      case "term" -> {
        boolean isTitleOfDays = term[0].startsWith(term[1]);
        return isTitleOfDays ? "" : term[0];
      }
      case "status" -> {
        return isDeleted(row) ? "removed" : "";
      }
      default -> throw new IllegalArgumentException(header);
    }
  }

  private String ofEnrollment(String header, Map<String, String> row) {
    switch (header) {
      case "user" -> {
        return tables.username(cell(row, "userSourcedId"));
      }
      case "course" -> {
        return tables.classCode(cell(row, "classSourcedId"));
      }
      case "role" -> {
        String role = ourRole(cell(row, "role"));
        // In a class an aide is a teacher, for want of a role: what the user is tells them apart.
        boolean isAide =
            role.equals("instructor") && tables.role(cell(row, "userSourcedId")).equals("aide");
        return isAide ? "assistant" : role;
      }
      case "status" -> {
        return isDeleted(row) ? "ended" : "";
      }
      default -> throw new IllegalArgumentException(header);
    }
  }
}
