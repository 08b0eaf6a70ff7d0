/**
 * What the platform holds, as data: accounts, courses, groups and memberships, with what tells of
 * them and what was last delivered.
 */
package neatroster.core.state;
