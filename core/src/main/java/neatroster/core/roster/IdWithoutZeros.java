package neatroster.core.roster;

/** An id without the noughts in front of it, which a spreadsheet program takes away. */
final class IdWithoutZeros {
  private IdWithoutZeros() {}

  /** The same text unless it is all digits. */
  static CharSequence of(CharSequence id) {
    int start = 0;
    for (int i = 0; i < id.length(); i++) {
      char c = id.charAt(i);
      if (c < '0' || c > '9') {
        return id;
      }
      start = start == i && c == '0' && i + 1 < id.length() ? i + 1 : start;
    }
    return start == 0 ? id : id.subSequence(start, id.length());
  }
}
