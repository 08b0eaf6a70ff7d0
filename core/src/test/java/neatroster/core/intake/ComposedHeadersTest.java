package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Headers that stand in no list. */
class ComposedHeadersTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "USERS | Staff ID | ID",
        "USERS | Roll no. | ID",
        "USERS | Employee Number | ID",
        "USERS | Admission No | ID",
        "USERS | Schüler-Nr. | ID",
        "USERS | Mitarbeiternummer | ID",
        "USERS | N° d'élève | ID",
        "USERS | Numéro de l'étudiant | ID",
        "USERS | Nº de expediente | ID",
        "USERS | Código del alumno | ID",
        "USERS | N.º de aluno | ID",
        "USERS | Email (home) | EMAIL",
        "USERS | Student's e-mail | EMAIL",
        "USERS | school_email_address | EMAIL",
        "USERS | Adresse courriel de l'élève | EMAIL",
        "USERS | Date of birth (dd/mm/yyyy) | BIRTH_DATE",
        "USERS | Guardian's e-mail | GUARDIAN_EMAIL",
        "USERS | Email of mother | GUARDIAN_EMAIL",
        "USERS | E-Mail der Eltern | GUARDIAN_EMAIL",
        "USERS | Courriel du père | GUARDIAN_EMAIL",
        "USERS | Name of parent | GUARDIAN_NAME",
        "USERS | account_status | STATUS",
        "USERS | studentFirstName | GIVEN_NAME",
        "USERS | Student Last Name | FAMILY_NAME",
        "USERS | Name of school | SITE",
        "COURSES | Course title (long) | TITLE",
        "COURSES | max. capacity | CAPACITY",
        "COURSES | Name of course | TITLE",
        "COURSES | Kursleitung | INSTRUCTORS",
        "ENROLLMENTS | Staff ID | USER",
        "ENROLLMENTS | Schülernummer | USER"
      })
  void headsAndQualifiersMakeAField(Table table, String header, Field field) {
    assertThat(HeaderWords.match(table, header).map(HeaderWords.Match::field))
        .isEqualTo(Optional.of(field));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Guardian phone",
        "Last login",
        "Emergency contact number",
        "Number of siblings",
        "Bus route",
        "Mathematics",
        "Quiz 1 (20)",
        "Please write clearly and hand in on Friday at the office"
      })
  void otherHeadersStayAlone(String header) {
    assertThat(HeaderWords.match(Table.USERS, header)).isEmpty();
  }
}
