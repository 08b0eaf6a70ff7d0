/**
 * Accounts for people who have none: usernames by pattern, first passwords, and never one name for
 * two people.
 */
package neatroster.core.accounts;
