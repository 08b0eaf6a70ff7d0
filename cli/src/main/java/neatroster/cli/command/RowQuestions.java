package neatroster.cli.command;

import java.io.Console;
import java.util.List;
import java.util.Map;
import neatroster.cli.report.FindingsText;
import neatroster.cli.terminal.Screen;
import neatroster.cli.terminal.Terminal;
import neatroster.core.check.Finding;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.work.Problem;

/** Asks in the terminal for what a row still lacks, and judges each answer at once. */
final class RowQuestions {
  private final Table table;
  private final Judge judge;
  private final Screen screen;

  RowQuestions(Table table, Judge judge, Screen screen) {
    this.table = table;
    this.judge = judge;
    this.screen = screen;
  }

  /** Says what is wrong with a value. */
  @FunctionalInterface
  interface Judge {
    List<Finding> of(Map<String, String> values, Field field);
  }

  /** Asks for every field that has no value yet; a blank answer leaves it without. */
  void ask(List<Field> fields, Map<String, String> values) {
    Console console = Terminal.console().orElseThrow();
    screen.line("One more row of " + table.word() + ". An empty answer leaves a field blank.");
    for (Field field : fields) {
      if (!values.containsKey(field.label())) {
        String answer = answer(console, field, values);
        if (!answer.isEmpty()) {
          values.put(field.label(), answer);
        }
      }
    }
  }

  private String answer(Console console, Field field, Map<String, String> values) {
    String kept = "";
    while (true) {
      screen.out().flush();
      String typed =
          console.readLine("  %s%s: ", field.label(), kept.isEmpty() ? "" : " [" + kept + "]");
      if (typed == null) {
        throw Problem.usage("Nothing was added.");
      }
      String answer = typed.strip().isEmpty() ? kept : typed.strip();
      if (answer.isEmpty() || answer.equals(kept)) {
        return answer;
      }
      values.put(field.label(), answer);
      List<Finding> findings = judge.of(values, field);
      values.remove(field.label());
      if (findings.isEmpty()) {
        return answer;
      }
      new FindingsText(screen).list(findings);
      boolean isFaulty =
          findings.stream().anyMatch(finding -> finding.severity() == Severity.ERROR);
      // What is only unlikely can be kept with the enter key.
      kept = isFaulty ? "" : answer;
    }
  }
}
