/** What is handed out to people: who gets which slip, list, sheet or letter. */
package neatroster.core.handout;
