package neatroster.core.check;

import java.util.Set;

/** One kind of thing that can be wrong. */
public interface Rule {
  /** The rule's name, severity and explanation. */
  RuleText text();

  /** The names of rules whose findings at a cell say already what this one would say there. */
  default Set<String> explainedBy() {
    return Set.of();
  }

  /** The names of rules whose findings anywhere in a row say already what this one would say. */
  default Set<String> explainedInRow() {
    return Set.of();
  }
}
