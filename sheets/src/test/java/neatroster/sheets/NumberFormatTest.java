package neatroster.sheets;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NumberFormatTest {
  @ParameterizedTest
  @CsvSource(
      quoteCharacter = '`',
      delimiter = '¦',
      value = {
        "General ¦ 417 ¦ 417",
        "General ¦ 120000000000 ¦ 120000000000",
        "0 ¦ 417 ¦ 417",
        "000000 ¦ 417 ¦ 000417",
        "000000 ¦ 1234567 ¦ 1234567",
        "\"NAV-\"0 ¦ 2 ¦ NAV-2",
        "\"NAV-\"00 ¦ 2 ¦ NAV-02",
        "0\"B\" ¦ 7 ¦ 7B",
        "000-0000 ¦ 5550123 ¦ 555-0123",
        "000-0000 ¦ 49305550123 ¦ 4930555-0123",
        "+0 ¦ 44 ¦ +44",
        "\\+00 000 ¦ 44123 ¦ +44 123",
        "(000) 000-0000 ¦ 2025550123 ¦ (202) 555-0123",
        "\"K\"0;[Red]\"minus \"0 ¦ -3 ¦ minus 3",
        "\"K\"0 ¦ -3 ¦ -K3",
        "\"K\"0 ¦ 2.5 ¦ 2.5",
        "#,##0 ¦ 1234 ¦ 1234",
        "0.00 ¦ 4.5 ¦ 4.5",
        "0% ¦ 0.5 ¦ 0.5",
        "_-* #,##0.00\\ \"€\"_- ¦ 30 ¦ 30",
        "yyyy-mm-dd ¦ 36526 ¦ 2000-01-01",
        "dd/mm/yyyy hh:mm ¦ 36526.5 ¦ 2000-01-01T12:00",
        "dd/mm/yyyy ¦ 36526.5 ¦ 2000-01-01",
        "[$-407]d. mmmm yyyy ¦ 36526 ¦ 2000-01-01",
        "hh:mm:ss ¦ 0.000347222222 ¦ 00:00:30",
        "h:mm ¦ 0.395833333333 ¦ 09:30",
        "[h]:mm ¦ 1.5 ¦ 36:00",
        "mm:ss ¦ 0.0013888889 ¦ 02:00",
        "yyyy ¦ 59 ¦ 1900-02-28",
        "yyyy ¦ 61 ¦ 1900-03-01",
        "yyyy ¦ -5 ¦ -5"
      })
  void numbersAreWhatTheUserSees(String format, String number, String seen) {
    assertThat(new NumberFormat(format).text(new BigDecimal(number), false)).isEqualTo(seen);
  }

  @Test
  void daysSince1904AreFourYearsLater() {
    NumberFormat format = new NumberFormat("dd.mm.yyyy");
    assertThat(format.text(new BigDecimal("0"), true)).isEqualTo("1904-01-01");
    assertThat(format.text(new BigDecimal("39000"), true)).isEqualTo("2010-10-11");
  }

  @Test
  void charactersThatAreWrittenAsCodesComeBack() {
    assertThat(XlsxText.decoded("a_x000D_\nb_x005F_x000D_ _x0041_ _xD800_ _x12_"))
        .isEqualTo("a\r\nb_x000D_ A _xD800_ _x12_");
  }
}
