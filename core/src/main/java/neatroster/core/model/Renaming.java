package neatroster.core.model;

/**
 * Another username for an account. The old one is never given to anybody else.
 *
 * @param from the username until now
 * @param to the new one
 */
public record Renaming(String from, String to) {}
