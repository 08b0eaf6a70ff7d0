package neatroster.core.roster;

import java.util.List;
import java.util.Optional;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;

/** What a row of enrollments calls somebody by. */
public final class PersonReference {
  private static final List<Field> MARKS = List.of(Field.USERNAME, Field.EMAIL, Field.ID);

  private PersonReference() {}

  /**
   * The username, else the email address or the id; empty for whom neither the lists nor the
   * platform give any.
   */
  public static String of(ResolvedRoster resolved, int person) {
    String username = resolved.people().username(person);
    if (!username.isEmpty()) {
      return username;
    }
    List<Integer> lines = resolved.people().lines(person);
    if (!lines.isEmpty()) {
      PersonRecord record = PersonRecord.of(resolved.rows(), lines);
      Optional<String> mark =
          MARKS.stream().map(record::text).filter(text -> !text.isEmpty()).findFirst();
      if (mark.isPresent()) {
        return mark.get();
      }
    }
    return resolved.people().knownAs(person).map(KnownUser::reference).orElse("");
  }
}
