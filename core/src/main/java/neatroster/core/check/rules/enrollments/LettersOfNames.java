package neatroster.core.check.rules.enrollments;

import java.util.Locale;
import neatroster.core.check.SheetView;
import neatroster.core.intake.NameParts;
import neatroster.core.intake.Names;
import neatroster.core.model.Field;
import neatroster.core.text.AsciiText;
import neatroster.core.text.Cell;

/** The names of a sheet's people as usernames and addresses are made of them. */
final class LettersOfNames {
  /** Usernames are made of so many letters of a family name, or more. */
  private static final int START = 4;

  private final SheetView sheet;
  private final boolean inParts;
  private final String[] given;
  private final String[] family;
  private final String[] starts;

  LettersOfNames(SheetView sheet) {
    this.sheet = sheet;
    inParts = !sheet.has(Field.FULL_NAME);
    given = new String[inParts && sheet.has(Field.GIVEN_NAME) ? sheet.texts(Field.GIVEN_NAME) : 1];
    family =
        new String[inParts && sheet.has(Field.FAMILY_NAME) ? sheet.texts(Field.FAMILY_NAME) : 1];
    starts = new String[family.length];
  }

  /**
   * A name in small ASCII letters without spaces; parts that have none are empty.
   *
   * @param given the given name
   * @param family the family name
   * @param start as much of the family name as usernames are made of
   */
  record Name(String given, String family, String start) {
    static Name of(String given, String family) {
      return new Name(given, family, start(family));
    }

    /** As much of a family name as usernames are made of. */
    static String start(String family) {
      return family.length() <= START ? family : family.substring(0, START);
    }

    boolean isBlank() {
      return given.isEmpty() && family.isEmpty();
    }

    /** Whether a value holds the family name, or as much of it as usernames are made of. */
    boolean isIn(String value) {
      return (family.length() >= 3 && value.contains(start))
          || (given.length() >= 3 && value.contains(given))
          || (!isBlank()
              && family.length() < 3
              && given.length() < 3
              && value.contains(given + family));
    }

    /** The same of most values, without taking their letters out; no is no answer. */
    boolean isAtOnceIn(Cell value) {
      return (family.length() >= 3 && isIn(value, start))
          || (given.length() >= 3 && isIn(value, given));
    }

    private static boolean isIn(Cell value, String letters) {
      int last = value.length() - letters.length();
      char first = letters.charAt(0);
      for (int start = 0; start <= last; start++) {
        char letter = value.charAt(start);
        if (letter == '@') {
          return false;
        }
        if ((letter | 0x20) == first && isAt(value, start, letters)) {
          return true;
        }
      }
      return false;
    }

    private static boolean isAt(Cell value, int start, String letters) {
      int same = 1;
      while (same < letters.length()
          && (value.charAt(start + same) | 0x20) == letters.charAt(same)) {
        same++;
      }
      return same == letters.length();
    }
  }

  /** The name in a row. */
  Name at(int position) {
    if (!inParts) {
      NameParts parts = Names.parts(sheet.row(position));
      return Name.of(letters(parts.given()), letters(parts.family()));
    }
    int text = sheet.text(position, Field.FAMILY_NAME);
    String familyName = letters(Field.FAMILY_NAME, family, position);
    if (starts[text] == null) {
      starts[text] = Name.start(familyName);
    }
    return new Name(letters(Field.GIVEN_NAME, given, position), familyName, starts[text]);
  }

  private String letters(Field field, String[] all, int position) {
    int text = sheet.text(position, field);
    if (all[text] == null) {
      NameParts parts = Names.parts(sheet.row(position));
      all[text] = letters(field == Field.GIVEN_NAME ? parts.given() : parts.family());
    }
    return all[text];
  }

  /**
   * The ASCII letters of a text. Who is called so in a script that is not European has many
   * addresses that fit: then there are none.
   */
  static String letters(String text) {
    if (!AsciiText.isEuropean(text)) {
      return "";
    }
    String ascii = AsciiText.of(text).toLowerCase(Locale.ROOT);
    StringBuilder letters = new StringBuilder(ascii.length());
    for (int i = 0; i < ascii.length(); i++) {
      char c = ascii.charAt(i);
      if (c >= 'a' && c <= 'z') {
        letters.append(c);
      }
    }
    return letters.toString();
  }
}
