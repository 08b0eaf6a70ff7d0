package neatroster.core.check;

/** A rule about all sheets together, when every row was seen. */
public interface RosterRule extends Rule {
  /** Adds what it finds. */
  void check(RosterView view, Findings findings);
}
