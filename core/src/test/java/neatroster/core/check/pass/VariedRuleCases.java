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
    return Stream.of(numbers(), characters(), people(), lists(), dragged(), courses())
        .flatMap(cases -> cases);
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

  private static Stream<Arguments> dragged() {
    return Stream.of(
        of(
            "fill-down-slip",
            """
            id   | given name | email                | phone         | birth date | site
            4417 | Ana        | home1@pier.example   | +447400000100 | 2011-03-10 | Pier 1
            4429 | Bo         | home2@pier.example   | +447400000215 | 2010-07-02 | Main    ←
            4433 | Cy         | home3@pier.example   | +447400000333 | 2012-11-30 | Main    ←
            4451 | Di         | home4@pier.example   | +447400000404 | 2011-01-01 | Main    ←
            4460 | Edna       | edna@pier.example    | +447400000590 | 2011-01-05 | Main
            """),
        of(
            "fill-down-slip",
            """
            id   | given name | phone         | birth date | site
            4417 | Ana        | +447400000100 | 2011-03-10 | Main
            4429 | Bo         | +447400000101 | 2010-07-02 | Main    ←
            4433 | Cy         | +447400000102 | 2012-11-30 | Main    ←
            4451 | Di         | +447400000103 | 2011-01-01 | Main    ←
            4460 | Edna       | +447400000590 | 2011-01-05 | Main
            """),
        of(
            "fill-down-slip",
            """
            id   | given name | birth date | site
            4417 | Ana        | 2011-02-26 | Pier 1
            4429 | Bo         | 2011-02-27 | Main    ←
            4433 | Cy         | 2011-02-28 | Main    ←
            4451 | Di         | 2011-03-01 | Main    ←
            4460 | Edna       | 2011-01-05 | Main
            """),
        of(
            "fill-down-slip",
            """
            id   | given name | site
            4417 | Ana        | Pier 1
            4429 | Bo         | Pier 2    ←
            4433 | Cy         | Pier 3    ←
            4451 | Di         | Pier 4    ←
            4460 | Edna       | Quay
            """),
        // Numbered on purpose, sites of several people, three neighbours by chance.
        of(
            "fill-down-slip",
            """
            id | username | given name | email             | birth date | site
            1  | cadet1   | Ana        | cadet1@sea.example | 2011-03-10 | Pier 1
            2  | cadet2   | Bo         | cadet2@sea.example | 2011-03-11 | Pier 2
            3  | cadet3   | Cy         | cadet3@sea.example | 2011-03-12 | Pier 3
            4  | cadet4   | Di         | cadet4@sea.example | 2010-01-01 | Pier 4
            5  | cadet5   | Edna       | cadet5@sea.example | 2010-05-05 | Pier 4
            6  | dee      | Flo        | flo@sea.example    | 2010-06-05 | Pier 2
            7  | gil      | Gil        | gil@sea.example    | 2010-06-06 | Pier 2     ←
            8  | hal      | Hal        | hal@sea.example    | 2010-06-07 | Pier 2     ←
            9  | ida      | Ida        | ida@sea.example    | 2010-06-08 | Pier 2     ←
            """),
        of(
            "fill-down-slip",
            "username | given name\na | Ana\nb | Bo\nc | Cy\nd | Di\ne | Ed\nf | Flo\n",
            """
            user | course
            a    | NAV-1
            b    | NAV-2     ←
            c    | NAV-3     ←
            d    | NAV-4     ←
            e    | NAV-5     ←
            f    | NAV-6     ←
            """),
        of(
            "fill-down-slip",
            "username | given name\na | Ana\nb | Bo\nc | Cy\nd | Di\ne | Ed\nf | Flo\n",
            """
            user | course | role
            a    | NAV-1  | instructor
            b    | NAV-2  | instructor
            c    | NAV-3  | instructor
            d    | NAV-4  | instructor
            e    | NAV-5  | instructor
            f    | NAV-6  | instructor
            a    | RAD-1  |
            b    | RAD-2  |            ←
            c    | RAD-3  | learner    ←
            d    | RAD-4  |            ←
            e    | RAD-5  |            ←
            f    | RAD-6  |            ←
            """),
        of(
            "fill-down-slip",
            """
            username | given name | manager
            boss1    | Ann        |
            b        | Bo         | boss1
            c        | Cy         | boss2     ←
            d        | Di         | boss3     ←
            e        | Edna       | boss1
            """),
        of(
            "unknown-manager",
            """
            username | given name | manager
            boss1    | Ann        |
            b        | Bo         | boss1
            c        | Cy         | boss2
            d        | Di         | boss3
            e        | Edna       | nobody     ←
            """));
  }

  private static Stream<Arguments> courses() {
    return Stream.of(
        of(
            "class-over-capacity",
            "username | given name\na | Ana\nb | Bo\nc | Cy\n",
            """
            code  | title | capacity
            NAV-1 | Coast | 2     ←
            NAV-2 | Night | 3
            NAV-3 | Radio | 1     ←
            """,
            "course | name\n | Watch\n",
            """
            user | course | group | members of
            a    |        | Watch |
            b    |        | Watch |
                 | NAV-1  |       | Watch
            c    | NAV-1  |       |
                 | NAV-2  |       | Watch
            a    | NAV-2  |       |
                 | NAV-3  |       | Watch
            """),
        of(
            "class-without-learners",
            "username | given name\na | Ana\nb | Bo\n",
            "code | title\nNAV-1 | Coast\nNAV-2 | Night ←\nNAV-3 | Radio\n",
            "course | name\n | Watch\n",
            """
            user | course | group | members of
            a    |        | Watch |
                 | NAV-1  |       | Watch
            b    | NAV-3  |       |
            """),
        of(
            "unknown-course",
            """
            code  | title | copy of
            NAV-1 | Coast |
            NAV-2 | Night | NAV-1
            NAV-3 | Radio | NAV-8     ←
            NAV-4 | Knots | NAV-4     ←
            NAV-5 | Ropes | Coast
            """),
        of(
            "near-twin",
            """
            code   | title
            NAV-12 | Coastal Navigation
            NVA-12 | Coastal Navigation     ←
            NAV-13 | Coastal Navigation
            RAD-12 | Radio
            RDA-12 | Radar
            """),
        of(
            "near-twin",
            "code | title\nNAV-1 | Coast\n",
            """
            username | given name | family name
            a        | Ana        | Marlyn
            b        | Bo         | Marlyt
            """,
            """
            course | name
            NAV-1  | Marlyn Watch
            NAV-1  | Marlyt Watch
            NAV-1  | Red Watch
            NAV-1  | Rex Watch
            NAV-1  | Lantern Watch
            NAV-1  | Lantren Watch     ←
            """),
        of(
            "unlikely-role",
            """
            username | given name | role
            ana      | Ana        | learner
            bo       | Bo         | instructor
            """,
            """
            code  | title | instructors
            NAV-1 | Coast | bo
            NAV-2 | Night | bo; ana     ←
            NAV-3 | Radio |
            """),
        of(
            "unlikely-role",
            """
            username | given name | grade | role
            ana      | Ana        | 7     | learner
            bo       | Bo         | 7     | learner
            cy       | Cy         | 8     | learner
            di       | Di         | 8     | instructor     ←
            ed       | Ed         |       | instructor
            flo      | Flo        |       | manager
            """),
        // In a school of instructors who have a grade it says nothing.
        of(
            "unlikely-role",
            """
            username | given name | grade | role
            ana      | Ana        | 7     | learner
            bo       | Bo         | 7     | learner
            di       | Di         | A     | instructor
            ed       | Ed         | B     | instructor
            """,
            "code | title | instructors\nNAV-1 | Coast | ana ←\n"),
        // Letters that are written out are no slip.
        of(
            "off-pattern",
            """
            given name | family name | username
            Ana        | Reed        | ana.reed
            Bo         | Quay        | bo.quay
            Jörn       | Müller      | joern.mueller
            Søren      | Krøyer      | soeren.kroeyer
            Jürgen     | Groß        | jurgen.gross
            Cy         | Finch       | cy.finch
            Di         | Holm        | di.holm
            Ed         | Voss        | ed.voss
            Flo        | Berg        | flo.berg
            Gil        | Lund        | gil.lund
            Hal        | Moss        | hmoss     ←
            Ida        | Dahl        | ida.dahl
            """),
        // No list tells who learns; the other courses and the other instructor do.
        of(
            "unlikely-role",
            "code | title\nNAV-1 | Coast\nNAV-2 | Night\nNAV-3 | Radio\nNAV-4 | Knots\n",
            "username | given name\nana | Ana\nbo | Bo\ncy | Cy\n",
            """
            user | course | role
            bo   | NAV-1  | instructor
            ana  | NAV-1  | learner
            ana  | NAV-2  |
            ana  | NAV-3  | learner
            ana  | NAV-4  | instructor     ←
            bo   | NAV-4  | instructor
            bo   | NAV-2  | learner
            bo   | NAV-3  | learner
            cy   | NAV-1  | learner
            cy   | NAV-2  | learner
            cy   | NAV-4  | learner
            cy   | NAV-3  | instructor
            """),
        of(
            "unlikely-role",
            "code | title\nNAV-1 | Coast\nNAV-2 | Night\nNAV-3 | Radio\n",
            "username | given name\na | Ana\nb | Bo\nc | Cy\nd | Di\n",
            """
            user | course | role
            a    | NAV-1  | learner
            b    | NAV-1  | instructor
            c    | NAV-3  | learner
            b    | NAV-3  | instructor
            c    | NAV-3  | instructor
            a    | NAV-2  | instructor     ←
            b    | NAV-2  | instructor
            c    | NAV-2  | instructor
            d    | NAV-2  | instructor
            """),
        of(
            "unknown-user",
            "code | title\nNAV-1 | Coast\n",
            """
            username | given name | family name | id
            a.reed   | Ana        | Reed        | 1
                     | Bo         | Quay        | 2
                     | Jörn       | Müller      | 3
            """,
            """
            user        | course
            a.reed      | NAV-1
            bo.quay     | NAV-1     ←
            j-muller    | NAV-1     ←
            2           | NAV-1
            Quay, Bo    | NAV-1
            Bo Finch    | NAV-1     ←
            """),
        of(
            "class-list-only",
            """
            id | given name | family name | email
            1  | William    | Reed        | will@pier.example
            2  | Bo         | Quay        | bo@pier.example
            """,
            """
            full name    | course | email
            Quay, Bo     | NAV-1  |
            Zoran Petrov | NAV-1  |                     ←
            Mia Lund     | NAV-1  | mia@pier.example     ←
                         | NAV-1  | bo@pier.example
            """,
            """
            full name | course | email
            Eve Oak   | NAV-1  | eve@pier.example
            Gus Hale  | NAV-1  | gus@pier.example
            """),
        of(
            "same-person-twice",
            """
            id | given name | family name | email
            1  | William    | Reed        | will@pier.example
            2  | Bo         | Quay        | bo@pier.example
            """,
            """
            full name    | course | email
            William Reed | NAV-1  | reed@elsewhere.example     ←
            Bo Quay      | NAV-1  | bo@pier.example
            """),
        of(
            "gap-in-column",
            """
            id | given name | family name | email
            1  | William    | Reed        | will@pier.example
            2  | Bo         |             | bo@pier.example       ←
            3  | Mia        | Lund        | mia@pier.example
               | Leo        | Kern        |                       ←
            5  | Una        | Hale        |
            6  | Cy         | Oak         | cy@pier.example
            """,
            """
            full name
            William Reed
            Bo Quay
            Mia                      ←
            Leo Kern
            Una Hale
            """,
            """
            group | course
            Red   | NAV-1
            Blue  | NAV-1
            Green |            ←
            Grey  | NAV-2
            White | NAV-2
            """,
            """
            full name
            王小明
            Bo Oak
            Mia Oak
            Leo Oak
            Una Oak
            """,
            """
            given name | family name
            William    |
            Bo         |
            Mia        | Elm
            Leo        | Elm
            Una        | Elm
            """),
        of(
            "no-course",
            """
            full name    | course
            William Reed | NAV-1
            Bo Quay      | NAV-2
            Mia Lund     |           ←
            Leo Kern     | NAV-1
            Una Hale     | NAV-1
            """),
        of(
            "not-there-to-leave",
            "code | title\nNAV-1 | Coast\nNAV-2 | Night\n",
            """
            id | given name | family name | course
            1  | Ana        | Reed        | NAV-1
            2  | Bo         | Quay        | NAV-1
            """,
            """
            name     | from  | to
            Ana Reed | NAV-1 | NAV-2
            Bo Quay  | NAV-2 | NAV-1     ←
            """),
        of(
            "not-there-to-leave",
            "code | title\nNAV-1 | Coast\nNAV-2 | Night\n",
            """
            id | given name | family name | course
            1  | Ana        | Reed        | NAV-1
            2  | Bo         | Quay        | NAV-1
            """,
            """
            name     | from  | to
            Ana Reed | NAV-1 | NAV-1     ←
            Bo Quay  | NAV-1 | Coast     ←
            """),
        of(
            "whole-name-in-given",
            """
            given name     | family name
            Ana            | Marlowe
            Finch, Bo      | Finch       ←
            Mia Lund       | Lund        ←
            Anna Maria     | Reed
            """),
        of(
            "same-person-twice",
            """
            id | given name | family name | birth date
            1  | Catherine  | Shaw        | 2002-03-04
            2  | Cleo       | Cole        |
            3  | Ana        | Reed        | 2001-01-01
            4  | Anne       | Reed        | 2001-01-01
            """,
            """
            email           | given name | family name | birth date
            cs@pier.example | Catharine  | Shaw        | 2002-03-04     ←
            cc@pier.example | Cleo       | Cole        |                ←
            """),
        of(
            "off-pattern",
            """
            id      | given name
            FB-1001 | Ana
            FB-1002 | Bo
            FB-1003 | Cy
            FB-l007 | Di      ←
            FB-1008 | Ed
            FB-1009 | Flo
            FB-1010 | Gus
            FB-1011 | Hal
            FB-1012 | Ike
            FB-1013 | Joe
            """),
        of(
            "conflicting-rows",
            """
            email           | given name | family name
            ab@pier.example | Ann        | Bell
            cy@pier.example | Ben        | Moss
            """,
            """
            email           | given name | family name
            ab@pier.example | Ann        | Belle     ←
            cy@pier.example | Benjamin   | Moss
            """),
        of(
            "column-left-alone",
            "code | title\nNAV-1 | Coast\n",
            """
            given name | family name | NAV-1 | Night watch | Locker | Score     ←
            Ana        | Reed        | x     | x           | L 1    | 1
            Bo         | Quay        |       | no          | L 2    | 0
            """),
        of(
            "column-left-alone",
            """
            given name | family name | Badge | Tag       ←
            Ana        | Reed        | B-101 | T-901
            Bo         | Quay        | B-102 | T-902
            Mia        | Lund        | B-103 | T-903
            """),
        of(
            "column-left-alone",
            "code | title\nNAV-1 | Coast\nNAV-2 | Night\nNAV-3 | Dusk\n",
            """
            given name | family name | wish  | otherwise     ←
            Ana        | Reed        | Coast | Night
            Bo         | Quay        | Dusk  | Coast
            """,
            """
            given name | family name | course | what it is
            Mia        | Lund        | NAV-1  | Coast
            Leo        | Kern        | NAV-2  | Night
            """),
        of(
            "uncertain-table",
            """
            name        | course     ←
            Ana Marlowe | NAV-1
            Leo Finch   | NAV-2
            """),
        of(
            "enrolls-nobody",
            "code | title\nNAV-1 | Coast\n",
            """
            given name | family name | sits in     ←
            Ana        | Reed        | first boat
            Bo         | Quay        | second boat
            """,
            """
            given name | family name | course
            Mia        | Lund        | NAV-1
            Leo        | Kern        | NAV-1
            """),
        of(
            "unknown-instructor",
            """
            id | given name | family name
            1  | Ana        | Reed
            2  | Bo         | Quay
            3  | Bo         | Quay
            """,
            """
            code  | title | instructors
            NAV-1 | Coast | Ana Reed
            NAV-2 | Night | Ana Reed; Bo Quay     ←
            NAV-3 | Dusk  | Ina Reed              ←
            """));
  }
}
