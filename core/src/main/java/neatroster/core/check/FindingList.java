package neatroster.core.check;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.AbstractList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.RandomAccess;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.text.IntList;

/**
 * Findings by the million in some forty bytes each: what many have in common is kept once, and a
 * finding is put together when somebody asks for it.
 */
public final class FindingList extends AbstractList<Finding> implements RandomAccess {
  /** What stands in a sentence where the value stood. */
  private static final char VALUE = '\u0001';

  /** More sentences than these are no patterns but texts. */
  private static final int MOST_SENTENCES = 10_000;

  private static final VarHandle INT =
      MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.BIG_ENDIAN);

  private static final int CHUNK = 1 << 18;
  private static final int NONE = -1;

  /** What the findings of one rule in one column have in common. */
  private record Kind(
      Rule rule,
      Severity severity,
      SheetName sheet,
      String column,
      int columnIndex,
      Field field,
      boolean doubtsRelated) {}

  private final List<Kind> kinds = new ArrayList<>();
  private final Map<Kind, Integer> numbersOfKinds = new HashMap<>();
  private final List<String> sentences = new ArrayList<>();
  private final Map<String, Integer> numbersOfSentences = new HashMap<>();
  private final List<SheetName> sheets = new ArrayList<>();
  private final Map<SheetName, Integer> numbersOfSheets = new HashMap<>();

  private final IntList kindOf = new IntList();
  private final IntList rowOf = new IntList();
  private final IntList chunkOf = new IntList();
  private final IntList startOf = new IntList();
  private final List<byte[]> chunks = new ArrayList<>();
  private byte[] chunk = {};
  private int end;

  /** The findings in the order in which they are given; null while it is that of adding. */
  private int[] order;

  FindingList() {}

  @Override
  public boolean add(Finding finding) {
    Kind kind =
        new Kind(
            finding.rule(),
            finding.severity(),
            finding.place().sheet(),
            finding.column(),
            finding.columnIndex(),
            finding.field(),
            finding.doubtsRelated());
    Integer number = numbersOfKinds.get(kind);
    if (number == null) {
      number = kinds.size();
      kinds.add(kind);
      numbersOfKinds.put(kind, number);
    }
    kindOf.add(number);
    rowOf.add(finding.place().row());
    write(finding);
    modCount++;
    return true;
  }

  private void write(Finding finding) {
    String value = finding.value();
    String sentence =
        value == null || value.isEmpty()
            ? finding.message()
            : finding.message().replace(value, String.valueOf(VALUE));
    int known = finding.message().indexOf(VALUE) < 0 ? numberOf(sentence) : NONE;
    byte[] valueBytes = bytes(value);
    byte[] messageBytes = known == NONE ? bytes(finding.message()) : null;
    byte[] suggestion = bytes(finding.suggestion());
    int needed =
        size(valueBytes) + size(messageBytes) + size(suggestion) + 8 + 8 * finding.related().size();
    if (end + needed > chunk.length) {
      chunk = new byte[Math.max(CHUNK, needed)];
      chunks.add(chunk);
      end = 0;
    }
    chunkOf.add(chunks.size() - 1);
    startOf.add(end);
    put(known);
    put(valueBytes);
    if (known == NONE) {
      put(messageBytes);
    }
    put(suggestion);
    put(finding.related().size());
    for (Place place : finding.related()) {
      put(numberOf(place.sheet()));
      put(place.row());
    }
  }

  private int numberOf(String sentence) {
    Integer known = numbersOfSentences.get(sentence);
    if (known == null && sentences.size() < MOST_SENTENCES) {
      known = sentences.size();
      sentences.add(sentence);
      numbersOfSentences.put(sentence, known);
    }
    return known == null ? NONE : known;
  }

  private int numberOf(SheetName sheet) {
    return numbersOfSheets.computeIfAbsent(
        sheet,
        s -> {
          sheets.add(s);
          return sheets.size() - 1;
        });
  }

  private static byte[] bytes(String text) {
    return text == null ? null : text.getBytes(StandardCharsets.UTF_8);
  }

  private static int size(byte[] bytes) {
    return 4 + (bytes == null ? 0 : bytes.length);
  }

  private void put(int number) {
    INT.set(chunk, end, number);
    end += 4;
  }

  private void put(byte[] bytes) {
    put(bytes == null ? NONE : bytes.length);
    if (bytes != null) {
      System.arraycopy(bytes, 0, chunk, end, bytes.length);
      end += bytes.length;
    }
  }

  /** Reads what {@link #write} wrote. */
  private static final class Reader {
    private final byte[] bytes;
    private int at;

    Reader(byte[] bytes, int at) {
      this.bytes = bytes;
      this.at = at;
    }

    int number() {
      int number = (int) INT.get(bytes, at);
      at += 4;
      return number;
    }

    String text() {
      int length = number();
      if (length == NONE) {
        return null;
      }
      String text = new String(bytes, at, length, StandardCharsets.UTF_8);
      at += length;
      return text;
    }
  }

  @Override
  public Finding get(int index) {
    return at(place(index));
  }

  private int place(int index) {
    if (order == null) {
      return index;
    }
    return order[index];
  }

  private Finding at(int number) {
    Kind kind = kinds.get(kindOf.get(number));
    Reader reader = new Reader(chunks.get(chunkOf.get(number)), startOf.get(number));
    int sentence = reader.number();
    String value = reader.text();
    String message =
        sentence == NONE
            ? reader.text()
            : value == null || value.isEmpty()
                ? sentences.get(sentence)
                : sentences.get(sentence).replace(String.valueOf(VALUE), value);
    String suggestion = reader.text();
    int count = reader.number();
    List<Place> related = new ArrayList<>(count);
    for (int i = 0; i < count; i++) {
      SheetName sheet = sheets.get(reader.number());
      related.add(new Place(sheet, reader.number()));
    }
    return new Finding(
        kind.rule(),
        kind.severity(),
        new Place(kind.sheet(), rowOf.get(number)),
        kind.column(),
        kind.columnIndex(),
        kind.field(),
        value,
        message,
        suggestion,
        List.copyOf(related),
        kind.doubtsRelated());
  }

  @Override
  public int size() {
    return order == null ? kindOf.size() : order.length;
  }

  /** How many have a severity. */
  public int count(Severity severity) {
    int[] ofKind = new int[kinds.size()];
    for (int i = 0; i < size(); i++) {
      ofKind[kindOf.get(place(i))]++;
    }
    int count = 0;
    for (int i = 0; i < ofKind.length; i++) {
      count += kinds.get(i).severity() == severity ? ofKind[i] : 0;
    }
    return count;
  }

  /** The rules that found anything. */
  List<Rule> rules() {
    return kinds.stream().map(Kind::rule).distinct().toList();
  }

  /** The rule of the finding at an index. */
  Rule rule(int index) {
    return kinds.get(kindOf.get(place(index))).rule();
  }

  /** Drops those whose index passes. */
  void drop(IntPredicate drop) {
    BitSet dropped = new BitSet();
    for (int i = 0; i < size(); i++) {
      if (drop.test(i)) {
        dropped.set(i);
      }
    }
    if (dropped.isEmpty()) {
      return;
    }
    int[] kept = new int[size() - dropped.cardinality()];
    int next = 0;
    for (int i = 0; i < size(); i++) {
      if (!dropped.get(i)) {
        kept[next++] = place(i);
      }
    }
    order = kept;
    modCount++;
  }

  /** Adds findings where they belong. */
  void addInOrder(List<Finding> more, List<SheetName> orderOfSheets) {
    int before = kindOf.size();
    int[] own = IntStream.range(0, size()).map(this::place).toArray();
    more.forEach(this::add);
    order = IntStream.concat(Arrays.stream(own), IntStream.range(before, kindOf.size())).toArray();
    sort(orderOfSheets);
  }

  /** Brings them in the order of sheet, row, column, rule and message. */
  void sort(List<SheetName> orderOfSheets) {
    Map<SheetName, Integer> ranks = new HashMap<>();
    for (SheetName sheet : orderOfSheets) {
      ranks.putIfAbsent(sheet, ranks.size());
    }
    int[] rankOfKind = new int[kinds.size()];
    Integer[] kindsInOrder = new Integer[kinds.size()];
    for (int i = 0; i < rankOfKind.length; i++) {
      kindsInOrder[i] = i;
    }
    Arrays.sort(
        kindsInOrder,
        (one, other) -> {
          Kind a = kinds.get(one);
          Kind b = kinds.get(other);
          int byColumn = Integer.compare(a.columnIndex(), b.columnIndex());
          return byColumn != 0
              ? byColumn
              : a.rule().text().name().compareTo(b.rule().text().name());
        });
    int rank = 0;
    for (int i = 0; i < kindsInOrder.length; i++) {
      // Kinds that differ in nothing that counts go by their messages.
      if (i > 0 && !isAlike(kinds.get(kindsInOrder[i - 1]), kinds.get(kindsInOrder[i]))) {
        rank++;
      }
      rankOfKind[kindsInOrder[i]] = rank;
    }
    int[] sheetRank = new int[kinds.size()];
    for (int i = 0; i < sheetRank.length; i++) {
      sheetRank[i] = ranks.getOrDefault(kinds.get(i).sheet(), Integer.MAX_VALUE);
    }
    int[] numbers = new int[size()];
    for (int i = 0; i < numbers.length; i++) {
      numbers[i] = place(i);
    }
    order =
        IntSort.sorted(
            numbers,
            (one, other) -> {
              int a = kindOf.get(one);
              int b = kindOf.get(other);
              int bySheet = Integer.compare(sheetRank[a], sheetRank[b]);
              int byRow = Integer.compare(rowOf.get(one), rowOf.get(other));
              int byKind = Integer.compare(rankOfKind[a], rankOfKind[b]);
              return bySheet != 0
                  ? bySheet
                  : byRow != 0
                      ? byRow
                      : byKind != 0 ? byKind : at(one).message().compareTo(at(other).message());
            });
    modCount++;
  }

  private static boolean isAlike(Kind one, Kind other) {
    return one.columnIndex() == other.columnIndex()
        && one.rule().text().name().equals(other.rule().text().name());
  }
}
