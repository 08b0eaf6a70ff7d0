package neatroster.core.pattern;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PatternGuessTest {
  private static final List<String[]> CREW =
      List.of(
          new String[] {"Ana", "Marlowe", "417"},
          new String[] {"Bo", "Finch", "418"},
          new String[] {"Zoë", "Ångström", "419"},
          new String[] {"Mei", "Lin", "420"},
          new String[] {"Tomás", "van Novák", "421"});

  private static Map<String, String> values(String[] person) {
    return Map.of("given", person[0], "family", person[1], "id", person[2]);
  }

  @ParameterizedTest
  @CsvSource({
    "{given:1}{family}",
    "{given}.{family}",
    "{family:5}{given:1}",
    "{family}_{given}",
    "{given}.{family}@pier.example",
    "s{id}",
  })
  void findsThePatternThatMadeThem(String made) throws PatternException {
    Pattern pattern = Pattern.parse(made, Pattern.userValues());
    PatternGuess guess = new PatternGuess();
    CREW.forEach(person -> guess.add(pattern.fill(values(person), 1, 0), values(person)));
    // One that somebody chose does not hide what the others follow.
    guess.add(made.contains("@") ? "cap@elsewhere.example" : "captain", values(CREW.get(0)));
    assertThat(guess.pattern()).hasValueSatisfying(p -> assertThat(p).hasToString(made));
  }

  @Test
  void saysNothingWhereThereIsNoPatternOrTooFewTell() {
    PatternGuess free = new PatternGuess();
    List<String> chosen = List.of("skipper", "gull7", "windy", "mast", "keelhaul");
    for (int i = 0; i < chosen.size(); i++) {
      free.add(chosen.get(i), values(CREW.get(i)));
    }
    assertThat(free.pattern()).isEmpty();
    PatternGuess few = new PatternGuess();
    few.add("amarlowe", values(CREW.get(0)));
    few.add("bfinch", values(CREW.get(1)));
    assertThat(few.pattern()).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "{given:1}{family}, AMarlowe2, true",
    "{given:1}{family}, marlowea, false",
    "{given:1}{family}, amarlowe12345, false",
    "{given}@pier.example, ana2@PIER.example, true",
    "{given}@pier.example, ana@pier.example.example, false",
    "{given}@pier.example, ana, false",
    "C-{n:3}, C-0042, true",
    "C-{n:3}, C-42, false",
  })
  void numbersThatKeepPeopleApartBreakNoPattern(String pattern, String value, boolean fits)
      throws PatternException {
    assertThat(Pattern.parse(pattern, Pattern.userValues()).fits(value, values(CREW.get(0))))
        .isEqualTo(fits);
  }

  @ParameterizedTest
  @CsvSource({
    "{class}-{section}, Nav Été-2",
    "{class|upper}, NAV ÉTÉ",
    "{class|lower|ascii}/{section}, nav ete/2",
    "{other|or none}, none",
    "{class:3}, Nav",
  })
  void columnsArePutTogetherAsTheyStand(String pattern, String filled) throws PatternException {
    assertThat(Pattern.parse(pattern).fillPlainly(Map.of("class", "Nav Été", "section", "2")))
        .isEqualTo(filled);
  }
}
