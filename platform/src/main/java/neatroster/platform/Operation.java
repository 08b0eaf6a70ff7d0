package neatroster.platform;

import java.util.List;
import java.util.Optional;

/** Something that is done on the platform for one or more rows. */
abstract class Operation {
  private final List<DeliveryRow> rows;
  private boolean isDoubtful;

  Operation(List<DeliveryRow> rows) {
    this.rows = List.copyOf(rows);
    this.isDoubtful = rows.stream().anyMatch(DeliveryRow::isDoubtful);
  }

  List<DeliveryRow> rows() {
    return rows;
  }

  /** Whether it was sent before and may have been carried out. */
  boolean isDoubtful() {
    return isDoubtful;
  }

  /** It was sent, and nobody knows whether it was carried out. */
  void doubt() {
    isDoubtful = true;
  }

  /**
   * The one request that does it; nothing where something is to be read first, so that it cannot go
   * into a Bulk request.
   */
  abstract Optional<ScimRequest> request();

  /** Whether it was carried out already, where that is to be found out before it is sent again. */
  Optional<OperationResult> lookUp(DeliveryContext context)
      throws PlatformException, InterruptedException {
    return Optional.empty();
  }

  /**
   * What an answer means.
   *
   * @return nothing where it is to be sent again in another form
   */
  abstract Optional<OperationResult> judge(ScimResponse response, DeliveryContext context)
      throws PlatformException, InterruptedException;

  /** Sends it, with what is to be read first. */
  HttpRetryClient.Attempt send(DeliveryContext context)
      throws PlatformException, InterruptedException {
    return context.client().once(request().orElseThrow());
  }

  /** Smaller operations for the same, where one of its rows may spoil it for the others. */
  List<Operation> divided() {
    return List.of();
  }
}
