package neatroster.formats;

import neatroster.disk.NewFiles;

/** OneRoster CSV of 1EdTech: the whole roster in bulk, or what changed as a delta, in one zip. */
final class OneRosterFormat implements BatchFormat {
  @Override
  public String name() {
    return "oneroster";
  }

  @Override
  public BatchWriter writer(NewFiles files, BatchBackground background) {
    return new OneRosterWriter(files, background);
  }
}
