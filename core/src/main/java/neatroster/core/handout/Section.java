package neatroster.core.handout;

import java.util.List;

/**
 * Slips that are cut out together, beginning on a page of their own.
 *
 * @param title what the pages are headed with, or empty
 * @param people whose slips they are
 */
public record Section(String title, List<Attendee> people) {}
