package neatroster.work.arrange;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.arrange.ArrangedPerson;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.text.Nearest;
import neatroster.work.Problem;

/** The people whom {@code --where} means. */
final class PeopleFilter {
  private final Map<String, String> wanted = new LinkedHashMap<>();

  PeopleFilter(Settings settings, List<String> where) {
    for (String condition : where) {
      int equals = condition.indexOf('=');
      if (equals < 1) {
        throw Problem.usage("“" + condition + "” is no FIELD=VALUE. Example: --where grade=6");
      }
      wanted.put(
          field(settings, condition.substring(0, equals).strip()),
          condition.substring(equals + 1).strip());
    }
  }

  /** The name of a field of users, as sheets have it. */
  static String field(Settings settings, String name) {
    List<String> own =
        settings.reading().ownFields().stream()
            .filter(field -> field.table() == Table.USERS)
            .map(OwnField::name)
            .toList();
    Optional<String> ours = own.stream().filter(name::equalsIgnoreCase).findFirst();
    return ours.or(() -> Field.named(name).filter(Table.USERS.fields()::contains).map(Field::label))
        .orElseThrow(
            () -> {
              List<String> names = new ArrayList<>(own);
              Table.USERS.fields().forEach(field -> names.add(field.label()));
              return Problem.usage(
                  "There is no field “"
                      + name
                      + "” of users."
                      + Nearest.word(name, names)
                          .map(near -> " Is " + near + " meant?")
                          .orElse(" There are: " + String.join(", ", names) + "."));
            });
  }

  /** Those for whom every condition holds. */
  List<ArrangedPerson> of(List<ArrangedPerson> people) {
    return people.stream()
        .filter(
            person ->
                wanted.entrySet().stream()
                    .allMatch(
                        one ->
                            person.fields().apply(one.getKey()).equalsIgnoreCase(one.getValue())))
        .toList();
  }
}
