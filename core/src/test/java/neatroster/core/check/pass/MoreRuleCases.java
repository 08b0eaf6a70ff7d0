package neatroster.core.check.pass;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.provider.Arguments;

/**
 * More sheets for {@link RuleCasesTest}: a text that begins with “known” is an export of the
 * platform.
 */
final class MoreRuleCases {
  private MoreRuleCases() {}

  private static Arguments of(String rule, String... sheets) {
    return Arguments.of(rule, List.of(sheets));
  }

  static Stream<Arguments> cases() {
    return Stream.of(
            sheets(),
            characters(),
            values(),
            together(),
            lists(),
            references(),
            school(),
            known(),
            issued())
        .flatMap(cases -> cases);
  }

  private static Stream<Arguments> sheets() {
    return Stream.of(
        of("missing-column", "course | role ←\nNAV-1 | learner\n"),
        of("missing-column", "given name | deck\nAna | x\n", "title | capacity ←\nCoast | 4\n"),
        of(
            "unknown-column",
            "usrname | given name | deck ←\nana | Ana | x\n",
            "given name | family name | deck | score\nBo | Finch | x | 17\n"),
        of(
            "column-without-header",
            "given name | | family name ←\nAna | port | Marlowe\nBo | | Finch\n",
            "given name | | family name\nCy | | Quay\n"),
        of(
            "no-header",
            "Ana | Marlowe | ana@pier.example ←\nBo | Finch | bo@pier.example\n",
            "given name | email\nCy | cy@pier.example\n"),
        of(
            "repeated-header",
            """
            given name | family name
            Ana        | Marlowe
            given name | family name   ←
            Bo         | Finch
            Given      | Name
            """),
        of(
            "skipped-row",
            """
            given name | family name | id
            Ana        | Marlowe     | 417
            Total: 1   |             |       ←
            Bo         | Total       | 418
            """),
        of(
            "example-row",
            """
            given name | family name | email                     | note
            Wren       | Halyard     | wren.halyard@pier.example | An example. It is skipped; delete it, or write over it. ←
            Wren       | Halyard     | wren@pier.example         |
            """,
            """
            given name | family name | email                     | note
            Wren       | Halyard     | wren.halyard@pier.example | An example. It is skipped; delete it, or write over it.
            """),
        of(
            "unchecked-references",
            "user | course ←\nana | NAV-1\n",
            "username | given name\nana | Ana\n"),
        of("stray-photo", "username | given name | photo ←\nana | Ana | ana.jpg\n"));
  }

  private static Stream<Arguments> characters() {
    return Stream.of(
        of(
            "odd-character",
            """
            given name | family name    | username | email
            Ana        | O’Rourke-Ångström | ana   | ana@pier.example
            Ольга      | Иванова        | olga     | olga@pier.example
            نور        | می‌خواهم        | nur      | nur@pier.example
            Аna        | Marlowe        | ana2     | ana2@pier.example    ←
            Bo​   | Finch          | bo       | bo@pier.example      ←
            Cy         | Qu4y           | cy       | cy@pier.example      ←
            Di         | Reed           | ｄi      | di@pier.example      ←
            Ed         | Holm ☺         | ed       | ed@pier.example      ←
            """),
        of(
            "formula-sign",
            """
            given name | username | email             | id   | password
            Ana        | ana      | ana@pier.example  | 501  | kelp-otter-9
            Bo         | -bo      | bo@pier.example   | 502  |              ←
            Cy         | cy       | +cy@pier.example  | 503  |              ←
            Di         | di       | di@pier.example   | -504 |              ←
            Ed         | ed       | ed@pier.example   | 505  | =kelp-otter  ←
            Flo        | flo      | '+flo@pier.example | 506 |              ←
            ‘t Hart    | hart     | 'hart@pier.example | 507 |
            """,
            """
            code  | title                | description
            NAV-1 | Coast                | - for beginners
            NAV-2 | +1 day at sea        | @home
            NAV-3 | @SUM(A1:A9)          |                     ←
            NAV-4 | -kelp!A0             |                     ←
            NAV-5 | Sea                  | =1+1                ←
            """),
        of(
            "garbled-text",
            """
            given name | family name
            Zoë        | Müller
            João       | Ángel Ñuñez
            José       | MÃ¼ller      ←
            FranÃ§ois  | Roux         ←
            Bo         | M?ller       ←
            Cy         | Quay?
            """),
        of(
            "undecodable-text",
            """
            code  | title
            NAV-1 | Küste
            NAV-2 | K�ste   ←
            """),
        of(
            "spreadsheet-error",
            """
            given name | email            | grade
            Ana        | ana@pier.example | #1
            Bo         | #N/A             |            ←
            Cy         | =LOWER(A3)       |            ←
            Di         | #BEZUG!          |            ←
            Ed         | ed@pier.example  | =
            Flo        | flo@pier.example | Err:502    ←
            """),
        of(
            "mangled-number",
            """
            id     | given name
            000417 | Ana
            000418 | Bo
            000419 | Cy
            000420 | Di
            421    | Ed    ←
            1.2E+11 | Flo  ←
            2011-05-04 | Gus ←
            000423 | Hal
            1000424 | Ida
            """,
            """
            id  | given name
            9   | Una
            10  | Vic
            101 | Wes
            102 | Xen
            """),
        of(
            "too-long",
            """
            given name | email
            Ana        | ana@pier.example
            Bo         | %s@pier.example   ←
            %s         | cy@pier.example   ←
            """
                .formatted("b".repeat(250), "C".repeat(101))));
  }

