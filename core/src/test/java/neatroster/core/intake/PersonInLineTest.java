package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Who is on a line that somebody typed. */
class PersonInLineTest {
  @ParameterizedTest
  @CsvSource(
      delimiterString = "=>",
      value = {
        "Ada Marlin => Ada Marlin||",
        "Vale, Ivo => Vale, Ivo||",
        "1) Ada Marlin => Ada Marlin||",
        "(2) Ada Marlin => Ada Marlin||",
        "• Vale, Ivo (understudy) => Vale, Ivo||understudy",
        "– Lina Hofer – kommt später => Lina Hofer||kommt später",
        "[x] Ada Marlin => Ada Marlin||",
        "Ada Marlin <ada@pier.example> => Ada Marlin|ada@pier.example|",
        "\"Quill, Robert\" <rob@pier.example> => Quill, Robert|rob@pier.example|",
        "ada@pier.example => |ada@pier.example|",
        "ada@pier.example Ada Marlin => Ada Marlin|ada@pier.example|",
        "Ada Marlin, ada@pier.example. => Ada Marlin|ada@pier.example|",
        "Ada Marlin (mailto:ada@pier.example) => Ada Marlin|ada@pier.example|",
        "a@pier.example; b@pier.example, c@pier.example => |a@pier.example| + |b@pier.example| + |c@pier.example|",
        "Ana Kole <a@pier.example>, Tarr, Ben <b@pier.example> => Ana Kole|a@pier.example| + Tarr, Ben|b@pier.example|",
        "Ada Marlin; Vale, Ivo; Bo Finch => Ada Marlin|| + Vale, Ivo|| + Bo Finch||",
        "Ana Marlin, Lucas Vale, Emma Quay => Ana Marlin|| + Lucas Vale|| + Emma Quay||",
        "Ada Marlin, Bo Finch and Cy Quay => Ada Marlin|| + Bo Finch|| + Cy Quay||",
        "Ferrer Gómez, Lucía María => Ferrer Gómez, Lucía María||",
        "Jean-Luc d’Arcy => Jean-Luc d’Arcy||",
      })
  void peopleOnALine(String line, String people) {
    assertThat(
            PersonInLine.all(line).stream()
                .map(person -> person.name() + "|" + person.email() + "|" + person.remark())
                .collect(Collectors.joining(" + ")))
        .isEqualTo(people);
  }

  @Test
  void titlesAndSentencesAreNoPeople() {
    for (String line :
        List.of(
            "Harbour Watch 2027",
            "Teilnehmende Segelkurs A",
            "Lista de tripulantes",
            "Equipage du port",
            "Crew list, autumn",
            "Please bring oilskins.")) {
      assertThat(PersonInLine.all(line)).as(line).noneMatch(PersonInLine::isCertain);
    }
    assertThat(PersonInLine.all("Ana Curso")).allMatch(PersonInLine::isCertain);
    assertThat(PersonInLine.all(" – ")).isEmpty();
  }
}
