package neatroster.work.add;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.text.Nearest;
import neatroster.work.Problem;

/** The fields of a table that one row can be typed in. */
public final class RowFields {
  private final Table table;
  private final List<OwnField> own;

  public RowFields(Table table, Settings settings) {
    this.table = table;
    this.own =
        settings.reading().ownFields().stream().filter(field -> field.table() == table).toList();
  }

  /**
   * The table that somebody names.
   *
   * @throws Problem where there is none
   */
  public static Table table(String name) {
    return Table.named(name)
        .orElseThrow(
            () ->
                Problem.usage(
                    "There is no table “"
                        + name
                        + "”."
                        + near(name, Stream.of(Table.values()).map(Table::word).toList())
                        + " There are users, courses, groups and enrollments."));
  }

  private static String near(String word, List<String> words) {
    return Nearest.word(word, words).map(near -> " Is " + near + " meant?").orElse("");
  }

  /** What somebody might type. */
  public String example() {
    return switch (table) {
      case USERS -> "\"given name=Ana\" \"family name=Morgan\" email=ana@pier.example";
      case COURSES -> "code=NAV-9 \"title=Night passages\"";
      case GROUPS -> "course=NAV-9 \"name=Port Watch\"";
      case ENROLLMENTS -> "user=amorgan course=NAV-9";
    };
  }

  /**
   * Takes the values of a row.
   *
   * @param typed each {@code FIELD=VALUE}
   * @return the values by the headers of our sheets
   * @throws Problem where one is of no such kind, or there is no such field
   */
  public Map<String, String> values(List<String> typed) {
    Map<String, String> values = new LinkedHashMap<>();
    for (String argument : typed) {
      int equals = argument.indexOf('=');
      if (equals < 1) {
        throw Problem.usage("“" + argument + "” is no FIELD=VALUE. Example: " + example());
      }
      values.put(header(argument.substring(0, equals).strip()), argument.substring(equals + 1));
    }
    return values;
  }

  private String header(String name) {
    Optional<String> ours =
        own.stream().map(OwnField::name).filter(name::equalsIgnoreCase).findFirst();
    if (ours.isPresent()) {
      return ours.get();
    }
    return Field.named(name)
        .filter(table.fields()::contains)
        .map(Field::label)
        .orElseThrow(
            () -> {
              List<String> names = new ArrayList<>();
              table.fields().forEach(field -> names.add(field.label()));
              own.forEach(field -> names.add(field.name()));
              return Problem.usage(
                  "There is no field “"
                      + name
                      + "” of "
                      + table.word()
                      + "."
                      + near(name, names)
                      + " There are: "
                      + String.join(", ", names)
                      + ".");
            });
  }

  /** The columns that every sheet of such rows has. */
  public List<Field> always() {
    return switch (table) {
      case USERS ->
          List.of(Field.ID, Field.USERNAME, Field.GIVEN_NAME, Field.FAMILY_NAME, Field.EMAIL);
      case COURSES -> List.of(Field.CODE, Field.TITLE);
      case GROUPS -> List.of(Field.COURSE, Field.NAME);
      case ENROLLMENTS -> List.of(Field.USER, Field.COURSE, Field.ROLE, Field.GROUP);
    };
  }

  /**
   * What is worth asking for: what every row has, and what the folder's own sheets say.
   *
   * @param used the fields that these say something in
   */
  public List<Field> worthAsking(List<Field> used) {
    List<Field> asked =
        new ArrayList<>(
            table == Table.USERS
                ? List.of(Field.GIVEN_NAME, Field.FAMILY_NAME, Field.EMAIL, Field.ID)
                : always());
    table.fields().stream()
        .filter(field -> used.contains(field) && !asked.contains(field))
        .filter(field -> field != Field.PASSWORD && field != Field.FULL_NAME)
        .forEach(asked::add);
    return asked;
  }
}
