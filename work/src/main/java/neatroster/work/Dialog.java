package neatroster.work;

import java.util.Optional;

/** Whoever a command works for: is told what is no part of the result, and asked for secrets. */
public interface Dialog {
  /** Nobody is told, or can be asked. */
  Dialog NOBODY =
      new Dialog() {
        @Override
        public void remark(String text) {}

        @Override
        public void remarkOnce(String text) {}

        @Override
        public Optional<char[]> askSecret(String question) {
          return Optional.empty();
        }
      };

  /** A remark that is no part of the result. */
  void remark(String text);

  /** A remark that a command makes once, however often it comes by. */
  void remarkOnce(String text);

  /**
   * Asks for what is not to be seen while it is typed.
   *
   * @return what was typed, perhaps nothing; empty where nobody can be asked
   */
  Optional<char[]> askSecret(String question);
}
