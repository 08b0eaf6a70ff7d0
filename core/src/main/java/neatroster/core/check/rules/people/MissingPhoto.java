package neatroster.core.check.rules.people;

import java.util.Optional;
import java.util.Set;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** A picture that is not there. */
public final class MissingPhoto extends TableRule {
  static final RuleText TEXT = new RuleText("missing-photo", Severity.WARNING);

  private final Optional<Set<String>> photos;

  public MissingPhoto(CheckInput checkInput) {
    super(TEXT, Table.USERS);
    photos = checkInput.photos();
  }

  @Override
  public void select(RowFilter on) {
    if (photos.isPresent()) {
      on.text(Field.PHOTO, cell -> !photos.get().contains(StrayPhoto.key(cell.cleaned())));
    }
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.PHOTO);
    if (cell.isEmpty() || photos.isEmpty() || cell.isBlank()) {
      return;
    }
    String photo = row.text(Field.PHOTO);
    if (photo.matches("(?i)[a-z][a-z0-9+.-]*://.*")
        || photos.get().contains(StrayPhoto.key(photo))) {
      return;
    }
    Finding.Builder finding =
        row.finding(this, Field.PHOTO, "There is no picture " + Quoted.value(photo) + ".");
    Nearest.word(StrayPhoto.key(photo), photos.get()).ifPresent(finding::suggesting);
    findings.add(finding);
  }
}
