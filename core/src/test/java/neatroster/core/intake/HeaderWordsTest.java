package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class HeaderWordsTest {
  @ParameterizedTest
  @CsvSource({
    "USERS, Student ID, ID",
    "USERS, Matrícula, ID",
    "USERS, Matrikelnummer, ID",
    "USERS, Login, USERNAME",
    "USERS, Nombre de usuario, USERNAME",
    "USERS, Nom d'utilisateur, USERNAME",
    "USERS, Benutzername, USERNAME",
    "USERS, Nome de usuário, USERNAME",
    "USERS, FIRST NAME, GIVEN_NAME",
    "USERS, Prénom, GIVEN_NAME",
    "USERS, Vorname, GIVEN_NAME",
    "USERS, Primeiro Nome, GIVEN_NAME",
    "USERS, Surname, FAMILY_NAME",
    "USERS, Apellidos, FAMILY_NAME",
    "USERS, Nom de famille, FAMILY_NAME",
    "USERS, Familienname, FAMILY_NAME",
    "USERS, Sobrenome, FAMILY_NAME",
    "USERS, Nombre y apellidos, FULL_NAME",
    "USERS, Élève, FULL_NAME",
    "USERS, 'Apellidos, Nombre', FULL_NAME",
    "USERS, 'Name, Vorname', FULL_NAME",
    "USERS, Surname / First name, FULL_NAME",
    "USERS, Nom & prénom, FULL_NAME",
    "USERS, Teilnehmer, FULL_NAME",
    "USERS, e-mail, EMAIL",
    "USERS, Correo electrónico, EMAIL",
    "USERS, Courriel, EMAIL",
    "USERS, Endereço de e-mail, EMAIL",
    "USERS, Handynummer, PHONE",
    "USERS, Date of Birth, BIRTH_DATE",
    "USERS, Fecha de nacimiento, BIRTH_DATE",
    "USERS, Geburtsdatum, BIRTH_DATE",
    "USERS, Data de nascimento, BIRTH_DATE",
    "USERS, Year Group, GRADE",
    "USERS, Jahrgangsstufe, GRADE",
    "USERS, École, SITE",
    "USERS, Standort, SITE",
    "USERS, Erziehungsberechtigte, GUARDIAN_NAME",
    "USERS, Parent Email, GUARDIAN_EMAIL",
    "USERS, Einwilligung, CONSENT",
    "USERS, Contraseña, PASSWORD",
    "USERS, Mot de passe, PASSWORD",
    "USERS, Palavra-passe, PASSWORD",
    "USERS, Funktion, ROLE",
    "COURSES, Course Code, CODE",
    "COURSES, Código del curso, CODE",
    "COURSES, Sigle, CODE",
    "COURSES, Kurskürzel, CODE",
    "COURSES, Intitulé, TITLE",
    "COURSES, Bezeichnung, TITLE",
    "COURSES, Lehrkraft, INSTRUCTORS",
    "COURSES, Trimestre, TERM",
    "COURSES, Vagas, CAPACITY",
    "COURSES, Date de début, STARTS",
    "COURSES, Fecha de fin, ENDS",
    "GROUPS, Klasse, COURSE",
    "GROUPS, Nom du groupe, NAME",
    "GROUPS, Equipo, NAME",
    "ENROLLMENTS, Étudiant, USER",
    "ENROLLMENTS, E-Mail-Adresse, USER",
    "ENROLLMENTS, Turma, COURSE",
    "ENROLLMENTS, Asignatura, COURSE",
    "ENROLLMENTS, Rolle, ROLE",
    "ENROLLMENTS, Gruppe, GROUP",
  })
  void headersAreKnownInFiveLanguages(Table table, String header, Field field) {
    assertThat(HeaderWords.match(table, header)).map(HeaderWords.Match::field).contains(field);
  }

  @ParameterizedTest
  @EnumSource(Table.class)
  void everyFieldIsKnownByItsOwnName(Table table) {
    for (Field field : table.fields()) {
      assertThat(HeaderWords.match(table, field.label().toUpperCase(java.util.Locale.ROOT)))
          .contains(new HeaderWords.Match(field, Column.By.NAME));
      assertThat(HeaderWords.match(table, field.key()))
          .map(HeaderWords.Match::field)
          .contains(field);
    }
  }

  @ParameterizedTest
  @CsvSource({"USERS, Quiz 1", "USERS, ''", "USERS, Locker", "COURSES, Quizname", "USERS, nam"})
  void othersAreNot(Table table, String header) {
    assertThat(HeaderWords.match(table, header)).isEmpty();
  }

  @Test
  void ourOwnNameComesBeforeASynonymWhereverItStands() {
    List<Optional<HeaderWords.Match>> matches =
        HeaderWords.match(Table.USERS, List.of("Login", "username", "Mail", "Email"));
    assertThat(matches.get(0)).isEmpty();
    assertThat(matches.get(1)).map(HeaderWords.Match::field).contains(Field.USERNAME);
    assertThat(matches.get(2)).isEmpty();
    assertThat(matches.get(3)).map(HeaderWords.Match::field).contains(Field.EMAIL);
  }

  @ParameterizedTest
  @CsvSource({
    "Name, Vorname, FAMILY_NAME",
    "Nom, Prénom, FAMILY_NAME",
    "Nome, Sobrenome, GIVEN_NAME",
    "Name, Email, FULL_NAME",
    "Student Name, First name, FULL_NAME",
  })
  void nameMeansWhatTheOtherColumnLeaves(String header, String other, Field field) {
    assertThat(HeaderWords.match(Table.USERS, List.of(header, other)).get(0))
        .map(HeaderWords.Match::field)
        .contains(field);
  }
}
