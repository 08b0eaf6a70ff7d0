package neatroster.core.layout;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.WholeRecords;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.text.PackedCells;
import neatroster.core.text.Quoted;

/** Makes the rows of a layout's files from the changes of a batch. */
public final class LayoutRows {
  /** Takes the rows. */
  public interface Receiver {
    /**
     * Takes the rows of one thing, which stand in one file.
     *
     * @param naming the values of the file's name: its course and site, as far as it names them
     */
    void rows(LayoutFile file, Map<String, String> naming, List<List<String>> rows);

    /** Takes what does not fit. */
    void unfitValue(UnfitValue unfitValue);
  }

  private final Layout layout;
  private final List<OwnField> ownFields;
  private final Receiver receiver;
  private final LayoutValues values;
  private final OtherValues others;
  private final LayoutLosses losses;
  private final Map<LayoutFile, CellFit> fits = new HashMap<>();
  private final Map<LayoutFile, Map<String, Waiting>> waiting = new HashMap<>();
  private final Map<LayoutFile, Integer> counters = new HashMap<>();

  /** A user's row until all enrollments are there. */
  private static final class Waiting {
    final byte[] cells;
    final Map<String, String> naming;
    final PlannedChange change;
    final String role;
    byte[] enrollments = {};

    /** The roles in those enrollments, in the platform's words. */
    final Set<String> roles = new LinkedHashSet<>();

    Waiting(byte[] cells, Map<String, String> naming, String role, PlannedChange change) {
      this.cells = cells;
      this.naming = naming;
      this.role = role;
      this.change = change;
    }
  }

  /**
   * The rows of a layout.
   *
   * @param ownFields the school's own fields
   * @param whole what users and courses are as a whole
   */
  public LayoutRows(
      Layout layout, List<OwnField> ownFields, WholeRecords whole, Receiver receiver) {
    this.layout = layout;
    this.ownFields = ownFields;
    this.receiver = receiver;
    values = new LayoutValues(ownFields, whole, layout.words(), namedBy(layout));
    Map<RowKind, Set<String>> names = new EnumMap<>(RowKind.class);
    for (RowKind kind : RowKind.values()) {
      names.put(kind, kind.names(ownFields));
    }
    others = new OtherValues(values, layout, names);
    losses = new LayoutLosses(layout);
    for (LayoutFile file : layout.files()) {
      fits.put(file, new CellFit(file));
      if (file.hasEnrollments()) {
        waiting.put(file, new LinkedHashMap<>());
      }
    }
  }

  /** The values that anything in a layout names, and those that tell what is meant. */
  private static Set<String> namedBy(Layout layout) {
    Set<String> names = new HashSet<>();
    for (Field field : List.of(Field.USERNAME, Field.CODE, Field.COURSE)) {
      names.add(field.label());
    }
    for (LayoutFile file : layout.files()) {
      file.columns().forEach(column -> names.addAll(column.value().names()));
      names.addAll(file.name().names());
    }
    return names;
  }

  /** Takes a change of the batch. */
  public void add(PlannedChange change) {
    RowKind kind = RowKind.of(change);
    Map<String, String> row = values.of(kind, change);
    others.add(kind, change, row);
    if (kind == RowKind.ENROLLMENT || kind == RowKind.GROUP) {
      others.putUnder(row, change);
    }
    losses.add(kind, change, ownFields);
    for (LayoutFile file : layout.files()) {
      if (file.takes(change)) {
        if (file.hasEnrollments()) {
          await(file, row, change);
        } else {
          emit(file, row, change);
        }
      } else if (file.takesAlong(change)) {
        along(file, row, change);
      }
    }
  }

  private void emit(LayoutFile file, Map<String, String> row, PlannedChange change) {
    row.put(RowKind.COUNTER, String.valueOf(counters.merge(file, 1, Integer::sum)));
    List<String> cells = new ArrayList<>();
    for (LayoutColumn column : file.columns()) {
      cells.add(cell(file, column, column.header(), row, change));
    }
    receiver.rows(file, naming(file, row), List.of(cells));
  }

