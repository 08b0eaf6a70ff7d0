package neatroster.core.check.rules.courses;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import neatroster.core.check.RosterView;
import neatroster.core.check.SheetView;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.NameOrder;

/** The words that people of a roster are called by, gathered when somebody asks. */
final class NamesOfPeople {
  /** More names than these are not gathered. */
  private static final int MOST = 200_000;

  private static final String BETWEEN_WORDS = "[^\\p{L}]+";

  private final RosterView view;
  private Set<String> names;

  NamesOfPeople(RosterView view) {
    this.view = view;
  }

  /** Whether two texts differ in words that people are called by: Marlin Watch, Martin Watch. */
  boolean keepApart(String one, String other) {
    String[] a = one.split(BETWEEN_WORDS, -1);
    String[] b = other.split(BETWEEN_WORDS, -1);
    if (a.length != b.length) {
      return false;
    }
    boolean differ = false;
    for (int i = 0; i < a.length; i++) {
      if (!a[i].equalsIgnoreCase(b[i])) {
        differ = true;
        if (!isOne(a[i]) || !isOne(b[i])) {
          return false;
        }
      }
    }
    return differ;
  }

  private boolean isOne(String word) {
    String small = word.toLowerCase(Locale.ROOT);
    if (NameOrder.isGiven(small)) {
      return true;
    }
    if (names == null) {
      names = new HashSet<>();
      view.resolved().rows().sheets().stream()
          .filter(sheet -> sheet.table() == Table.USERS)
          .forEach(this::gather);
    }
    return names.contains(small);
  }

  private void gather(SheetReading sheet) {
    SheetView users = new SheetView(view.resolved(), sheet, view.counts());
    for (Field field : List.of(Field.GIVEN_NAME, Field.FAMILY_NAME)) {
      int texts = users.has(field) ? users.texts(field) : 0;
      for (int text = 1; text < texts && names.size() < MOST; text++) {
        names.add(users.shown(field, text).cleaned().toLowerCase(Locale.ROOT));
      }
    }
  }
}
