package neatroster.core.statement;

import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.state.KnownRecords;

/** Puts what a delivered change says of an account, a course or a group into its record. */
final class DeliveredRecord {
  private DeliveredRecord() {}

  static void apply(PlannedChange change, KnownRecords records, int number, int at) {
    if (change.change() == Change.REMOVE) {
      records.remove(number, at);
      return;
    }
    if (change.change() == Change.CREATE) {
      records.make(number, at);
    } else {
      records.change(number, at);
    }
    change
        .values()
        .forEach(
            (field, text) -> {
              if (field != Field.FORMER_USERNAME && field != Field.PASSWORD) {
                records.deliver(number, field, given(text));
              }
            });
    change
        .own()
        .forEach(
            (name, text) -> {
              if (!text.isEmpty()) {
                records.deliver(number, name, given(text));
              }
            });
  }

  private static String given(String text) {
    return text.equals(Cleared.WORD) ? "" : text;
  }
}
