package neatroster.core.check.rules.people;

import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.FieldRule;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.intake.NameParts;
import neatroster.core.intake.Names;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.text.Cell;

/** A password that others guess. */
public final class WeakPassword extends FieldRule {
  static final RuleText TEXT = new RuleText("weak-password", Severity.WARNING);

  private final Set<String> school;

  public WeakPassword(Settings settings) {
    super(TEXT, List.of(Field.PASSWORD), Table.USERS);
    school =
        Stream.of(settings.school().name(), settings.school().platformName())
            .flatMap(name -> Stream.concat(Stream.of(name), Stream.of(name.split(" ", -1))))
            .map(name -> name.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}]", ""))
            .filter(name -> name.length() > 3)
            .collect(Collectors.toSet());
  }

  private static final Set<String> COMMON =
      Set.of(
          "password",
          "passwort",
          "contraseña",
          "motdepasse",
          "senha",
          "geheim",
          "welcome",
          "welcome1",
          "letmein",
          "changeme",
          "changeit",
          "admin",
          "administrator",
          "iloveyou",
          "sunshine",
          "princess",
          "football",
          "monkey",
          "dragon",
          "superman",
          "school",
          "student",
          "teacher",
          "secret",
          "test",
          "guest",
          "hello",
          "hallo",
          "hola",
          "bonjour",
          "abc",
          "summer",
          "winter",
          "spring",
          "autumn");

  /** Digits and signs that stand for letters, and below them the letters. */
  private static final String LOOK_ALIKES = "0134578@$!";

  private static final String LETTERS_MEANT = "oieastbasi";

  private static final String[] ROWS = {
    "1234567890",
    "0987654321",
    "qwertyuiop",
    "qwertzuiop",
    "azertyuiop",
    "asdfghjkl",
    "yxcvbnm",
    "zxcvbnm",
    "abcdefghijklmnopqrstuvwxyz"
  };

  @Override
  protected void check(CheckedRow row, Field field, Cell cell, Findings findings) {
    String why = why(row, cell.toString().toLowerCase(Locale.ROOT));
    if (why != null) {
      findings.add(row.finding(this, field, "The password is " + why + "."));
    }
  }

  /** A word with letters for the digits and signs that stand for them. */
  private static String withoutLookAlikes(String password) {
    StringBuilder read = new StringBuilder(password);
    for (int i = 0; i < read.length(); i++) {
      int at = LOOK_ALIKES.indexOf(read.charAt(i));
      // Digits at the end are a number behind the word.
      boolean within = i + 1 < read.length() && !read.substring(i + 1).matches("\\d*");
      if (at >= 0 && (within || !Character.isDigit(read.charAt(i)))) {
        read.setCharAt(i, LETTERS_MEANT.charAt(at));
      }
    }
    return read.toString();
  }

  private String why(CheckedRow row, String password) {
    String letters = password.replaceAll("[^\\p{L}]", "");
    String site = row.text(Field.SITE).toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}]", "");
    if (school.contains(letters) || (letters.length() > 3 && letters.equals(site))) {
      return "the name of the school or the site";
    }
    String read = withoutLookAlikes(password);
    String lettersRead = read.replaceAll("[^\\p{L}]", "");
    if (COMMON.contains(password)
        || COMMON.contains(read)
        || ((COMMON.contains(letters) || COMMON.contains(lettersRead)) && password.length() < 14)) {
      return "one of the most common ones";
    }
    if (password.chars().distinct().count() <= 2) {
      return "hardly more than one character over and over";
    }
    for (String keys : ROWS) {
      if (password.length() >= 4 && (keys + keys).contains(password.replaceAll("[!.?]$", ""))) {
        return "a row of the keyboard or the alphabet";
      }
    }
    NameParts name = Names.parts(row.row);
    for (String own :
        new String[] {
          row.text(Field.USERNAME), name.given(), name.family(), name.given() + name.family()
        }) {
      String lower = own.toLowerCase(Locale.ROOT);
      if (lower.length() >= 3
          && (letters.equals(lower.replaceAll("[^\\p{L}]", "")) || password.equals(lower))) {
        return "the person’s own name or username";
      }
    }
    String digits = password.replaceAll("\\D", "");
    if (row.has(Field.BIRTH_DATE)
        && digits.length() >= 6
        && digits.length() == password.replaceAll("[-./ ]", "").length()) {
      String born = row.row.text(Field.BIRTH_DATE).replace("-", "");
      boolean same =
          born.length() == 8
              && List.of(
                      born,
                      born.substring(2),
                      born.substring(6) + born.substring(4, 6) + born.substring(0, 4),
                      born.substring(6) + born.substring(4, 6) + born.substring(2, 4),
                      born.substring(4) + born.substring(0, 4))
                  .contains(digits);
      return same ? "the birth date" : null;
    }
    return null;
  }
}
