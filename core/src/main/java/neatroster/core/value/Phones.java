package neatroster.core.value;

import com.google.i18n.phonenumbers.NumberParseException;
import com.google.i18n.phonenumbers.PhoneNumberUtil;
import com.google.i18n.phonenumbers.Phonenumber.PhoneNumber;
import java.util.Optional;
import java.util.regex.Pattern;

/** Phone numbers as people write them, and as ITU-T E.164. */
public final class Phones {
  private static final int FEWEST_DIGITS = 4;
  private static final int MOST_DIGITS = 15;

  /** What stands beside a number. */
  private static final Pattern WORDS = Pattern.compile("(?i)\\b(?:ext|x|tel|mobile|mob)\\b\\.?:?");

  private static final Pattern LETTER = Pattern.compile("\\p{L}");

  private Phones() {}

  /** What is wrong with a phone number. */
  enum Trouble {
    NONE,
    LETTERS,
    TOO_SHORT,
    TOO_LONG,
    NOT_OF_ITS_COUNTRY
  }

  /**
   * What a number is.
   *
   * @param trouble what is wrong with it
   * @param e164 the number as E.164 has it, or null where it is wrong or its country is not known
   */
  record Read(Trouble trouble, String e164) {}

  /**
   * Reads a number.
   *
   * @param region the region of numbers without a country code, or empty where that is not known
   */
  static Read read(String phone, String region) {
    String whole = CallingCode.e164(phone);
    if (whole != null) {
      return new Read(Trouble.NONE, whole);
    }
    if (hasLetters(phone)) {
      return new Read(Trouble.LETTERS, null);
    }
    int digits = digits(phone).length();
    if (digits < FEWEST_DIGITS) {
      return new Read(Trouble.TOO_SHORT, null);
    }
    if (digits > MOST_DIGITS + 4) {
      return new Read(Trouble.TOO_LONG, null);
    }
    boolean international = phone.startsWith("+") || phone.startsWith("00");
    if (!international && region.isEmpty()) {
      // Without a country there is nothing to measure it by.
      return new Read(Trouble.NONE, null);
    }
    return parse(international ? phone.replaceFirst("^00", "+") : phone, region);
  }

  /** Reads a number with what the library knows of every country. */
  static Read parse(String phone, String region) {
    PhoneNumberUtil library = PhoneNumberUtil.getInstance();
    try {
      PhoneNumber number =
          library.parse(phone.replace("(0)", ""), region.isEmpty() ? null : region);
      return switch (library.isPossibleNumberWithReason(number)) {
        case TOO_SHORT, IS_POSSIBLE_LOCAL_ONLY -> new Read(Trouble.TOO_SHORT, null);
        case TOO_LONG -> new Read(Trouble.TOO_LONG, null);
        case INVALID_COUNTRY_CODE, INVALID_LENGTH -> new Read(Trouble.NOT_OF_ITS_COUNTRY, null);
        default ->
            new Read(Trouble.NONE, library.format(number, PhoneNumberUtil.PhoneNumberFormat.E164));
      };
    } catch (NumberParseException e) {
      return new Read(Trouble.NOT_OF_ITS_COUNTRY, null);
    }
  }

  private static boolean hasLetters(String phone) {
    for (int i = 0; i < phone.length(); i++) {
      if (Character.isLetter(phone.charAt(i))) {
        return LETTER.matcher(WORDS.matcher(phone).replaceAll("")).find();
      }
    }
    return false;
  }

  /** The digits of a number and nothing else. */
  private static String digits(String phone) {
    StringBuilder digits = new StringBuilder(phone.length());
    for (int i = 0; i < phone.length(); i++) {
      char c = phone.charAt(i);
      if (c >= '0' && c <= '9') {
        digits.append(c);
      }
    }
    return digits.toString();
  }

  /** What two ways of writing one number have in common. */
  public static String key(Judged phone) {
    return phone.isGood() && phone.text().startsWith("+") ? phone.text() : digits(phone.text());
  }

  /** The number as E.164 has it, where its country is known and it could be one of it. */
  static Optional<String> e164(String phone, String region) {
    return Optional.ofNullable(read(phone, region).e164());
  }
}
