package neatroster.core.value;

import java.time.ZoneId;
import java.util.HashMap;
import java.util.IllformedLocaleException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.text.Nearest;

/**
 * Countries (ISO 3166-1), languages (BCP 47, ISO 639) and time zones (IANA), and what people call
 * them in the languages of our headers.
 */
public final class Regions {
  private static final List<String> SPOKEN = List.of("en", "es", "fr", "de", "pt");

  /** Loading the names takes a moment that few sheets need. */
  private static final class Countries {
    static final Set<String> CODES = Set.of(Locale.getISOCountries());
    static final Map<String, String> BY_NAME = new HashMap<>();

    static {
      for (String code : CODES) {
        for (String language : SPOKEN) {
          Locale locale = new Locale("", code);
          String name = locale.getDisplayCountry(Locale.forLanguageTag(language));
          BY_NAME.putIfAbsent(name.toLowerCase(Locale.ROOT), code);
        }
        BY_NAME.putIfAbsent(new Locale("", code).getISO3Country().toLowerCase(Locale.ROOT), code);
      }
      BY_NAME.put("uk", "GB");
      BY_NAME.put("england", "GB");
      BY_NAME.put("usa", "US");
      BY_NAME.put("holland", "NL");
    }
  }

  private static final class Languages {
    static final Set<String> CODES = Set.of(Locale.getISOLanguages());
    static final Map<String, String> BY_NAME = new HashMap<>();

    static {
      for (String code : CODES) {
        Locale locale = Locale.forLanguageTag(code);
        for (String language : SPOKEN) {
          String name = locale.getDisplayLanguage(Locale.forLanguageTag(language));
          BY_NAME.putIfAbsent(name.toLowerCase(Locale.ROOT), code);
        }
        String own = locale.getDisplayLanguage(locale);
        BY_NAME.putIfAbsent(own.toLowerCase(Locale.ROOT), code);
      }
    }
  }

  private Regions() {}

  /** The code of a country as ISO 3166-1 writes it. */
  static String countryCode(String code) {
    return code.toUpperCase(Locale.ROOT);
  }

  /** A language's tag with the case that RFC 5646 (section 2.1.1) recommends. */
  static String languageTag(String tag) {
    return new Locale.Builder().setLanguageTag(tag).build().toLanguageTag();
  }

  /** The names of all time zones; asking for them copies them each time. */
  private static final class Zones {
    static final Set<String> NAMES = ZoneId.getAvailableZoneIds();
  }

  /** The time zone of a name in any case. */
  static Optional<String> timeZone(String name) {
    if (isTimeZone(name)) {
      return Optional.of(name);
    }
    return Zones.NAMES.stream()
        .filter(name::equalsIgnoreCase)
        .filter(Regions::isTimeZone)
        .findFirst();
  }

  static boolean isCountry(String code) {
    return Countries.CODES.contains(code.toUpperCase(Locale.ROOT));
  }

  /** The code of a country that is called so. */
  static Optional<String> countryCalled(String name) {
    return Optional.ofNullable(Countries.BY_NAME.get(name.toLowerCase(Locale.ROOT)))
        .or(
            () ->
                name.length() < 4
                    ? Optional.empty()
                    : Nearest.word(name.toLowerCase(Locale.ROOT), Countries.BY_NAME.keySet())
                        .map(Countries.BY_NAME::get));
  }

  static boolean isLanguage(String tag) {
    try {
      Locale locale = new Locale.Builder().setLanguageTag(tag).build();
      String language = locale.getLanguage();
      return !tag.isEmpty()
          && (Languages.CODES.contains(language)
              || (language.length() == 3 && tag.regionMatches(true, 0, language, 0, 3)))
          && (locale.getCountry().isEmpty()
              || locale.getCountry().length() == 3
              || isCountry(locale.getCountry()));
    } catch (IllformedLocaleException e) {
      return false;
    }
  }

  /** The tag of a language that is called so, or written with a low line. */
  static Optional<String> languageCalled(String name) {
    String straight = name.replace('_', '-').strip();
    if (isLanguage(straight)) {
      return Optional.of(Locale.forLanguageTag(straight).toLanguageTag());
    }
    return Optional.ofNullable(Languages.BY_NAME.get(name.toLowerCase(Locale.ROOT)))
        .or(
            () ->
                name.length() < 4
                    ? Optional.empty()
                    : Nearest.word(name.toLowerCase(Locale.ROOT), Languages.BY_NAME.keySet())
                        .map(Languages.BY_NAME::get));
  }

  static boolean isTimeZone(String name) {
    return Zones.NAMES.contains(name) && (name.indexOf('/') > 0 || name.equals("UTC"));
  }

  /** The time zone that has this city, or is nearest to what was typed. */
  static Optional<String> timeZoneCalled(String name) {
    String wanted = name.replace(' ', '_');
    for (String zone : Zones.NAMES) {
      boolean city =
          zone.regionMatches(true, zone.lastIndexOf('/') + 1, wanted, 0, wanted.length())
              && zone.length() - zone.lastIndexOf('/') - 1 == wanted.length();
      if (zone.indexOf('/') > 0
          && !zone.startsWith("Etc")
          && (city || zone.equalsIgnoreCase(wanted))) {
        return Optional.of(zone);
      }
    }
    return Nearest.word(wanted, Zones.NAMES).filter(Regions::isTimeZone);
  }
}
