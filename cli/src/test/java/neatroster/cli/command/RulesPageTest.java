package neatroster.cli.command;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.check.pass.Rules;
import org.junit.jupiter.api.Test;

class RulesPageTest {
  @Test
  void thePageSaysWhatTheRulesSay() throws Exception {
    String page = RulesCommand.page();
    // Kept for whoever has changed a rule: it is the new docs/rules.md.
    Files.writeString(Path.of("target/rules.md"), page);
    assertThat(Files.readString(Path.of("../docs/rules.md"))).isEqualTo(page);
  }

  @Test
  void everyRuleTellsItselfInWholeSentencesAndHasAnExample() {
    List<RuleText> rules = Rules.texts();
    assertThat(rules).extracting(RuleText::name).doesNotHaveDuplicates().hasSizeGreaterThan(75);
    for (RuleText rule : rules) {
      assertThat(rule.name()).matches("[a-z]+(-[a-z]+)*");
      for (String text : List.of(rule.finds(), rule.matters(), rule.mend())) {
        assertThat(text).as(rule.name()).matches("(?s)[A-Z�ÀI].*[.:].*").doesNotContain("  ");
      }
      assertThat(rule.example()).as(rule.name()).isNotBlank();
      rule.example().lines().forEach(line -> assertThat(line.length()).isLessThan(120));
    }
  }
}
