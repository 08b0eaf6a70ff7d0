package neatroster.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.grid.Place;
import neatroster.core.intake.EnrollmentForm;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Roster;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;

/**
 * Nothing that stands in a sheet is lost without a word: whatever is done to lists of many kinds,
 * each row is somebody or something, joined to another, left out with a finding, or said to be no
 * data.
 */
class LedgerPropertyTest {
  private static final String PEOPLE =
      """
      id   | given name | family name | email
      4001 | Ana        | Marlowe     | ana@pier.example
      4002 | Bo         | Finch       | bo@pier.example
      4003 | Ivo        | Vale        | ivo@pier.example
      4004 | Rosa       | Reed        | rosa@pier.example
      """;

  private static final String COURSES =
      """
      code  | title         | capacity
      NAV-1 | Coastal Watch | 12
      NAV-2 | Night Watch   | 8
      KN-1  | Knots         | 20
      """;

  /** Lists of every kind that enrolls. */
  private static final List<String> LISTS =
      List.of(
          """
          name        | NAV-1 | NAV-2 | KN-1 | remark
          Ana Marlowe | x     |       | x    |
          Bo Finch    |       | yes   | -    | late
          Ivo Vale    | x     | x     |      |
          """,
          """
          badge | NAV-1 | NAV-2
          4001  | x     |
          4002  | no    | no
          4004  |       | instructor
          """,
          """
          name        | course        | group
          Ana Marlowe | NAV-1         | Port
          Vale, Ivo   | Night Watch   | Starboard
          Rosa Reed   | NAV-1, KN-1   |
          """,
          """
          user              | course | role
          4001              | NAV-1  | learner
          bo@pier.example   | NAV-2  | instructor
          4003              | KN-1   |
          """,
          """
          given name | family name | course 1 | group 1 | course 2
          Ana        | Marlowe     | NAV-1    | Port    | KN-1
          Bo         | Finch       |          |         | NAV-2
          """,
          """
          Coastal Watch
          1. Ana Marlowe
          2. Vale, Ivo
          Knots
          3. Rosa Reed <rosa@pier.example>
          4. Zoran Petrov
          Present: 4
          """,
          """
          given name | family name | enrollments
          Ana        | Marlowe     | NAV-1 as learner; KN-1
          Bo         | Finch       | NAV-2
          """,
          """
          name        | email
          Ana Marlowe |
                      | bo@pier.example
          Knots       |
          Rosa Reed   | rosa@pier.example
          """);

  private static final List<String> ODD =
      List.of(
          "",
          "x",
          "no",
          "Total",
          "NAV-9",
          "Tuesday",
          "Ana Marlowe",
          "Coastal Watch",
          "4002",
          "Test Test",
          "@",
          "page 2",
          "learner",
          "Mean",
          "12",
          "see the office.",
          "ivo@pier.example",
          "María del Sol de la Cumbre Ortuño",
          "name",
          "#N/A",
          "Knots - Monday");

  @Provide
  Arbitrary<Long> seeds() {
    return Arbitraries.longs();
  }

  @Property
  void nothingIsUnaccounted(@ForAll("seeds") long seed) {
    check(seed);
  }

  /** Many more tries where there is time: {@code -Dlaws=all}. */
  @Property(tries = 1)
  void nothingIsUnaccountedInManySheets(@ForAll("seeds") long seed) {
    int count = System.getProperty("laws", "").equals("all") ? 20_000 : 1;
    for (int i = 0; i < count; i++) {
      check(seed + i);
    }
  }

  private static void check(long seed) {
    Random random = new Random(seed);
    List<TextSheet> sheets = new ArrayList<>();
    sheets.add(TextSheet.of("people", random.nextInt(4) == 0 ? mutated(PEOPLE, random) : PEOPLE));
    sheets.add(
        TextSheet.of("courses", random.nextInt(4) == 0 ? mutated(COURSES, random) : COURSES));
    sheets.add(TextSheet.of("list", mutated(LISTS.get(random.nextInt(LISTS.size())), random)));
    CheckResult result = Rosters.check(sheets.toArray(TextSheet[]::new));
    String said =
        sheets.stream()
            .map(sheet -> String.join("\n", sheet.text()))
            .collect(Collectors.joining("\n\n"));
    BitSet withFinding = linesWithFinding(result);
    for (SheetReading reading : result.roster().sheets()) {
      TextSheet sheet =
          sheets.stream().filter(s -> s.name().equals(reading.name())).findFirst().orElseThrow();
      verify(result, reading, sheet, withFinding, said);
    }
    for (Roster.Unread unread : result.roster().unread()) {
      assertThat(result.findings()).as(said).anyMatch(f -> f.place().sheet().equals(unread.name()));
    }
  }

