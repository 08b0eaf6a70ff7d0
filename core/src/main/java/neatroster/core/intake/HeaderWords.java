package neatroster.core.intake;

import java.text.Normalizer;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/** Which header means which field. Case, spaces, punctuation and accents make no difference. */
final class HeaderWords {
  private static final Map<Table, Map<String, Field>> BY_TABLE = new EnumMap<>(Table.class);
  private static final Map<Field, Integer> TABLES_WITH = new EnumMap<>(Field.class);

  static {
    for (Table table : Table.values()) {
      Map<String, Field> words = new HashMap<>();
      for (Field field : table.fields()) {
        words.put(squeeze(field.label()), field);
        TABLES_WITH.merge(field, 1, Integer::sum);
      }
      BY_TABLE.put(table, words);
    }
  }

  private HeaderWords() {}

  /** The field that a header names in this table. */
  static Optional<Field> field(Table table, String header) {
    return Optional.ofNullable(BY_TABLE.get(table).get(squeeze(header)));
  }

  /** How much a field says about which table a sheet is: much, where no other table has it. */
  static int weight(Field field) {
    return TABLES_WITH.get(field) == 1 ? 3 : 1;
  }

  static String squeeze(String header) {
    String apart = Normalizer.normalize(header, Normalizer.Form.NFKD).toLowerCase(Locale.ROOT);
    StringBuilder squeezed = new StringBuilder(apart.length());
    apart.codePoints().filter(Character::isLetterOrDigit).forEach(squeezed::appendCodePoint);
    return squeezed.toString();
  }
}
