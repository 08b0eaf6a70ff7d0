package neatroster.core.check.rules.values;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.check.TextTests;
import neatroster.core.grid.Place;
import neatroster.core.intake.Column;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.WrittenDates;
import neatroster.core.text.Quoted;

/** Dates that are read otherwise than the rest of their column, or than they are written. */
public final class DateOrders implements ColumnRule {
  static final RuleText TEXT = new RuleText("date-order", Severity.WARNING);

  private static final List<Field> DATES =
      List.of(Field.BIRTH_DATE, Field.STARTS, Field.ENDS, Field.CONSENT);

  /** So many rows are named. */
  private static final int MOST = 1000;

  /** A date as it stands, and where. */
  private record Seen(Place place, Optional<Column> column, String text, String read) {}

  /** What a column shows. */
  private static final class OfColumn {
    private final Map<DateOrder, List<Seen>> orders = new EnumMap<>(DateOrder.class);
    private final List<Seen> shortYears = new ArrayList<>();
    private final List<Seen> serials = new ArrayList<>();
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    for (Field field : DATES) {
      if (sheet.has(field)) {
        OfColumn column = column(sheet, field);
        say(sheet.reading(), field, column, findings);
      }
    }
  }

  private static OfColumn column(SheetView sheet, Field field) {
    OfColumn column = new OfColumn();
    TextTests telling = sheet.tests(field, cell -> isTelling(cell.cleaned()));
    for (int position = 0; position < sheet.rows(); position++) {
      if (telling.passes(sheet.text(position, field)) && !sheet.isMisaligned(position)) {
        RosterRow row = sheet.row(position);
        String text = row.cell(field).cleaned();
        Seen seen = new Seen(row.place(), row.column(field), text, row.text(field));
        WrittenDates.orderOf(text)
            .ifPresent(
                order -> add(column.orders.computeIfAbsent(order, o -> new ArrayList<>()), seen));
        if (WrittenDates.hasShortYear(text)) {
          add(column.shortYears, seen);
        }
        if (WrittenDates.isSerial(text)) {
          add(column.serials, seen);
        }
      }
    }
    return column;
  }

  private static boolean isTelling(String text) {
    return WrittenDates.orderOf(text).isPresent()
        || WrittenDates.hasShortYear(text)
        || WrittenDates.isSerial(text);
  }

  private static void add(List<Seen> list, Seen seen) {
    if (list.size() < MOST) {
      list.add(seen);
    }
  }

  private void say(SheetReading sheet, Field field, OfColumn column, Findings findings) {
    Optional<DateOrder> order = sheet.shownOrder(field);
    Set<DateOrder> both = EnumSet.noneOf(DateOrder.class);
    both.addAll(column.orders.keySet());
    if (order.isPresent() && both.size() > 1) {
      DateOrder other =
          order.get() == DateOrder.DAY_FIRST ? DateOrder.MONTH_FIRST : DateOrder.DAY_FIRST;
      List<Seen> against = column.orders.get(other);
      add(
          findings,
          against,
          Quoted.value(against.get(0).text())
              + " can be read "
              + word(other)
              + " alone, and most other dates of the column are "
              + word(order.get())
              + ". It is read as "
              + against.get(0).read()
              + "; is it meant?",
          false);
    }
    boolean settled =
        sheet.usualDates() != DateOrder.ASK && sheet.plan().flatMap(p -> p.dates()).isEmpty();
    if (order.isPresent() && settled && order.get() != sheet.usualDates()) {
      List<Seen> proof = column.orders.get(order.get());
      add(
          findings,
          proof.subList(0, 1),
          "The dates of this column are read "
              + word(order.get())
              + ", for "
              + Quoted.value(proof.get(0).text())
              + " can be no other day, although roster.yaml says dates: "
              + (order.get() == DateOrder.DAY_FIRST ? "month-first" : "day-first")
              + ".",
          false);
    }
    if (!column.shortYears.isEmpty()) {
      add(
          findings,
          column.shortYears,
          "Years of two digits: " + readAs(column.shortYears.get(0)) + ".",
          true);
    }
    if (!column.serials.isEmpty()) {
      add(
          findings,
          column.serials,
          "Days as spreadsheet programs number them: " + readAs(column.serials.get(0)) + ".",
          true);
    }
  }

  private static String readAs(Seen seen) {
    return Quoted.value(seen.text()) + " is read as " + seen.read();
  }

  private void add(Findings findings, List<Seen> seen, String message, boolean note) {
    Seen first = seen.get(0);
    Finding.Builder finding =
        new Finding.Builder(this, first.place(), message).showing(first.text());
    first.column().ifPresent(finding::in);
    seen.subList(1, seen.size()).forEach(other -> finding.with(other.place()));
    findings.add(note ? finding.asNote() : finding);
  }

  private static String word(DateOrder order) {
    return order == DateOrder.DAY_FIRST ? "day first" : "month first";
  }
}
