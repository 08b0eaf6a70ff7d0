package neatroster.core.state;

import java.nio.charset.StandardCharsets;
import java.util.AbstractList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.RandomAccess;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.text.Utf8;

/**
 * Accounts kept as bytes: about 80 for an account of an export where its objects would take 320.
 * Each is put together when it is asked for; several threads may ask once nothing is changed any
 * more.
 */
public final class PackedAccounts extends AbstractList<KnownUser> implements RandomAccess {
  private static final int CHUNK_BITS = 20;
  private static final int CHUNK = 1 << CHUNK_BITS;

  /** The texts of an account, each behind its length; none goes over the end of its chunk. */
  private final List<byte[]> chunks = new ArrayList<>();

  private int usedOfLast;

  /** For each account its chunk and its start in it. */
  private long[] locations = new long[64];

  private final BitSet onPlatform = new BitSet();
  private final BitSet suspended = new BitSet();
  private int size;

  /** The account being packed. */
  private byte[] packed = new byte[512];

  private int length;

  /** No accounts yet. */
  public PackedAccounts() {}

  /** Accounts in their order. */
  static PackedAccounts of(List<KnownUser> accounts) {
    if (accounts instanceof PackedAccounts already) {
      return already;
    }
    PackedAccounts all = new PackedAccounts();
    all.addAll(accounts);
    return all;
  }

  @Override
  public int size() {
    return size;
  }

  @Override
  public void add(int index, KnownUser account) {
    if (index != size) {
      throw new UnsupportedOperationException("Accounts are added at the end.");
    }
    if (size == locations.length) {
      locations = Arrays.copyOf(locations, size * 2);
    }
    locations[size] = store(account);
    stand(size, account.standing());
    size++;
  }

  @Override
  public KnownUser set(int index, KnownUser account) {
    KnownUser before = get(index);
    if (!account.with(before.standing()).equals(before)) {
      locations[index] = store(account);
    }
    stand(index, account.standing());
    return before;
  }

  @Override
  public KnownUser get(int index) {
    Reader texts = new Reader(locations[checked(index)]);
    String username = texts.next();
    Person person =
        new Person(texts.next(), texts.next(), texts.next(), texts.next(), texts.next());
    String email = texts.next();
    String id = texts.next();
    String role = texts.next();
    String course = texts.next();
    int former = texts.number();
    List<String> formerUsernames = new ArrayList<>(former);
    for (int i = 0; i < former; i++) {
      formerUsernames.add(texts.next());
    }
    return new KnownUser(
        person, username, email, id, standing(index), role, course, List.copyOf(formerUsernames));
  }

  /** What is known of an account. */
  KnownUser.Standing standing(int index) {
    if (suspended.get(checked(index))) {
      return KnownUser.Standing.SUSPENDED;
    }
    return onPlatform.get(index) ? KnownUser.Standing.ON_PLATFORM : KnownUser.Standing.ISSUED;
  }

  /** What others refer to an account by. */
  String reference(int index) {
    String username = new Reader(locations[checked(index)]).next();
    return username.isEmpty() ? get(index).reference() : username;
  }

  private void stand(int index, KnownUser.Standing standing) {
    onPlatform.set(index, standing == KnownUser.Standing.ON_PLATFORM);
    suspended.set(index, standing == KnownUser.Standing.SUSPENDED);
  }

  private int checked(int index) {
    if (index >= size) {
      throw new IndexOutOfBoundsException(index);
    }
    return index;
  }

  private long store(KnownUser account) {
    length = 0;
    Person person = account.person();
    pack(account.username());
    pack(person.id());
    pack(person.email());
    pack(person.fullName());
    pack(person.birthDate());
    pack(person.site());
    pack(account.email());
    pack(account.id());
    pack(account.role());
    pack(account.course());
    number(account.formerUsernames().size());
    account.formerUsernames().forEach(this::pack);
    if (chunks.isEmpty() || usedOfLast + length > chunks.get(chunks.size() - 1).length) {
      chunks.add(new byte[Math.max(length, roomForNext())]);
      usedOfLast = 0;
    }
    System.arraycopy(packed, 0, chunks.get(chunks.size() - 1), usedOfLast, length);
    long location = (long) (chunks.size() - 1) << Integer.SIZE | usedOfLast;
    usedOfLast += length;
    return location;
  }

  /** Most lists are short: their chunks grow with them. */
  private int roomForNext() {
    return Math.min(CHUNK, 1024 << Math.min(chunks.size(), CHUNK_BITS));
  }

  private void pack(String text) {
    char[] letters = text.toCharArray();
    makeRoom(letters.length * 3);
    int start = length + 5;
    int coded = Utf8.encode(letters, letters.length, packed, start);
    number(coded);
    System.arraycopy(packed, start, packed, length, coded);
    length += coded;
  }

  private void makeRoom(int more) {
    if (packed.length - length < more + 16) {
      packed = Arrays.copyOf(packed, packed.length * 2 + more);
    }
  }

  /** Writes a number in as many bytes as it needs, seven bits in each. */
  private void number(int number) {
    makeRoom(0);
    int rest = number;
    while (rest > 0x7f) {
      packed[length++] = (byte) (rest | 0x80);
      rest >>>= 7;
    }
    packed[length++] = (byte) rest;
  }

  /** Reads what was packed. */
  private final class Reader {
    private final byte[] chunk;
    private int at;

    Reader(long location) {
      chunk = chunks.get((int) (location >>> Integer.SIZE));
      at = (int) location;
    }

    int number() {
      int number = 0;
      int shift = 0;
      while (chunk[at] < 0) {
        number |= (chunk[at++] & 0x7f) << shift;
        shift += 7;
      }
      return number | chunk[at++] << shift;
    }

    String next() {
      int coded = number();
      int start = at;
      at += coded;
      if (coded == 0) {
        return "";
      }
      for (int i = start; i < at; i++) {
        if (chunk[i] < 0) {
          char[] letters = new char[coded];
          return new String(letters, 0, Utf8.decode(chunk, start, coded, letters));
        }
      }
      return new String(chunk, start, coded, StandardCharsets.ISO_8859_1);
    }
  }
}
