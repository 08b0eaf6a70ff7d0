package neatroster.core.intake;

import java.util.List;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.text.NameOrder;

/** Whether the full names of a list have the family name first, as its rows together show. */
final class FullNameOrder {
  /** So many rows tell in which order names are written. */
  private static final int MOST_ROWS = 300;

  private final Sheet sheet;
  private final int lastAbove;
  private final int fullName;
  private final int username;
  private final int email;
  private Boolean familyFirst;
  private boolean isTold;

  /**
   * The order in a sheet's rows below those above its data.
   *
   * @param username the column of usernames, counted from 0, or -1
   * @param email the column of addresses, or -1
   */
  FullNameOrder(Sheet sheet, int lastAbove, int fullName, int username, int email) {
    this.sheet = sheet;
    this.lastAbove = lastAbove;
    this.fullName = fullName;
    this.username = username;
    this.email = email;
  }

  /** Whether the family name comes first. The first question goes over some of the sheet. */
  boolean isFamilyFirst() {
    if (familyFirst == null) {
      NameOrder order = new NameOrder();
      int[] left = {MOST_ROWS};
      try {
        sheet.read(
            raw -> {
              if (raw.number() > lastAbove && !raw.isBlank()) {
                add(raw, order);
                left[0]--;
              }
              return left[0] > 0;
            });
      } catch (UnreadableSheetException e) {
        // The check comes to the same place and says so; the rows up to there show what they show.
        left[0] = 0;
      }
      isTold = order.isCertain();
      familyFirst = order.isFamilyFirst() && isTold;
    }
    return familyFirst;
  }

  /** Whether the rows themselves tell the order. */
  boolean isTold() {
    isFamilyFirst();
    return isTold;
  }

  /** Says that other lists have the parts of these names, and which of them comes first here. */
  void settle(boolean isFamilyFirst) {
    familyFirst = isFamilyFirst;
  }

  private void add(SheetRow raw, NameOrder order) {
    String full = raw.cell(fullName).cleaned();
    if (NameParts.isPlain(full)) {
      List<String> ends = NameOrder.ends(full);
      String address = text(raw, username);
      address = address.isEmpty() ? text(raw, email) : address;
      order.add(ends.get(0), ends.get(1), address.replaceAll("@.*|\\d+$", ""));
    }
  }

  private static String text(SheetRow raw, int column) {
    return column < 0 ? "" : raw.cell(column).cleaned();
  }
}