  private static Stream<Arguments> values() {
    return Stream.of(
        of(
            "too-short",
            """
            username | given name | password
            ana      | Ana        | long enough
            bo       | Bo         | short       ←
            cy       | Cy         |
            """),
        of(
            "unwanted-word",
            """
            username    | given name | family name
            f.uckfield  | Fanny      | Uckfield     ←
            essex       | Bo         | Essex
            dcockburn   | Di         | Cockburn
            sh_it7      | Shi        | Ito          ←
            """),
        of(
            "duplicate-join-code",
            """
            code  | title    | join code
            NAV-1 | Coastal  | KITE-7
            NAV-2 | Offshore | kite-7     ←
            NAV-3 | Night    | KITE-8
            NAV-4 | Ropes    |
            NAV-5 | Knots    |
            """),
        of(
            "weak-password",
            """
            username | given name | family name | birth date | password         | site
            ana      | Ana        | Marlowe     | 2011-04-03 | gull-tide-mast-7 | Main Pier
            hal      | Hal        | Moor        | 2011-04-03 | MainPier1        | Main Pier   ←
            bo       | Bo         | Finch       | 2011-04-03 | Password1        |           ←
            cy       | Cy         | Quay        | 2011-04-03 | 03042011         |           ←
            diana    | Diana      | Reed        | 2011-04-03 | diana2011        |           ←
            ed       | Ed         | Holm        | 2011-04-03 | 23456789         |           ←
            flo      | Flo        | Lin         | 2011-04-03 | aaaaaaaaaa       |           ←
            gus      | Gus        | Vale        | 2011-04-03 | 83104277         |
            """),
        of(
            "bad-phone",
            """
            given name | phone
            Ana        | +44 20 7946 0123
            Bo         | 0044 (0)20 7946 0123
            Cy         | 020 7946 0123
            Di         | +44 20 79          ←
            Ed         | call my mother     ←
            Flo        | 12                 ←
            Gus        | +49 30 901820 ext. 4
            """),
        of("bad-country", "given name | country\nAna | PT\nBo | pt\nCy | Portugal ←\nDi | XX ←\n"),
        of(
            "bad-language",
            "given name | language\nAna | en\nBo | pt-BR\nCy | English ←\nDi | pt_BR ←\nEd | zh-Hant\n"),
        of(
            "bad-time-zone",
            "given name | time zone\nAna | Europe/Lisbon\nBo | Lisbon ←\nCy | EST5 ←\nDi | UTC\n"),
        of(
            "bad-number",
            "code | title | capacity\nA | One | 24\nB | Two | twenty ←\nC | Three | 24.0 ←\nD | Four |\n"),
        of(
            "bad-placement",
            """
            given name | site
            Ana        | Main Pier/Cadets
            Bo         | Main Pier//Cadets    ←
            Cy         | /Main Pier           ←
            Di         | Main Pier\\Cadets   ←
            Ed         | Main Pier
            """),
        of(
            "unreachable-email",
            """
            given name | email
            Ana        | ana@pier.example
            Bo         | noreply@pier.example    ←
            Cy         | cy@server.local         ←
            Di         | di@pier.con             ←
            Ed         | nora.reply@pier.example
            """),
        of(
            "dates-out-of-order",
            """
            code  | title | starts     | ends
            NAV-1 | Coast | 2027-01-11 | 2027-03-01
            NAV-2 | Night | 2027-01-11 | 2026-03-01   ←
            NAV-3 | Dusk  | 2027-01-11 | +90 days
            NAV-4 | Dawn  |            | 2027-03-01
            """,
            "given name | birth date\nAna | 2012-01-01\nBo | 2031-01-01 ←\n"),
        of(
            "stale-year",
            """
            code     | title      | term    | starts     | ends       | status
            NAV-2027 | Coast      | 2026/27 |            |            |
            NAV-2    | Coast 2025 |         |            |            |          ←
            NAV-3    | Night      | 2025/26 | 2027-01-11 |            |          ←
            NAV-4    | Night      |         | 2026-01-11 | 2026-07-01 |          ←
            NAV-5    | Night 2019 |         |            |            | closed
            NAV-6    | Rule 72    |         |            |            |
            """),
        of(
            "missing-photo",
            """
            given name | photo
            Ana        | ana.jpg
            Bo         | photos/BO.JPG
            Cy         | 'photos/bo.jpg
            Cy         | https://pier.example/cy.jpg
            Di         | anna.jpg     ←
            """),
        of(
            "unlisted-value",
            """
            given name | Track | locker | deck
            Ana        | A     | 17     | x
            Bo         | C     | 18     | x     ←
            Cy         |       | twelve | x     ←
            """),
        of(
            "duplicate-value",
            "given name | locker | deck\nAna | 17 | x\nBo | 18 | x\nCy | 17 | x ←\nDi | | x\nEd | | x\n"));
  }

