package neatroster.core.accounts;

import neatroster.core.grid.Place;

/**
 * Somebody who gets no account.
 *
 * @param place the row
 * @param why the reason as a sentence, with what to do about it
 */
public record RefusedAccount(Place place, String why) {}
