package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import neatroster.core.TextSheet;
import neatroster.core.grid.UnreadableSheetException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class NamesTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Ana Marlowe          | Ana        | Marlowe       | ''",
        "Marlowe, Ana         | Ana        | Marlowe       | ''",
        "Marlowe, Ana Maria   | Ana Maria  | Marlowe       | ''",
        "Ana Maria Marlowe    | Ana Maria  | Marlowe       | ''",
        "Plato                | Plato      | ''            | ''",
        "Ludwig van der Berg  | Ludwig     | van der Berg  | ''",
        "María de la Cruz     | María      | de la Cruz    | ''",
        "van Dyke             | van        | Dyke          | ''",
        "Bo Finch Jr.         | Bo         | Finch         | Jr.",
        "Dr. Karla Weiß       | Karla      | Weiß          | Dr.",
        "Prof. Dr. Weiß, Karl | Karl       | Weiß          | Prof. Dr.",
        "M. Bo Finch Jr.      | Bo         | Finch         | M. Jr.",
        "Sra Ana de la Cruz   | Ana        | de la Cruz    | Sra",
        "Finch, Bo III        | Bo         | Finch         | III",
        "Lic. Rosa Quay       | Rosa       | Quay          | Lic.",
        "Dr. med. vet. Bo Kite | Bo        | Kite          | Dr. med. vet.",
        "Dipl.-Ing. Bo Kite   | Bo         | Kite          | Dipl.-Ing.",
        "Ana Reed M.Sc.       | Ana        | Reed          | M.Sc.",
        "Ana Reed (understudy) | Ana       | Reed          | ''",
        "• Bo Finch           | Bo         | Finch         | ''",
        "2) Cy Quay           | Cy         | Quay          | ''",
        "Ivo DE LA VEGA       | Ivo        | DE LA VEGA    | ''",
        "MARLOWE Ana          | Ana        | MARLOWE       | ''",
        "DE LA CRUZ María     | María      | DE LA CRUZ    | ''",
        "ANA MARLOWE          | ANA        | MARLOWE       | ''",
        "林 海                | 海         | 林            | ''",
        "船越 さくら          | さくら     | 船越          | ''",
        "O'Rourke-Daly, Siobhán | Siobhán  | O'Rourke-Daly | ''",
        "محمد البحراني        | محمد       | البحراني      | ''",
      })
  void aFullNameIsTakenApart(String full, String given, String family, String suffix) {
    assertThat(NameParts.split(full)).isEqualTo(new NameParts(given, "", family, suffix));
  }

  @ParameterizedTest
  @ValueSource(strings = {"Ana Maria Marlowe", "José Ruiz Caballero", "Nguyễn Thuỷ Triều"})
  void severalWordsCouldBeTakenApartInMoreThanOneWay(String full) {
    assertThat(NameParts.isUncertain(full)).isTrue();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Ana Marlowe",
        "Marlowe, Ana Maria",
        "Ludwig van der Berg",
        "Plato",
        "林 海",
        "MARLOWE Ana Maria"
      })
  void othersCouldNot(String full) {
    assertThat(NameParts.isUncertain(full)).isFalse();
  }

  @Test
  void partsThatTheSheetHasAreNotTakenApart() throws UnreadableSheetException {
    List<NameParts> parts = new ArrayList<>();
    List<String> full = new ArrayList<>();
    SheetRows.read(
        SheetIntake.of(
            TextSheet.of(
                "users",
                """
                given name | family name    | full name        | suffix
                Ana        | van der Marlowe| somebody else    |
                           |                | Finch, Bo        |
                Cy         |                |                  | Jr.
                """),
            Optional.empty()),
        row -> {
          parts.add(Names.parts(row));
          full.add(Names.full(row));
        });
    assertThat(parts)
        .containsExactly(
            new NameParts("Ana", "", "van der Marlowe", ""),
            new NameParts("Bo", "", "Finch", ""),
            new NameParts("Cy", "", "", "Jr."));
    assertThat(full).containsExactly("Ana van der Marlowe", "Bo Finch", "Cy Jr.");
  }

  @ParameterizedTest
  @CsvSource({
    "Ana, Marlowe, Ana Marlowe",
    "小龙, 欧阳, 欧阳小龙",
    "さくら, 船越, 船越さくら",
    "민준, 김, 김민준",
    "Wei, 林, Wei 林",
    "'', Quay, Quay",
    "海, '', 海",
  })
  void peopleReadNamesInTheOrderOfTheirScript(String given, String family, String shown) {
    assertThat(new NameParts(given, "", family, "").shown()).isEqualTo(shown);
  }
}