  private static Stream<Arguments> together() {
    return Stream.of(
        of(
            "duplicate-phone",
            """
            given name | id | phone
            Ana        | 1  | +44 20 7946 0123
            Bo         | 2  | 0044 20 79460123     ←
            Cy         | 3  | +44 20 7946 0124
            """),
        of(
            "conflicting-rows",
            """
            id | given name | family name | email          | course | role
            1  | Ana        | Marlowe     | a@pier.example | NAV-1  | learner
            1  | Ana        | Marlowe     | a@pier.example | NAV-2  | assistant
            2  | Bo         | Finch       | b@pier.example | NAV-1  | learner
            2  | Bo         | Finch       | c@pier.example | NAV-2  | learner     ←
            """),
        of(
            "date-order",
            """
            given name | birth date
            Ana        | 12/31/2010     ←
            Bo         | 01/25/2011
            Cy         | 31/12/2010     ←
            Di         | 03/04/2010
            """,
            "given name | birth date\nEd | 31/12/2010\nFlo | 25/01/2011\n"),
        of(
            "uncertain-name",
            """
            full name
            Marlowe, Ana Maria
            Ana Maria Marlowe Reed     ←
            Bo Finch
            Cy de la Quay
            Captain
            """),
        of(
            "conflicting-roles",
            """
            user | course | group | role
            ana  | NAV-1  |       | learner
            ana  | NAV-1  |       | instructor   ←
            ana  | NAV-1  | Port  | instructor
            bo   | NAV-1  |       |
            bo   | NAV-1  |       | learner
            """),
        of(
            "conflicting-status",
            """
            user | course | group | status | starts     | ends
            ana  | NAV-1  |       | ended  |            | 2027-01-31
            ana  | NAV-1  | Port  |        | 2027-02-01 |
            bo   | NAV-1  |       |        |            |              ←
            bo   | NAV-1  | Port  |        | 2027-01-01 |              ←
            bo   | NAV-1  |       | ended  |            | 2027-01-31
            bo   | NAV-2  |       |        |            |
            cy   | NAV-1  | Port  | ended  |            |
            cy   | NAV-1  | Star  |        |            |
            cy   | NAV-1  | Port  |        | 2027-09-01 |              ←
            """),
        of(
            "fill-down-slip",
            """
            code  | title
            NAV-2 | Coast
            NAV-9 | Night
            RAD-1 | Radio
            """,
            """
            user | course
            ana  | NAV-2
            bo   | NAV-3     ←
            cy   | NAV-4     ←
            di   | NAV-5     ←
            ed   | RAD-1
            flo  | RAD-2
            gus  | NAV-9
            hal  | NAV-10    ←
            ida  | NAV-11    ←
            """),
        of(
            "shifted-column",
            """
            given name | family name | email
            Ana        | Marlowe     | ana.marlowe@pier.example
            Bo         | Finch       | mei.lin@pier.example     ←
            Mei        | Lin         | tom.reed@pier.example    ←
            Tom        | Reed        | ida.holm@pier.example    ←
            Ida        | Holm        |
            Una        | Quill       | gus.vale@pier.example    ←
            Gus        | Vale        | una.quill@pier.example   ←
            Flo        | Marlowe     | family.marlowe@pier.example
            Cy         | Quay        | captain@pier.example
            Wes        | Marlowe     | wes@home.example
            """),
        of(
            "near-twin",
            """
            id | given name | site          | email
            1  | Ana        | Main Pier     | ana@pier.example
            2  | Bo         | Main Pier     | bo@pier.example
            3  | Cy         | Mian Pier     | cy@pier.example      ←
            4  | Di         | main-pier     | di@pier.example      ←
            5  | Ed         | Deck 1        | ed@pier.example
            6  | Flo        | Deck 2        | flo@pier.example
            7  | Gus        | Deck A        | gus@pier.example
            8  | Hal        | Deck B        | hal@pier.example
            9  | Ida        | Deck II       | ida@peir.example     ←
            10 | Jo         | Deck III      | jo@pier.example
            """,
            """
            course | name
            NAV-1  | Port Watch
            NAV-1  | Prot Watch     ←
            NAV-2  | Port Watch
            NAV-1  | Fort Watch
            NAV-1  | Group 1
            NAV-1  | Group 2
            """,
            "code | title\nNAV-1 | Coast\nNAV-2 | Night\n"),
        of(
            "off-pattern",
            "given name | berth | deck\nAna | B-017 | x\nBo | B-17 | x ←\nCy | | x\nDi | C-018 | x ←\n"),
        of(
            "off-pattern",
            """
            code   | title
            NAV-1  | a
            NAV-2  | b
            NAV-3  | c
            NAV-4  | d
            NAV-5  | e
            NAV-6  | f
            NAV-7  | g
            NAV-8  | h
            NAV-9  | i
            NAV10  | j      ←
            KNOT-1 | k
            """));
  }

