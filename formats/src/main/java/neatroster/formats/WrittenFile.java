package neatroster.formats;

import neatroster.core.compare.Phase;

/**
 * A batch file.
 *
 * @param name its name in the run folder
 * @param phase what it holds
 * @param rows how many changes
 */
public record WrittenFile(String name, Phase phase, int rows) {}
