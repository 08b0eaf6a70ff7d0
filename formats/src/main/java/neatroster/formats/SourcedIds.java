package neatroster.formats;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import neatroster.core.text.Cleaning;
import neatroster.core.text.KeyIndex;

/**
 * The sourcedIds of OneRoster: for each thing one that never changes and is never given to another.
 * They are UUIDs made of what the thing is called (RFC 9562, version 5), so that the same roster
 * gives the same ones on any machine; only where a name went over to another, or what had it was
 * removed, is one remembered.
 */
public final class SourcedIds {
  private static final UUID OURS = UUID.fromString("6f7d2b1c-54a8-5c11-9a3e-2f8b7c0d4e19");

  /** So many ids are kept, in some sixty bytes each: most are asked for again and again. */
  private static final int MOST_KEPT = 1 << 21;

  /** To ask for a new one for each of millions of ids takes longer than the ids. */
  private static final ThreadLocal<MessageDigest> SHA1 =
      ThreadLocal.withInitial(
          () -> {
            try {
              return MessageDigest.getInstance("SHA-1");
            } catch (NoSuchAlgorithmException e) {
              throw new IllegalStateException("every Java has SHA-1", e);
            }
          });

  private static final byte[] NAMESPACE =
      ByteBuffer.allocate(16)
          .putLong(OURS.getMostSignificantBits())
          .putLong(OURS.getLeastSignificantBits())
          .array();

  private final KeyIndex kept = KeyIndex.exact();
  private long[] highOfKept = new long[64];
  private long[] lowOfKept = new long[64];
  private final Map<String, String> remembered;
  private final Map<String, String> exported = new HashMap<>();
  private final Map<String, String> renamed = new HashMap<>();

  /**
   * The ids in the light of what was delivered.
   *
   * @param remembered those that differ from what their names give, by kind and name
   */
  public SourcedIds(Map<String, String> remembered) {
    this(remembered, Map.of(), Map.of());
  }

  /**
   * The ids in the light of what was delivered, and of what the platform goes by.
   *
   * @param remembered those that differ from what their names give, by kind and name
   * @param exported those that exports of the platform have; what was delivered since goes before
   * @param latest those of exports that were made since, which go before that
   */
  public SourcedIds(
      Map<String, String> remembered, Map<String, String> exported, Map<String, String> latest) {
    this.remembered = new HashMap<>(remembered);
    this.remembered.replaceAll((key, id) -> latest.getOrDefault(key, id));
    exported.forEach(
        (key, id) -> {
          if (!made(key).equals(id)) {
            this.exported.put(key, id);
          }
        });
  }

  /** The id of a thing of a kind, by its name; usernames make no difference by case. */
  public String of(String kind, String name) {
    String key = key(kind, name);
    String there = remembered.isEmpty() ? null : remembered.get(key);
    there = there == null && !exported.isEmpty() ? exported.get(key) : there;
    if (there != null) {
      return there;
    }
    if (!Cleaning.isClean(key)) {
      return made(key);
    }
    int number = kept.size() < MOST_KEPT ? kept.add(key) : kept.find(key);
    if (number == KeyIndex.NONE) {
      return made(key);
    }
    if (number == highOfKept.length) {
      highOfKept = Arrays.copyOf(highOfKept, number * 2);
      lowOfKept = Arrays.copyOf(lowOfKept, number * 2);
    }
    if (lowOfKept[number] == 0) {
      UUID id = uuid(key);
      highOfKept[number] = id.getMostSignificantBits();
      lowOfKept[number] = id.getLeastSignificantBits();
    }
    return new UUID(highOfKept[number], lowOfKept[number]).toString();
  }

  /** Notes that a thing has another name from now on. */
  public void rename(String kind, String from, String to) {
    String id = of(kind, from);
    if (exported.containsKey(key(kind, from))) {
      renamed.put(key(kind, from), id);
    }
    retire(kind, from);
    remembered.put(key(kind, to), id);
  }

  /** Notes that a thing is gone: what gets its name later is another. */
  public void retire(String kind, String name) {
    String key = key(kind, name);
    remembered.put(key, made(key + "\n" + of(kind, name)));
  }

  /** Whether an export of the platform has a thing of that name. */
  boolean isExported(String kind, String name) {
    return exported.containsKey(key(kind, name));
  }

  /** What things were called in exports that have other names now: no export will say it again. */
  public Map<String, String> renamed() {
    return Map.copyOf(renamed);
  }

  /** The ids that differ from what their names give, by kind and name. */
  public Map<String, String> remembered() {
    return Map.copyOf(remembered);
  }

  private static String key(String kind, String name) {
    return kind + " " + (kind.equals("user") ? name.toLowerCase(Locale.ROOT) : name);
  }

  /** The id that a name gives; several threads may ask. */
  static String made(String name) {
    return uuid(name).toString();
  }

  private static UUID uuid(String name) {
    MessageDigest sha1 = SHA1.get();
    sha1.update(NAMESPACE);
    ByteBuffer digest = ByteBuffer.wrap(sha1.digest(name.getBytes(StandardCharsets.UTF_8)));
    long high = (digest.getLong() & ~0xf000L) | 0x5000L;
    long low = (digest.getLong() & 0x3fffffffffffffffL) | 0x8000000000000000L;
    return new UUID(high, low);
  }
}
