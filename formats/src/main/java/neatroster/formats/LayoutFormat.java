package neatroster.formats;

import neatroster.core.layout.Layout;
import neatroster.disk.NewFiles;

/** The administrator's own column layout. */
public final class LayoutFormat implements BatchFormat {
  /** What its name begins with on the command line. */
  public static final String PREFIX = "layout:";

  private final Layout layout;

  /** The format of a layout. */
  public LayoutFormat(Layout layout) {
    this.layout = layout;
  }

  /** The layout. */
  public Layout layout() {
    return layout;
  }

  @Override
  public String name() {
    return PREFIX + layout.name();
  }

  @Override
  public String folder() {
    return "layout-" + layout.name();
  }

  @Override
  public boolean isSplit() {
    return true;
  }

  @Override
  public BatchWriter writer(NewFiles files, BatchBackground background) {
    return new LayoutWriter(layout, files, background);
  }
}
