package neatroster.core.change;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.model.Person;
import neatroster.core.model.Table;

/**
 * One change that is to be made on the platform.
 *
 * @param phase when it is delivered
 * @param change what it does
 * @param values the fields that are not blank, in the shape in which they are delivered
 * @param own the school's own fields by name; blank where they stay as they are
 * @param before what the platform holds in the fields that change, blank where it holds nothing; of
 *     what is taken away everything that is known
 * @param ownBefore the same for the school's own fields
 * @param why the reason, as the end of a sentence
 * @param place the row that asks for it, or null
 */
public record PlannedChange(
    Phase phase,
    Change change,
    Map<Field, String> values,
    Map<String, String> own,
    Map<Field, String> before,
    Map<String, String> ownBefore,
    String why,
    Place place) {
  /** The reason of what is new. */
  public static final String NEW = "the platform does not have it";

  /** The reason of what is changed. */
  public static final String OTHERWISE = "the platform has it otherwise";

  /** A change without what was before. */
  public PlannedChange(
      Phase phase, Change change, Map<Field, String> values, Map<String, String> own) {
    this(phase, change, values, own, Map.of(), Map.of(), "", null);
  }

  /** A change that says nothing of the school's own fields. */
  public PlannedChange(Phase phase, Change change, Map<Field, String> values) {
    this(phase, change, values, Map.of());
  }

  /** The table that it is a row of; sites, which are in none, count with the users. */
  public Table table() {
    return switch (phase) {
      case SITES, USERS -> Table.USERS;
      case COURSES -> Table.COURSES;
      case GROUPS -> Table.GROUPS;
      case ENROLLMENTS, WITHDRAWALS -> Table.ENROLLMENTS;
      case REMOVALS ->
          !value(Field.GROUP).isEmpty()
              ? Table.GROUPS
              : value(Field.COURSE).isEmpty() ? Table.USERS : Table.COURSES;
    };
  }

  /** The value of a field, or an empty text. */
  public String value(Field field) {
    return values.getOrDefault(field, "");
  }

  /** The same change with the school's own fields. */
  public PlannedChange with(Map<String, String> ownFields) {
    return new PlannedChange(phase, change, values, ownFields, before, ownBefore, why, place);
  }

  /** The same change with what the platform holds. */
  public PlannedChange from(Map<Field, String> held) {
    return new PlannedChange(phase, change, values, own, held, ownBefore, why, place);
  }

  /** The same change with what the platform holds of the school's own fields. */
  public PlannedChange fromOwn(Map<String, String> held) {
    return new PlannedChange(phase, change, values, own, before, held, why, place);
  }

  /** The same change with its reason. */
  public PlannedChange because(String reason, Place row) {
    return new PlannedChange(phase, change, values, own, before, ownBefore, reason, row);
  }

  /** What the change is about: the username, the code, or both with the group. */
  public String key() {
    String key = keyOfFields();
    if (!key.isEmpty() || phase != Phase.USERS) {
      return key;
    }
    for (Field field : List.of(Field.EMAIL, Field.ID)) {
      String told = before.getOrDefault(field, value(field));
      if (!told.isEmpty()) {
        return told;
      }
    }
    return (value(Field.GIVEN_NAME) + " " + value(Field.FAMILY_NAME)).strip();
  }

  /** Who somebody is by what the change gives of them. */
  public Person person() {
    String name =
        Stream.of(Field.GIVEN_NAME, Field.MIDDLE_NAME, Field.FAMILY_NAME)
            .map(this::value)
            .filter(part -> !part.isEmpty())
            .collect(Collectors.joining(" "));
    return new Person(value(Field.ID), value(Field.EMAIL), name, "", "");
  }

  private String keyOfFields() {
    return Stream.of(
            Field.SITE,
            Field.CODE,
            Field.USERNAME,
            Field.USER,
            Field.COURSE,
            Field.GROUP,
            Field.NAME)
        .filter(field -> field != Field.SITE || phase == Phase.SITES)
        .filter(
            field ->
                phase.fields().contains(field)
                    && !value(field).isEmpty()
                    && (field != Field.COURSE || phase != Phase.COURSES))
        .map(this::value)
        .collect(Collectors.joining(" "));
  }

  /** Says nothing of the values: a password may be among them. */
  @Override
  public String toString() {
    return phase.word() + ": " + change.word();
  }
}
