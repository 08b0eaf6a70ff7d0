package neatroster.core.value;

import com.google.i18n.phonenumbers.NumberParseException;
import com.google.i18n.phonenumbers.PhoneNumberUtil;
import com.google.i18n.phonenumbers.Phonenumber.PhoneNumber;
import java.util.Optional;

/** Phone numbers as people write them, and as ITU-T E.164. */
public final class Phones {
  private static final int FEWEST_DIGITS = 4;
  private static final int MOST_DIGITS = 15;

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
   * What is wrong with a number.
   *
   * @param region the region of numbers without a country code, or empty where that is not known
   */
  static Trouble trouble(String phone, String region) {
    if (phone.replaceAll("(?i)\\b(?:ext|x|tel|mobile|mob)\\b\\.?:?", "").matches(".*\\p{L}.*")) {
      return Trouble.LETTERS;
    }
    int digits = phone.replaceAll("\\D", "").length();
    if (digits < FEWEST_DIGITS) {
      return Trouble.TOO_SHORT;
    }
    if (digits > MOST_DIGITS + 4) {
      return Trouble.TOO_LONG;
    }
    boolean international = phone.startsWith("+") || phone.startsWith("00");
    if (!international && region.isEmpty()) {
      // Without a country there is nothing to measure it by.
      return Trouble.NONE;
    }
    Optional<PhoneNumber> number = parse(phone, region);
    if (number.isEmpty()) {
      return Trouble.NOT_OF_ITS_COUNTRY;
    }
    return switch (PhoneNumberUtil.getInstance().isPossibleNumberWithReason(number.get())) {
      case TOO_SHORT, IS_POSSIBLE_LOCAL_ONLY -> Trouble.TOO_SHORT;
      case TOO_LONG -> Trouble.TOO_LONG;
      case INVALID_COUNTRY_CODE, INVALID_LENGTH -> Trouble.NOT_OF_ITS_COUNTRY;
      default -> Trouble.NONE;
    };
  }

  private static Optional<PhoneNumber> parse(String phone, String region) {
    try {
      String plain = phone.replaceFirst("^00", "+").replace("(0)", "");
      return Optional.of(
          PhoneNumberUtil.getInstance().parse(plain, region.isEmpty() ? null : region));
    } catch (NumberParseException e) {
      return Optional.empty();
    }
  }

  /** What two ways of writing one number have in common. */
  public static String key(String phone, String region) {
    return e164(phone, region).orElseGet(() -> phone.replaceAll("\\D", ""));
  }

  /** The number as E.164 has it, where its country is known and it could be one of it. */
  public static Optional<String> e164(String phone, String region) {
    boolean international = phone.startsWith("+") || phone.startsWith("00");
    if (trouble(phone, region) != Trouble.NONE || (!international && region.isEmpty())) {
      return Optional.empty();
    }
    return parse(phone, region)
        .map(
            number ->
                PhoneNumberUtil.getInstance()
                    .format(number, PhoneNumberUtil.PhoneNumberFormat.E164));
  }
}
