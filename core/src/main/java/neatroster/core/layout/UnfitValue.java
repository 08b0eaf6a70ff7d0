package neatroster.core.layout;

import neatroster.core.grid.Place;

/**
 * A cell that a layout cannot hold.
 *
 * @param place the row that asks for it; a sheet's row, or the layout where no row does
 * @param why what does not fit, in a sentence
 * @param value the value, or null where it is not to be shown
 */
public record UnfitValue(Place place, String why, String value) {}