  private static Stream<Arguments> issued() {
    return Stream.of(
        of(
            "username-taken",
            "issued\n417 | ana | Ana Marlowe\n418 | bo | Bo Finch",
            """
            id  | username | given name | family name
            417 | ana      | Ana        | Marlowe
            500 | BO       | Bea        | Finch        ←
                | bosun    | Una        | Quill
            """),
        of(
            "rename-refused",
            "issued\n417 | ana | Ana Marlowe\n418 | bo | Bo Finch\n419 | cy | Cy Quay",
            """
            id  | username | given name | family name
            417 | ana2     | Ana        | Marlowe       ←
            418 | BO       | Bo         | Finch
            419 |          | Cy         | Quay
            420 | dreed    | Di         | Reed
            """),
        of(
            "changed-elsewhere",
            "issued\n417 | ana | Ana Marlowe\n418 | bo | Bo Finch",
            "known\nid | username | given name | family name\n417 | ana.m | Ana | Marlowe\n418 | bo | Bo | Finch\n",
            "id | given name | family name\n417 | Ana | Marlowe ←\n418 | Bo | Finch\n"));
  }

  private static Stream<Arguments> lists() {
    String everybody =
        """
        id     | given name | middle name | family name | email            | birth date
        000417 | Ana        |             | Marlowe     | ana@pier.example |
        000418 | Mei        |             | Lin         | mei@pier.example |
        000419 | Mei        |             | Lin         | lin@pier.example |
        000420 | José       |             | Ruiz        | jr@pier.example  | 2011-04-03
        000421 | Anne-Marie |             | Müller      | am@pier.example  |
        AB12   | Bo         |             | Finch       | bo@pier.example  |
        """;
    return Stream.of(
        of(
            "altered-id",
            everybody,
            """
            id     | full name     | course
            417    | Ana Marlowe   | NAV-1     ←
            418    | Cy Quay       | NAV-1
            000420 | RUIZ José     | NAV-1
            ab12   | Finch, Bo     | NAV-1     ←
            """),
        of(
            "joined-by-name",
            everybody,
            """
            full name            | course
            MARLOWE, Ana         | NAV-1     ←
            Annemarie Mueller    | NAV-1
            Ida Holm             | NAV-1
            """,
            "full name | course\nIda Holm | NAV-1\nGus Vale | NAV-1\n"),
        of(
            "ambiguous-user",
            everybody,
            """
            full name | course
            Lin Mei   | NAV-1     ←
            Ana       | NAV-1     ←
            A. Muller | NAV-1
            Ana Lin   | NAV-1
            """),
        of(
            "same-person-twice",
            everybody,
            """
            id  | given name | family name | birth date | email
            900 | JOSE       | RUIZ        | 3.4.2011   | other@pier.example  ←
            901 | Ana        | Marlowe     |            | am2@pier.example
            """,
            "full name | course\nAna Marlow | NAV-1 ←\nAna Quill | NAV-1\n"),
        of(
            "conflicting-rows",
            everybody,
            """
            id     | full name   | email             | course
            000417 | Ana Marlowe |                   | NAV-1
            000418 | M. Lin      | mei@home.example  | NAV-1    ←
            """),
        of(
            "phone-without-country",
            """
            given name | phone
            Ana        | +44 20 7946 0123
            Bo         | 020 7946 0124     ←
            Cy         | 020 7946 0125
            """));
  }

