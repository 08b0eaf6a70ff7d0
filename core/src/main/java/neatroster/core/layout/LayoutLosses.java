package neatroster.core.layout;

import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;

/** Counts what the files of a layout have no place for. */
final class LayoutLosses {
  /** By any of these a row says whom it is about. */
  private static final Set<Field> WHO = EnumSet.of(Field.USERNAME, Field.EMAIL, Field.ID);

  private final Layout layout;
  private final Map<String, Integer> losses = new TreeMap<>();
  private final Map<Kind, Carried> carried = new HashMap<>();

  /** Changes that the same files take. */
  private record Kind(RowKind row, Change change, boolean isWithoutCourse) {
    static Kind of(RowKind row, PlannedChange change) {
      return new Kind(row, change.change(), change.value(Field.COURSE).isEmpty());
    }
  }

  /** What of a change some file has a place for; nothing where no file takes it. */
  private record Carried(Set<Field> fields, Set<String> own) {}

  LayoutLosses(Layout layout) {
    this.layout = layout;
  }

  /** Counts what is lost of a change. */
  void add(RowKind kind, PlannedChange change, List<OwnField> ownFields) {
    Kind sort = Kind.of(kind, change);
    Carried taken = carried.computeIfAbsent(sort, k -> carried(kind, change));
    if (taken.fields().isEmpty()) {
      boolean isMembership = kind == RowKind.ENROLLMENT && sort.isWithoutCourse();
      losses.merge(
          isMembership
              ? "memberships of groups across courses"
              : kind.word() + "s to " + change.change().word(),
          1,
          Integer::sum);
      return;
    }
    if (change.change() == Change.REMOVE || change.change() == Change.WITHDRAW) {
      // Whom and what it takes away is enough.
      return;
    }
    change
        .values()
        .forEach(
            (field, value) -> {
              if (!value.isEmpty() && !taken.fields().contains(field)) {
                losses.merge(name(field) + " of " + kind.word() + "s", 1, Integer::sum);
              }
              int deepest = PathLevels.deepest(field, taken.own());
              if (deepest > 0 && PathLevels.of(value).size() > deepest) {
                losses.merge(
                    field.label() + " below level " + deepest + " of " + kind.word() + "s",
                    1,
                    Integer::sum);
              }
            });
    for (OwnField field : ownFields) {
      if (!change.own().getOrDefault(field.name(), "").isEmpty()
          && kind.has(field)
          && !taken.own().contains(field.key())) {
        losses.merge(field.name() + " of " + kind.word() + "s", 1, Integer::sum);
      }
    }
  }

  /** Counts the role of an enrollment in whose row the user’s own stands, and is another. */
  void addRole(LayoutFile file, String own, String role) {
    boolean hasOne = file.columns().stream().anyMatch(LayoutColumn::isRoleOfAll);
    boolean hasEach =
        file.columns().stream()
            .filter(LayoutColumn::isForEachEnrollment)
            .anyMatch(column -> column.value().names().contains(Field.ROLE.label()));
    if (hasOne && !hasEach && !own.isEmpty() && !own.equals(role)) {
      losses.merge("role of enrollments", 1, Integer::sum);
    }
  }

  private static String name(Field field) {
    return field == Field.PASSWORD ? "first password" : field.label();
  }

  private Carried carried(RowKind kind, PlannedChange change) {
    Set<Field> fields = EnumSet.noneOf(Field.class);
    Set<String> own = new HashSet<>();
    for (LayoutFile file : layout.files()) {
      boolean takes = file.takes(change);
      boolean along = file.takesAlong(change);
      if (takes || along) {
        for (LayoutColumn column : file.columns()) {
          if (takes || column.isForEachEnrollment() || column.isRoleOfAll()) {
            column.value().names().forEach(name -> add(name, kind, fields, own));
          }
        }
        file.name().names().forEach(name -> add(name, kind, fields, own));
        if (along) {
          fields.add(Field.USER);
        }
      }
    }
    if (kind == RowKind.ENROLLMENT && fields.stream().anyMatch(WHO::contains)) {
      fields.add(Field.USER);
    }
    if (kind == RowKind.USER && fields.stream().anyMatch(WHO::contains)) {
      // Another mark does as well where the platform knows the person.
      fields.addAll(change.change() == Change.REMOVE ? WHO : Set.of());
    }
    if (fields.contains(Field.TITLE) || fields.contains(Field.CODE)) {
      fields.add(Field.COURSE);
    }
    if (fields.contains(Field.NAME)) {
      fields.add(Field.GROUP);
    }
    return new Carried(fields, own);
  }

  private static void add(String name, RowKind kind, Set<Field> fields, Set<String> own) {
    Map<String, Field> brief = new HashMap<>();
    brief.put("given", Field.GIVEN_NAME);
    brief.put("middle", Field.MIDDLE_NAME);
    brief.put("family", Field.FAMILY_NAME);
    Field field = brief.getOrDefault(name, Field.named(name).orElse(null));
    if (field != null) {
      fields.add(field);
      return;
    }
    PathLevels.FIELDS.stream()
        .filter(path -> PathLevels.names(path).contains(name))
        .forEach(fields::add);
    if (kind != RowKind.SITE) {
      own.add(name);
    }
  }

  Map<String, Integer> losses() {
    return losses;
  }
}