  private static void verify(
      CheckResult result, SheetReading reading, TextSheet sheet, BitSet withFinding, String said) {
    Ledger.Entry entry = result.ledger().of(reading);
    String where = reading.name() + " as " + reading.table() + ": " + entry + "\n" + said;
    long filled =
        sheet.text().stream().filter(line -> !line.replaceAll("[|\\s]", "").isEmpty()).count();
    if (!reading.countsPeople()) {
      long header = reading.headerRow() > 0 ? 1 : 0;
      assertThat(header + entry.skippedRows() + entry.rows()).as(where).isEqualTo(filled);
    }
    assertThat(entry.newRows() + entry.joinedRows() + entry.leftOutRows())
        .as(where)
        .isEqualTo(entry.rows());
    for (int line = result.ledger().leftOut().nextSetBit(0);
        line >= 0;
        line = result.ledger().leftOut().nextSetBit(line + 1)) {
      Place place = result.roster().place(line);
      assertThat(withFinding.get(line) || isWhollyWrong(result, place))
          .as(place + " is left out without a word\n" + said)
          .isTrue();
    }
    if (reading.enrolls() && reading.shape() == EnrollmentForm.GRID) {
      assertThat(entry.enrollments() + entry.repeatedEnrollments() + entry.leftOutEnrollments())
          .as(where)
          .isEqualTo(marks(result, reading));
    }
    if (reading.table() == Table.ENROLLMENTS && !reading.enrolls()) {
      assertThat(entry.enrollments() + entry.repeatedEnrollments() + entry.leftOutEnrollments())
          .as(where)
          .isEqualTo(entry.rows());
    }
  }

  /** The cells of a grid that say anything but that somebody is not enrolled. */
  private static int marks(CheckResult result, SheetReading reading) {
    int[] marks = {0};
    result
        .roster()
        .read(
            reading,
            (row, line) -> {
              // Which of a misaligned row's cells are marks cannot be told: it is left out as one.
              marks[0] += row.isUneven() && reading.table() == Table.ENROLLMENTS ? 1 : 0;
              for (int i = 0; i < reading.columns().size() && !row.isUneven(); i++) {
                String cell = row.cellAt(i).cleaned();
                boolean isNo = Arrays.asList("", "-", "no", "0").contains(cell);
                marks[0] += reading.saysCourse(reading.columns().get(i)) && !isNo ? 1 : 0;
              }
            });
    return marks[0];
  }

  private static BitSet linesWithFinding(CheckResult result) {
    BitSet lines = new BitSet();
    for (Finding finding : result.findings()) {
      mark(result, finding.place(), lines);
      if (finding.severity() == Severity.ERROR && finding.doubtsRelated()) {
        finding.related().forEach(place -> mark(result, place, lines));
      }
    }
    return lines;
  }

  /** Whether an error is about the whole sheet, or about who or what an enrollment needs. */
  private static boolean isWhollyWrong(CheckResult result, Place place) {
    boolean enrolls =
        result.roster().sheet(result.roster().line(place)).table() == Table.ENROLLMENTS;
    return result.findings().stream()
        .filter(finding -> finding.severity() == Severity.ERROR)
        .anyMatch(
            finding ->
                finding.place().sheet().equals(place.sheet())
                    ? finding.place().row() == 0
                    : enrolls);
  }

  private static void mark(CheckResult result, Place place, BitSet lines) {
    int line = result.roster().line(place);
    if (line >= 0) {
      lines.set(line);
    }
  }

  /** A list with some slips of the hand in it. */
  private static String mutated(String text, Random random) {
    List<List<String>> rows = new ArrayList<>();
    for (String line : text.lines().toList()) {
      rows.add(new ArrayList<>(Arrays.asList(line.split("\\|", -1))));
    }
    int slips = random.nextInt(5);
    for (int i = 0; i < slips; i++) {
      slip(rows, random);
    }
    return rows.stream().map(row -> String.join(" | ", row)).collect(Collectors.joining("\n"));
  }

  private static void slip(List<List<String>> rows, Random random) {
    List<String> row = rows.get(random.nextInt(rows.size()));
    String odd = ODD.get(random.nextInt(ODD.size()));
    switch (random.nextInt(9)) {
      case 0 -> row.set(random.nextInt(row.size()), odd);
      case 1 -> row.set(random.nextInt(row.size()), "");
      case 2 -> row.add(odd);
      case 3 -> rows.add(random.nextInt(rows.size() + 1), new ArrayList<>(row));
      case 4 -> rows.add(random.nextInt(rows.size() + 1), new ArrayList<>(List.of(odd)));
      case 5 -> {
        if (row.size() > 1) {
          row.remove(random.nextInt(row.size()));
        }
      }
      case 6 -> {
        int column = random.nextInt(row.size());
        for (List<String> each : rows) {
          if (column < each.size() && each.size() > 1) {
            each.remove(column);
          }
        }
      }
      case 7 -> rows.get(0).set(random.nextInt(rows.get(0).size()), odd);
      default -> {
        if (rows.size() > 2) {
          rows.remove(random.nextInt(rows.size()));
        }
      }
    }
  }
}
