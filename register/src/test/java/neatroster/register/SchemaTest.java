package neatroster.register;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Registers of earlier versions become ours, with what they hold. */
class SchemaTest {
  private static final KnownUser ANA =
      new KnownUser(new Person("501", "", "Ana Marlowe", "2011-01-02", "Pier"), "amarlowe", "", "");

  /** What each version had not yet, from the second on. */
  private static final List<String> BEFORE =
      List.of(
          "ALTER TABLE account DROP COLUMN password_kept;"
              + "ALTER TABLE account DROP COLUMN password_told; DROP TABLE slips_file;",
          "DROP TABLE run;",
          "ALTER TABLE run DROP COLUMN undoes; DROP TABLE sourced_id;",
          "ALTER TABLE run DROP COLUMN confirmed_at; ALTER TABLE run DROP COLUMN confirmed_digest;"
              + "ALTER TABLE run DROP COLUMN failed;",
          "DROP TABLE delivery; DROP TABLE platform_id;",
          "DROP TABLE export_seen; DROP TABLE password_packed;");

  @TempDir private Path folder;

  private void change(String statements) throws Exception {
    try (Connection file = DriverManager.getConnection("jdbc:sqlite:" + Register.file(folder));
        Statement statement = file.createStatement()) {
      statement.executeUpdate(statements);
    }
  }

  /** Each column of each table. */
  private Set<String> columns() throws Exception {
    Set<String> columns = new TreeSet<>();
    try (Connection file = DriverManager.getConnection("jdbc:sqlite:" + Register.file(folder));
        Statement statement = file.createStatement();
        ResultSet row =
            statement.executeQuery(
                "SELECT t.name, c.name, c.type, c.\"notnull\", c.pk FROM sqlite_master t,"
                    + " pragma_table_info(t.name) c WHERE t.type = 'table'")) {
      while (row.next()) {
        columns.add(
            row.getString(1)
                + "."
                + row.getString(2)
                + " "
                + row.getString(3)
                + row.getString(4)
                + row.getString(5));
      }
    }
    return columns;
  }

  @ParameterizedTest
  @ValueSource(ints = {2, 3, 4, 5, 6, 7})
  void aRegisterOfAnEarlierVersionIsTakenOver(int version) throws Exception {
    try (Register register = Register.open(folder)) {
      register.issue(AccountsUpdate.of(List.of(ANA)), List.of("amarlowe"), List.of(), "digest");
    }
    Set<String> ours = columns();
    for (int later = 7; later >= version; later--) {
      // A version that had no runs had none of their columns either.
      change(BEFORE.get(later - 2));
    }
    change("PRAGMA user_version = " + version);
    assertThat(columns()).isNotEqualTo(ours);
    try (Register register = Register.open(folder)) {
      assertThat(register.users()).containsExactly(ANA);
      assertThat(register.accountsDigest()).contains("digest");
      assertThat(register.runs().all()).isEmpty();
      assertThat(register.passwords().slipsFiles()).isEmpty();
      assertThat(register.passwords().kept().isEmpty()).isEqualTo(version == 2);
    }
    assertThat(columns()).isEqualTo(ours);
    Register.open(folder).close();
  }

  @Test
  void aRegisterOfALaterVersionIsLeftAlone() throws Exception {
    Register.open(folder).close();
    change("PRAGMA user_version = 99");
    assertThatThrownBy(() -> Register.open(folder)).hasMessageContaining("newer Neat Roster");
  }
}
