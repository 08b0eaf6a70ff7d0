package neatroster.core.check.rules.people;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.FieldRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** A picture that is not there. */
public final class MissingPhoto extends FieldRule {
  static final RuleText TEXT = new RuleText("missing-photo", Severity.WARNING);

  private final Optional<Set<String>> photos;

  public MissingPhoto(CheckInput checkInput) {
    super(TEXT, List.of(Field.PHOTO), Table.USERS);
    photos = checkInput.photos();
  }

  @Override
  protected boolean matches(SheetReading sheet, Field field, Cell cell) {
    String photo = sheet.text(field, cell);
    return photos.isPresent()
        && !photos.get().contains(StrayPhoto.key(photo))
        && !photo.matches("(?i)[a-z][a-z0-9+.-]*://.*");
  }

  @Override
  protected void check(CheckedRow row, Field field, Cell cell, Findings findings) {
    String photo = row.text(field);
    Finding.Builder finding =
        row.finding(this, field, "There is no picture " + Quoted.value(photo) + ".");
    Nearest.word(StrayPhoto.key(photo), photos.orElseThrow()).ifPresent(finding::suggesting);
    findings.add(finding);
  }
}
