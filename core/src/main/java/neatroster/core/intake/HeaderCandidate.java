package neatroster.core.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/**
 * A row taken as headers of a table.
 *
 * @param row the row
 * @param table the table
 * @param matches for each cell what it means
 * @param score how much speaks for it
 * @param numbered whether there are numbered columns for courses
 */
record HeaderCandidate(
    EarlyRow row,
    Table table,
    List<Optional<HeaderWords.Match>> matches,
    double score,
    boolean numbered) {
  /**
   * A row held against the headers of a table.
   *
   * @param addresses the column below the row that is full of email addresses and that no header
   *     claims, or -1
   */
  static HeaderCandidate of(EarlyRow row, Table table, int addresses) {
    List<Optional<HeaderWords.Match>> matches =
        new ArrayList<>(HeaderWords.match(table, row.cells()));
    double score = 0;
    if (addresses >= 0 && table == Table.ENROLLMENTS && !means(matches, Field.USER)) {
      matches.set(addresses, Optional.of(new HeaderWords.Match(Field.USER, Column.By.VALUES)));
    } else if (addresses >= 0 && (table == Table.COURSES || table == Table.GROUPS)) {
      // Courses have no addresses: people do, or what refers to them.
      score -= 2;
    }
    for (Optional<HeaderWords.Match> match : matches) {
      if (match.isPresent()) {
        double weight = HeaderWords.weight(table, match.get().field());
        // Between two readings of one row the one with our own names is meant.
        score += match.get().by() == Column.By.NAME ? weight + 0.1 : weight;
      }
    }
    if (table == Table.ENROLLMENTS
        && !means(matches, Field.USER)
        && !means(matches, Field.MEMBERS_OF)
        && !means(matches, Field.ROLE)) {
      // A course and a group without anybody in them are a group of a course.
      score -= 2;
    }
    if (table != Table.USERS) {
      // What has a person's name beside the address describes people, it does not refer to them.
      score -= 3 * namesUnclaimed(row, matches);
    }
    boolean numbered = EnrollmentColumns.InNumberedColumns.isFoundIn(row.cells());
    if (numbered) {
      // Numbered courses stand beside people, or beside what refers to people.
      score += table == Table.ENROLLMENTS ? 1 : table == Table.USERS ? 0.5 : 0;
    }
    return new HeaderCandidate(row, table, matches, score, numbered);
  }

  private static int namesUnclaimed(EarlyRow row, List<Optional<HeaderWords.Match>> matches) {
    int names = 0;
    for (int i = 0; i < matches.size(); i++) {
      Optional<HeaderWords.Match> ofUsers = HeaderWords.match(Table.USERS, row.cells().get(i));
      boolean name = ofUsers.isPresent() && HeaderWords.NAMES.contains(ofUsers.get().field());
      names += name && matches.get(i).isEmpty() ? 1 : 0;
    }
    return names;
  }

  /** Two headers are known, or the only one there is, or one beside headers that are courses. */
  boolean isHeader() {
    long known = matches.stream().filter(Optional::isPresent).count();
    boolean alone = row.filled() <= 2 || numbered || (score >= 3 && !looksLikeData());
    return score > 1 && (known >= 2 || (known == 1 && alone));
  }

  /** Whether one of several cells is a header, and the others are nothing that we know. */
  boolean isDoubtful() {
    return row.filled() > 1 && matches.stream().filter(Optional::isPresent).count() == 1;
  }

  private static boolean means(List<Optional<HeaderWords.Match>> matches, Field field) {
    return matches.stream().anyMatch(match -> match.isPresent() && match.get().field() == field);
  }

  /** “Name” and nothing else that is known is people's more often than groups'. */
  boolean isNameAlone() {
    return table == Table.GROUPS
        && matches.stream().filter(Optional::isPresent).count() == 1
        && row.cells().stream().anyMatch(cell -> cell.equalsIgnoreCase("name"));
  }

  private boolean looksLikeData() {
    for (String cell : row.cells()) {
      if (cell.indexOf('@') >= 0 || cell.matches("[\\d .,/:-]+")) {
        return true;
      }
    }
    return false;
  }

  /** The sheet read with this row as its headers. */
  FoundHeader found(List<EarlyRow> early) {
    List<Column> columns = new ArrayList<>();
    for (int i = 0; i < row.cells().size(); i++) {
      Optional<HeaderWords.Match> match = matches.get(i);
      columns.add(
          new Column(
              i,
              row.cells().get(i),
              match.map(HeaderWords.Match::field),
              match.map(HeaderWords.Match::by).orElse(null)));
    }
    List<SkippedRow> titles = new ArrayList<>();
    for (EarlyRow above : early) {
      if (above.number() < row.number() && titles.size() < EarlyRow.MOST) {
        titles.add(new SkippedRow(above.number(), "title"));
      }
    }
    List<EarlyRow> below = early.stream().filter(each -> each.number() > row.number()).toList();
    return new FoundHeader(
        table,
        row.number(),
        SecretColumns.marked(ColumnLooks.marked(table, columns, below), below),
        titles);
  }

  /**
   * Whether the row is data all the same: its words come again below, or it has a code where the
   * other rows have one.
   *
   * @param early the first rows
   */
  boolean isData(List<EarlyRow> early) {
    return comesAgain(this, early) || isAmongCodes(row, early);
  }

  /**
   * Whether words of a row that could be headers stand in the same columns of other rows too, as
   * “learner” does in a list of who is in which course. A whole row that comes again is another
   * page.
   */
  private static boolean comesAgain(HeaderCandidate candidate, List<EarlyRow> early) {
    int known = 0;
    int again = 0;
    for (int i = 0; i < candidate.matches().size(); i++) {
      if (candidate.matches().get(i).isPresent()) {
        known++;
        String word = candidate.row().cells().get(i);
        for (EarlyRow other : early) {
          if (i < other.cells().size()
              && other.cells().get(i).equalsIgnoreCase(word)
              && !isSame(other, candidate.row())) {
            again++;
            break;
          }
        }
      }
    }
    return again * 2 >= known;
  }

  private static boolean isSame(EarlyRow one, EarlyRow other) {
    boolean same = one.cells().size() == other.cells().size();
    for (int i = 0; same && i < one.cells().size(); i++) {
      same = one.cells().get(i).equalsIgnoreCase(other.cells().get(i));
    }
    return same;
  }

  /** Whether a row has a code where most other rows have one too. */
  private static boolean isAmongCodes(EarlyRow row, List<EarlyRow> early) {
    for (int i = 0; i < row.cells().size(); i++) {
      if (HeaderlessCodes.isCode(row.cells().get(i))) {
        int others = 0;
        for (EarlyRow other : early) {
          boolean code = i < other.cells().size() && HeaderlessCodes.isCode(other.cells().get(i));
          others += code && !isSame(other, row) ? 1 : 0;
        }
        if (others > 0 && others * 2 >= early.size() - 1) {
          return true;
        }
      }
    }
    return false;
  }
}
