package neatroster.work.delivery;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.EnumSet;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Phase;
import neatroster.core.compare.FullExport;
import neatroster.core.state.Known;
import neatroster.disk.NewFolder;
import neatroster.disk.TemporaryFiles;
import neatroster.formats.OwnColumns;
import neatroster.platform.Delivery;
import neatroster.platform.HttpRetryClient;
import neatroster.platform.PlatformException;
import neatroster.platform.PlatformIds;
import neatroster.platform.ServiceProviderConfig;
import neatroster.platform.Transport;
import neatroster.runs.Journal;
import neatroster.runs.KeptChanges;
import neatroster.runs.RunChanges;
import neatroster.runs.RunFolder;
import neatroster.work.folder.CommandContext;

/** Brings onto a practice platform what exports say that a platform holds. */
public final class PracticeFilling {
  private PracticeFilling() {}

  /**
   * Fills an empty practice platform.
   *
   * @param ids takes what the platform calls everything
   */
  public static void fill(CommandContext context, Known known, Transport transport, PlatformIds ids)
      throws IOException, PlatformException, InterruptedException {
    try (NewFolder folder = NewFolder.start(TemporaryFiles.next())) {
      OwnColumns own = new OwnColumns(context.settings().reading().ownFields());
      try (RunChanges all = new RunChanges(folder.in(RunFolder.CHANGES), own)) {
        FullExport.of(
            known,
            change -> {
              try {
                all.add(change);
              } catch (IOException e) {
                throw new UncheckedIOException(e);
              }
            });
      }
      deliver(
          new RunFolder(folder.scratch().getParent()).changes(),
          Journal.forgetful(),
          transport,
          ServiceProviderConfig.ask(new HttpRetryClient(transport)),
          ids);
    }
  }

  /**
   * Delivers. Everybody on a practice platform is ours, and nobody logs in there.
   *
   * @return what the platform has no room for
   */
  static Map<String, Integer> deliver(
      KeptChanges changes,
      Journal journal,
      Transport transport,
      ServiceProviderConfig config,
      PlatformIds ids)
      throws PlatformException, InterruptedException, IOException {
    Delivery delivery =
        new Delivery(
            transport,
            config,
            changes,
            journal,
            ids,
            name -> Optional.empty(),
            change -> "",
            (phase, rows) -> {});
    delivery.run(EnumSet.allOf(Phase.class));
    return delivery.notCarried();
  }
}
