package neatroster.core.intake;

import java.util.Optional;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.settings.SheetPlan;

/**
 * What a sheet is understood by besides its cells.
 *
 * @param note what it says of the sheet that it is a copy of
 * @param plan what the settings say of this sheet alone
 * @param isTableSaid whether the user or the settings say which table it is
 * @param otherTable the table that it could be as well, where nothing proves which
 * @param isProven whether other sheets show which table it is
 */
record Understanding(
    Settings settings,
    Optional<SourceNote> note,
    Optional<SheetPlan> plan,
    boolean isTableSaid,
    Optional<Table> otherTable,
    boolean isProven) {
  Understanding(
      Settings settings, Optional<SourceNote> note, Optional<SheetPlan> plan, boolean said) {
    this(settings, note, plan, said, Optional.empty(), false);
  }
}
