package neatroster.core.layout;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.change.PlannedChange;
import neatroster.core.check.Finding;
import neatroster.core.check.rules.values.DoesNotFit;
import neatroster.core.compare.WholeRecords;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.model.OwnField;

/** Finds out before anything is written what of a batch a layout cannot hold. */
public final class LayoutJudge {

  private final LayoutRows rows;
  private final Set<UnfitValue> unfitValues = new LinkedHashSet<>();

  /**
   * A judge of a layout.
   *
   * @param ownFields the school's own fields
   * @param whole what users and courses are as a whole
   */
  public LayoutJudge(Layout layout, List<OwnField> ownFields, WholeRecords whole) {
    rows =
        new LayoutRows(
            layout,
            ownFields,
            whole,
            new LayoutRows.Receiver() {
              @Override
              public void rows(
                  LayoutFile file, Map<String, String> naming, List<List<String>> together) {
                if (file.mostRows() > 0 && together.size() > file.mostRows()) {
                  unfitValue(
                      new UnfitValue(
                          new Place(new SheetName(layout.place(), null), 0),
                          together.get(0).get(0)
                              + " takes "
                              + together.size()
                              + " rows of "
                              + file.name()
                              + ", and a file has "
                              + file.mostRows()
                              + " at the most.",
                          null));
                }
              }

              @Override
              public void unfitValue(UnfitValue unfitValue) {
                unfitValues.add(unfitValue);
              }
            });
  }

  /** Takes a change of the batch. */
  public void add(PlannedChange change) {
    rows.add(change);
  }

  /** What does not fit, when all changes were there. */
  public List<Finding> findings() {
    rows.finish();
    List<Finding> findings = new ArrayList<>();
    unfitValues.forEach(one -> findings.add(DoesNotFit.of(one.place(), one.why(), one.value())));
    return findings;
  }
}
