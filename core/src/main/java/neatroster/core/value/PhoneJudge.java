package neatroster.core.value;

/** Phone numbers, written as ITU-T E.164 where their country is known. */
final class PhoneJudge implements Judge {
  private final String region;

  /**
   * A judge of numbers.
   *
   * @param region the region of those without a country code, or empty
   */
  PhoneJudge(String region) {
    this.region = region;
  }

  @Override
  public Judged judge(String text, Where where) {
    String plain = PlainSigns.of(text);
    Phones.Read read = Phones.read(plain, where.region().isEmpty() ? region : where.region());
    String trouble =
        switch (read.trouble()) {
          case NONE -> null;
          case LETTERS -> "is no phone number: there are letters in it.";
          case TOO_SHORT -> "is too short for a phone number.";
          case TOO_LONG -> "is too long for a phone number.";
          case NOT_OF_ITS_COUNTRY -> "is no number of the country whose code it has.";
        };
    return trouble == null
        ? Judged.good(read.e164() == null ? plain : read.e164())
        : Judged.bad(plain, trouble);
  }
}
