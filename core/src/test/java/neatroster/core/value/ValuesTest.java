package neatroster.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.RoleWords;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ValuesTest {
  private static final Values VALUES =
      new Values(
          Settings.builder()
              .roles(new RoleWords(Map.of("learner", List.of("student"))))
              .checks(new Settings.Checks("GB", 12, 13, List.of()))
              .build());

  private static Judged judged(Field field, String given) {
    return VALUES.judge(
        Table.COURSES.fields().contains(field) && !Table.USERS.fields().contains(field)
            ? Table.COURSES
            : Table.USERS,
        field,
        given);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "USERNAME   | ａｎａ．ｍ            | ana.m",
        "EMAIL      | o’rourke@pier.example | o'rourke@pier.example",
        "GIVEN_NAME | Zoë                | Zoë",
        "FAMILY_NAME| O’Rourke‐Daly      | O’Rourke‐Daly",
        "BIRTH_DATE | 3.4.2011           | 2011-04-03",
        "BIRTH_DATE | 12 March 2011      | 2011-03-12",
        "STARTS     | + 90 Days          | + 90 days",
        "ROLE       | Student            | learner",
        "STATUS     | ACTIVE             | active",
        "PHONE      | +49 (0) 30 / 123 45-6 | +4930123456",
        "PHONE      | 0049 30 123456     | +4930123456",
        "PHONE      | 020 7946 0123      | +442079460123",
        "PHONE      | 2079460123         | +442079460123",
        "PHONE      | ＋44 20 7946 0123  | +442079460123",
        "COUNTRY    | gb                 | GB",
        "LANGUAGE   | EN-gb              | en-GB",
        "LANGUAGE   | ZH-hant-tw         | zh-Hant-TW",
        "TIME_ZONE  | europe/lisbon      | Europe/Lisbon",
        "CODE       | ＮＡＶ－２          | NAV-2",
        "CONSENT    | Ja                 | yes",
        "CONSENT    | NON                | no",
        "CONSENT    | 3.4.2026           | 2026-04-03",
        "SITE       | Main Pier / Cadets | Main Pier/Cadets",
        "INSTRUCTORS| ana,bo ;  501;;    | ana; bo; 501",
        "CAPACITY   | ２４                | 24",
        "PASSWORD   | ａ’b               | ａ’b",
      })
  void aValueIsWrittenInOneWay(Field field, String given, String text) {
    assertThat(judged(field, given)).isEqualTo(Judged.good(text));
  }

  @Test
  void anApostropheThatKeepsASheetFromCalculatingIsNoneOfTheValue() {
    assertThat(judged(Field.EMAIL, "'+ana@pier.example").text()).isEqualTo("+ana@pier.example");
    assertThat(judged(Field.FAMILY_NAME, "'t Hart").text()).isEqualTo("'t Hart");
    assertThat(judged(Field.PASSWORD, "'+x").text()).isEqualTo("'+x");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "BIRTH_DATE | soon        |",
        "BIRTH_DATE | +90 days    |",
        "ROLE       | captain     |",
        "ROLE       | studnet     | student",
        "STATUS     | Away        |",
        "EMAIL      | a@pier,example | a@pier.example",
        "PHONE      | call home   |",
        "COUNTRY    | Portugal    | PT",
        "LANGUAGE   | pt_BR       | pt-BR",
        "TIME_ZONE  | Lisbon      | Europe/Lisbon",
        "CONSENT    | maybe       |",
        "SITE       | Pier//Deck  | Pier/Deck",
        "CAPACITY   | 24.0        | 24",
      })
  void whatIsNoneStaysAsItStandsAndIsSaid(Field field, String given, String probably) {
    Judged judged = judged(field, given);
    assertThat(judged.isGood()).isFalse();
    assertThat(judged.text()).isEqualTo(given);
    assertThat(judged.trouble()).matches("(?:is|could|goes|names) .*\\.");
    assertThat(judged.probably()).isEqualTo(probably);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "DATE   | 3/4/2011 | 2011-04-03 | true",
        "YES_NO | Oui      | yes        | true",
        "YES_NO | perhaps  | perhaps    | false",
        "NUMBER | -3,5     | -3,5       | true",
        "EMAIL  | a@b      | a@b        | false",
      })
  void theSchoolsOwnFieldsAreJudgedToo(
      OwnField.Type type, String given, String text, boolean good) {
    OwnField field = new OwnField("berth", Table.USERS, type, List.of(), false, false, "");
    Judged judged =
        VALUES.judge(field, given, neatroster.core.model.DateReading.whole(DateOrder.DAY_FIRST));
    assertThat(judged.text()).isEqualTo(text);
    assertThat(judged.isGood()).isEqualTo(good);
  }

  @Property
  void whatIsWrittenSoOnceIsWrittenSoAlways(@ForAll String text, @ForAll Field field) {
    Judged once = judged(field, text);
    assertThat(judged(field, once.text())).isEqualTo(once);
  }
}
