package neatroster.core.model;

import java.util.List;
import java.util.Locale;

/**
 * A field that the school has beside ours; its column is told by its name.
 *
 * @param name what it is called in sheets
 * @param table the rows that have it
 * @param type what its values are
 * @param oneOf the values that it may have; empty where any will do
 * @param required whether every row needs one
 * @param unique whether no two rows may have the same
 * @param pattern the pattern that its values follow, or empty
 */
public record OwnField(
    String name,
    Table table,
    Type type,
    List<String> oneOf,
    boolean required,
    boolean unique,
    String pattern) {
  /** Its name as settings are looked up by. */
  public String key() {
    return name.toLowerCase(Locale.ROOT);
  }

  /** What the values of such a field are. */
  public enum Type {
    TEXT,
    NUMBER,
    DATE,
    YES_NO,
    EMAIL
  }
}