  private static Stream<Arguments> references() {
    return Stream.of(
        of(
            "unknown-manager",
            """
            username | given name | manager
            ana      | Ana        | bo
            bo       | Bo         | anna     ←
            cy       | Cy         |
            """),
        of(
            "unknown-instructor",
            """
            code  | title | instructors
            NAV-1 | Coast | ana; bo@pier.example
            NAV-2 | Night | ana; boo               ←
            """,
            "username | given name | email\nana | Ana |\nbo | Bo | bo@pier.example\n"),
        of(
            "instructor-in-other-role",
            """
            code  | title | instructors
            NAV-1 | Coast | ana; bo     ←
            NAV-2 | Night | ana
            NAV-3 | Dusk  | bo          ←
            """,
            """
            user | course | role       | group
            bo   | NAV-1  | learner    |
            ana  | NAV-2  | instructor | Port
            bo   | NAV-3  | learner    | Port
            """),
        of(
            "unknown-site",
            "known\nusername | given name | site\nx | X | Main Pier/Cadets\n",
            "given name | site\nAna | Main Pier/Cadets\nBo | Main Pier\nCy | Main Pier/Cadet ←\n"),
        of(
            "unknown-category",
            "known\ncode | title | category\nX | X | Deck/Year 2\n",
            "code | title | category\nA | One | Deck/Year 2\nB | Two | Engine ←\nC | Three | Deck\n"),
        of(
            "unknown-former-username",
            "known\nusername | given name\nana | Ana\n",
            "username | given name | former username\nana2 | Ana | ana\nbo2 | Bo | boo ←\n"));
  }

