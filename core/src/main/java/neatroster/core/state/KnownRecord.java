package neatroster.core.state;

import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Phase;
import neatroster.core.intake.NameParts;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;

/** What is known of an account, a course or a group of the platform, field by field. */
public final class KnownRecord {
  private final KnownRecords records;
  private final int number;

  private KnownRecord(KnownRecords records, int number) {
    this.records = records;
    this.number = number;
  }

  /** What is known of a record, whether or not the platform has it. */
  public static KnownRecord of(KnownRecords records, int number) {
    return new KnownRecord(records, number);
  }

  /** A record that the platform has; nothing for number -1. */
  static Optional<KnownRecord> there(KnownRecords records, int number) {
    return number >= 0 && records.isThere(number)
        ? Optional.of(of(records, number))
        : Optional.empty();
  }

  /** The value of a field; empty where it is blank or nothing tells it. */
  public String text(Field field) {
    return records.text(number, field).orElse("");
  }

  /** Whether anything tells a field, be it that it is blank. */
  public boolean tells(Field field) {
    return records.text(number, field).isPresent();
  }

  /** The value of one of the school's own fields, if anything tells it. */
  public Optional<String> own(OwnField field) {
    return records.text(number, field.name());
  }

  /** Whether the name is known as a whole alone. */
  public boolean hasOnlyFullName() {
    return records.hasOnlyFullName(number);
  }

  /** The name in its parts. */
  public NameParts name() {
    return new NameParts(
        text(Field.GIVEN_NAME),
        text(Field.MIDDLE_NAME),
        text(Field.FAMILY_NAME),
        text(Field.SUFFIX));
  }

  /** What was last delivered of a field, if anything was; empty where it was cleared. */
  public Optional<String> delivered(Field field) {
    return records.delivered(number, field);
  }

  /** The same of one of the school's own fields, by its name. */
  public Optional<String> delivered(String own) {
    return records.delivered(number, own);
  }

  /** Everything that is known, so that it could be made again. */
  public Map<Field, String> all(Phase phase) {
    Map<Field, String> all = new EnumMap<>(Field.class);
    for (Field field : phase.fields()) {
      String text = text(field);
      if (!text.isEmpty() && field != Field.PASSWORD && field != Field.CHANGE_AT_FIRST_LOGIN) {
        all.put(field, text);
      }
    }
    return all;
  }
}
