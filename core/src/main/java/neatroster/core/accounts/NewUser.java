package neatroster.core.accounts;

import java.util.Map;
import neatroster.core.grid.Place;
import neatroster.core.model.Person;

/**
 * A user of the roster who has no account yet.
 *
 * @param place the row
 * @param person what tells the person apart
 * @param username the username that the sheet gives, or empty
 * @param hasPassword whether the sheet gives a first password
 * @param role the person's role, {@link neatroster.core.model.KnownUser#GUARDIAN}, or empty
 * @param site where the person is, be it by default, or empty
 * @param values what the patterns may name
 */
public record NewUser(
    Place place,
    Person person,
    String username,
    boolean hasPassword,
    String role,
    String site,
    Map<String, String> values) {}
