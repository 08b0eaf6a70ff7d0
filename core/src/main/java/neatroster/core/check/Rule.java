package neatroster.core.check;

/** One kind of thing that can be wrong. */
public sealed interface Rule permits SheetRule, ColumnRule, RowRule, RosterRule, NoticeRule {
  /** The rule's name, severity and explanation. */
  RuleText text();
}
