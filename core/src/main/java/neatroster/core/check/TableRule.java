package neatroster.core.check;

import java.util.EnumSet;
import java.util.Set;
import neatroster.core.model.Table;

/** A rule that looks at the rows of some tables. */
public abstract class TableRule implements RowRule {
  private final RuleText text;
  private final Set<Table> tables;

  public TableRule(RuleText text, Table first, Table... more) {
    this.text = text;
    this.tables = EnumSet.of(first, more);
  }

  @Override
  public final RuleText text() {
    return text;
  }

  @Override
  public final Set<Table> tables() {
    return tables;
  }
}
