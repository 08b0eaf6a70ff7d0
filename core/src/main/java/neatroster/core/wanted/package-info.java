/**
 * What the sheets ask for, whole: people, courses, groups and memberships, each once, with the rows
 * that they come from.
 */
package neatroster.core.wanted;
