/** Giving accounts in a roster folder. */
package neatroster.work.issue;
