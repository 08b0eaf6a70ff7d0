package neatroster.core.roster;

import java.util.Arrays;
import java.util.function.Supplier;

/** For each distinct text what it refers to, found out when it is asked for first. */
final class LinksOfTexts {
  /** What each text's link is coded as, plus one; 0 where nobody has asked. */
  private int[] links = new int[256];

  /**
   * What a text refers to, if that was found out.
   *
   * @return its code and one, or 0
   */
  int known(int number) {
    return number < links.length ? links[number] : 0;
  }

  /**
   * What a text refers to.
   *
   * @param number the text's number, or -1 where it has none
   * @param find finds it out
   */
  Link of(int number, Supplier<Link> find) {
    if (number < 0) {
      return find.get();
    }
    if (number >= links.length) {
      links = Arrays.copyOf(links, Math.max(number + 1, links.length + (links.length >> 2)));
    }
    if (links[number] == 0) {
      links[number] = find.get().coded() + 1;
    }
    return Link.decoded(links[number] - 1);
  }
}
