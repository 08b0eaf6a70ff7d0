package neatroster.core.value;

/** Email addresses. */
final class EmailJudge implements Judge {
  @Override
  public Judged judge(String text, Where where) {
    String plain = PlainSigns.of(text);
    EmailShape.Trouble trouble = EmailShape.trouble(plain);
    return trouble == null
        ? Judged.good(plain)
        : new Judged(plain, "is no email address: " + trouble.what(), trouble.probably());
  }
}
