package neatroster.core.value;

import com.google.i18n.phonenumbers.PhoneNumberUtil;
import com.google.i18n.phonenumbers.Phonemetadata.PhoneMetadata;
import com.google.i18n.phonenumbers.metadata.DefaultMetadataDependenciesProvider;
import com.google.i18n.phonenumbers.metadata.source.MetadataSource;
import java.util.BitSet;
import java.util.regex.Pattern;

/**
 * A country's calling code (ITU-T E.164) and how long its numbers are. It answers for numbers that
 * are written out in full, where nothing has to be taken off or put on; all others are the
 * library's to parse, which takes a hundred times as long.
 */
final class CallingCode {
  private static final int MOST_DIGITS = 15;
  private static final CallingCode[] BY_CODE = new CallingCode[1000];

  /** What a code is that nobody has, or that numbers are not written in full after. */
  private static final CallingCode NONE = new CallingCode(null, new BitSet());

  private final Pattern prefix;
  private final BitSet lengths;

  private CallingCode(Pattern prefix, BitSet lengths) {
    this.prefix = prefix;
    this.lengths = lengths;
  }

  /**
   * A number as E.164 has it, or null where only the library can tell.
   *
   * @param phone a number as somebody wrote it
   */
  static String e164(String phone) {
    String digits = digits(phone);
    if (digits == null) {
      return null;
    }
    int length = digits.length() - 1;
    int code = 0;
    // No calling code begins as another one goes on.
    for (int i = 1; i <= 3 && i < length; i++) {
      code = code * 10 + digits.charAt(i) - '0';
      CallingCode country = of(code);
      if (country != NONE) {
        return country.isWhole(digits, i + 1) ? digits : null;
      }
    }
    return null;
  }

  private boolean isWhole(String digits, int from) {
    int length = digits.length() - from;
    if (!lengths.get(length) || digits.charAt(from) == '0') {
      return false;
    }
    return prefix == null || !prefix.matcher(digits).region(from, digits.length()).lookingAt();
  }

  /** A plus sign and digits, without what is between them; null where there is anything else. */
  private static String digits(String phone) {
    int length = phone.length();
    if (length < 2 || phone.charAt(0) != '+' || phone.charAt(1) == '0') {
      return null;
    }
    StringBuilder kept = null;
    int digits = 0;
    for (int i = 1; i < length; i++) {
      char c = phone.charAt(i);
      if (c >= '0' && c <= '9') {
        digits++;
        if (kept != null) {
          kept.append(c);
        }
      } else if ((c == ' ' || c == '-' || c == '.') && i > 1 && i < length - 1) {
        if (kept == null) {
          kept = new StringBuilder(length).append(phone, 0, i);
        }
      } else {
        return null;
      }
    }
    if (digits > MOST_DIGITS) {
      return null;
    }
    return kept == null ? phone : kept.toString();
  }

  private static CallingCode of(int code) {
    synchronized (BY_CODE) {
      if (BY_CODE[code] == null) {
        BY_CODE[code] = read(code);
      }
      return BY_CODE[code];
    }
  }

  private static CallingCode read(int code) {
    PhoneNumberUtil library = PhoneNumberUtil.getInstance();
    String region = library.getRegionCodeForCountryCode(code);
    MetadataSource source =
        DefaultMetadataDependenciesProvider.getInstance().getPhoneNumberMetadataSource();
    PhoneMetadata plan = null;
    if (region.equals(PhoneNumberUtil.REGION_CODE_FOR_NON_GEO_ENTITY)) {
      plan = source.getMetadataForNonGeographicalRegion(code);
    } else if (library.getSupportedRegions().contains(region)) {
      plan = source.getMetadataForRegion(region);
    }
    if (plan == null) {
      return NONE;
    }
    BitSet lengths = new BitSet();
    plan.getGeneralDesc().getPossibleLengthList().stream()
        .filter(length -> length > 0)
        .forEach(lengths::set);
    plan.getGeneralDesc().getPossibleLengthLocalOnlyList().forEach(lengths::clear);
    String prefix = plan.getNationalPrefixForParsing();
    return new CallingCode(prefix.isEmpty() ? null : Pattern.compile(prefix), lengths);
  }
}
