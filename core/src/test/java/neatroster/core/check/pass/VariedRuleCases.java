package neatroster.core.check.pass;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.provider.Arguments;

/**
 * Sheets for {@link RuleCasesTest} in which a rule must find some rows and leave others that look
 * alike.
 */
final class VariedRuleCases {
  private VariedRuleCases() {}

  private static Arguments of(String rule, String... sheets) {
    return Arguments.of(rule, List.of(sheets));
  }

  static Stream<Arguments> cases() {
    return Stream.of(numbers(), characters(), people(), lists()).flatMap(cases -> cases);
  }

  private static Stream<Arguments> numbers() {
    return Stream.of(
        of(
            "mangled-number",
            """
            id      | given name
            417.0   | Ana         ←
            418.0   | Bo
            419,0   | Cy
            420.5   | Di
            """),
        of(
            "mangled-number",
            """
            id                   | given name
            100,417              | Ana         ←
            1,100,418            | Bo          ←
            12345678901234500000 | Cy          ←
            1234567890123450     | Di          ←
            1,41                 | Edna
            """),
        of(
            "mangled-number",
            """
            id                   | given name
            12345678901234500000 | Ana
            12345678901234567891 | Bo
            1.2E+15              | Cy          ←
            """),
        of(
            "mangled-number",
            """
            course | name
            NAV-1  | Watch A
            NAV-1  | 1-Jan    ←
            NAV-1  | Watch B
            """),
        of(
            "fill-down-slip",
            "code | title\nVOX-1 | Voice\nVOX-2 | Choir\n",
            "username | given name\na | Ana\nb | Bo\nc | Cy\nd | Di\n",
            """
            user | course
            a    | VOX-1
            b    | VOX-2
            c    | VOX-3     ←
            d    | VOX-4     ←
            """),
        of(
            "fill-down-slip",
            "code | title\nVOX-2 | Voice\nSEA-7 | Sea\n",
            "username | given name\na | Ana\nb | Bo\nc | Cy\nd | Di\n",
            """
            user | course
            a    | VOX-1
            b    | VOX-2
            c    | VOX-3     ←
            d    | VOX-4     ←
            a    | SEA-7
            b    | SEA-9
            """),
        of(
            "off-pattern",
            """
            username | given name | family name
            avale    | Ana        | Vale
            bfinch   | Bo         | Finch
            cquay    | Cyril      | Quay
            dreed    | Dora       | Reed
            eholm    | Edna       | Holm
            fpike    | Flora      | Pike
            gshore   | Gus        | Shore
            hsound   | Hal        | Sound
            iberg    | Ida        | Berg
            seagull7 | Jo         | Cove      ←
            """),
        of(
            "dates-out-of-order",
            """
            given name | birth date
            Ana        | 1899-12-31     ←
            Bo         | 1890-05-01     ←
            Cy         | 2031-01-01     ←
            Di         | 1925-03-04
            Edna       | 2010-03-04
            Flo        |
            """));
  }

  private static Stream<Arguments> characters() {
    return Stream.of(
        of(
            "garbled-text",
            """
            given name   | family name
            Jos&eacute;  | Vale         ←
            Zo&#235;     | Vale         ←
            Ana          | M&#xFC;ller  ←
            Bo & Cy      | Vale
            Tom&Jerry    | Vale
            AT&T;        | Vale
            """),
        of(
            "garbled-text",
            """
            given name | family name
            Ana        | M\u0081ller
            Ana        | M„rz           ←
            Jos‚       | Vale           ←
            Zo‰        | Vale           ←
            Ines Jos‚  | Vale           ←
            Šárka      | Žižka
            Ana        | O’Neil
            Ana        | Ÿvale
            """),
        of(
            "unreachable-email",
            """
            given name | email
            Ana        | ana@gmial.com       ←
            Bo         | bo@gmai.com         ←
            Cy         | cy@pier.exmaple     ←
            Di         | di@pier.examle      ←
            Edna       | edna@outlok.com     ←
            Flo        | flo@gmail.com
            Gus        | gus@pier.example
            Hal        | hal@mail.example
            """),
        of(
            "weak-password",
            """
            username | given name | family name | password
            a        | Ana        | Vale        | p4ssw0rd      ←
            b        | Bo         | Finch       | P@$$word1     ←
            c        | Cy         | Quay        | s3cret99      ←
            d        | Di         | Reed        | harbour4plank
            e        | Edna       | Holm        | 7tideWindow3
            f        | Flo        | Pike        | gull-4-rope-1
            """),
        of(
            "unwanted-word",
            """
            username    | given name | family name
            scunthorpe  | Bo         | Vale         ←
            jscunthorpe | Jo         | Scunthorpe
            j.scunth    | Ida        | Scunthorpe   ←
            scunthorpe1 | Scunthorpe |
            """));
  }

  private static Stream<Arguments> people() {
    return Stream.of(
        of(
            "circular-manager",
            """
            username | given name | manager
            a        | Ana        | a      ←
            b        | Bo         | c      ←
            c        | Cy         | b
            d        | Di         | a
            e        | Edna       | nobody
            f        | Flo        |
            """),
        of(
            "unlikely-role",
            "code | title\nNAV-1 | Coast\n",
            """
            username | given name | grade | guardian email
            a        | Ana        | 7     |
            b        | Bo         |       | b@home.example
            c        | Cy         |       |
            """,
            """
            user | course | role
            a    | NAV-1  | instructor   ←
            b    | NAV-1  | assistant    ←
            c    | NAV-1  | instructor
            """));
  }

  private static Stream<Arguments> lists() {
    return Stream.of(
        of(
            "missing-value",
            "course | role\nNAV-1 | learner\n",
            "code | title\nNAV-1 | Coast\n | Radio ←\n"),
        of(
            "enrollment-outside-course",
            """
            code  | title | starts     | ends
            NAV-1 | Coast | 2027-06-18 | 2027-01-11
            RAD-1 | Radio | 2027-01-11 | 2027-06-18
            """,
            "username | given name\na | Ana\n",
            """
            user | course | starts
            a    | NAV-1  | 2027-02-01
            a    | RAD-1  | 2027-02-01
            a    | RAD-1  | 2026-12-01   ←
            """),
        of(
            "near-twin",
            "code | title\nNAV-1 | Coast\nNAV-2 | Coast by night\n",
            """
            course | name
            NAV-1  | Port Watch
            NAV-1  | Port Wacth     ←
            NAV-1  | Lock Watch
            NAV-2  | Lock Wacth
            """));
  }
}
