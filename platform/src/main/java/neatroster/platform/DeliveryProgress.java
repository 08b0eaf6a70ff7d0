package neatroster.platform;

import neatroster.core.change.Phase;

/** Is told how far it is. */
@FunctionalInterface
public interface DeliveryProgress {
  /**
   * A row is done or refused.
   *
   * @param phase the phase that is delivered
   * @param rows how many rows of it have ended since this was told last
   */
  void ended(Phase phase, int rows);
}
