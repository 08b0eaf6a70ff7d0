package neatroster.core.check;

import java.time.LocalDate;
import java.util.Optional;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Settings;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A learner with the rights of somebody else. */
final class UnlikelyRole extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "unlikely-role",
          Severity.WARNING,
          "Somebody whose row reads like a learner’s (a grade, a guardian, a birth date less than sixteen years ago, or the role learner) is enrolled as an instructor, an assistant or a manager.",
          "A child could read and change everybody’s marks.",
          "Correct the role, or accept it in roster.yaml if it is meant.",
          """
          username | given name | grade
          amorgan  | Ana        | 7

          user    | course | role
          amorgan | NAV-1  | learner
          amorgan | NAV-2  | instructor     ← learner?
          """);

  private static final int GROWN_UP = 16;
  private static final Set<String> ELEVATED = Set.of("instructor", "assistant", "manager");

  private final Settings settings;
  private final Optional<LocalDate> today;

  UnlikelyRole(Basis basis) {
    super(TEXT, Table.USERS, Table.ENROLLMENTS);
    settings = basis.settings();
    today = basis.today();
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.table() == Table.ENROLLMENTS) {
      if (!row.earlierRoleDiffers
          && ELEVATED.contains(row.role)
          && row.user.isFound()
          && row.counts.isLikelyLearner(row.user.number())) {
        add(row, findings, row.role);
      }
      return;
    }
    String role = settings.roles().role(row.text(Field.ROLE)).orElse("");
    boolean young = isYoung(row);
    boolean learner =
        young
            || row.has(Field.GUARDIAN_NAME)
            || row.has(Field.GUARDIAN_EMAIL)
            || row.has(Field.GRADE);
    if (learner && ELEVATED.contains(role)) {
      if (young || row.has(Field.GUARDIAN_NAME) || row.has(Field.GUARDIAN_EMAIL)) {
        add(row, findings, role);
      }
    } else if (learner || (role.equals("learner") && !row.row.reading().enrolls())) {
      if (row.user.isFound()) {
        row.counts.looksLikeLearner(row.user.number());
      }
    }
  }

  private void add(CheckedRow row, Findings findings, String role) {
    findings.add(
        row.finding(
            this,
            row.firstColumn(Field.ROLE, Field.ENROLLMENTS_CELL, Field.USER),
            "The row makes a learner "
                + ("aeiou".indexOf(role.charAt(0)) >= 0 ? "an " : "a ")
                + role
                + "."));
  }

  private boolean isYoung(CheckedRow row) {
    return today.isPresent()
        && row.has(Field.BIRTH_DATE)
        && row.row
            .date(Field.BIRTH_DATE)
            .filter(born -> born.plusYears(GROWN_UP).isAfter(today.get()))
            .isPresent();
  }
}
