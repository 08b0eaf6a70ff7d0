package neatroster.core.check;

/** One kind of thing that can be wrong. */
public interface Rule {
  /** The rule's name, severity and explanation. */
  RuleText text();
}
