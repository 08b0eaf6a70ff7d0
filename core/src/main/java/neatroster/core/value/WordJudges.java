package neatroster.core.value;

import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import neatroster.core.model.RoleWords;
import neatroster.core.model.WrittenDates;
import neatroster.core.text.Nearest;

/** Values that are one of a few words. */
final class WordJudges {
  private WordJudges() {}

  static Judge roles(RoleWords words) {
    return (text, where) ->
        words
            .role(text)
            .map(Judged::good)
            .orElseGet(
                () ->
                    Judged.bad(
                        text,
                        "is not a role. Roles: " + String.join(", ", words.roles()) + ".",
                        Nearest.word(text.toLowerCase(Locale.ROOT), words.words())));
  }

  static Judged status(String text, Judge.Where where) {
    List<String> known = where.table().statuses();
    String status = text.toLowerCase(Locale.ROOT);
    return known.contains(status)
        ? Judged.good(status)
        : Judged.bad(
            text, "is not one of " + String.join(", ", known) + ".", Nearest.word(status, known));
  }

  static Judged consent(String text, Judge.Where where) {
    if (YesNo.isEither(text)) {
      return Judged.good(YesNo.isYes(text) ? "yes" : "no");
    }
    Optional<LocalDate> day = WrittenDates.read(text, where.dates());
    return day.isPresent()
        ? Judged.good(day.get().toString())
        : Judged.bad(text, "is neither yes, nor no, nor the day of the yes.");
  }

  static Judged yesNo(String text, Judge.Where where) {
    return YesNo.isEither(text)
        ? Judged.good(YesNo.isYes(text) ? "yes" : "no")
        : Judged.bad(text, "is no yes or no.");
  }
}
