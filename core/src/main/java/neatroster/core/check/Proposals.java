package neatroster.core.check;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Settings each of which does away with many findings, ready to be pasted into roster.yaml. */
public final class Proposals {
  /** So many findings are worth a setting. */
  private static final int MANY = 10;

  /** Rules that one setting does away with, whatever the value. */
  private static final Map<String, String> OF_RULES =
      Map.of(
          "duplicate-email", "emails: {shared: allow}",
          "class-list-only", "policy: {users: {class-lists: may-add}}",
          "unknown-group", "policy: {groups: {new: create}}",
          "removal-refused", "policy: {users: {removed: carry-out}}",
          "rename-refused", "policy: {users: {renamed: follow}}");

  /** Rules that a setting for one value does away with: before the value, and behind it. */
  private static final Map<String, List<String>> OF_VALUES =
      Map.of(
          "unknown-role", List.of("roles: {", ": [VALUE]}", "learner"),
          "unknown-course", List.of("aliases: {courses: {VALUE: ", "}}", "CODE"),
          "unknown-site", List.of("aliases: {sites: {VALUE: ", "}}", "SITE"),
          "unknown-category", List.of("aliases: {categories: {VALUE: ", "}}", "PATH"));

  private Proposals() {}

  /**
   * A setting.
   *
   * @param setting as roster.yaml has it
   * @param findings how many findings it does away with
   * @param rule the rule that they are of
   */
  public record Proposal(String setting, int findings, String rule) {}

  /** The findings of one rule, or of one value. */
  private static final class Alike {
    private int count;
    private String suggestion;
  }

  /** The settings that do away with many findings, those of the most first. */
  public static List<Proposal> of(CheckResult result) {
    Map<String, Integer> ofRules = new LinkedHashMap<>();
    Map<String, Map<String, Alike>> ofValues = new LinkedHashMap<>();
    for (Finding finding : result.findings()) {
      String rule = finding.rule().text().name();
      if (OF_RULES.containsKey(rule)) {
        ofRules.merge(rule, 1, Integer::sum);
      } else if (OF_VALUES.containsKey(rule) && finding.value() != null) {
        Alike alike =
            ofValues
                .computeIfAbsent(rule, r -> new LinkedHashMap<>())
                .computeIfAbsent(finding.value(), v -> new Alike());
        alike.count++;
        alike.suggestion = finding.suggestion();
      }
    }
    List<Proposal> proposals = new ArrayList<>();
    ofRules.forEach(
        (rule, count) -> {
          if (count >= MANY) {
            proposals.add(new Proposal(OF_RULES.get(rule), count, rule));
          }
        });
    ofValues.forEach(
        (rule, values) ->
            values.forEach(
                (value, alike) -> {
                  if (alike.count >= MANY) {
                    proposals.add(
                        new Proposal(
                            setting(OF_VALUES.get(rule), value, alike.suggestion),
                            alike.count,
                            rule));
                  }
                }));
    proposals.sort(Comparator.comparingInt(Proposal::findings).reversed());
    return proposals;
  }

  private static String setting(List<String> form, String value, String suggestion) {
    String quoted = "\"" + value.replace("\\", "\\\\").replace("\"", "\\\"") + "\"";
    String what = suggestion == null ? form.get(2) : suggestion;
    return form.get(0).replace("VALUE", quoted) + what + form.get(1).replace("VALUE", quoted);
  }
}
