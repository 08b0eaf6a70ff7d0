package neatroster.cli.handout;

/**
 * What came of drawing.
 *
 * @param pages how many pages there are; 0 where what was written has none
 * @param lacking whether a text has a character that no font has, so that a box stands for it
 */
public record DrawnPages(int pages, boolean lacking) {
  /** Something without pages. */
  public static DrawnPages withoutPages() {
    return new DrawnPages(0, false);
  }
}
