package neatroster.work.pack;

import java.util.List;
import java.util.Map;
import neatroster.core.layout.Layout;
import neatroster.formats.LayoutExcerpt;

/**
 * The files of a layout as they would begin.
 *
 * @param layout the layout
 * @param files its files
 * @param notCarried what no file has a place for
 * @param leftOut how many rows with errors are not among them
 */
public record LayoutBeginnings(
    Layout layout,
    List<LayoutExcerpt.Beginning> files,
    Map<String, Integer> notCarried,
    int leftOut) {}
