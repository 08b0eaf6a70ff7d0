package neatroster.platform;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;

/**
 * What the platform calls what we know by name: its own ids of users, courses and groups. It may be
 * used by several threads at once.
 */
public final class PlatformIds {
  private final Map<String, Known> ids = new ConcurrentHashMap<>();
  private final Map<String, String> fresh = new HashMap<>();

  /** An id with its key as it was written. */
  private record Known(String key, String id) {}

  /** Ids that are remembered, by what {@link #user}, {@link #course} and {@link #group} give. */
  public PlatformIds(Map<String, String> remembered) {
    remembered.forEach((key, id) -> ids.put(lower(key), new Known(key, id)));
  }

  /** The key of a user. */
  public static String user(String name) {
    return "user:" + name;
  }

  /** What a user that a change is about goes by: the username, or what stands for it. */
  static String nameOf(PlannedChange change) {
    for (Field mark : List.of(Field.USERNAME, Field.EMAIL, Field.ID)) {
      if (!change.value(mark).isEmpty()) {
        return change.value(mark);
      }
    }
    return "";
  }

  /** The key of a course. */
  public static String course(String code) {
    return "course:" + code;
  }

  /** The key of a group; of one across courses where the course is blank. */
  public static String group(String course, String name) {
    return "group:" + course + ":" + name;
  }

  /** The key of the name that the platform had us give a course or a group, in place of its own. */
  static String givenName(String key) {
    return "named:" + key;
  }

  private static String lower(String text) {
    return text.toLowerCase(Locale.ROOT);
  }

  /** The id of a key, in upper or lower case. */
  Optional<String> of(String key) {
    return Optional.ofNullable(ids.get(lower(key))).map(Known::id);
  }

  /** The keys that begin so, in upper or lower case, with their ids. */
  Map<String, String> beginning(String with) {
    String lower = lower(with);
    Map<String, String> found = new HashMap<>();
    ids.forEach(
        (key, known) -> {
          if (key.startsWith(lower)) {
            found.put(known.key(), known.id());
          }
        });
    return found;
  }

  /** The keys by their ids. */
  public Map<String, String> byId() {
    Map<String, String> keys = new HashMap<>();
    ids.values().forEach(known -> keys.put(known.id(), known.key()));
    return keys;
  }

  /** All ids by their keys, as they were given. */
  public Map<String, String> toRemember() {
    Map<String, String> all = new HashMap<>();
    ids.values().forEach(known -> all.put(known.key(), known.id()));
    return all;
  }

  boolean hasId(String id) {
    return ids.values().stream().anyMatch(known -> known.id().equals(id));
  }

  synchronized void put(String key, String id) {
    Known before = ids.put(lower(key), new Known(key, id));
    if (before == null || !before.id().equals(id)) {
      fresh.put(key, id);
    }
  }

  synchronized void forget(String key) {
    ids.remove(lower(key));
    // Remembered as nothing, so that the journal forgets it too.
    fresh.put(key, "");
  }

  /** Forgets the keys of courses and groups whose ids are not among these. */
  void keepGroups(Set<String> listed) {
    List<Known> gone =
        ids.values().stream()
            .filter(known -> isOfGroup(known.key()) && !listed.contains(known.id()))
            .toList();
    gone.forEach(known -> forget(known.key()));
  }

  /** Forgets whatever else an id was remembered for than a key. */
  void forgetOthers(String id, String key) {
    List<Known> others =
        ids.values().stream()
            .filter(known -> known.id().equals(id) && isOfGroup(known.key()))
            .filter(known -> !known.key().equalsIgnoreCase(key))
            .toList();
    others.forEach(known -> forget(known.key()));
  }

  private static boolean isOfGroup(String key) {
    return key.startsWith("course:") || key.startsWith("group:");
  }

  /** What was found out since this was asked last; an id is blank where there is none any more. */
  synchronized Map<String, String> takeFresh() {
    Map<String, String> taken = Map.copyOf(fresh);
    fresh.clear();
    return taken;
  }
}
