package neatroster.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.i18n.phonenumbers.PhoneNumberUtil;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

/** The short way says what the long way says, or nothing. */
class CallingCodeTest {
  @Property(tries = 20_000)
  void whatIsToldWithoutParsingIsWhatParsingTells(@ForAll("numbers") String phone) {
    String whole = CallingCode.e164(phone);
    if (whole != null) {
      Phones.Read parsed = Phones.parse(phone, "");
      assertThat(parsed.trouble()).isEqualTo(Phones.Trouble.NONE);
      assertThat(parsed.e164()).isEqualTo(whole);
    }
  }

  @Provide
  Arbitrary<String> numbers() {
    List<Integer> codes =
        PhoneNumberUtil.getInstance().getSupportedCallingCodes().stream().sorted().toList();
    Arbitrary<String> code =
        Arbitraries.oneOf(Arbitraries.of(codes), Arbitraries.integers().between(1, 999))
            .map(String::valueOf);
    Arbitrary<String> national =
        Arbitraries.strings().withChars("0123456789").ofMinLength(1).ofMaxLength(14);
    Arbitrary<String> between = Arbitraries.of("", " ", "-", ".", " - ");
    return Combinators.combine(code, between, national, between, national)
        .as((c, b, n, b2, n2) -> "+" + c + b + n + (n2.length() < 4 ? b2 + n2 : ""));
  }

  @Test
  void numbersThatAreWrittenInFullNeedNoParsing() {
    assertThat(CallingCode.e164("+44 7400 000123")).isEqualTo("+447400000123");
    assertThat(CallingCode.e164("+351-912.345 678")).isEqualTo("+351912345678");
    assertThat(CallingCode.e164("+12025550123")).isEqualTo("+12025550123");
    assertThat(CallingCode.e164("+44 (0)20 7946 0123")).isNull();
    assertThat(CallingCode.e164("+44 020 7946 0123")).isNull();
    assertThat(CallingCode.e164("+44 1")).isNull();
    assertThat(CallingCode.e164("020 7946 0123")).isNull();
    assertThat(CallingCode.e164("+999 1234567")).isNull();
  }
}
