package neatroster.core.confirm;

import java.util.List;

/**
 * What became of a change.
 *
 * @param kind what
 * @param differences in what the platform has it otherwise
 * @param why the reason that the platform gave, or another, as a sentence; or empty
 */
public record ChangeResult(Kind kind, List<Difference> differences, String why) {
  /** The kinds of outcomes. */
  public enum Kind {
    /** It is as it was asked. */
    AS_ASKED,
    /** It is not there; what was to go still is. */
    MISSING,
    /** It is there otherwise. */
    DIFFERENT,
    /** What was given says nothing of it. */
    NOT_TOLD
  }

  /**
   * A value that is otherwise.
   *
   * @param field the field's name in sheets
   * @param asked what was asked
   * @param there what the platform has, or empty
   */
  public record Difference(String field, String asked, String there) {}

  /** It is as it was asked. */
  public static final ChangeResult AS_ASKED = new ChangeResult(Kind.AS_ASKED, List.of(), "");

  /** The reason of what was found missing before, and nobody said why. */
  public static final String NOT_TAKEN = "the platform did not take it";

  static final ChangeResult MISSING = new ChangeResult(Kind.MISSING, List.of(), "");
  static final ChangeResult NOT_TOLD = new ChangeResult(Kind.NOT_TOLD, List.of(), "");

  /**
   * It is not there.
   *
   * @param why the reason as a sentence
   */
  public static ChangeResult missing(String why) {
    return new ChangeResult(Kind.MISSING, List.of(), why);
  }

  /** As asked where nothing differs. */
  public static ChangeResult of(List<Difference> differences) {
    return differences.isEmpty() ? AS_ASKED : new ChangeResult(Kind.DIFFERENT, differences, "");
  }
}
