package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SecretColumnsTest {
  @ParameterizedTest
  @ValueSource(
      strings = {
        "pwd",
        "pass",
        "Pass Word",
        "PW",
        "P.W.",
        "first password",
        "initialPassword",
        "Login_Pwd",
        "passcode",
        "PIN",
        "Start-Passwort",
        "Temp PW",
        "Benutzerpasswort",
        "Erst-Kennwort",
        "Mot de passe provisoire",
        "MDP",
        "Contraseña inicial",
        "clave",
        "Senha temporária",
        "Palavra-passe"
      })
  void wordsForThePasswordItself(String header) {
    assertThat(HeaderWords.match(Table.USERS, header).orElseThrow().field())
        .isEqualTo(Field.PASSWORD);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "password hint",
        "Last password change",
        "Zugangscode",
        "secret",
        "Código secreto"
      })
  void whatIsSaidAboutOneIsSecretAndNoPassword(String header) {
    assertThat(HeaderWords.match(Table.USERS, header)).isEmpty();
    assertThat(SecretHeaders.isSecret(header)).isTrue();
  }

  @ParameterizedTest
  @ValueSource(strings = {"passport", "compass", "Spinnaker", "Opinion", "passed", "keyboard"})
  void otherWordsAreNone(String header) {
    assertThat(SecretHeaders.isSecret(header)).isFalse();
    assertThat(HeaderWords.match(Table.USERS, header)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "Kx7#Secret11 Zq9!Secret22, true",
    "kelp-otter-lamp-nine gull-tide-mast-sail, true",
    "x7k2pq9 m3n8rt4, true",
    "Anker4711 Boje2208, true",
    "NAV-2 KNOT-1, false",
    "S-00123 S-00124, false",
    "amarlowe2 bfinch, false",
    "ana@pier.example bo@pier.example, false",
    "+4420794601 +4420794602, false",
    "2011-05-03 2012-06-04, false",
    "Marlowe Finch, false",
    "Main-Pier Lower-Deck, false",
    "12345678 87654321, false"
  })
  void valuesThatLookLikePasswords(String values, boolean secret) {
    assertThat(SecretColumns.lookLikePasswords(List.of(values.split(" ", -1)))).isEqualTo(secret);
  }
}
