package neatroster.platform;

import java.util.Map;
import java.util.TreeMap;

/** What operations share: the way to the platform, what it offers, and what it calls things. */
final class DeliveryContext {
  /** How many operations after one another may fail for themselves. */
  private static final int MOST_FAILURES = 3;

  private final HttpRetryClient client;
  private final ServiceProviderConfig config;
  private final PlatformIds ids;
  private final Identity identity;
  private final Lookup lookup;
  private final Map<String, Integer> notCarried = new TreeMap<>();
  private int failures;

  DeliveryContext(
      HttpRetryClient client, ServiceProviderConfig config, PlatformIds ids, Identity identity) {
    this.client = client;
    this.config = config;
    this.ids = ids;
    this.identity = identity;
    this.lookup = new Lookup(client, config, ids, identity);
  }

  HttpRetryClient client() {
    return client;
  }

  ServiceProviderConfig config() {
    return config;
  }

  PlatformIds ids() {
    return ids;
  }

  Identity identity() {
    return identity;
  }

  Lookup lookup() {
    return lookup;
  }

  /** An operation was answered with something else than a failure of the platform. */
  synchronized void settled() {
    failures = 0;
  }

  /**
   * The platform fails on an operation however often it is sent.
   *
   * @return whether it is that operation's fault, and not the platform's on all
   */
  synchronized boolean failsAlone() {
    return ++failures <= MOST_FAILURES;
  }

  /** Counts something that the platform has no room for. */
  synchronized void miss(String what) {
    notCarried.merge(what, 1, Integer::sum);
  }

  synchronized Map<String, Integer> notCarried() {
    return new TreeMap<>(notCarried);
  }
}
