package neatroster.work.delivery;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import neatroster.core.change.Phase;
import neatroster.platform.Delivery;
import neatroster.platform.PlatformException;
import neatroster.platform.PlatformIds;
import neatroster.platform.ScimRequest;
import neatroster.platform.ServiceProviderConfig;
import neatroster.runs.Journal;
import neatroster.runs.KeptChanges;
import neatroster.work.Problem;

/** What a delivery would send; nothing of it is sent. */
public final class RequestList {
  private final PlatformAccess access;
  private final ServiceProviderConfig config;
  private final PlatformIds ids;
  private final RunPasswords passwords;
  private final KeptChanges changes;
  private final Set<Phase> phases;

  /** What would be sent to a platform, of some phases of a run. */
  public RequestList(
      PlatformAccess access,
      ServiceProviderConfig config,
      PlatformIds ids,
      RunPasswords passwords,
      KeptChanges changes,
      Set<Phase> phases) {
    this.access = access;
    this.config = config;
    this.ids = ids;
    this.passwords = passwords;
    this.changes = changes;
    this.phases = phases;
  }

  /** The base address of the platform's SCIM service. */
  public String service() {
    return access.service();
  }

  /**
   * Hands each request on with its body, in the order of sending.
   *
   * @throws Problem where the platform, which is asked what it holds, cannot be worked with
   */
  public void each(BiConsumer<ScimRequest, JsonNode> receiver)
      throws InterruptedException, IOException {
    Delivery delivery =
        new Delivery(
            new ShownRequests(access.transport(), receiver),
            config,
            changes,
            Journal.forgetful(),
            ids,
            name -> Optional.empty(),
            passwords::of,
            (phase, rows) -> {});
    try {
      delivery.run(phases);
    } catch (PlatformException e) {
      throw access.trouble(e);
    }
  }
}
