package neatroster.work.arrange;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.arrange.ArrangeException;
import neatroster.core.arrange.ArrangedPerson;
import neatroster.core.arrange.CoursePeople;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.model.RoleWords;
import neatroster.work.Problem;
import neatroster.work.folder.AddedSheet;
import neatroster.work.folder.CommandContext;

/** Moves people from course to course. */
public final class Moving {
  private final CommandContext context;
  private final PeopleFilter filter;
  private final String role;

  /**
   * A move.
   *
   * @param role in which role they are, or null for the usual one
   */
  public Moving(CommandContext context, List<String> where, String role) {
    this.context = context;
    this.filter = new PeopleFilter(context.settings(), where);
    this.role =
        role == null ? CoursePeople.roleOfLearners(context.settings()) : role(context, role);
  }

  private static String role(CommandContext context, String word) {
    RoleWords roles = context.settings().roles();
    return roles
        .role(word)
        .orElseThrow(
            () ->
                Problem.usage(
                    "There is no role “"
                        + word
                        + "”. Roles: "
                        + String.join(", ", roles.roles())
                        + "."));
  }

  /** Whoever has left a course by one row is not let in again by another. */
  private static void verifyNobodyComesBack(
      ArrangedRoster roster, List<ArrangedPerson> moved, int to) throws ArrangeException {
    Map<String, Place> left = roster.people().whoHasLeft(to);
    for (ArrangedPerson person : moved) {
      Place place = left.get(person.reference());
      if (place != null) {
        throw new ArrangeException(
            person.shown()
                + " has left "
                + roster.code(to)
                + " by "
                + place.sheet()
                + ", row "
                + place.row()
                + ", which holds. Delete that row, or the sheet of an earlier move"
                + " (sheets/arranged-…-to-….csv), to take that back.");
      }
    }
  }

  public Arrangement arrange(String fromName, String toName) throws ArrangeException {
    List<Field> fields = List.of(Field.USER, Field.COURSE, Field.ROLE, Field.GROUP, Field.STATUS);
    AddedSheet sheet =
        AddedSheet.arrangedSoFar(
            context.folder().orElseThrow(), fromName + "-to-" + toName, fields);
    try (ArrangedRoster roster = new ArrangedRoster(context, List.of())) {
      int from = roster.course(fromName);
      int to = roster.course(toName);
      if (from == to) {
        throw new ArrangeException(fromName + " and " + toName + " are the same course.");
      }
      List<ArrangedPerson> all = roster.people().of(from, role);
      List<ArrangedPerson> moved = new ArrayList<>(filter.of(all));
      moved.sort(
          Comparator.comparing(ArrangedPerson::name).thenComparing(ArrangedPerson::reference));
      List<String> there =
          roster.people().of(to, "").stream().map(ArrangedPerson::reference).toList();
      verifyNobodyComesBack(roster, moved, to);
      for (ArrangedPerson person : moved) {
        Map<String, String> ended = new LinkedHashMap<>();
        ended.put(Field.USER.label(), person.reference());
        ended.put(Field.COURSE.label(), roster.code(from));
        ended.put(Field.ROLE.label(), role);
        ended.put(Field.STATUS.label(), "ended");
        sheet = sheet.with(ended);
        if (!there.contains(person.reference())) {
          Map<String, String> begun = new LinkedHashMap<>();
          begun.put(Field.USER.label(), person.reference());
          begun.put(Field.COURSE.label(), roster.code(to));
          begun.put(Field.ROLE.label(), role);
          sheet = sheet.with(begun);
        }
      }
      List<String> remarks = roster.remarks();
      long already = moved.stream().filter(person -> there.contains(person.reference())).count();
      if (already > 0) {
        remarks.add(
            already + " of them are in " + roster.code(to) + " already, and leave only the other.");
      }
      if (moved.size() < all.size()) {
        remarks.add(
            Arrangement.counted(all.size() - moved.size())
                + " stay in "
                + roster.code(from)
                + ", for whom --where does not hold.");
      }
      return new Arrangement(
          roster.code(from) + " → " + roster.code(to),
          List.of(
              new Arrangement.Part(
                  roster.code(to),
                  moved.stream().map(ArrangedPerson::shown).toList(),
                  there.size() - (int) already)),
          remarks,
          List.of(sheet));
    }
  }
}
