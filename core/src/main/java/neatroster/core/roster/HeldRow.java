package neatroster.core.roster;

import java.util.List;
import java.util.Optional;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;

/**
 * What the platform holds of one account, course or group, put together from the rows that say
 * something of it, the newest first: what was delivered says only what it changed, an export says
 * everything that it has a column for.
 */
public final class HeldRow {
  private final List<RosterRow> rows;
  private final Statements statements;

  HeldRow(List<RosterRow> rows, Statements statements) {
    this.rows = rows;
    this.statements = statements;
  }

  /** Whether we delivered anything of it. */
  boolean isDelivered() {
    return rows.stream().anyMatch(this::isDelivered);
  }

  /** The value of a field, or an empty text. */
  public String text(Field field) {
    for (RosterRow row : rows) {
      String text = row.text(field);
      boolean says =
          isDelivered(row) ? !text.isEmpty() || row.clears(field) : row.reading().has(field);
      if (says) {
        return text;
      }
    }
    return "";
  }

  /** Whether anything is said of a field, be it that it is blank. */
  public boolean tells(Field field) {
    return rows.stream()
        .anyMatch(
            row ->
                isDelivered(row)
                    ? !row.text(field).isEmpty() || row.clears(field) || statements.isCreation(row)
                    : row.reading().has(field));
  }

  /** Whether the name is known as a whole alone, so that its parts are a guess. */
  public boolean hasOnlyFullName() {
    return Names.hasOnlyFull(rows.get(rows.size() - 1));
  }

  /** The value of a field of the school's own; nothing where nothing says it. */
  public Optional<String> own(OwnField field) {
    for (RosterRow row : rows) {
      Integer column = row.reading().ownFields().get(field);
      String text = column == null ? "" : row.judged(field, column).text();
      boolean says =
          isDelivered(row)
              ? !text.isEmpty() || row.clears(field) || statements.isCreation(row)
              : column != null;
      if (says) {
        return Optional.of(text);
      }
    }
    return Optional.empty();
  }

  /** The parts of a person's name. */
  public Names.Parts name() {
    RosterRow whole = rows.get(rows.size() - 1);
    for (RosterRow row : rows) {
      if (!isDelivered(row)) {
        whole = row;
        break;
      }
    }
    Names.Parts there = Names.parts(whole);
    return new Names.Parts(
        newer(whole, Field.GIVEN_NAME, there.given()),
        newer(whole, Field.MIDDLE_NAME, there.middle()),
        newer(whole, Field.FAMILY_NAME, there.family()),
        newer(whole, Field.SUFFIX, there.suffix()));
  }

  /** A part of the name as a delivery after the whole name changed it. */
  private String newer(RosterRow whole, Field field, String there) {
    for (RosterRow row : rows) {
      if (row == whole) {
        return there;
      }
      String text = row.text(field);
      if (!text.isEmpty() || row.clears(field)) {
        return text;
      }
    }
    return there;
  }

  /** What was last delivered for a field, if anything ever was. */
  public Optional<String> delivered(Field field) {
    for (RosterRow row : rows) {
      String text = row.text(field);
      if (isDelivered(row) && (!text.isEmpty() || row.clears(field))) {
        return Optional.of(text);
      }
    }
    return Optional.empty();
  }

  /** What was last delivered for a field of the school's own, if anything ever was. */
  public Optional<String> deliveredOwn(OwnField field) {
    for (RosterRow row : rows) {
      Integer column = row.reading().ownFields().get(field);
      String text = column == null ? "" : row.judged(field, column).text();
      if (isDelivered(row) && (!text.isEmpty() || row.clears(field))) {
        return Optional.of(text);
      }
    }
    return Optional.empty();
  }

  /** The status that was last delivered: an account is made active unless anything else is said. */
  public Optional<String> deliveredStatus() {
    for (RosterRow row : rows) {
      String text = row.text(Field.STATUS);
      if (isDelivered(row) && (!text.isEmpty() || statements.isCreation(row))) {
        return Optional.of(text.isEmpty() ? "active" : text);
      }
    }
    return Optional.empty();
  }

  private boolean isDelivered(RosterRow row) {
    return statements.isDelivery(row.reading());
  }
}
