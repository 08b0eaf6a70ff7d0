package neatroster.core.check.rules.people;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Disagreements;
import neatroster.core.roster.Disagreements.Disagreement;
import neatroster.core.roster.PersonRecord;
import neatroster.core.text.Quoted;

/** Two rows that disagree about one person. */
public final class ConflictingRows extends TableRule {
  static final RuleText TEXT = new RuleText("conflicting-rows", Severity.ERROR);

  public ConflictingRows() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (!row.isFirstOfPerson()) {
      return;
    }
    List<Integer> lines = row.resolved.people().lines(row.user.number());
    if (lines.size() < 2) {
      return;
    }
    Map<Integer, List<Disagreement>> byLine = new LinkedHashMap<>();
    for (Disagreement one : Disagreements.of(row.resolved.rows(), lines)) {
      if (one.isSpelling()) {
        spelling(row, lines, one, findings);
        continue;
      }
      byLine.computeIfAbsent(one.line(), l -> new ArrayList<>()).add(one);
    }
    byLine.forEach(
        (line, some) -> {
          Finding.Builder finding = row.about(line, some.get(0).field(), this, message(row, some));
          for (int other : lines) {
            if (other != line && finding.relatedCount() < MOST_RELATED) {
              finding.against(row.place(other));
            }
          }
          findings.add(finding);
        });
  }

  private static final int MOST_RELATED = 50;

  private void spelling(CheckedRow row, List<Integer> lines, Disagreement one, Findings findings) {
    Place other = row.place(one.otherLine());
    String counts = PersonRecord.of(row.resolved.rows(), lines).fullName();
    findings.add(
        row.about(
                one.line(),
                Field.FULL_NAME,
                this,
                "One person is "
                    + Quoted.value(one.says())
                    + " here and "
                    + Quoted.value(one.otherSays())
                    + " in "
                    + CheckedRow.named(other, row.resolved.rows().sheet(one.line()))
                    + "; "
                    + Quoted.value(counts)
                    + " counts. Write the name alike in both.")
            .with(other)
            .asWarning());
  }

  private static String message(CheckedRow row, List<Disagreement> some) {
    List<String> said = new ArrayList<>();
    for (Disagreement one : some) {
      Place other = row.place(one.otherLine());
      String place =
          other.sheet().equals(row.place(one.line()).sheet())
              ? "row " + other.row()
              : other.sheet() + ", row " + other.row();
      String field = one.field() == Field.FULL_NAME ? "the name" : "the " + one.field().label();
      said.add(
          one.says().isEmpty()
              ? field + " here is not the one in " + place
              : field
                  + " is "
                  + Quoted.value(one.says())
                  + " here and "
                  + Quoted.value(one.otherSays())
                  + " in "
                  + place);
    }
    String all = String.join("; ", said);
    return "Of one person "
        + all
        + ". Make them the same; if they are two people, give each an id of their own.";
  }
}
