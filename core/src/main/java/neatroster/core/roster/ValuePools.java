package neatroster.core.roster;

import java.util.List;
import java.util.Optional;
import neatroster.core.model.Field;
import neatroster.core.text.TextPool;

/**
 * The distinct values of a roster. Fields whose values are the same things share a pool: who is
 * enrolled is named as the users are.
 */
final class ValuePools {
  private final TextPool people = new TextPool();
  private final TextPool courses = new TextPool();
  private final TextPool groups = new TextPool();
  private final TextPool others = new TextPool();

  /** Closes all pools: every sheet was read. What people are referred to by can still be found. */
  void close() {
    people.trim();
    for (TextPool pool : List.of(courses, groups, others)) {
      pool.close();
    }
  }

  /** The pool of a field's values; of a column that is no field where it is empty. */
  TextPool of(Optional<Field> field) {
    if (field.isEmpty()) {
      return others;
    }
    return switch (field.get()) {
      case ID, USERNAME, EMAIL, USER, MANAGER, FORMER_USERNAME -> people;
      case CODE, COURSE, CATALOG_CODE, COPY_OF -> courses;
      case NAME, GROUP, MEMBERS_OF -> groups;
      default -> others;
    };
  }
}
