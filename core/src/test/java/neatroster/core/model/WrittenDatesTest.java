package neatroster.core.model;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class WrittenDatesTest {
  @ParameterizedTest
  @ValueSource(
      strings = {
        "2027-04-03",
        "2027/4/3",
        "20270403",
        "3.4.2027",
        "03/04/2027",
        "3-4-2027",
        "3 April 2027",
        "3rd Apr 2027",
        "03.04.2027 00:00",
        "03/04/2027 0:00:00",
        "03/04/2027 12:00 AM",
        "3-Apr-2027",
        "03/Apr/2027",
        "3.4.2027.",
        "3 . 4 . 2027",
        "April 3, 2027",
        "3. April 2027",
        "3 de abril de 2027",
        "3 avril 2027",
        "2027-04-03T00:00:00"
      })
  void readsTheCommonForms(String written) {
    assertThat(WrittenDates.read(written, DateOrder.DAY_FIRST)).contains(LocalDate.of(2027, 4, 3));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "31.06.2027",
        "2027-13-01",
        "soon",
        "3.4.27",
        "2027",
        "12345678",
        "30/30/2027",
        "3.4.2027 09:30"
      })
  void readsNothingElse(String written) {
    assertThat(WrittenDates.read(written, DateOrder.DAY_FIRST)).isEmpty();
  }

  @Test
  void theOrderDecidesOnlyWhereTheDateDoesNot() {
    assertThat(WrittenDates.read("3/4/2027", DateOrder.MONTH_FIRST))
        .contains(LocalDate.of(2027, 3, 4));
    assertThat(WrittenDates.read("25/4/2027", DateOrder.MONTH_FIRST))
        .contains(LocalDate.of(2027, 4, 25));
    assertThat(WrittenDates.read("3/4/2027", DateOrder.ASK)).isEmpty();
    assertThat(WrittenDates.read("4/4/2027", DateOrder.ASK)).isPresent();
  }

  @Test
  void countsRelativeDates() {
    LocalDate start = LocalDate.of(2027, 1, 31);
    assertThat(WrittenDates.after(start, "+90 days")).contains(LocalDate.of(2027, 5, 1));
    assertThat(WrittenDates.after(start, "+1 month")).contains(LocalDate.of(2027, 2, 28));
    assertThat(WrittenDates.after(start, "90 days")).isEmpty();
  }
}
