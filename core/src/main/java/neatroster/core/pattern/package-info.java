/**
 * The language that makes usernames, email addresses, ids and columns of their parts, and that
 * tells which pattern a column follows.
 */
package neatroster.core.pattern;
