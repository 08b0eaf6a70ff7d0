package neatroster.core.check;

import java.util.HashSet;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A picture that nobody has. */
final class StrayPhoto extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "stray-photo",
          Severity.NOTE,
          "A picture in the folder photos is named by no row.",
          "Its person has no picture on the platform, and the file may be of somebody who has left.",
          "Name it in the column photo, or delete the file.",
          """
          (photos) amorgan.jpg, tnovak.jpg
          username | given name | photo      ← nobody has tnovak.jpg
          amorgan  | Ana        | amorgan.jpg
          """);

  private static final int NAMED = 5;

  private final Optional<Set<String>> photos;
  private final Set<String> used = new HashSet<>();
  private SheetReading sheet;

  StrayPhoto(Basis basis) {
    super(TEXT, Table.USERS);
    photos = basis.photos();
  }

  /** A picture's name without its folder, in lower case. */
  static String key(String photo) {
    return photo.substring(photo.replace('\\', '/').lastIndexOf('/') + 1).toLowerCase(Locale.ROOT);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (photos.isPresent() && row.has(Field.PHOTO)) {
      sheet = row.row.reading();
      used.add(key(row.text(Field.PHOTO)));
    }
  }

  @Override
  public void end(Ending ending, Findings findings) {
    if (sheet == null) {
      return;
    }
    Set<String> stray = new TreeSet<>(photos.orElse(Set.of()));
    stray.removeAll(used);
    if (!stray.isEmpty()) {
      String names = stray.stream().limit(NAMED).collect(Collectors.joining(", "));
      findings.add(
          Finding.about(
              sheet,
              this,
              (stray.size() == 1 ? "1 picture is" : stray.size() + " pictures are")
                  + " named by no row: "
                  + names
                  + (stray.size() > NAMED ? ", …" : "")
                  + "."));
    }
  }
}
