/**
 * The roster as one thing: every row of every sheet in columns, every person found once, every
 * reference resolved once. Whoever checks, issues, packs or prints reads this and no sheet.
 */
package neatroster.core.roster;
