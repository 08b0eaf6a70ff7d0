package neatroster.work.arrange;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import neatroster.core.arrange.ArrangedPerson;
import neatroster.core.arrange.NextGrade;
import neatroster.core.model.Field;
import neatroster.work.folder.AddedSheet;
import neatroster.work.folder.CommandContext;

/** Moves people up a grade. */
public final class GradesUp {
  private final CommandContext context;
  private final PeopleFilter filter;
  private final Integer last;

  public GradesUp(CommandContext context, List<String> where, Integer last) {
    this.context = context;
    this.filter = new PeopleFilter(context.settings(), where);
    this.last = last;
  }

  public Arrangement arrange() {
    AddedSheet sheet =
        AddedSheet.arranged(
            context.folder().orElseThrow(),
            "grades",
            List.of(Field.ID, Field.USERNAME, Field.EMAIL, Field.FULL_NAME, Field.GRADE));
    try (ArrangedRoster roster = new ArrangedRoster(context, List.of(sheet))) {
      List<ArrangedPerson> people = new ArrayList<>(filter.of(roster.people().everybody()));
      people.sort(
          Comparator.comparing(ArrangedPerson::name).thenComparing(ArrangedPerson::reference));
      Map<String, List<String>> moved =
          new TreeMap<>(Comparator.comparing(NextGrade::number).thenComparing(text -> text));
      List<String> leaving = new ArrayList<>();
      List<String> unclear = new ArrayList<>();
      for (ArrangedPerson person : people) {
        String grade = person.fields().apply(Field.GRADE.label());
        if (grade.isEmpty()) {
          continue;
        }
        Optional<String> next = NextGrade.of(grade);
        if (last != null && NextGrade.number(grade) >= last) {
          leaving.add(person.shown());
        } else if (next.isEmpty()) {
          unclear.add(person.shown() + " (" + grade + ")");
        } else {
          moved
              .computeIfAbsent(grade + " → " + next.get(), g -> new ArrayList<>())
              .add(person.shown());
          sheet = sheet.with(row(person, next.get()));
        }
      }
      List<String> remarks = roster.remarks();
      if (!leaving.isEmpty()) {
        remarks.add(
            Arrangement.counted(leaving.size())
                + " in the last grade "
                + (leaving.size() == 1 ? "is" : "are")
                + " not moved up: "
                + some(leaving)
                + ". Take them out of the sheets, or type suspended as their status.");
      }
      if (!unclear.isEmpty()) {
        remarks.add("Which grade comes next cannot be told of " + some(unclear) + ".");
      }
      List<Arrangement.Part> parts = new ArrayList<>();
      moved.forEach((grades, names) -> parts.add(new Arrangement.Part(grades, names, 0)));
      return new Arrangement("Up a grade", parts, remarks, List.of(sheet));
    }
  }

  private static Map<String, String> row(ArrangedPerson person, String grade) {
    Map<String, String> row = new LinkedHashMap<>();
    for (Field field : List.of(Field.ID, Field.USERNAME, Field.EMAIL)) {
      row.put(field.label(), person.fields().apply(field.label()));
    }
    row.put(Field.FULL_NAME.label(), person.shown());
    row.put(Field.GRADE.label(), grade);
    return row;
  }

  private static String some(List<String> names) {
    return String.join(", ", names.stream().limit(5).toList())
        + (names.size() > 5 ? " and " + (names.size() - 5) + " more" : "");
  }
}
