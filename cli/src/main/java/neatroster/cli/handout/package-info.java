/** Draws what is handed out: slips, lists, sheets and letters, as PDF, as HTML, as tables. */
package neatroster.cli.handout;
