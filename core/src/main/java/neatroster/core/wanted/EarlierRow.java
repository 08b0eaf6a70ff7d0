package neatroster.core.wanted;

/**
 * An earlier enrollment that asks for the same.
 *
 * @param line the line of its row
 * @param hasOtherRole whether it asks for another role
 * @param areRoles whether the words of both are roles
 */
public record EarlierRow(int line, boolean hasOtherRole, boolean areRoles) {}
