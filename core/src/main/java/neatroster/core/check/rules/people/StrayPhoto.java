package neatroster.core.check.rules.people;

import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import neatroster.core.check.CheckInput;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A picture that nobody has. */
public final class StrayPhoto implements RosterRule {
  static final RuleText TEXT = new RuleText("stray-photo", Severity.NOTE);

  private static final int NAMED = 5;

  private final Optional<Set<String>> photos;

  public StrayPhoto(CheckInput checkInput) {
    photos = checkInput.photos();
  }

  /** A picture's name without its folder, in lower case. */
  static String key(String photo) {
    return photo.substring(photo.replace('\\', '/').lastIndexOf('/') + 1).toLowerCase(Locale.ROOT);
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    if (photos.isEmpty()) {
      return;
    }
    Set<String> stray = new TreeSet<>(photos.get());
    SheetReading last = null;
    for (SheetReading sheet : view.resolved().rows().sheets()) {
      if (sheet.table() == Table.USERS && sheet.has(Field.PHOTO)) {
        last = takeAway(new SheetView(view.resolved(), sheet, view.counts()), stray) ? sheet : last;
      }
    }
    if (last != null && !stray.isEmpty()) {
      String names = stray.stream().limit(NAMED).collect(Collectors.joining(", "));
      findings.add(
          Finding.about(
              last,
              this,
              (stray.size() == 1 ? "1 picture is" : stray.size() + " pictures are")
                  + " named by no row: "
                  + names
                  + (stray.size() > NAMED ? ", …" : "")
                  + "."));
    }
  }

  /** Whether any row of the sheet names a picture. */
  private static boolean takeAway(SheetView sheet, Set<String> stray) {
    boolean any = false;
    for (int position = 0; position < sheet.rows(); position++) {
      if (sheet.text(position, Field.PHOTO) != 0 && !sheet.isMisaligned(position)) {
        String photo = sheet.row(position).text(Field.PHOTO);
        any |= !photo.isEmpty();
        stray.remove(key(photo));
      }
    }
    return any;
  }
}
