package neatroster.core.intake;

import java.util.Optional;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/** What a header means by itself, without the sheet around it. */
public final class HeaderMeaning {
  private HeaderMeaning() {}

  /** The field of a table that a header names. */
  public static Optional<Field> of(Table table, String header) {
    return HeaderWords.match(table, header).map(HeaderWords.Match::field);
  }
}
