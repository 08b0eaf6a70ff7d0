package neatroster.core.compare;

import java.util.BitSet;
import java.util.HashSet;
import java.util.Set;

/**
 * What of the platform's the roster asks for, whether or not it changes.
 *
 * @param accounts the positions of the accounts
 * @param enrollments the numbers of the enrollments
 * @param courses the codes of the courses
 */
record Asked(BitSet accounts, BitSet enrollments, Set<String> courses) {
  Asked() {
    this(new BitSet(), new BitSet(), new HashSet<>());
  }
}