  private String cell(
      LayoutFile file,
      LayoutColumn column,
      String header,
      Map<String, String> row,
      PlannedChange change) {
    String value = column.value().fillPlainly(row);
    if (!column.isJoined()) {
      verify(file, column, header, value, change);
    } else if (!column.joint().isBlank() && value.contains(column.joint().strip())) {
      // Whoever takes the cell apart would find other courses in it.
      receiver.unfitValue(
          new UnfitValue(
              place(change),
              header
                  + " of "
                  + change.key()
                  + " has the sign "
                  + Quoted.value(column.joint().strip())
                  + ", which is to stand between several.",
              value));
    }
    return value;
  }

  private void verify(
      LayoutFile file, LayoutColumn column, String header, String value, PlannedChange change) {
    Optional<String> trouble = fits.get(file).trouble(column, value);
    trouble.ifPresent(
        why -> {
          boolean isSecret = column.value().names().contains(Field.PASSWORD.label());
          String what = header.isEmpty() ? "A cell of " + file.name() : header;
          receiver.unfitValue(
              new UnfitValue(
                  place(change),
                  what + " of " + change.key() + " " + why + ".",
                  isSecret ? null : value));
        });
  }

  private Place place(PlannedChange change) {
    return change.place() == null
        ? new Place(new SheetName(layout.place(), null), 0)
        : change.place();
  }

  private static Map<String, String> naming(LayoutFile file, Map<String, String> row) {
    Map<String, String> naming = new HashMap<>();
    for (String name : file.name().names()) {
      if (!name.equals(RowKind.COUNTER)) {
        boolean isCourse = name.equals(Field.COURSE.label());
        String value = row.getOrDefault(name, "");
        naming.put(
            name, value.isEmpty() && isCourse ? row.getOrDefault(Field.CODE.label(), "") : value);
      }
    }
    return naming;
  }

  private Waiting await(LayoutFile file, Map<String, String> row, PlannedChange change) {
    List<String> cells = new ArrayList<>();
    for (LayoutColumn column : file.columns()) {
      if (!column.isForEachEnrollment()) {
        boolean isLater =
            column.isRoleOfAll() && row.getOrDefault(Field.ROLE.label(), "").isEmpty();
        cells.add(
            isLater
                ? column.value().fillPlainly(row)
                : cell(file, column, column.header(), row, change));
      }
    }
    Waiting user =
        new Waiting(
            PackedCells.of(cells),
            naming(file, row),
            row.getOrDefault(Field.ROLE.label(), ""),
            // Held for what is judged only when all enrollments are there.
            file.columns().stream().anyMatch(column -> column.isJoined() || column.isRoleOfAll())
                ? change
                : null);
    String name = row.getOrDefault(Field.USERNAME.label(), "");
    Waiting earlier =
        waiting.get(file).put(name.isEmpty() ? change.key() : name.toLowerCase(Locale.ROOT), user);
    if (earlier != null) {
      hand(file, earlier);
    }
    return user;
  }

  private void along(LayoutFile file, Map<String, String> row, PlannedChange change) {
    String name = change.value(Field.USER);
    Waiting user = waiting.get(file).get(name.toLowerCase(Locale.ROOT));
    if (user == null) {
      user = await(file, others.user(name), change);
    }
    List<String> cells = new ArrayList<>();
    for (LayoutColumn column : file.columns()) {
      if (column.isForEachEnrollment()) {
        cells.add(cell(file, column, column.header().replace("{i}", ""), row, change));
      }
    }
    String role = row.getOrDefault(Field.ROLE.label(), "");
    if (!role.isEmpty()) {
      user.roles.add(role);
      losses.addRole(file, user.role, role);
    }
    user.enrollments = PackedCells.joined(user.enrollments, PackedCells.of(cells));
  }

