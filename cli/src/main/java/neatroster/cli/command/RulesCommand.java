package neatroster.cli.command;

import java.util.List;
import java.util.concurrent.Callable;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
import neatroster.cli.terminal.TextWrap;
import neatroster.core.check.RuleText;
import neatroster.core.check.pass.Rules;
import neatroster.core.model.Severity;
import neatroster.core.text.Nearest;
import neatroster.work.Problem;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Tells the rules of {@code check}. */
@Command(
    name = "rules",
    description = "The rules of check: what each finds, why it matters, how to mend it.")
public final class RulesCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;

  @Parameters(paramLabel = "RULE", arity = "0..1", description = "One rule, told in full.")
  private String wanted;

  @Override
  public Integer call() {
    Screen screen = options.screen();
    List<RuleText> rules = Rules.texts();
    if (wanted != null) {
      rules = List.of(named(rules, wanted));
    }
    if (options.json()) {
      Json.write(screen.out(), json(rules));
    } else if (wanted == null) {
      list(screen, rules);
    } else {
      tell(screen, rules.get(0));
    }
    return Exit.DONE;
  }

  private static RuleText named(List<RuleText> rules, String name) {
    return rules.stream()
        .filter(rule -> rule.name().equals(name))
        .findFirst()
        .orElseThrow(
            () ->
                Problem.usage(
                    "There is no rule “"
                        + name
                        + "”."
                        + Nearest.word(name, rules.stream().map(RuleText::name).toList())
                            .map(near -> " Is " + near + " meant?")
                            .orElse(" neat-roster rules lists them.")));
  }

  private static void list(Screen screen, List<RuleText> rules) {
    for (RuleText rule : rules) {
      screen.line(
          String.format("%-26s", rule.name()).replace(rule.name(), screen.bold(rule.name()))
              + painted(screen, rule.severity()));
      for (String line : TextWrap.lines(firstSentence(rule.finds()), screen.width() - 4)) {
        screen.line("    " + line);
      }
    }
    screen.line("");
    screen.line(
        rules.size()
            + " rules. neat-roster rules RULE tells one in full; roster.yaml raises, lowers or"
            + " switches off any: rules: {stray-space: off}");
  }

  private static String painted(Screen screen, Severity severity) {
    return switch (severity) {
      case ERROR -> screen.red("error");
      case WARNING -> screen.yellow("warning");
      case NOTE -> screen.blue("note");
    };
  }

  private static String firstSentence(String text) {
    int end = text.indexOf(". ");
    return end < 0 ? text : text.substring(0, end + 1);
  }

  private static void tell(Screen screen, RuleText rule) {
    screen.line(screen.bold(rule.name()) + "  " + painted(screen, rule.severity()));
    screen.line("");
    paragraph(screen, "What it finds", rule.finds());
    paragraph(screen, "Why it matters", rule.matters());
    paragraph(screen, "How to mend it", rule.mend());
    screen.line(screen.bold("Example"));
    rule.example().lines().forEach(line -> screen.line("    " + line));
  }

  private static void paragraph(Screen screen, String title, String text) {
    screen.line(screen.bold(title));
    TextWrap.lines(text, screen.width() - 4).forEach(line -> screen.line("    " + line));
    screen.line("");
  }

  /** The page {@code docs/rules.md}. */
  static String page() {
    StringBuilder page = new StringBuilder("# The rules of check\n\n");
    page.append(
        "This page is made from the rules themselves. `neat-roster rules` tells the same.\n");
    page.append(
        "In `roster.yaml`, `rules: {stray-space: off, near-twin: error}` switches a rule off");
    page.append(" or changes how much it matters,\nand `accept: [{rule: duplicate-phone, value:");
    page.append(" +44 20 7946 0123, why: sisters}]` accepts what is meant to be so.\n");
    for (RuleText rule : Rules.texts()) {
      page.append("\n## ").append(rule.name()).append("\n\n");
      page.append("*").append(rule.severity().word()).append("* — ").append(rule.finds());
      page.append("\n\n").append(rule.matters()).append("\n\n").append(rule.mend());
      page.append("\n\n```\n").append(rule.example()).append("```\n");
    }
    return page.toString();
  }

  private static JsonObject json(List<RuleText> rules) {
    return Json.of("rules")
        .list(
            "rules",
            rules,
            rule ->
                new JsonObject()
                    .put("rule", rule.name())
                    .put("severity", rule.severity().word())
                    .put("finds", rule.finds())
                    .put("matters", rule.matters())
                    .put("mend", rule.mend())
                    .put("example", rule.example()));
  }
}
