package neatroster.core.compare;

import java.util.HashMap;
import java.util.Map;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Held;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.RowCursor;
import neatroster.core.roster.SheetColumns;
import neatroster.core.roster.SheetLinks;
import neatroster.core.text.PairIndex;

/**
 * The rows of a sheet of enrollments that ask for what the platform has just so. Of a large roster
 * these are nearly all, so they are told by the numbers of their texts alone; a row of which
 * anything else is to be said is none of them.
 */
final class UnchangedEnrollments {
  private static final int NONE = -1;

  private final Scope scope;
  private final Held held;
  private final References references;
  private final SheetReading reading;
  private final SheetColumns columns;
  private final RowCursor cursor;
  private final SheetLinks links;

  /** By person the number of who is enrolled, plus two; 0 where it was not asked. */
  private final int[] whoOfPerson;

  private final PairIndex placeOfTexts = new PairIndex();
  private final Map<Integer, String> roles = new HashMap<>();

  /** For the text of a role and what is known of an enrollment whether they are one: 1 or 0. */
  private final PairIndex sameRole = new PairIndex();

  private final boolean mayTell;

  /**
   * The rows of a sheet.
   *
   * @param whoOfPerson as many noughts as there are people; shared by the sheets
   */
  UnchangedEnrollments(Scope scope, References references, SheetReading sheet, int[] whoOfPerson) {
    this.scope = scope;
    this.held = scope.held;
    this.references = references;
    this.reading = sheet;
    this.columns = scope.resolved.rows().columns(sheet);
    this.cursor = new RowCursor(columns);
    this.links = scope.resolved.links(sheet);
    this.whoOfPerson = whoOfPerson;
    this.mayTell = mayTell(scope);
  }

  /** Whether rows say no more than stands in them, and nothing else takes their effect away. */
  private static boolean mayTell(Scope scope) {
    ResolvedRoster resolved = scope.resolved;
    return scope.held.enrollments() > 0
        && scope.settings.defaults().all().stream()
            .allMatch(some -> some.getOrDefault(Table.ENROLLMENTS, Map.of()).isEmpty())
        && resolved.rows().sheets().stream().noneMatch(resolved.rows()::isArranged);
  }

  /**
   * The enrollment of the platform that a row asks for as it is there, or -1. Then {@link #person},
   * {@link #course} and {@link #group} tell what the row refers to.
   */
  int seat(int position, int line) {
    if (!mayTell
        || !columns.isPlain(position)
        || columns.text(position, Field.MEMBERS_OF) != 0
        || columns.text(position, Field.STATUS) != 0
        || columns.text(position, Field.STARTS) != 0
        || columns.text(position, Field.ENDS) != 0
        || scope.deliverable.isFaulty(line)
        || !links.findAll(position)
        || !scope.deliverable.hasCourse(links.course())
        || (links.hasGroup() && !scope.deliverable.hasGroup(links.group()))) {
      return NONE;
    }
    int seat = held.enrollment(who(links.person()), place(position));
    return seat >= 0 && hasSameRole(position, seat) ? seat : NONE;
  }

  int person() {
    return links.person();
  }

  int course() {
    return links.course();
  }

  /** The group, or -1 where the row names none. */
  int group() {
    return links.hasGroup() ? links.group() : NONE;
  }

  private int who(int person) {
    if (whoOfPerson[person] == 0) {
      int who = references.has(person) ? held.who(references.heldAs(person)) : NONE;
      whoOfPerson[person] = who + 2;
    }
    return whoOfPerson[person] - 2;
  }

  private int place(int position) {
    int group = columns.text(position, Field.GROUP);
    int place = placeOfTexts.find(links.course(), group);
    if (place == PairIndex.NEW) {
      String code = scope.resolved.courses().code(links.course());
      String name = group == 0 ? "" : cursor.at(position).text(Field.GROUP);
      place = held.place(code, name) + 1;
      placeOfTexts.putIfNew(links.course(), group, place);
    }
    return place - 1;
  }

  private boolean hasSameRole(int position, int seat) {
    int role = columns.text(position, Field.ROLE);
    if (role == 0) {
      return true;
    }
    int detail = held.detailNumberOf(seat);
    int same = sameRole.find(role, detail);
    if (same == PairIndex.NEW) {
      String asked = roles.computeIfAbsent(role, text -> role(cursor.at(position)));
      String there = held.roleOf(seat);
      same = asked.equals(there.isEmpty() ? scope.settings.defaultRole() : there) ? 1 : 0;
      sameRole.putIfNew(role, detail, same);
    }
    return same == 1;
  }

  private String role(RosterRow row) {
    return reading.has(Field.ROLE) ? row.text(Field.ROLE) : "";
  }
}
