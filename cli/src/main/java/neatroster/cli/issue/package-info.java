/** Giving accounts in a roster folder. */
package neatroster.cli.issue;
