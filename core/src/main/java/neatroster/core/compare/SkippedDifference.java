package neatroster.core.compare;

import neatroster.core.grid.Place;
import neatroster.core.model.Table;

/**
 * A difference that the settings leave as it is.
 *
 * @param table where it is
 * @param key what it is about
 * @param field the name of the field that differs, or empty where it is about the whole
 * @param from what the platform holds, or empty
 * @param to what the roster says, or empty
 * @param setting what would let it through, as {@code roster.yaml} writes it
 * @param place the row that asks for it, or null
 */
public record SkippedDifference(
    Table table, String key, String field, String from, String to, String setting, Place place) {}
