package neatroster.core.pattern;

/** What <code>{word}</code> and <code>{random:4}</code> are filled with. */
public interface RandomSource {
  /** Nothing is left to chance. */
  RandomSource NONE =
      new RandomSource() {
        @Override
        public String word() {
          return "";
        }

        @Override
        public String characters(int count) {
          return "";
        }
      };

  /** A word from the list. */
  String word();

  /** So many characters that cannot be mistaken for each other. */
  String characters(int count);
}
