package neatroster.core.check;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.grid.Place;
import neatroster.core.intake.Column;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;

/**
 * One thing that is wrong.
 *
 * @param rule which rule found it
 * @param severity how much it matters under the folder's settings
 * @param place the sheet and the row; row 0 is the sheet as a whole
 * @param column the column's header as the sheet has it, or null
 * @param columnIndex the column counted from 0, or -1
 * @param field the field, or null
 * @param value the cell's text as it stands, or null; never a password
 * @param message what is wrong and what to do, for the administrator
 * @param suggestion the exact new value, or null where it cannot be told
 * @param related other rows that belong to it
 * @param doubtsRelated whether those rows are as doubtful as this one: of two rows with one
 *     username nobody can tell whose it is
 */
public record Finding(
    Rule rule,
    Severity severity,
    Place place,
    String column,
    int columnIndex,
    Field field,
    String value,
    String message,
    String suggestion,
    List<Place> related,
    boolean doubtsRelated) {

  /** Starts a finding about a sheet as a whole. */
  public static Builder about(SheetReading sheet, Rule rule, String message) {
    return new Builder(rule, new Place(sheet.name(), 0), message);
  }

  /** Starts a finding about a row as a whole. */
  public static Builder about(RosterRow row, Rule rule, String message) {
    return new Builder(rule, row.place(), message);
  }

  /** Starts a finding about the cell of a field. */
  public static Builder about(RosterRow row, Field field, Rule rule, String message) {
    Builder builder = new Builder(rule, row.place(), message);
    row.column(field).ifPresent(column -> builder.in(column));
    builder.field = field;
    builder.value = field == Field.PASSWORD ? null : row.cell(field).toString();
    return builder;
  }

  /** Puts a finding together. */
  public static final class Builder {
    /** Values beyond this are shown in part: a report is no place for megabytes. */
    private static final int LONGEST_VALUE = 2000;

    private static final int LONGEST_SUGGESTION = 500;

    private final Rule rule;
    private final Place place;
    private String message;
    private final List<Place> related = new ArrayList<>();
    private String column;
    private int columnIndex = -1;
    private Field field;
    private String value;
    private String suggestion;
    private boolean doubtsRelated;
    private Severity instead;

    public Builder(Rule rule, Place place, String message) {
      this.rule = rule;
      this.place = place;
      this.message = message;
    }

    public Builder in(Column in) {
      column = in.header();
      columnIndex = in.index();
      field = in.field().orElse(null);
      return this;
    }

    /** Says something else, where that is known only when more rows have gone by. */
    public Builder saying(String other) {
      message = other;
      return this;
    }

    /** The value that the finding is about, where it is not of the row at hand. */
    public Builder showing(String other) {
      value = other;
      return this;
    }

    /** Here the rule's finding is worth knowing and no more, unless the settings say otherwise. */
    public Builder asNote() {
      instead = Severity.NOTE;
      return this;
    }

    /** Here the rule's finding is a warning, unless the settings say otherwise. */
    public Builder asWarning() {
      instead = Severity.WARNING;
      return this;
    }

    /** How much the finding matters where the settings say nothing. */
    Severity severity() {
      return instead == null ? rule.text().severity() : instead;
    }

    public String message() {
      return message;
    }

    public Builder suggesting(String newValue) {
      suggestion = newValue;
      return this;
    }

    public Builder with(Place other) {
      related.add(other);
      return this;
    }

    /** Another row that is as doubtful as this one. */
    public Builder against(Place other) {
      doubtsRelated = true;
      return with(other);
    }

    private static String shortened(String value) {
      return value == null || value.length() <= LONGEST_VALUE
          ? value
          : value.substring(0, LONGEST_VALUE) + "…";
    }

    public int relatedCount() {
      return related.size();
    }

    Rule rule() {
      return rule;
    }

    public Place place() {
      return place;
    }

    public String value() {
      return value;
    }

    public Finding build(Severity severity) {
      return new Finding(
          rule,
          severity,
          place,
          column,
          columnIndex,
          field,
          shortened(value),
          message,
          suggestion == null || suggestion.length() > LONGEST_SUGGESTION ? null : suggestion,
          List.copyOf(related),
          doubtsRelated);
    }
  }
}
