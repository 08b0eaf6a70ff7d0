package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import neatroster.core.model.Field;
import neatroster.core.model.Settings;
import neatroster.core.model.Table;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RepairTest {
  private static String repaired(Field field, String given) {
    return Repair.of(Table.USERS, field, given, Settings.standard());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "USERNAME   | ａｎａ．ｍ        | ana.m",
        "EMAIL      | o’rourke@pier.example | o'rourke@pier.example",
        "GIVEN_NAME | Zoë          | Zoë",
        "FAMILY_NAME| O’Rourke‐Daly      | O’Rourke‐Daly",
        "BIRTH_DATE | 3.4.2011           | 2011-04-03",
        "BIRTH_DATE | soon               | soon",
        "ROLE       | Student            | learner",
        "ROLE       | captain            | captain",
        "STATUS     | ACTIVE             | active",
        "STATUS     | Away               | Away",
        "PHONE      | +49 (0) 30 / 123 45-6 | +4930123456",
        "PHONE      | 0049 30 123456     | +4930123456",
        "PHONE      | 030 123456         | 030 123456",
        "PASSWORD   | ａ’b               | ａ’b",
      })
  void onlyWhatCannotChangeAMeaningIsRepaired(Field field, String given, String repaired) {
    assertThat(repaired(field, given)).isEqualTo(repaired);
  }

  @Property(tries = 300)
  void repairingTwiceChangesNothingMore(@ForAll String text, @ForAll Field field) {
    String once = repaired(field, text);
    assertThat(repaired(field, once)).isEqualTo(once);
  }
}
