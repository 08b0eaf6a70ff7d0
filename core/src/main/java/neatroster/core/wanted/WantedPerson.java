package neatroster.core.wanted;

import java.util.Map;
import java.util.function.Supplier;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.roster.PersonRecord;
import neatroster.core.settings.Settings;

/** Somebody whom the sheets ask for: what all rows say together, and what the settings add. */
public final class WantedPerson {
  private final Settings settings;
  private final PersonRecord record;
  private final String role;
  private final Supplier<String> siteThere;
  private String site;
  private Map<String, String> defaults;

  /**
   * Somebody.
   *
   * @param record what the rows say
   * @param role the role that the settings go by, or a blank
   * @param siteThere where the account is that the person has, or a blank; null where a default
   *     counts instead
   */
  WantedPerson(Settings settings, PersonRecord record, String role, Supplier<String> siteThere) {
    this.settings = settings;
    this.record = record;
    this.role = role;
    this.siteThere = siteThere;
  }

  private static Map<String, String> of(Settings settings, String role, String site) {
    return settings.defaults().of(role, site).getOrDefault(Table.USERS, Map.of());
  }

  private Map<String, String> defaults() {
    if (defaults == null) {
      defaults = of(settings, role, site());
    }
    return defaults;
  }

  /** What the rows say. */
  public PersonRecord record() {
    return record;
  }

  /** What the person is, for settings that differ by role; blank where that is not told. */
  public String role() {
    return role;
  }

  /** Where the person is: what the rows say, else the account, else the settings. */
  public String site() {
    if (site == null) {
      site = record.text(Field.SITE);
      if (site.isEmpty() && siteThere != null) {
        site = siteThere.get();
      } else if (site.isEmpty() && !record.clears(Field.SITE)) {
        site = of(settings, role, "").getOrDefault(Field.SITE.label(), "");
      }
    }
    return site;
  }

  /** Whether the rows say that the person is to be removed. */
  public boolean isRemoved() {
    return record.text(Field.STATUS).equals("removed");
  }

  /** The value of a field, with the settings' default where the rows leave it blank. */
  public String text(Field field) {
    if (field == Field.SITE) {
      return site();
    }
    String text = field == Field.PASSWORD ? record.password() : record.text(field);
    return text.isEmpty() && !record.clears(field)
        ? defaults().getOrDefault(field.label(), "")
        : text;
  }

  /** The same of a field of the school's own. */
  public String own(OwnField field) {
    String text = record.own(field).replace(Cleared.WORD, "");
    return text.isEmpty() ? defaults().getOrDefault(field.key(), "") : text;
  }
}
