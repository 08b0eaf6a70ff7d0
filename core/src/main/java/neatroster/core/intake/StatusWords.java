package neatroster.core.intake;

import java.util.EnumMap;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import neatroster.core.language.Vocabulary;
import neatroster.core.model.Table;

/** Words for what has become of a user, a course, a group or an enrollment. */
public final class StatusWords {
  private static final Map<Table, Map<String, String>> WORDS = read();

  private StatusWords() {}

  private static Map<Table, Map<String, String>> read() {
    Map<Table, Map<String, String>> all = new EnumMap<>(Table.class);
    for (Table table : Table.values()) {
      Map<String, String> ofTable = new HashMap<>();
      Vocabulary.under("status " + table.word() + " ")
          .forEach((status, words) -> words.forEach(word -> ofTable.putIfAbsent(word, status)));
      table.statuses().forEach(ofTable::remove);
      all.put(table, Map.copyOf(ofTable));
    }
    return all;
  }

  /** What the words of a table stand for, by word in lower case. */
  public static Map<String, String> of(Table table) {
    return WORDS.get(table);
  }

  /** What yes and no stand for below a header that is a status itself: “Suspended”, “Active”. */
  public static Map<String, String> ofFlag(String header) {
    String word = header.strip().toLowerCase(Locale.ROOT);
    String status = word.equals("suspended") ? word : word.equals("active") ? word : "";
    status = status.isEmpty() ? WORDS.get(Table.USERS).getOrDefault(word, "") : status;
    if (!status.equals("suspended") && !status.equals("active")) {
      return Map.of();
    }
    Map<String, String> flags = new HashMap<>();
    String other = status.equals("active") ? "suspended" : "active";
    for (String yes : EnrollmentMarks.YES) {
      flags.put(yes, status);
    }
    for (String no : EnrollmentMarks.NO) {
      if (!no.isEmpty()) {
        flags.put(no, other);
      }
    }
    return flags;
  }
}
