package neatroster.core.value;

/** Countries, languages and time zones, by the standards' codes. */
final class PlaceJudges {
  private PlaceJudges() {}

  static Judged country(String text, Judge.Where where) {
    String plain = PlainSigns.of(text);
    return Regions.isCountry(plain)
        ? Judged.good(Regions.countryCode(plain))
        : Judged.bad(plain, "is no country code of two letters.", Regions.countryCalled(plain));
  }

  static Judged language(String text, Judge.Where where) {
    String plain = PlainSigns.of(text);
    return Regions.isLanguage(plain)
        ? Judged.good(Regions.languageTag(plain))
        : Judged.bad(
            plain, "is no language tag such as en or pt-BR.", Regions.languageCalled(plain));
  }

  static Judged timeZone(String text, Judge.Where where) {
    return Regions.timeZone(text)
        .map(Judged::good)
        .orElseGet(
            () ->
                Judged.bad(
                    text, "is no time zone such as Europe/Lisbon.", Regions.timeZoneCalled(text)));
  }
}
