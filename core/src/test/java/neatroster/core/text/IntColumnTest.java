package neatroster.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

class IntColumnTest {
  /** The kinds of numbers between which a column widens. */
  private static final int[] BOUNDS = {1, 3, 0x100, 0x101, 0x10000, 0x10001, Integer.MAX_VALUE};

  @Property
  void whatWasAddedInAnyWayComesOutInAnyWay(@ForAll long seed) {
    Random random = new Random(seed);
    IntColumn column = new IntColumn();
    List<Integer> all = new ArrayList<>();
    for (int round = random.nextInt(6); round >= 0; round--) {
      int bound = BOUNDS[random.nextInt(BOUNDS.length)];
      int[] some = random.ints(random.nextInt(70), 0, bound).toArray();
      switch (random.nextInt(3)) {
        case 0 -> column.addAll(some, some.length);
        case 1 -> {
          for (int one : some) {
            column.add(one);
          }
        }
        default -> {
          column.addRepeated(bound - 1, some.length);
          some = random.ints(some.length, bound - 1, bound).toArray();
        }
      }
      for (int one : some) {
        all.add(one);
      }
    }
    assertThat(column.size()).isEqualTo(all.size());
    int from = all.isEmpty() ? 0 : random.nextInt(all.size());
    int[] copied = new int[all.size()];
    column.copy(from, all.size() - from, copied);
    for (int i = 0; i < all.size(); i++) {
      assertThat(column.get(i)).isEqualTo(all.get(i));
      assertThat(i < from || copied[i - from] == all.get(i)).isTrue();
    }
    for (int value : List.of(0, 1, 0xff)) {
      assertThat(column.isAll(value))
          .as("no other than %d", value)
          .isIn(all.stream().allMatch(one -> one == value), false);
    }
  }
}
