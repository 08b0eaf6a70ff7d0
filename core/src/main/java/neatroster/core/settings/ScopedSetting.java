package neatroster.core.settings;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;

/**
 * A setting that may differ by role and by site. What is said for a role and a site at once counts
 * before what is said for the role, that before what is said for the site; what is said for a site
 * counts for the sites below it too.
 *
 * @param <T> the setting
 */
public final class ScopedSetting<T> {
  /** For whom a setting holds; a blank role or site is any. */
  private record Whom(String role, String site) {
    // Settings are looked up at every start, and what Java makes for records takes long to begin.

    @Override
    public boolean equals(Object other) {
      return other instanceof Whom whom && role.equals(whom.role) && site.equals(whom.site);
    }

    @Override
    public int hashCode() {
      return role.hashCode() * 31 + site.hashCode();
    }
  }

  private static final Whom ANYBODY = new Whom("", "");

  private final Map<Whom, T> settings;

  private ScopedSetting(Map<Whom, T> settings) {
    this.settings = settings;
  }

  /** One setting for everybody. */
  public static <T> ScopedSetting<T> same(T usual) {
    return new ScopedSetting<>(Map.of(ANYBODY, usual));
  }

  /** This, with another setting for a role, a site, or both; the other is blank. */
  public ScopedSetting<T> with(String role, String site, T setting) {
    Map<Whom, T> all = new LinkedHashMap<>(settings);
    all.put(new Whom(role, site), setting);
    return new ScopedSetting<>(all);
  }

  /** What holds where nothing is said for the role or the site. */
  public T usual() {
    return settings.get(ANYBODY);
  }

  /**
   * What holds for somebody.
   *
   * @param role a role, or blank
   * @param site a site as a path, {@code Main Pier/Cadets}, or blank
   */
  public T of(String role, String site) {
    if (settings.size() == 1) {
      return usual();
    }
    for (String place = site; !place.isEmpty(); place = above(place)) {
      T setting = settings.get(new Whom(role, place));
      if (setting != null) {
        return setting;
      }
    }
    T ofRole = settings.get(new Whom(role, ""));
    if (ofRole != null) {
      return ofRole;
    }
    for (String place = site; !place.isEmpty(); place = above(place)) {
      T setting = settings.get(new Whom("", place));
      if (setting != null) {
        return setting;
      }
    }
    return usual();
  }

  private static String above(String site) {
    return site.substring(0, Math.max(0, site.lastIndexOf('/')));
  }

  /** Whether anything is said for a role. */
  public boolean differsByRole() {
    return settings.keySet().stream().anyMatch(whom -> !whom.role().isEmpty());
  }

  /** What can hold for somebody of a site whose role is not known, each once. */
  public List<T> ofAnyRole(String site) {
    List<T> all = new ArrayList<>(List.of(of("", site)));
    for (Whom whom : settings.keySet()) {
      T setting = of(whom.role(), site);
      if (!all.contains(setting)) {
        all.add(setting);
      }
    }
    return all;
  }

  /** Every setting there is. */
  public List<T> all() {
    return List.copyOf(settings.values());
  }

  /** The same distinctions with something made of each setting. */
  public <R> ScopedSetting<R> map(Function<? super T, ? extends R> function) {
    Map<Whom, R> mapped = new LinkedHashMap<>();
    settings.forEach((whom, setting) -> mapped.put(whom, function.apply(setting)));
    return new ScopedSetting<>(mapped);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof ScopedSetting<?> varied && settings.equals(varied.settings);
  }

  @Override
  public int hashCode() {
    return Objects.hash(settings);
  }

  @Override
  public String toString() {
    return settings.toString();
  }
}
