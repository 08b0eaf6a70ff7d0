package neatroster.core.layout;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;

/** What a row of a layout's file stands for. */
public enum RowKind {
  USER,
  COURSE,
  GROUP,
  ENROLLMENT,
  SITE;

  /** What is done, in a pattern. */
  static final String CHANGE = "change";

  /** The number of the row, in a pattern. */
  static final String COUNTER = "n";

  /**
   * Whether every such row is of one course, or of one site.
   *
   * @param what {@code course} or {@code site}
   */
  public boolean isOfOne(String what) {
    return switch (this) {
      case USER, SITE -> what.equals("site");
      case COURSE, ENROLLMENT -> true;
      case GROUP -> what.equals("course");
    };
  }

  /** The name in layouts. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** What a change is about. */
  public static RowKind of(PlannedChange change) {
    return switch (change.table()) {
      case COURSES -> COURSE;
      case USERS -> change.phase() == Phase.SITES ? SITE : USER;
      case GROUPS -> GROUP;
      case ENROLLMENTS -> ENROLLMENT;
    };
  }

  /** The fields that a row has itself. */
  List<Field> fields() {
    return switch (this) {
      case SITE -> Phase.SITES.fields();
      case USER -> Phase.USERS.fields();
      case COURSE -> Phase.COURSES.fields();
      case GROUP -> Phase.GROUPS.fields();
      case ENROLLMENT -> {
        List<Field> fields = new ArrayList<>(Phase.ENROLLMENTS.fields());
        fields.add(Field.STATUS);
        yield fields;
      }
    };
  }

  /** The table that such a row is of. */
  public Table table() {
    return switch (this) {
      case SITE, USER -> Table.USERS;
      case COURSE -> Table.COURSES;
      case GROUP -> Table.GROUPS;
      case ENROLLMENT -> Table.ENROLLMENTS;
    };
  }

  /** Whether a field of the school's own is one of such a row. */
  boolean has(OwnField field) {
    return this != SITE && field.table() == table();
  }

  /**
   * What the values of a row's cells go by: its own fields, those of the user and the course that
   * an enrollment or a group names, the short words for the parts of a name, {@code change}, and
   * the counter <code>{n}</code>.
   */
  public Set<String> names(List<OwnField> ownFields) {
    Set<String> names = new LinkedHashSet<>();
    for (RowKind kind : withOthers()) {
      for (Field field : kind.fields()) {
        names.add(field.label());
        names.addAll(PathLevels.names(field));
      }
      if (kind == USER) {
        names.addAll(List.of("given", "middle", "family"));
      }
      ownFields.stream().filter(kind::has).forEach(field -> names.add(field.key()));
    }
    names.add(CHANGE);
    names.add(COUNTER);
    return names;
  }

  /** This kind and those whose fields its rows may name too, its own first. */
  List<RowKind> withOthers() {
    return switch (this) {
      case ENROLLMENT -> List.of(ENROLLMENT, USER, COURSE);
      case GROUP -> List.of(GROUP, COURSE);
      default -> List.of(this);
    };
  }
}