  private static Stream<Arguments> school() {
    return Stream.of(
        of(
            "no-course",
            """
            given name | role 1  | group 1    | course 1 | course 2 | group 2
            Ana        | learner | Port Watch | NAV-1    |          |
            Bo         | learner | Port Watch |          | NAV-2    | Choir    ←
            Cy         | learner |            |          |          |
            Di         |         |            | NAV-1    |          | Choir    ←
            """,
            """
            Vorname | Nachname | Gruppe
            Klara   | Gut      | Rot      ←
            Emil    | Berger   |
            """,
            """
            prénom | nom  | rôle 1 | groupe 1
            Zoé    | Roux | élève  | Bleu      ←
            Hugo   | Gay  |        |
            """),
        of(
            "example-left",
            """
            given name | family name | email                     | id        | birth date | grade  | site             | note
            Wren       | Halyard     | wren.halyard@pier.example | EXAMPLE-1 | 2012-05-14 | Year 2 | Main Pier/Cadets |
            Wren       | Halyard     | wren.halyard@pier.example |           |            |        |                  |
            Ana        | Marlowe     | wren.halyard@pier.example | 501       |            |        |                  |     ←
            Bo         | Finch       | bo@pier.example           | EXAMPLE-1 |            |        |                  |     ←
            Cy         | Quay        | cy@pier.example           | 502       | 14.5.2012  | Year 2 | Main Pier/Cadets |     ←
            Di         | Reed        | di@pier.example           | 503       | 2012-05-14 | Year 3 | Main Pier/Cadets |
            Ed         | Holm        | ed@pier.example           | 504       |            |        |                  | An example. It is skipped; delete it, or write over it.   ←
            """,
            """
            user            | course
            bo@pier.example | EXAMPLE-NAV   ←
            """),
        of(
            "near-twin",
            """
            code    | title
            NAV-2   | Coast
            nav-2   | Night        ←
            NAV 2   | Dusk         ←
            NAV-2-1 | Dawn
            NAV-21  | Noon
            KNOT-1  | Knots
            KNOT1   | More knots   ←
            """),
        of(
            "consent-needed",
            """
            given name | birth date | consent
            Ana        | 2015-03-02 | 2026-08-20
            Bo         | 2015-03-02 | ja
            Cy         | 2015-03-02 |              ←
            Di         | 2015-03-02 | no           ←
            Ed         | 2011-03-02 |
            Flo        |            |              ←
            """,
            "given name | birth date\nGus | 2011-01-01\nHal | 2016-01-01 ←\nIda | 2016-01-01\n"),
        of(
            "unlikely-role",
            """
            username | given name | grade | guardian name | role
            ana      | Ana        | 7     |               |
            bo       | Bo         |       |               |
            cy       | Cy         |       | Mo Quay       | teacher     ←
            """,
            """
            user | course | role
            ana  | NAV-1  | learner
            ana  | NAV-3  | learner
            ana  | NAV-3  | assistant
            ana  | NAV-2  | instructor     ←
            bo   | NAV-1  | instructor
            """),
        of(
            "class-without-instructor",
            """
            code  | title | instructors | status
            NAV-1 | Coast |             |
            NAV-2 | Night |             |         ←
            NAV-3 | Dusk  | bo          |
            NAV-4 | Dawn  |             |
            NAV-5 | Noon  |             | closed
            """,
            """
            user | course | role
            ana  | NAV-1  | learner
            bo   | NAV-1  | instructor
            ana  | NAV-2  | learner
            ana  | NAV-3  | learner
            ana  | NAV-5  | learner
            """),
        of(
            "class-without-learners",
            "code | title\nNAV-1 | Coast\nNAV-2 | Night ←\nNAV-3 | Dusk\n",
            "user | course\nana | NAV-1\nbo | NAV-3\n"),
        of(
            "class-over-capacity",
            "code | title | capacity\nNAV-1 | Coast | 2\nNAV-2 | Night | 1 ←\n",
            """
            user | course | role
            ana  | NAV-1  |
            bo   | NAV-1  |
            cy   | NAV-1  | instructor
            ana  | NAV-2  |
            bo   | NAV-2  |
            """),
        of(
            "group-over-capacity",
            "course | name | capacity\nNAV-1 | Port | 1 ←\nNAV-1 | Star | 1\n",
            "user | course | group\nana | NAV-1 | Port\nbo | NAV-1 | Port\ncy | NAV-1 | Star\n",
            "code | title\nNAV-1 | Coast\n"),
        of(
            "too-many-courses",
            "username | given name | enrollments\nana | Ana | %s ←\nbo | Bo | A; B\n"
                .formatted("A;B;C;D;E;F;G;H;I;J;K;L;M"),
            "code | title\n"
                + Stream.of("ABCDEFGHIJKLM".split(""))
                    .map(c -> c + " | " + c + "\n")
                    .reduce("", String::concat)),
        of(
            "enrollment-outside-course",
            "code | title | starts | ends\nNAV-1 | Coast | 2027-01-11 | 2027-03-26\n",
            """
            user | course | starts     | ends
            ana  | NAV-1  | 2027-01-11 | 2027-03-26
            bo   | NAV-1  | 2026-09-01 |              ←
            cy   | NAV-1  |            | 2027-06-01   ←
            di   | NAV-1  |            |
            """));
  }