  /** Hands on the rows that have waited. */
  public void finish() {
    for (LayoutFile file : layout.files()) {
      if (waiting.containsKey(file)) {
        waiting.get(file).values().forEach(user -> hand(file, user));
        waiting.get(file).clear();
      }
    }
  }

  private void hand(LayoutFile file, Waiting user) {
    List<String> own = new ArrayList<>(PackedCells.cells(user.cells));
    fillRole(file, own, user);
    List<String> enrollments = PackedCells.cells(user.enrollments);
    int width = (int) file.columns().stream().filter(LayoutColumn::isForEachEnrollment).count();
    int count = enrollments.size() / width;
    int places = Math.max(1, file.places());
    int rowsNeeded = file.places() == 0 ? 1 : Math.max(1, (count + places - 1) / places);
    List<List<String>> rows = new ArrayList<>();
    for (int i = 0; i < rowsNeeded; i++) {
      rows.add(row(file, own, enrollments, i * places, width));
    }
    verifyJoined(file, rows.get(0), user.change);
    receiver.rows(file, user.naming, rows);
  }

  /** Whoever has no role of their own is what they are in all their courses. */
  private void fillRole(LayoutFile file, List<String> own, Waiting user) {
    int at = 0;
    for (LayoutColumn column : file.columns()) {
      if (column.isForEachEnrollment()) {
        continue;
      }
      if (column.isRoleOfAll() && own.get(at).isEmpty()) {
        String roles = String.join(", ", user.roles);
        own.set(at, column.value().fillPlainly(Map.of(Field.ROLE.label(), roles)));
        if (user.roles.size() < 2) {
          verify(file, column, column.header(), own.get(at), user.change);
        } else {
          receiver.unfitValue(
              new UnfitValue(
                  place(user.change),
                  column.header()
                      + " of "
                      + user.change.key()
                      + " has room for one role, and they have another in another course. Give the"
                      + " column “each: enrollment”, or the person a role of their own.",
                  roles));
        }
      }
      at++;
    }
  }

  /** What all enrollments are together in one cell is known only now. */
  private void verifyJoined(LayoutFile file, List<String> row, PlannedChange change) {
    int at = 0;
    for (LayoutColumn column : file.columns()) {
      if (column.isJoined()) {
        verify(file, column, column.header(), row.get(at), change);
      }
      at += column.comesAgain() ? column.most() : 1;
    }
  }

  private static List<String> row(
      LayoutFile file, List<String> own, List<String> enrollments, int first, int width) {
    List<String> cells = new ArrayList<>();
    int ownIndex = 0;
    int eachIndex = 0;
    for (int i = 0; i < file.columns().size(); i++) {
      LayoutColumn column = file.columns().get(i);
      if (!column.isForEachEnrollment()) {
        cells.add(own.get(ownIndex++));
        continue;
      }
      if (column.isJoined()) {
        cells.add(joined(column, enrollments, eachIndex++, width));
        continue;
      }
      int together = file.repeatedFrom(i).size();
      for (int place = first; place < first + file.places(); place++) {
        for (int each = 0; each < together; each++) {
          int at = place * width + eachIndex + each;
          cells.add(at < enrollments.size() ? enrollments.get(at) : "");
        }
      }
      eachIndex += together;
      i += together - 1;
    }
    return cells;
  }

  private static String joined(
      LayoutColumn column, List<String> enrollments, int index, int width) {
    Set<String> all = new LinkedHashSet<>();
    for (int at = index; at < enrollments.size(); at += width) {
      if (!enrollments.get(at).isEmpty()) {
        all.add(enrollments.get(at));
      }
    }
    return String.join(column.joint(), all);
  }

  /** What no file has a place for, and how often. */
  public Map<String, Integer> notCarried() {
    return losses.losses();
  }
}
