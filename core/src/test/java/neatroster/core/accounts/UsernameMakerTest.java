package neatroster.core.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import neatroster.core.pattern.Pattern;
import neatroster.core.pattern.PatternException;
import neatroster.core.settings.Settings;
import neatroster.core.text.UnwantedWords;
import org.junit.jupiter.api.Test;

class UsernameMakerTest {
  private static Settings.Usernames settings(String pattern, String... more) {
    Settings.Usernames usual = Settings.Usernames.standard();
    Map<String, String> said = new HashMap<>();
    for (int i = 0; i < more.length; i += 2) {
      said.put(more[i], more[i + 1]);
    }
    String[] length = said.getOrDefault("length", "3-30").split("-", -1);
    return new Settings.Usernames(
        pattern,
        Settings.OnClash.valueOf(said.getOrDefault("on-clash", "number").toUpperCase(Locale.ROOT)),
        Integer.parseInt(length[0]),
        Integer.parseInt(length[1]),
        said.getOrDefault("allow", usual.allow()),
        List.of("admin"),
        Arrays.asList(said.getOrDefault("unwanted", "").split(" ", -1)),
        false);
  }

  /**
   * Makes a username for each person, who is {@code given family}; what is refused begins with !.
   */
  private static List<String> make(Settings.Usernames settings, String... people)
      throws PatternException {
    UsernameMaker maker = maker(settings, new HashSet<>());
    List<String> made = new ArrayList<>();
    for (String person : people) {
      String[] parts = person.split(" ", -1);
      Map<String, String> values = new HashMap<>();
      values.put("given", parts[0]);
      values.put("family", parts.length > 1 ? parts[1] : "");
      if (parts.length > 2) {
        values.put(parts[2].contains("@") ? "email" : "language", parts[2]);
      }
      UsernameMaker.Made one = maker.make(values);
      made.add(one.username() == null ? "!" + one.why() : one.username());
    }
    return made;
  }

  private static UsernameMaker maker(Settings.Usernames settings, Set<String> taken)
      throws PatternException {
    Pattern pattern = Pattern.parse(settings.pattern(), Pattern.userValues());
    RandomWords randomWords = new RandomWords(List.of("gull", "tide"), new SplittableRandom(5));
    return new UsernameMaker(settings, pattern, randomWords, taken);
  }

  /** Every word of the list, taken apart at every place, joined by every kind of pattern. */
  @Test
  void noTwoPartsJoinToABadWord() throws Exception {
    UnwantedWords words = new UnwantedWords(List.of());
    for (String pattern :
        List.of("{given}{family}", "{family}{given}", "{given}.{family}", "{given:2}{family}")) {
      for (String clash : List.of("number", "lengthen", "refuse")) {
        for (String word : words.all()) {
          for (int at = 1; at < word.length(); at++) {
            String first = word.substring(0, at);
            String second = word.substring(at);
            boolean swapped = pattern.startsWith("{family");
            String person = swapped ? second + " " + first : first + " " + second;
            for (String longest : List.of("3-30", "3-6")) {
              String[] people = {person, person, person.replace(" ", "- "), person + "son"};
              for (String username :
                  make(settings(pattern, "on-clash", clash, "length", longest), people)) {
                assertThat(username.startsWith("!") || !words.isIn(username))
                    .as("%s of %s by %s", username, person, pattern)
                    .isTrue();
                assertThat(username).matches("!.*|[a-z0-9].*[a-z0-9]");
              }
            }
          }
        }
      }
    }
  }

  @Test
  void lettersGoOverAsTheLanguageOfTheRowHasThem() throws PatternException {
    assertThat(
            make(
                settings("{given}.{family}"),
                "Jörg Größer de-AT",
                "Jörg Größer sv",
                "Søren Åkjær da",
                "Søren Åkjær",
                "Юлия Щукина ru",
                "Юлія Щука uk",
                "Γεώργιος Μπάμπης el",
                "国藩 曾 zh"))
        .containsExactly(
            "joerg.groesser",
            "jorg.grosser",
            "soeren.aakjaer",
            "soren.akjaer",
            "yuliya.shchukina",
            "yuliya.shchuka",
            "georgios.bampis",
            "guofan.zeng");
  }

  @Test
  void noUsernameHasABadWordNotEvenAcrossAJoint() throws PatternException {
    assertThat(
            make(
                settings("{given:1}.{family}", "unwanted", "Barnacle"),
                "Fanny Uckfield",
                "Flo Uckfield",
                "Ben Arnacle",
                "Bo Arnacle",
                "Barnacle Barnacle"))
        .containsExactly("fannyu", "flou", "bena", "boa", "bb2");
  }

  @Test
  void emailAddressesAreUsernamesWhereTheyMayBe() throws PatternException {
    Settings.Usernames emails = settings("{email}", "allow", "a-z0-9._@-", "length", "3-24");
    List<String> made =
        make(
            emails,
            "Ana Marlowe ana@pier.example",
            "Ann Marlowe Ana@pier.example",
            "Bo Finch",
            "Cy Quay cyrus.the.navigator@pier.example",
            "Fanny Uckfield f.uckfield@pier.example");
    assertThat(made.subList(0, 2)).containsExactly("ana@pier.example", "ana2@pier.example");
    assertThat(made.get(2)).startsWith("!").contains("this row has none");
    assertThat(made.get(3)).startsWith("!").contains("longer than 24");
    assertThat(made.get(4)).startsWith("!").contains("would be no address");
  }

  @Test
  void whoGetsNoneIsToldWhy() throws PatternException {
    assertThat(make(settings("{given:1}{family}"), "☆ ")).first().asString().contains("“☆”");
    List<String> refuse = make(settings("{given}", "on-clash", "refuse"), "Ana", "Ana", "Admin");
    assertThat(refuse.get(0)).isEqualTo("ana");
    assertThat(refuse.get(1)).contains("“ana” is somebody else’s");
    assertThat(refuse.get(2)).contains("reserve “admin”");
  }

  @Test
  void numbersRunOutWithAReason() throws PatternException {
    Settings.Usernames narrow = settings("{given}", "length", "1-1", "allow", "a-z");
    assertThat(make(narrow, "A", "A").get(1)).contains("Raise the second number");
    UsernameMaker counted = maker(settings("c{n:2}", "length", "3-3"), new HashSet<>());
    for (int i = 1; i <= 99; i++) {
      assertThat(counted.make(Map.of()).username()).isEqualTo(String.format("c%02d", i));
    }
    assertThat(counted.make(Map.of()).why()).contains("is taken that fits into 3");
  }

  @Test
  void whatIsLeftToChanceIsDrawnAgainWhereItIsTaken() throws PatternException {
    UsernameMaker words = maker(settings("{word}-{random:1}"), new HashSet<>());
    Set<String> made = new HashSet<>();
    UsernameMaker.Made last = words.make(Map.of());
    while (last.username() != null) {
      assertThat(last.username()).matches("(gull|tide)-[abcdefhjkmnprtuvwxy34678]");
      assertThat(made.add(last.username())).isTrue();
      last = words.make(Map.of());
    }
    assertThat(made).hasSizeGreaterThan(35);
    assertThat(last.why()).contains("is taken");
  }

  @Test
  void lengtheningTakesLettersBeforeNumbers() throws PatternException {
    assertThat(
            make(
                settings("{given:1}{family:2}", "on-clash", "lengthen"),
                "Ana Marlowe",
                "Ann Marlin",
                "Anna Mabel",
                "Ann Marlin"))
        .containsExactly("ama", "anma", "annma", "ama2");
  }
}