  private static Stream<Arguments> known() {
    String people =
        """
        known
        id  | username | given name | family name | email            | status
        417 | amarlowe | Ana        | Marlowe     | ana@pier.example | active
        418 | bfinch   | Bo         | Finch       | bo@pier.example  | suspended
        """;
    return Stream.of(
        of(
            "email-taken",
            people,
            """
            id  | given name | email
            418 | Bo         | bo@pier.example
            533 | Anabel     | ana@pier.example   ←
            534 | Una        | una@pier.example
            """),
        of(
            "another-person",
            people,
            """
            username | given name | family name | id
            amarlowe | Ana        | Marlowe     |
            bfinch   | Bea        | Finch       | 900   ←
            uquill   | Una        | Quill       |
            """),
        of(
            "another-person",
            """
            id  | given name | family name | email
            501 | Ana        | Marlowe     | ana@pier.example
            501 | Bo         | Finch       |                    ←
            502 | Cy         | Quay        | cy@pier.example
            503 | Quay       | C.          | cy2@pier.example
            """,
            """
            id  | full name           | course
            502 | Quay, Cy            | NAV-1
            502 | CY M. QUAY          | NAV-2
            503 | Edna Holm           | NAV-1    ←
                | Di Reed             | NAV-1
            """),
        of(
            "already-known",
            people,
            "id | given name | email\n417 | Ana | ana@pier.example ←\n600 | Una | una@pier.example\n"),
        of(
            "already-enrolled",
            people,
            "known\ncode | title\nNAV-1 | Coast\nNAV-2 | Night\n",
            "known\nuser | course\namarlowe | NAV-1\n",
            "user | course\nana@pier.example | NAV-1 ←\namarlowe | NAV-2\n"),
        of(
            "suspended-user",
            people,
            """
            username | given name | status
            cquay    | Cy         | suspended
            """,
            "user | course\namarlowe | NAV-1\nbfinch | NAV-1 ←\ncquay | NAV-1 ←\n"),
        of(
            "matched-twice",
            people,
            """
            id  | given name | email
            417 |            | bo@pier.example    ←
            418 | Bo         |
            """),
        of(
            "unknown-course",
            "known\ncode | title\nNAV-1 | Coast\n",
            "user | course\nana | NAV-1\nana | Coast\nana | NAV-7 ←\n"),
        of(
            "unknown-group",
            "known\ncode | title\nNAV-1 | Coast\n",
            "known\ncourse | name\nNAV-1 | Port Watch\n",
            "user | course | group\nana | NAV-1 | Port Watch\nbo | NAV-1 | Port ←\n"),
        of("missing-value", people, "email\nana@pier.example\nuna@pier.example ←\n"));
  }
}
